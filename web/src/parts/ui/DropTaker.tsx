import { useDropzone } from 'react-dropzone';

interface DropTakerProps {
  says: string;
  onLeave: () => void;
  /** Files, and those in folders with their `path`. */
  onFiles: (files: File[]) => void;
}

/** What lies over a page while files are dragged over it, and takes them. */
export function DropTaker({ says, onLeave, onFiles }: DropTakerProps) {
  const { getRootProps } = useDropzone({
    noClick: true,
    noKeyboard: true,
    onDragLeave: onLeave,
    onDrop: (files) => onFiles(files),
  });
  return (
    <div
      {...getRootProps()}
      className="fixed inset-0 z-20 grid place-items-center border-4 border-dashed border-brass-mark bg-wall/90"
    >
      <p className="font-display text-2xl font-semibold">{says}</p>
    </div>
  );
}
