import type { CourseId, Instant, PeriodId, PersonId } from '../ids';
import { decide, levels, type Level, type Reason, type Seeker, type Showing, type Thing } from './decide';

/** Somebody, or everybody of a kind, who can do so much with a file, because of what, and from when until when. */
export interface Key {
  who: { kind: 'person'; id: PersonId } | { kind: 'office' } | { kind: 'period'; id: PeriodId };
  level: Level;
  because: Reason;
  since: Instant;
  /** When it ended, where that is known; null while it goes on. */
  until: Instant | null;
}

/** A file of a course, as what it was at a moment: a piece in its slot, something that was handed out, or what the staff keeps. */
export type OwnedThing =
  | { kind: 'piece'; course: CourseId; of: PersonId; showing: Omit<Showing, 'viewerHasTurnedIn'> }
  | { kind: 'work'; course: CourseId; of: PersonId }
  | { kind: 'desk'; course: CourseId };

type Seat = Seeker['seats'][number];
type OnStaff = Seeker['staff'][number] & { id: PersonId };
interface Wanted {
  who: Key['who'];
  seeker: Seeker;
  /** Since when, and until when, where that is known. */
  stretch?: { from: Instant; until: Instant | null };
}

const nobody = { visit: null, staff: [], seats: [] };
const somebody = '' as PersonId;

/**
 * All keys to a file at a moment, what allows most first: its owner's, those of the staff, the office's, and that of the period it is
 * shown to (those of it who have turned something in). `since` is when it came to lie there. Each key is what `decide` answers for such
 * a person, so that the list and the door never differ.
 */
export function keysOf(
  owned: OwnedThing,
  since: Instant,
  { staff, seats }: { staff: readonly OnStaff[]; seats: readonly Seat[] },
  at: Instant,
): Key[] {
  const thing: Thing =
    owned.kind === 'piece' ? { ...owned, showing: { ...owned.showing, viewerHasTurnedIn: true } } : owned;
  const wanted: Wanted[] = [
    ...(owned.kind === 'desk'
      ? []
      : [
          {
            who: { kind: 'person' as const, id: owned.of },
            seeker: { ...nobody, person: { id: owned.of, standing: 'student' as const }, seats },
          },
        ]),
    ...staff.map(({ id, ...stretch }) => ({
      who: { kind: 'person' as const, id },
      seeker: { ...nobody, person: { id, standing: 'teacher' as const }, staff: [stretch] },
      stretch,
    })),
    { who: { kind: 'office' }, seeker: { ...nobody, person: { id: somebody, standing: 'office' } } },
    ...(owned.kind === 'piece' ? [ofPeriod(owned.showing.period, since)] : []),
  ];
  return wanted
    .map(({ who, seeker, stretch }): Key => {
      const { level, because } = decide(seeker, thing, at);
      const from = stretch && stretch.from > since ? stretch.from : since;
      return { who, level, because, since: from, until: stretch?.until ?? null };
    })
    .filter(({ level }) => level !== 'none')
    .toSorted((a, b) => levels.indexOf(b.level) - levels.indexOf(a.level));
}

/** Whoever sits in a period, has turned something in, and is nobody else here. */
const ofPeriod = (period: PeriodId, from: Instant): Wanted => ({
  who: { kind: 'period', id: period },
  seeker: {
    ...nobody,
    person: { id: somebody, standing: 'student' },
    seats: [{ period, from, until: null }],
  },
});
