import QRCode from 'qrcode';
import { useMemo } from 'react';
import { Button } from '../../../parts/ui/Button';
import { Dialog } from '../../../parts/ui/Dialog';
import { tell } from '../../../parts/messages/Notices';
import type { Course } from '../../../state/api';
import { titleOfDoor, type SideDoor } from './sideDoor';

/** Empty modules around a code that readers need (ISO/IEC 18004, section 5.3.8; the number is from memory). */
const QUIET = 4;

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
        <Code text={address} />
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

/** A QR code, drawn as one path: dark modules on white, whatever the theme. */
function Code({ text }: { text: string }) {
  const { path, size } = useMemo(() => {
    const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
    const cells: string[] = [];
    for (let y = 0; y < modules.size; y += 1)
      for (let x = 0; x < modules.size; x += 1)
        if (modules.get(y, x)) cells.push(`M${x + QUIET} ${y + QUIET}h1v1h-1z`);
    return { path: cells.join(''), size: modules.size + 2 * QUIET };
  }, [text]);
  return (
    <svg
      role="img"
      aria-label="Code of the address"
      viewBox={`0 0 ${size} ${size}`}
      className="w-72"
      shapeRendering="crispEdges"
    >
      <rect width={size} height={size} fill="#fff" />
      <path d={path} fill="#000" />
    </svg>
  );
}
