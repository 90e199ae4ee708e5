import { tallied, type Tallied, type Tally } from '../../parts/rack/courseWork';

const says = {
  in: 'in',
  unseen: 'not seen',
  untouched: 'untouched',
  late: 'late',
  held: 'held',
  missing: 'missing',
} as const satisfies Record<Tallied, string>;

/** What most assignments have none of. */
const RARE: ReadonlySet<Tallied> = new Set(['held', 'untouched']);

/** What is red where it is not nothing. */
const WARNS: ReadonlySet<Tallied> = new Set(['untouched', 'late', 'missing']);

interface TallyListProps {
  tally: Tally;
  /** Whose slots are shown alone; null for all. */
  shown: Tallied | null;
  onShow: (shown: Tallied | null) => void;
}

/** The counts above the rack, as large as the question they answer; each leads to those it counts, and back. */
export function TallyList({ tally, shown, onShow }: TallyListProps) {
  return (
    <div
      role="group"
      aria-label="Counts"
      className="ml-auto flex gap-1 max-md:ml-0 max-md:w-full max-md:gap-3"
    >
      {tallied
        .filter((key) => !RARE.has(key) || tally[key] > 0 || shown === key)
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
