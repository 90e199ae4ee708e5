import { Failed, Loading } from '../messages/States';
import { CellPlaces } from './places/CellPlaces';
import { TextPlaces } from './places/TextPlaces';
import { cellsOf, plainLines, plainText } from './plainText';
import type { ShownPiece } from './pieceKind';
import { useBytes } from './useBytes';

/** Rows of a table shown; the rest is told by number. */
const MOST_ROWS = 500;

/** Text as it stands; a table as a table. */
export function PlainView({ piece, source }: { piece: ShownPiece; source: string }) {
  const bytes = useBytes(source);
  if (bytes.status === 'loading') return <Loading what="Opening the piece" />;
  if (bytes.status === 'failed') return <Failed failure={bytes.failure} />;
  const text = plainText(bytes.bytes);
  const lines = plainLines(text);
  return (
    <div tabIndex={0} role="region" aria-label={piece.name} className="min-h-0 flex-1 overflow-auto p-4">
      {piece.form === 'table' ? (
        <CellPlaces>
          <table className="sheet border-collapse font-mono text-[13.5px]">
            <tbody>
              {lines.slice(0, MOST_ROWS).map((line, i) => (
                <tr key={i} className={i === 0 ? 'font-bold' : ''}>
                  <td className="border border-paper-edge px-2 py-0.5 text-right text-paper-ink-2">
                    {i + 1}
                  </td>
                  {cellsOf(line).map((cell, j) => (
                    <td
                      key={j}
                      data-row={i + 1}
                      data-column={j + 1}
                      className="border border-paper-edge px-2 py-0.5 whitespace-nowrap"
                    >
                      {cell}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </CellPlaces>
      ) : (
        <TextPlaces className="sheet relative mx-auto max-w-[46rem]">
          <pre className="py-6 pr-9 pl-5 sm:pr-10 sm:pl-6 font-mono text-[14px] leading-relaxed whitespace-pre-wrap [overflow-wrap:anywhere]">
            {text}
          </pre>
        </TextPlaces>
      )}
      {piece.form === 'table' && lines.length > MOST_ROWS ? (
        <p className="mt-2 text-ink-2">and {lines.length - MOST_ROWS} more rows; download to see all</p>
      ) : null}
    </div>
  );
}
