import { Button } from '../../../parts/ui/Button';
import { ProgressBar } from '../../../parts/ui/ProgressBar';
import type { RenamingWork } from '../../../parts/naming/useRenaming';

/** How far a change of names is. It can be cancelled, and the page can be left. */
export function RenamingBar({ work, onCancel }: { work: RenamingWork; onCancel: () => void }) {
  const share = work.total === 0 ? 0 : work.done / work.total;
  return (
    <div className="flex flex-wrap items-center gap-3" role="status">
      <ProgressBar label="Names changed" share={share} className="h-2 w-64 bg-ground" fill="bg-act" />
      <span>
        {work.done} of {work.total || '…'} names. You can leave this page; it continues.
      </span>
      <Button look="quiet" onClick={onCancel}>
        Cancel
      </Button>
    </div>
  );
}
