import type { Ref } from 'react';
import { Failed, Loading } from '../messages/States';
import { TextPlaces } from './places/TextPlaces';
import { plainText } from './plainText';
import type { ShownPiece } from './pieceKind';
import { useBytes } from './useBytes';

/** Text as it stands. */
export function PlainView({ piece, source }: { piece: ShownPiece; source: string }) {
  const bytes = useBytes(source);
  if (bytes.status === 'loading') return <Loading what="Opening the piece" />;
  if (bytes.status === 'failed') return <Failed failure={bytes.failure} />;
  return <PlainText name={piece.name} text={plainText(bytes.bytes)} />;
}

interface PlainTextProps {
  name: string;
  text: string;
  /** The element that holds the text and nothing else. */
  pre?: Ref<HTMLPreElement>;
}

export function PlainText({ name, text, pre }: PlainTextProps) {
  return (
    <div tabIndex={0} role="region" aria-label={name} className="min-h-0 flex-1 overflow-auto p-4">
      <TextPlaces className="sheet relative mx-auto max-w-[46rem]">
        <pre
          ref={pre}
          className="py-6 pr-9 pl-5 sm:pr-10 sm:pl-6 font-mono text-[14px] leading-relaxed whitespace-pre-wrap [overflow-wrap:anywhere]"
        >
          {text}
        </pre>
      </TextPlaces>
    </div>
  );
}
