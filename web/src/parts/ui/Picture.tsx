import { useId, type ReactNode } from 'react';

interface PictureProps {
  title: string;
  /** What is shown, in a sentence. */
  says: string;
  /** The picture; null where there is nothing to draw. */
  chart: ReactNode;
  /** The numbers behind it: headings, then rows, each beginning with what it is about. */
  heads: readonly string[];
  rows: readonly (readonly string[])[];
  /** Headings of what a phone has no room for. */
  onlyWide?: readonly string[];
  /** What is said where there are no numbers. */
  none: string;
  children?: ReactNode;
}

/** A picture with its numbers beside it. */
export function Picture({ title, says, chart, heads, rows, onlyWide = [], none, children }: PictureProps) {
  const id = useId();
  const room = (column: number) => (onlyWide.includes(heads[column]!) ? 'max-sm:hidden' : '');
  return (
    <section
      aria-labelledby={id}
      className="min-w-0 rounded-plate border border-line bg-surface p-4 max-sm:p-2.5"
    >
      <h2 id={id}>{title}</h2>
      <p className="mb-2 text-small text-ink-2">{says}</p>
      {children}
      {rows.length === 0 ? (
        <p className="text-ink-2">{none}</p>
      ) : (
        <div className="grid grid-cols-1 items-start gap-x-6 gap-y-2 lg:grid-cols-[minmax(0,1fr)_minmax(18rem,auto)]">
          {chart}
          <table className="w-full border-collapse text-small max-sm:table-fixed">
            <thead>
              <tr>
                {heads.map((head, i) => (
                  <th
                    key={head}
                    scope="col"
                    className={`border-b border-line px-1.5 py-1 [overflow-wrap:anywhere] max-sm:px-0.5 font-semibold ${i === 0 ? 'text-left' : 'text-right'} ${room(i)}`}
                  >
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map(([first, ...numbers]) => (
                <tr key={first}>
                  <th
                    scope="row"
                    className="border-b border-line px-1.5 py-1 [overflow-wrap:anywhere] max-sm:px-0.5 text-left font-normal"
                  >
                    {first}
                  </th>
                  {numbers.map((number, i) => (
                    <td
                      key={heads[i + 1]}
                      className={`border-b border-line px-1.5 py-1 [overflow-wrap:anywhere] max-sm:px-0.5 text-right ${room(i + 1)}`}
                    >
                      {number}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}
