import { decodeText } from '@vestibul/core';
import { MarkdownReader } from '../ui/MarkdownReader';
import { Failed, Loading } from '../messages/States';
import { TextPlaces } from './places/TextPlaces';
import type { ShownPiece } from './pieceKind';
import { useBytes } from './useBytes';

/** A text written here, or another in Markdown, as it reads. */
export function MarkdownView({ piece, source }: { piece: ShownPiece; source: string }) {
  const bytes = useBytes(source);
  if (bytes.status === 'loading') return <Loading what="Opening the text" />;
  if (bytes.status === 'failed') return <Failed failure={bytes.failure} />;
  return (
    <div tabIndex={0} role="region" aria-label={piece.name} className="min-h-0 flex-1 overflow-auto p-4">
      <TextPlaces
        className="sheet relative mx-auto max-w-[46rem]"
        wordsClass="markdown grid gap-3 py-6 pr-9 pl-5 sm:py-8 sm:pr-10 sm:pl-8 leading-relaxed [overflow-wrap:anywhere]"
      >
        {/* Places in a text are counted in its one form (NFC). */}
        <MarkdownReader text={decodeText(new Uint8Array(bytes.bytes)).normalize('NFC')} />
      </TextPlaces>
    </div>
  );
}
