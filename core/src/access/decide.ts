import type { CourseId, Instant, PeriodId, PersonId, VisitId } from '../ids';
import type { Afterwards, CourseStaffRole, Standing } from './roles';

/** What somebody can do with a thing. Each level allows what those before it allow. */
export const levels = ['none', 'view', 'comment', 'edit', 'add', 'run', 'own'] as const;
export type Level = (typeof levels)[number];

/** Whether a level allows what another one is asked for. */
export const reaches = (level: Level, needed: Level): boolean =>
  levels.indexOf(level) >= levels.indexOf(needed);

/** A time in which something was so; one that goes on has no end. */
interface Stretch {
  from: Instant;
  until: Instant | null;
}

/** Who asks, and what they are and were to the course in which the thing lies. */
export interface Seeker {
  person: { id: PersonId; standing: Standing } | null;
  /** In which visit they came, of somebody without an account. */
  visit: VisitId | null;
  staff: readonly (Stretch & { role: CourseStaffRole })[];
  seats: readonly (Stretch & { period: PeriodId })[];
}

/** How an assignment shows a piece to others than its owner. */
export interface Showing {
  afterwards: Afterwards;
  /** Taken back, it is its owner's alone again; an attempt that was undone was placed with somebody whose it is not. */
  state: 'there' | 'taken back' | 'undone';
  /** It waits for the staff, or is of an attempt that does not count. */
  held: boolean;
  /** Where its owner sits. */
  period: PeriodId;
  /** Whether whoever asks has turned in something for the same assignment. */
  viewerHasTurnedIn: boolean;
}

/** Something that can be seen or changed, with its way down from the course. */
export type Thing =
  /** The school: its people, its years, its lists. */
  | { kind: 'school' }
  /** The courses that somebody makes, their own files, and sending files at all: each is everybody's own. */
  | { kind: 'teaching' | 'drawer' | 'sending' }
  /** What a course is for the office too: its title, periods, staff, students, its part of the ledger. */
  | { kind: 'course'; course: CourseId }
  /** What its staff works with: names, assignments, the rack, piles, side doors. */
  | { kind: 'desk'; course: CourseId }
  /** What whoever asks is about to turn in for an assignment. */
  | { kind: 'tray'; course: CourseId }
  /** What a student has turned in or was handed out, and what is said of it. */
  | { kind: 'work'; course: CourseId; of: PersonId }
  | { kind: 'piece'; course: CourseId; of: PersonId; showing: Showing }
  /** What the others of a student's period have turned in for an assignment. */
  | { kind: 'period work'; course: CourseId; showing: Pick<Showing, 'afterwards' | 'viewerHasTurnedIn'> }
  /** A file on its way. */
  | {
      kind: 'upload';
      course: CourseId | null;
      by: PersonId | null;
      visit: VisitId | null;
      /** How much staff must be able to do in its course to bring it. */
      needs: 'comment' | 'run';
    };

/** Why somebody has the level that they have. */
export type Reason =
  /** What they are in the school. */
  | { kind: 'standing'; standing: Standing }
  | { kind: 'staff'; role: CourseStaffRole; since: Instant }
  | { kind: 'own' }
  | { kind: 'guest' }
  /** The assignment shows pieces to the period in which both sit. */
  | { kind: 'shown to the period'; period: PeriodId; since: Instant }
  /** The assignment shows nothing of it afterwards, or not yet. */
  | { kind: 'not shown' }
  | { kind: 'taken back' }
  | { kind: 'left'; since: Instant }
  | { kind: 'not signed in' }
  | { kind: 'no reason' };

export interface Access {
  level: Level;
  because: Reason;
}

/** What each role on a course's staff, and the office, can do with the course itself. */
export const courseLevels: Record<CourseStaffRole | 'office', Level> = {
  teacher: 'own',
  'co-teacher': 'run',
  aide: 'comment',
  office: 'own',
};

/** What they can do with what the staff works with, and with what its students turn in. */
export const deskLevels: Record<CourseStaffRole | 'office', Level> = {
  teacher: 'run',
  'co-teacher': 'run',
  aide: 'comment',
  office: 'none',
};

const schoolLevels: Record<Standing, Level> = { student: 'view', teacher: 'add', office: 'run' };

/**
 * The one decision about access: what somebody can do with a thing at a moment, and why. Of several reasons the one that
 * allows most is told; what is not there is nobody's. Everything that lets somebody in, shows or sends them something asks this and nothing else.
 */
export function decide(seeker: Seeker, thing: Thing | null, at: Instant): Access {
  const found = thing ? reasons(seeker, thing, at) : [];
  const none: Access = {
    level: 'none',
    because: { kind: seeker.person ? 'no reason' : 'not signed in' },
  };
  return found.reduce(
    (most, one) => (one.level !== most.level && reaches(one.level, most.level) ? one : most),
    found[0] ?? none,
  );
}

/** Who has what is in no course. */
const ownKinds = {
  teaching: { standings: ['teacher'], level: 'own' },
  drawer: { standings: ['student'], level: 'own' },
  sending: { standings: ['student', 'teacher'], level: 'add' },
} as const satisfies Record<string, { standings: readonly Standing[]; level: Level }>;

const OWN: Access = { level: 'own', because: { kind: 'own' } };
const GUEST: Reason = { kind: 'guest' };

/** Everything that lets somebody at a thing, or that keeps its owner from it. */
function reasons(seeker: Seeker, thing: Thing, at: Instant): Access[] {
  const { person, visit } = seeker;
  if (thing.kind === 'upload' && visit !== null && thing.visit === visit)
    return [{ level: 'own', because: GUEST }];
  if (!person) return visit !== null && thing.kind === 'sending' ? [{ level: 'add', because: GUEST }] : [];

  const standing: Reason = { kind: 'standing', standing: person.standing };
  const staff = seeker.staff.find((stretch) => isAt(stretch, at));
  // Who has left keeps what is theirs.
  const wasThere = seeker.seats.length > 0;
  switch (thing.kind) {
    case 'school':
      return [{ level: schoolLevels[person.standing], because: standing }];
    case 'teaching':
    case 'drawer':
    case 'sending': {
      const { standings, level } = ownKinds[thing.kind];
      return standings.some((known) => known === person.standing) ? [{ level, because: standing }] : [];
    }
    case 'upload': {
      const mayBring =
        thing.course === null || wasThere || (staff && reaches(deskLevels[staff.role], thing.needs));
      return thing.by === person.id && mayBring ? [OWN] : [];
    }
    case 'tray':
      return wasThere ? [OWN] : [];
    case 'course':
      return [
        ...(staff ? [{ level: courseLevels[staff.role], because: asStaff(staff) }] : []),
        ...(person.standing === 'office' ? [{ level: courseLevels.office, because: standing }] : []),
      ];
    case 'desk':
      return staff ? [{ level: deskLevels[staff.role], because: asStaff(staff) }] : [];
    case 'period work':
      return ofPeriod(seeker, thing.showing, at);
    case 'work':
    case 'piece': {
      const isOwn = thing.of === person.id && wasThere;
      const others: Access[] = [
        ...(staff ? [{ level: deskLevels[staff.role], because: asStaff(staff) }] : []),
        ...(person.standing === 'office' ? [{ level: 'view' as const, because: standing }] : []),
      ];
      if (thing.kind === 'work') return isOwn ? [OWN, ...others] : others;
      const { held, period } = thing.showing;
      const [shown] = isOwn || held ? [] : ofPeriod(seeker, thing.showing, at);
      if (shown?.because.kind === 'shown to the period' && shown.because.period === period)
        others.push(shown);
      return ofPiece(thing.showing, isOwn, others);
    }
  }
}

const asStaff = ({ role, from }: Seeker['staff'][number]): Reason => ({ kind: 'staff', role, since: from });

/** What of the reasons to see a piece is left by what has become of it. */
function ofPiece({ state, afterwards }: Showing, isOwn: boolean, others: Access[]): Access[] {
  const gone: Access = { level: 'none', because: { kind: 'taken back' } };
  if (state === 'undone') return isOwn || others.length > 0 ? [gone] : [];
  if (state === 'taken back' && others.length > 0) others = [gone];
  if (!isOwn) return others;
  return [afterwards === 'nothing' ? { level: 'none', because: { kind: 'not shown' } } : OWN, ...others];
}

/**
 * Whether somebody sees what their period has turned in: they sit there, the assignment shows it, and they have turned in
 * something themselves.
 */
function ofPeriod(
  { seats }: Seeker,
  { afterwards, viewerHasTurnedIn }: Pick<Showing, 'afterwards' | 'viewerHasTurnedIn'>,
  at: Instant,
): Access[] {
  const seat = seats.find((stretch) => isAt(stretch, at));
  const ends = seats.flatMap(({ until }) => until ?? []).sort();
  // Who has left keeps what is theirs, and sees nothing new of the others.
  if (!seat)
    return ends.length > 0 ? [{ level: 'none', because: { kind: 'left', since: ends.at(-1)! } }] : [];
  if (afterwards !== 'period' || !viewerHasTurnedIn)
    return [{ level: 'none', because: { kind: 'not shown' } }];
  return [{ level: 'view', because: { kind: 'shown to the period', period: seat.period, since: seat.from } }];
}

const isAt = ({ from, until }: Stretch, at: Instant) => from <= at && (until === null || at < until);

/** Whether somebody may put others on a course's staff in a role, or take them out of it: aides are the co-teachers' too. */
export function mayNameStaff(onCourse: Level, as: CourseStaffRole): boolean {
  return onCourse === 'own' || (reaches(onCourse, 'run') && as === 'aide');
}
