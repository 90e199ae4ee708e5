import type { Tally } from '../../parts/rack/courseWork';

const counts = [
  ['in', 'in', false],
  ['unseen', 'not seen', false],
  ['late', 'late', true],
  ['held', 'held', false],
  ['missing', 'missing', true],
] as const satisfies readonly (readonly [keyof Tally, string, boolean])[];

/** The counts above the rack, as large as the question they answer. */
export function TallyList({ tally }: { tally: Tally }) {
  return (
    <dl className="ml-auto flex gap-4 max-md:ml-0 max-md:w-full max-md:gap-7">
      {counts
        .filter(([key]) => key !== 'held' || tally.held > 0)
        .map(([key, label, isWarning]) => (
          <div key={key} className="grid justify-items-end max-md:justify-items-start">
            <dt className="text-[13px] text-ink-2">{label}</dt>
            <dd
              className={`-order-1 font-display text-[23px] leading-[1.05] font-semibold ${isWarning && tally[key] > 0 ? 'text-brick' : ''}`}
            >
              {tally[key]}
            </dd>
          </div>
        ))}
    </dl>
  );
}
