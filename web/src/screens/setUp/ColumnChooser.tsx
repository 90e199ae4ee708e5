import { columnMeanings, type ColumnMeaning } from '@vestibul/core';
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
  busy: boolean;
  onChange: (columns: ColumnMeaning[], hasHeadings: boolean) => void;
}

/** What was recognised in the list, column by column, to be corrected by hand. */
export function ColumnChooser({ preview, busy, onChange }: ColumnChooserProps) {
  const { columns, hasHeadings, sample, separator } = preview;
  return (
    <div className="grid gap-2" aria-busy={busy}>
      <p className="text-ink-2">
        Read as {readAs[separator]}.{' '}
        <label className="ml-2 inline-flex items-center gap-1.5 text-ink">
          <input
            type="checkbox"
            checked={hasHeadings}
            onChange={(event) => onChange(columns, event.target.checked)}
          />
          The first row is headings
        </label>
      </p>
      <div className="overflow-x-auto rounded-plate border border-line bg-surface">
        <table className="border-collapse text-small">
          <caption className="sr-only">Columns of the list</caption>
          <thead>
            <tr>
              {columns.map((meaning, i) => (
                <th key={i} scope="col" className="px-2 pt-2 text-left">
                  <select
                    aria-label={`Column ${i + 1} holds`}
                    value={meaning}
                    onChange={(event) =>
                      onChange(
                        columns.map((known, j) => {
                          const chosen = event.target.value as ColumnMeaning;
                          if (j === i) return chosen;
                          // One meaning belongs to one column, but that names may stand in several.
                          return known === chosen && known !== 'last' && known !== 'first' ? 'ignore' : known;
                        }),
                        hasHeadings,
                      )
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
            {sample.slice(0, 3).map((row, i) => (
              <tr key={i} className={i === 0 && hasHeadings ? 'font-bold' : 'text-ink-2'}>
                {columns.map((_, j) => (
                  <td key={j} className="max-w-56 truncate px-3 py-0.5">
                    {row[j]}
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
