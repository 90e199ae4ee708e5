import {
  decide,
  type Access,
  type Afterwards,
  type CourseId,
  type PeriodId,
  type PersonId,
  type Seeker,
  type Showing,
  type Thing,
} from '@vestibul/core';
import type { RouteSubject } from '@vestibul/contract';
import { all, one, type Database } from '../platform/database/database';
import type { School } from '../platform/School';
import { nowOnLedger } from '../platform/ledger/ledger';
import type { PersonRow } from '../school/people';
import type { VisitRow } from '../doors/visits';

/** Who asks: somebody signed in, a guest, or nobody that is known. */
export interface Asking {
  person: Pick<PersonRow, 'id' | 'standing'> | null;
  visit: Pick<VisitRow, 'id'> | null;
}

/** What somebody can do with a thing now, and why. What is not there is nobody's. */
export function accessTo(school: School, asking: Asking, thing: Thing | null): Access {
  const seeker = asSeeker(school.db, asking, thing && courseOf(thing));
  // A clock that was set back ends no right that the ledger has.
  return decide(seeker, thing, nowOnLedger(school));
}

/** As `accessTo`, for somebody of whom only the id is at hand. */
export function accessOf(school: School, by: PersonId, thing: Thing): Access {
  const person = one<{ id: PersonId; standing: PersonRow['standing'] }>(
    school.db,
    'SELECT id, standing FROM person WHERE id = ?',
    [by],
  );
  return accessTo(school, { person: person ?? null, visit: null }, thing);
}

/** The course in which a thing lies; null for what lies in none. */
export const courseOf = (thing: Thing): CourseId | null => ('course' in thing ? thing.course : null);

/** Who asks, with what they are and were to a course. */
export function asSeeker(db: Database, { person, visit }: Asking, course: CourseId | null): Seeker {
  const seeker = { person, visit: visit?.id ?? null };
  if (!person || course === null) return { ...seeker, staff: [], seats: [] };
  const key = [course, person.id];
  return {
    ...seeker,
    staff: all<Seeker['staff'][number]>(
      db,
      'SELECT role, from_at AS "from", until_at AS until FROM on_staff WHERE course_id = ? AND person_id = ?',
      key,
    ),
    seats: all<Seeker['seats'][number]>(
      db,
      'SELECT period_id AS period, from_at AS "from", until_at AS until FROM seat WHERE course_id = ? AND student_id = ?',
      key,
    ),
  };
}

/** Whoever is on a course's staff and may look at what it works with. */
export function listWatchers(school: School, course: CourseId): PersonId[] {
  const at = nowOnLedger(school);
  // Asked with every notice: what somebody is on the staff is all that decides, so one query tells it of all.
  return all<
    { id: PersonId; standing: PersonRow['standing'] } & Pick<Seeker['staff'][number], 'role' | 'from'>
  >(
    school.db,
    `SELECT p.id, p.standing, s.role, s.from_at AS "from" FROM course_staff s JOIN person p ON p.id = s.person_id
     WHERE s.course_id = ?`,
    [course],
  )
    .filter(({ role, from, ...person }) => {
      const seeker = { person, visit: null, staff: [{ role, from, until: null }], seats: [] };
      return decide(seeker, { kind: 'desk', course }, at).level !== 'none';
    })
    .map(({ id }) => id);
}

type Find = (db: Database, id: string, viewer: PersonId | null) => Thing | null;

/** Finds the course of what an id names, as something that its staff works with or that the office keeps too. */
const inCourse =
  (kind: 'desk' | 'course' | 'tray', query: string): Find =>
  (db, id) => {
    const row = one<{ course: CourseId }>(db, query, [id]);
    return row ? { kind, course: row.course } : null;
  };

const ofTable = (table: string) => `SELECT course_id AS course FROM ${table} WHERE id = ?`;

/** Finds what a student has turned in or was handed out. */
const work =
  (query: string): Find =>
  (db, id) => {
    const row = one<{ course: CourseId; of: PersonId }>(db, query, [id]);
    return row ? { kind: 'work', ...row } : null;
  };

/** The parameter that names a thing of each kind that a route is about, and how it is found. */
const named: Record<
  Exclude<RouteSubject, 'school' | 'teaching' | 'drawer' | 'sending'>,
  { param: string; find: Find }
> = {
  course: { param: 'courseId', find: inCourse('course', 'SELECT id AS course FROM course WHERE id = ?') },
  desk: { param: 'courseId', find: inCourse('desk', 'SELECT id AS course FROM course WHERE id = ?') },
  period: { param: 'periodId', find: inCourse('course', ofTable('period')) },
  groups: { param: 'periodId', find: inCourse('desk', ofTable('period')) },
  assignment: { param: 'assignmentId', find: inCourse('desk', ofTable('assignment')) },
  tray: { param: 'assignmentId', find: inCourse('tray', ofTable('assignment')) },
  'period work': { param: 'assignmentId', find: findPeriodWork },
  submission: {
    param: 'submissionId',
    find: work('SELECT course_id AS course, student_id AS "of" FROM submission WHERE id = ?'),
  },
  review: { param: 'submissionId', find: inCourse('desk', ofTable('submission')) },
  piece: { param: 'pieceId', find: findPiece },
  upload: { param: 'uploadId', find: findUpload },
  blank: { param: 'blankId', find: inCourse('desk', ofTable('blank')) },
  copy: {
    param: 'copyId',
    find: work('SELECT course_id AS course, student_id AS "of" FROM copy WHERE id = ?'),
  },
  door: { param: 'doorId', find: inCourse('desk', ofTable('side_door')) },
  delivery: { param: 'deliveryId', find: inCourse('desk', ofTable('delivery')) },
  pile: { param: 'pileId', find: inCourse('desk', ofTable('pile')) },
  'pile piece': { param: 'pilePieceId', find: inCourse('desk', ofTable('pile_piece')) },
};

/** What a request to a route is about; null where its id names nothing. */
export function findThing(
  db: Database,
  about: RouteSubject,
  params: Record<string, unknown>,
  { person }: Asking,
): Thing | null {
  if (about === 'school' || about === 'teaching' || about === 'drawer' || about === 'sending')
    return { kind: about };
  const { param, find } = named[about];
  return find(db, String(params[param]), person?.id ?? null);
}

function findUpload(db: Database, id: string): Thing | null {
  const row = one<Omit<Extract<Thing, { kind: 'upload' }>, 'kind'>>(
    db,
    `SELECT COALESCE(u.course_id, a.course_id, s.course_id) AS course, u.by_id AS by, u.visit_id AS visit,
       CASE WHEN u.submission_id IS NULL THEN 'run' ELSE 'comment' END AS needs
     FROM upload u LEFT JOIN assignment a ON a.id = u.assignment_id LEFT JOIN submission s ON s.id = u.submission_id
     WHERE u.id = ?`,
    [id],
  );
  return row ? { kind: 'upload', ...row } : null;
}

const viewerHasTurnedIn = (assignment: string) => `EXISTS (SELECT 1 FROM submission mine
  WHERE mine.assignment_id = ${assignment} AND mine.student_id = :viewer AND mine.attempt > 0)`;

function findPeriodWork(db: Database, id: string, viewer: PersonId | null): Thing | null {
  const row = one<Pick<ShowingRow, 'course' | 'afterwards' | 'viewerHasTurnedIn'>>(
    db,
    `SELECT course_id AS course, afterwards, ${viewerHasTurnedIn('a.id')} AS viewerHasTurnedIn
     FROM assignment a WHERE a.id = :id`,
    { id, viewer },
  );
  if (!row) return null;
  const { course, afterwards } = row;
  return {
    kind: 'period work',
    course,
    showing: { afterwards, viewerHasTurnedIn: row.viewerHasTurnedIn === 1 },
  };
}

/** What is asked of a piece to decide who sees it. */
export interface ShowingRow {
  course: CourseId;
  of: PersonId;
  afterwards: Afterwards;
  state: Showing['state'];
  held: number;
  period: PeriodId;
  viewerHasTurnedIn: number;
}

/** A piece `q` of a submission `s` for an assignment `a`, as it is shown to `:viewer`. */
export const showingColumns = `s.course_id AS course, s.student_id AS "of", a.afterwards,
  CASE WHEN t.undone_at IS NOT NULL THEN 'undone' WHEN t.taken_back_at IS NOT NULL THEN 'taken back' ELSE 'there' END AS state,
  (s.held OR q.attempt <> s.attempt) AS held, e.period_id AS period,
  ${viewerHasTurnedIn('s.assignment_id')} AS viewerHasTurnedIn`;
/** What these columns are of, from a submission `s` on. */
export const showingTables = `JOIN piece q ON q.submission_id = s.id
  JOIN attempt t ON t.submission_id = q.submission_id AND t.n = q.attempt JOIN assignment a ON a.id = s.assignment_id
  JOIN enrolment e ON e.course_id = s.course_id AND e.student_id = s.student_id`;

export const asPiece = ({
  course,
  of,
  afterwards,
  state,
  held,
  period,
  viewerHasTurnedIn,
}: ShowingRow): Thing => ({
  kind: 'piece',
  course,
  of,
  showing: { afterwards, state, held: held === 1, period, viewerHasTurnedIn: viewerHasTurnedIn === 1 },
});

function findPiece(db: Database, id: string, viewer: PersonId | null): Thing | null {
  const row = one<ShowingRow>(
    db,
    `SELECT ${showingColumns} FROM submission s ${showingTables} WHERE q.id = :id`,
    { id, viewer },
  );
  return row ? asPiece(row) : null;
}
