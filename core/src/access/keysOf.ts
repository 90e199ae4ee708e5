import type { CourseId, Instant, PeriodId, PersonId } from '../ids';
import { decide, levels, type Level, type Reason, type Seeker, type Showing } from './decide';

/** Somebody, or everybody of a kind, who can do so much with a piece, because of what, and from when until when. */
export interface Key {
  who: { kind: 'person'; id: PersonId } | { kind: 'office' } | { kind: 'period'; id: PeriodId };
  level: Level;
  because: Reason;
  since: Instant;
  /** When it ended, where that is known; null while it goes on. */
  until: Instant | null;
}

/** A piece as it lay in its slot at a moment. */
export interface PlacedPiece {
  course: CourseId;
  of: PersonId;
  /** Since when it lies there. */
  since: Instant;
  showing: Omit<Showing, 'viewerHasTurnedIn'>;
}

type Seat = Seeker['seats'][number];
type OnStaff = Seeker['staff'][number] & { id: PersonId };

/**
 * All keys to a piece at a moment, what allows most first: its owner's, those of the staff, the office's, and that of the period it is
 * shown to (those of it who have turned something in). Each is what `decide` answers for such a person, so that the list and the
 * door never differ.
 */
export function keysOf(
  { course, of, since, showing }: PlacedPiece,
  { staff, seats }: { staff: readonly OnStaff[]; seats: readonly Seat[] },
  at: Instant,
): Key[] {
  const thing = { kind: 'piece', course, of, showing: { ...showing, viewerHasTurnedIn: true } } as const;
  const nobody = { visit: null, staff: [], seats: [] };
  const somebody = '' as PersonId;
  const wanted: {
    who: Key['who'];
    seeker: Seeker;
    stretch: { from: Instant; until: Instant | null } | null;
  }[] = [
    {
      who: { kind: 'person', id: of },
      seeker: { ...nobody, person: { id: of, standing: 'student' }, seats },
      stretch: null,
    },
    ...staff.map(({ id, ...stretch }) => ({
      who: { kind: 'person' as const, id },
      seeker: { ...nobody, person: { id, standing: 'teacher' as const }, staff: [stretch] },
      stretch,
    })),
    {
      who: { kind: 'office' },
      seeker: { ...nobody, person: { id: somebody, standing: 'office' } },
      stretch: null,
    },
    {
      who: { kind: 'period', id: showing.period },
      seeker: {
        ...nobody,
        person: { id: somebody, standing: 'student' },
        seats: [{ period: showing.period, from: since, until: null }],
      },
      stretch: null,
    },
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
