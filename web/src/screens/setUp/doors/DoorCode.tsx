import { Button } from '../../../parts/ui/Button';
import { ScanCode } from '../../../parts/ui/ScanCode';
import { Dialog } from '../../../parts/ui/Dialog';
import { tell } from '../../../parts/messages/Notices';
import type { Course } from '../../../state/api';
import { titleOfDoor, type SideDoor } from './sideDoor';

/** The address of a side door, and the picture of it that a phone's camera reads, to print for the wall. */
export function DoorCode({ course, door, onClose }: { course: Course; door: SideDoor; onClose: () => void }) {
  const address = new URL(door.path, location.origin).href;
  return (
    <Dialog
      title={titleOfDoor(course, door)}
      description="The address of the side door, and its code"
      open
      onClose={onClose}
    >
      <div className="grid justify-items-center gap-3">
        <ScanCode text={address} label="Code of the address" className="w-72" />
        <code className="text-center [overflow-wrap:anywhere]">{address}</code>
        <p className="text-center text-ink-2">
          {course.title}
          {door.closesLocal ? ` · open until ${door.closesLocal.replace('T', ' ')}` : ''}
        </p>
      </div>
      <div className="no-print flex gap-2">
        <Button
          onClick={() =>
            void navigator.clipboard.writeText(address).then(() => tell('The address is copied.'))
          }
        >
          Copy the address
        </Button>
        <Button look="go" onClick={() => print()}>
          Print for the wall
        </Button>
      </div>
    </Dialog>
  );
}
