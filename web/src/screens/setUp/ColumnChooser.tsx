import { columnMeanings, type ColumnMeaning, type SaidOfList } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { inputClass } from '../../parts/ui/Field';

const meanings: Record<ColumnMeaning, string> = {
  last: 'last name',
  first: 'first name',
  called: 'called',
  name: 'whole name',
  email: 'e-mail',
  username: 'username',
  number: 'student number',
  period: 'period',
  middle: 'middle name',
  particle: 'before the last name (van, de)',
  suffix: 'after the last name (Jr.)',
  ignore: '– not used –',
};

const readAs = {
  ',': 'a list separated by comma',
  ';': 'a list separated by semicolon',
  '\t': 'a list separated by tab',
  '|': 'a list separated by bars',
  spaces: 'a list held apart by spaces',
  addresses: 'a list of e-mail addresses',
  cards: 'cards of people (vCard)',
} as const satisfies Record<AnswerOf<'previewRoster'>['separator'], string>;

interface ColumnChooserProps {
  preview: AnswerOf<'previewRoster'>;
  /** What was said by hand. */
  said: SaidOfList;
  busy: boolean;
  onChange: (said: SaidOfList) => void;
}

/** What was recognised in the list: its headings, its first row and each of its columns, to be corrected by hand. */
export function ColumnChooser({ preview, said, busy, onChange }: ColumnChooserProps) {
  const { sample, separator } = preview;
  // What was chosen a moment ago counts, though the list has not been read by it yet.
  const columns = said.columns ?? preview.columns;
  const headingLine = said.headingLine ?? preview.headingLine;
  const firstLine = said.firstLine ?? preview.firstLine;
  const isTable = separator !== 'addresses' && separator !== 'cards';
  const choose = (at: number, chosen: ColumnMeaning) =>
    columns.map((known, j) => {
      if (j === at) return chosen;
      // One meaning belongs to one column, but that names may stand in several.
      return known === chosen && known !== 'last' && known !== 'first' ? 'ignore' : known;
    });
  return (
    <div className="grid gap-2" aria-busy={busy}>
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
        <p className="text-ink-2">Read as {readAs[separator]}.</p>
        {isTable ? (
          <>
            <RowChooser
              label="Headings"
              none="the list has none"
              sample={sample}
              value={headingLine}
              // Other headings say anew what each column holds, and the people stand below them.
              onChange={(line) => onChange({ columns: null, headingLine: line, firstLine: null })}
            />
            <RowChooser
              label="First student"
              sample={sample.filter(({ line }) => line > headingLine)}
              value={firstLine}
              onChange={(line) => onChange({ ...said, firstLine: line })}
            />
          </>
        ) : null}
      </div>
      <div
        tabIndex={0}
        role="region"
        aria-label="How the list is read"
        className="max-h-[34dvh] overflow-auto rounded-plate border border-line bg-surface"
      >
        <table className="border-collapse text-small">
          <caption className="sr-only">Columns of the list</caption>
          <thead className="sticky top-0 bg-surface">
            <tr>
              <th scope="col" className="px-3 pt-2 text-left font-semibold text-ink-2">
                Row
              </th>
              {columns.map((meaning, i) => (
                <th key={i} scope="col" className="px-2 pt-2 text-left">
                  <select
                    aria-label={`Column ${i + 1} holds`}
                    value={meaning}
                    onChange={(event) =>
                      onChange({ ...said, columns: choose(i, event.target.value as ColumnMeaning) })
                    }
                    className={`${inputClass} min-w-32 py-1 font-semibold`}
                  >
                    {columnMeanings.map((known) => (
                      <option key={known} value={known}>
                        {meanings[known]}
                      </option>
                    ))}
                  </select>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {sample.map(({ line, cells }) => (
              <tr key={line} className={lookOf(line, headingLine, firstLine)}>
                <th scope="row" className="px-3 py-0.5 text-left font-normal whitespace-nowrap text-ink-2">
                  {line}
                  {line !== headingLine && line < firstLine ? ' not used' : ''}
                </th>
                {columns.map((_, j) => (
                  <td key={j} className="max-w-56 truncate px-3 py-0.5">
                    {cells[j]}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}

const lookOf = (line: number, headingLine: number, firstLine: number) =>
  line === headingLine ? 'font-bold' : line < firstLine ? 'text-ink-2 *:line-through' : '';

interface RowChooserProps {
  label: string;
  /** What no row is called, where that can be chosen. */
  none?: string;
  sample: AnswerOf<'previewRoster'>['sample'];
  value: number;
  onChange: (line: number) => void;
}

/** A row of the list by its number and its first words. */
function RowChooser({ label, none, sample, value, onChange }: RowChooserProps) {
  return (
    <label className="flex items-center gap-2">
      {label}
      <select
        className={`${inputClass} w-56! py-1`}
        value={value}
        onChange={(event) => onChange(Number(event.target.value))}
      >
        {none ? <option value={0}>{none}</option> : null}
        {sample.map(({ line, cells }) => (
          <option key={line} value={line}>
            row {line}: {cells.filter(Boolean).slice(0, 3).join(', ').slice(0, 40)}
          </option>
        ))}
      </select>
    </label>
  );
}
