import { useCallback, useState } from 'react';
import { Failed, Loading } from '../messages/States';
import { sayNumber } from '../ui/format';
import type { There } from './ahead';
import type { Sheet } from './office/Sheet';
import { usePlaces } from './places/usePlaces';
import { NotShown } from './NotShown';
import type { ShownPiece } from './pieceKind';
import { readSheets, type TableKind } from './readSheets';
import { SheetTable } from './SheetTable';
import { useBytes } from './useBytes';
import { useReading } from './useReading';

interface SheetsViewProps {
  piece: ShownPiece;
  source: string;
  kind: TableKind;
}

/** A table, or a workbook sheet by sheet. */
export function SheetsView({ piece, source, kind }: SheetsViewProps) {
  const bytes = useBytes(source);
  const sheets = useReading(
    bytes,
    useCallback((there, stop) => readSheets(there.bytes, kind, stop), [kind]),
    sheetsAhead,
  );

  if (bytes.status === 'failed') return <Failed failure={bytes.failure} />;
  if (sheets === null) return <Loading what="Reading the table" />;
  if (typeof sheets === 'string') return <NotShown piece={piece} source={source} why={sheets} />;
  return <Sheets piece={piece} source={source} sheets={sheets} />;
}

const sheetsAhead = ({ sheets }: There) => sheets;

interface SheetsProps {
  piece: ShownPiece;
  source: string;
  sheets: readonly Sheet[];
}

/** Sheets to choose from, and the one that is chosen. */
export function Sheets({ piece, source, sheets }: SheetsProps) {
  const places = usePlaces();
  const [chosen, setChosen] = useState(0);
  // Whoever is led to a comment is led to its sheet.
  const led = places ? `${places.asked} ${places.current}` : '';
  const [wasLed, setWasLed] = useState(led);
  if (wasLed !== led) {
    setWasLed(led);
    const anchor = places?.marks.find(({ id }) => id === places.current)?.anchor;
    const its = sheets.findIndex(({ name }) => anchor?.kind === 'cells' && name === anchor.sheet);
    if (its >= 0) setChosen(its);
  }
  const sheet = sheets[chosen];
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      {sheets.length > 1 ? (
        <div role="group" aria-label="Sheets" className="mx-4 mt-3 flex flex-wrap gap-1.5">
          {sheets.map(({ name }, i) => (
            <button
              key={i}
              type="button"
              aria-pressed={i === chosen}
              onClick={() => setChosen(i)}
              className="max-w-60 min-h-6 truncate rounded-md border border-line px-2 text-small font-semibold aria-pressed:border-brass-mark aria-pressed:bg-brass-soft"
            >
              {name}
            </button>
          ))}
        </div>
      ) : null}
      {sheet && sheet.rows.length > 0 ? (
        <SheetTable key={chosen} sheet={sheet} name={piece.name} asked={places?.asked ?? 0} />
      ) : (
        <p className="m-auto p-6 text-ink-2">Nothing stands in this table.</p>
      )}
      {sheet?.isCut ? (
        <p className="mx-4 mb-3 text-ink-2">
          Only the first {sayNumber(sheet.rows.length)} rows are shown.{' '}
          <a href={`${source}?download=1`}>Download it to see all</a>
        </p>
      ) : null}
    </div>
  );
}
