import {
  sha256Hex,
  type AssignmentId,
  type CourseId,
  type PersonId,
  type PieceId,
  type Sha256,
  type SubmissionId,
} from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { accessOf } from '../access/access';
import { findAssignment } from '../assignments/assignments';
import { keepTexts, listKept, type InVault } from '../extraction/keptTexts';
import { all, one, run, type Database } from '../platform/database/database';
import { Failure } from '../platform/failure';
import { runJob, tryJob } from '../platform/runJob';
import type { School } from '../platform/School';
import { nameColumns, type PersonName } from '../school/people';
import { listGiven } from './progress';

/** Earlier assignments of the same title that are compared with; a teacher has given one for some years in some courses. */
const MOST_EARLIER = 12;
/** Pieces that are compared, the newest first; pairs that are told, the most alike first. */
const MOST_PIECES = 5000;
const MOST_PAIRS = 300;

interface Piece extends InVault {
  id: PieceId;
  submissionId: SubmissionId;
  studentId: PersonId;
  assignmentId: AssignmentId;
}

/** A pair as it is kept; null stands for all of them where the works could not be compared. */
type KeptPair = readonly [a: PieceId, b: PieceId, alike: number, same: 0 | 1];

/** The assignment and those of its title in other courses of whoever teaches it: last year's, or another course's. */
function listCompared(
  db: Database,
  { id, courseId }: { id: AssignmentId; courseId: CourseId },
): AssignmentId[] {
  const others = all<{ id: AssignmentId }>(
    db,
    `SELECT a.id FROM assignment a JOIN assignment this ON this.id = :id
     WHERE a.title_key = this.title_key AND a.id <> :id AND a.course_id IN (
       SELECT theirs.course_id FROM on_staff mine JOIN on_staff theirs ON theirs.person_id = mine.person_id
       WHERE mine.course_id = :courseId AND mine.until_at IS NULL AND theirs.until_at IS NULL)
     ORDER BY a.created_at DESC, a.id LIMIT :most`,
    { id, courseId, most: MOST_EARLIER },
  );
  return [id, ...others.map((other) => other.id)];
}

/** The pieces of the attempts that count. */
function listPieces(db: Database, assignments: readonly AssignmentId[]): Piece[] {
  return all<Piece>(
    db,
    `SELECT q.id, q.submission_id AS submissionId, s.student_id AS studentId, s.assignment_id AS assignmentId, q.sha256, q.mime,
       q.extension
     FROM json_each(:assignments) JOIN submission s ON s.assignment_id = json_each.value
     JOIN piece q ON q.submission_id = s.id AND q.attempt = s.attempt
     ORDER BY json_each.key, s.turned_in_at DESC, q.id LIMIT :most`,
    { assignments: JSON.stringify(assignments), most: MOST_PIECES },
  );
}

/** Everything that a search for pairs takes in, and its name. */
function toCompare(db: Database, assignment: AssignmentId) {
  const assignments = listCompared(db, findAssignment(db, assignment));
  const pieces = listPieces(db, assignments);
  const blanks = assignments.flatMap((one) => listGiven(db, one));
  const directions = assignments.map((one) => findAssignment(db, one).directions);
  const given = { files: blanks.map(({ sha256 }) => sha256), text: directions.join('\n\n').trim() };
  const name = sha256Hex(
    JSON.stringify([pieces.map(({ id, sha256 }) => [id, sha256]), given.files, given.text]),
  );
  return { pieces, blanks, given, name };
}

/**
 * Pairs of works of an assignment, and of one with earlier works for the same, that are nearly the same text or the same bytes, as
 * far as they are found: what is still being looked for is looked for beside the requests. Somebody who is on the staff here and
 * not of the other course is not told of its works.
 */
export function readAlike(school: School, viewer: PersonId, assignment: AssignmentId): AnswerOf<'readAlike'> {
  const { db } = school;
  const { pieces, name } = toCompare(db, assignment);
  const kept = one<{ compared: string; pairs: string }>(
    db,
    'SELECT compared, pairs FROM alike WHERE assignment_id = ?',
    [assignment],
  );
  const isLooking = pieces.length > 1 && kept?.compared !== name;
  if (isLooking)
    school.sideWorks.begin(`alike ${assignment}`, (shouldStop) =>
      lookFor(school, assignment, shouldStop).catch(school.report),
    );
  const own = pieces.filter(({ assignmentId }) => assignmentId === assignment);
  const readable = listKept(
    db,
    own.map(({ sha256 }) => sha256),
  );
  const told = JSON.parse(kept?.pairs ?? '[]') as KeptPair[] | null;
  const pairs = (told ?? []).slice(0, MOST_PAIRS);
  const sides = listSides(
    school,
    viewer,
    assignment,
    pairs.flatMap(([a, b]) => [a, b]),
  );
  return {
    isLooking,
    failed: !isLooking && told === null,
    compared: own.length,
    unread: own.filter(({ sha256 }) => readable.get(sha256) === false).length,
    pairs: pairs.flatMap(([first, second, alike, same]) => {
      const [a, b] = [sides.get(first), sides.get(second)];
      return a && b ? [{ a, b, alike, same: same === 1 }] : [];
    }),
  };
}

type Side = AnswerOf<'readAlike'>['pairs'][number]['a'];

/** Whose these pieces are and where they lie, of those that still count and that somebody may see. */
function listSides(
  school: School,
  viewer: PersonId,
  assignment: AssignmentId,
  pieces: readonly PieceId[],
): Map<PieceId, Side> {
  const rows = all<
    PersonName & {
      pieceId: PieceId;
      name: string;
      courseId: CourseId;
      assignmentId: AssignmentId;
      course: string;
      year: string;
      period: string;
    }
  >(
    school.db,
    `SELECT ${nameColumns}, q.id AS pieceId, q.name, s.course_id AS courseId, s.assignment_id AS assignmentId, c.title AS course,
       y.label AS year, COALESCE(d.label, '') AS period
     FROM piece q JOIN submission s ON s.id = q.submission_id AND s.attempt = q.attempt
     JOIN person p ON p.id = s.student_id JOIN course c ON c.id = s.course_id JOIN year y ON y.id = c.year_id
     LEFT JOIN enrolment e ON e.course_id = s.course_id AND e.student_id = s.student_id
     LEFT JOIN period d ON d.id = e.period_id
     WHERE q.id IN (SELECT value FROM json_each(?))`,
    [JSON.stringify(pieces)],
  );
  const seen = new Map<CourseId, boolean>();
  const maySee = (course: CourseId): boolean => {
    const known = seen.get(course) ?? accessOf(school, viewer, { kind: 'desk', course }).level !== 'none';
    seen.set(course, known);
    return known;
  };
  return new Map(
    rows
      .filter(({ courseId }) => maySee(courseId))
      .map(({ pieceId, name, courseId, assignmentId, course, year, period, ...student }) => [
        pieceId,
        {
          pieceId,
          name,
          student,
          period,
          elsewhere: assignmentId === assignment ? null : { courseId, assignmentId, course, year },
        },
      ]),
  );
}

/** Reads what was not read yet, and looks for pairs in all of it. */
async function lookFor(school: School, assignment: AssignmentId, shouldStop: () => boolean): Promise<void> {
  const { db } = school;
  const { pieces, blanks, given, name } = toCompare(db, assignment);
  await keepTexts(school, [...blanks, ...pieces], shouldStop);
  if (shouldStop()) return;
  // What ends its thread would end it again: it is kept that these cannot be compared.
  const found = await tryJob(school, 'compareWorks', {
    school: school.forThread,
    works: pieces.map(({ sha256 }) => sha256),
    given,
  });
  const pairs = found?.flatMap(({ a, b, alike, same }): KeptPair[] => {
    const [first, second] = [pieces[a]!, pieces[b]!];
    // Works of one student are their own; what is alike in earlier years was told then.
    const isOne = first.studentId === second.studentId;
    const isHere = first.assignmentId === assignment || second.assignmentId === assignment;
    return isOne || !isHere ? [] : [[first.id, second.id, alike, same ? 1 : 0]];
  });
  if (shouldStop()) return;
  await school.gate.pass();
  run(
    db,
    'INSERT OR REPLACE INTO alike (assignment_id, compared, pairs) VALUES (:assignment, :name, :pairs)',
    { assignment, name, pairs: JSON.stringify(pairs?.slice(0, MOST_PAIRS) ?? null) },
  );
}

/** Two works side by side with what is the same in them. Fails with `not-found` of a pair that is not there for who asks. */
export async function readAlikePair(
  school: School,
  viewer: PersonId,
  assignment: AssignmentId,
  ids: readonly [PieceId, PieceId],
): Promise<AnswerOf<'readAlikePair'>> {
  const { pieces, blanks, given } = toCompare(school.db, assignment);
  const [a, b] = ids.map((id) => pieces.find((piece) => piece.id === id));
  if (!a || !b || listSides(school, viewer, assignment, ids).size < 2) throw new Failure('not-found');
  await keepTexts(school, [...blanks, a, b], () => false);
  const texts = await runJob('comparePassages', {
    school: school.forThread,
    works: [a.sha256, b.sha256] as [Sha256, Sha256],
    given,
  });
  return { same: a.sha256 === b.sha256, sides: [texts[0], texts[1]] };
}
