import { tallied, type Tallied, type Tally } from '../../parts/rack/courseWork';

const says = {
  in: 'in',
  unseen: 'not seen',
  untouched: 'untouched',
  late: 'late',
  held: 'held',
  missing: 'missing',
} as const satisfies Record<Tallied, string>;

/** What is red where it is not nothing. */
const WARNS: ReadonlySet<Tallied> = new Set(['untouched', 'late', 'missing']);

interface TallyListProps {
  tally: Tally;
  /** Whether work can be untouched: those who are get their count while work is still being measured, so that nothing moves then. */
  hasBlank: boolean;
  /** Whose slots are shown alone; null for all. */
  shown: Tallied | null;
  onShow: (shown: Tallied | null) => void;
}

/** The counts above the rack, as large as the question they answer; each leads to those it counts, and back. */
export function TallyList({ tally, hasBlank, shown, onShow }: TallyListProps) {
  // What most assignments have none of is told where there is some.
  const isRare = (key: Tallied) => key === 'held' || (key === 'untouched' && !hasBlank);
  return (
    <div
      role="group"
      aria-label="Counts"
      className="ml-auto flex gap-1 max-md:ml-0 max-md:w-full max-md:gap-3"
    >
      {tallied
        .filter((key) => !isRare(key) || tally[key] > 0 || shown === key)
        .map((key) => (
          <button
            key={key}
            type="button"
            aria-pressed={shown === key}
            disabled={tally[key] === 0 && shown !== key}
            onClick={() => onShow(shown === key ? null : key)}
            className="grid justify-items-end rounded-md border border-transparent px-1.5 text-ink not-disabled:hover:bg-ground aria-pressed:border-brass-mark aria-pressed:bg-brass-soft max-md:justify-items-start"
          >
            <b
              className={`font-display text-[23px] leading-[1.05] font-semibold ${WARNS.has(key) && tally[key] > 0 ? 'text-brick' : ''}`}
            >
              {tally[key]}
            </b>
            <span className="text-[13px] text-ink-2">{says[key]}</span>
          </button>
        ))}
    </div>
  );
}
