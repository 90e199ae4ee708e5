import { useDropzone } from 'react-dropzone';
import { tell, tellFailure } from '../../parts/Notices';
import { sendPile } from '../../state/pileSending';
import type { DropPlace } from './DropHere';
import { nameOfPile, withPaths } from './pileFiles';

/** What lies over a page while files are dragged over it, and takes them in as a pile. */
export function PileDrop({
  course,
  periodId = null,
  assignmentId = null,
  says,
  onDone,
}: DropPlace & { onDone: () => void }) {
  const { getRootProps } = useDropzone({
    noClick: true,
    noKeyboard: true,
    onDragLeave: onDone,
    onDrop: (dropped) => {
      onDone();
      const files = withPaths(dropped);
      if (files.length === 0) return;
      const known = { name: nameOfPile(files), periodId, assignmentId };
      void sendPile(course.id, files, known).then((result) => {
        if (typeof result !== 'string') tellFailure(result.failure);
        else
          tell(
            `The pile${says ? ` ${says}` : ''} is on its way; what cannot be told lies on the sorting table.`,
          );
      });
    },
  });
  return (
    <div
      {...getRootProps()}
      className="fixed inset-0 z-20 grid place-items-center border-4 border-dashed border-brass-mark bg-wall/90"
    >
      <p className="font-display text-2xl font-semibold">Drop the pile here{says ? `: ${says}` : ''}</p>
    </div>
  );
}
