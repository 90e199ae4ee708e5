import DOMPurify from 'dompurify';
import { useCallback, useLayoutEffect, useRef } from 'react';
import { Failed, Loading } from '../messages/States';
import { leadsOut } from '../ui/leadsOut';
import type { There } from './ahead';
import { TextPlaces } from './places/TextPlaces';
import { NotShown } from './NotShown';
import type { ShownPiece } from './pieceKind';
import { readDocument, type DocumentKind } from './readDocument';
import { useBytes } from './useBytes';
import { useReading } from './useReading';

interface DocumentViewProps {
  piece: ShownPiece;
  source: string;
  kind: DocumentKind;
}

/** The text of a document, cleaned: nothing of it runs, is loaded from elsewhere, or looks like a part of the page. */
export function DocumentView({ piece, source, kind }: DocumentViewProps) {
  const bytes = useBytes(source);
  const read = useReading(
    bytes,
    useCallback((there, stop) => readDocument(there.bytes, kind, stop), [kind]),
    documentAhead,
  );
  const words = useRef<HTMLDivElement>(null);

  useLayoutEffect(() => {
    if (read && typeof read !== 'string') words.current?.replaceChildren(clean(read.html));
  }, [read]);

  if (bytes.status === 'failed') return <Failed failure={bytes.failure} />;
  if (read === null) return <Loading what="Reading the document" />;
  if (typeof read === 'string') return <NotShown piece={piece} source={source} why={read} />;
  return (
    <div tabIndex={0} role="region" aria-label={piece.name} className="min-h-0 flex-1 overflow-auto p-4">
      {read.missing.length > 0 ? (
        <p className="mx-auto mb-2 max-w-[46rem] text-small text-ink-2">
          Not shown here: {read.missing.join(', ')}.{' '}
          <a href={`${source}?download=1`}>Download it to see them</a>
        </p>
      ) : null}
      <TextPlaces
        className="sheet relative mx-auto max-w-[46rem]"
        wordsClass="document py-6 pr-9 pl-5 sm:px-10 sm:py-8"
        words={words}
      />
    </div>
  );
}

const documentAhead = ({ document }: There) => document;

function clean(html: string): DocumentFragment {
  const fragment = DOMPurify.sanitize(html, {
    RETURN_DOM_FRAGMENT: true,
    FORBID_TAGS: ['style', 'form', 'input', 'button', 'video', 'audio', 'svg', 'math'],
    FORBID_ATTR: ['style', 'id', 'name', 'target'],
    ALLOW_DATA_ATTR: false,
    ALLOW_ARIA_ATTR: false,
  });
  for (const link of fragment.querySelectorAll('a')) {
    if (leadsOut(link.getAttribute('href') ?? '')) {
      link.target = '_blank';
      link.rel = 'noopener noreferrer';
    } else link.replaceWith(...link.childNodes);
  }
  // Pictures from elsewhere would tell where they are looked at.
  for (const picture of fragment.querySelectorAll('img')) {
    if (!picture.src.startsWith('data:image/')) picture.remove();
    else picture.alt ||= 'picture in the document';
  }
  return fragment;
}
