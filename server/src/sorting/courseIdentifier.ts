import {
  AccountTally,
  makeBlankReader,
  makeIdentifier,
  makeReasonSayer,
  splitName,
  weighBeside,
  type AssignmentId,
  type BlankReader,
  type CourseId,
  type Evidence,
  type Identifier,
  type IdentifyCourse,
  type Instant,
  type PersonId,
  type ReasonSayer,
  type Sha256,
} from '@vestibul/core';
import type { School } from '../platform/School';
import { findCourse } from '../courses/courses';
import { all, one, type Database } from '../platform/database/database';
import { listElsewhere, listEverybodyValues } from '../naming/naming';
import type { PieceAnswer, PilePieceRow } from './pilePieces';
import { listKnownWords, type PileRow } from './piles';
import { readInside } from '../extraction/readInside';

/** What tells whose something is in a course, read once for many pieces. */
export interface CourseIdentifier {
  identifier: Identifier<PersonId, AssignmentId>;
  sayReasons: ReasonSayer<PersonId, AssignmentId>;
  periods: ReadonlyMap<string, number>;
  /** When each assignment is due first. */
  dues: ReadonlyMap<AssignmentId, Instant>;
  /** What was learned of the accounts in its files. */
  accounts: AccountTally;
}

export function openIdentifier(school: School, courseId: CourseId): CourseIdentifier {
  const { db } = school;
  const { title, code, yearLabel, teacher } = courseTextsOf(school, courseId);
  const course: IdentifyCourse<PersonId, AssignmentId> = {
    students: listEverybodyValues(db, courseId),
    assignments: all<{ id: AssignmentId; title: string; shortName: string }>(
      db,
      'SELECT id, title, short_name AS shortName FROM assignment WHERE course_id = ? ORDER BY id',
      [courseId],
    ).map(({ id, title: name, shortName }) => ({ id, titles: [name, shortName] })),
    courseTexts: [title, code, yearLabel, teacher],
    elsewhere: listElsewhere(school, courseId),
    decided: listKnownWords(db, courseId).map(({ words, studentId }) => ({ words, student: studentId })),
  };
  const periods = new Map(
    all<{ id: string; number: number }>(db, 'SELECT id, number FROM period WHERE course_id = ?', [
      courseId,
    ]).map(({ id, number }) => [id, number]),
  );
  const dues = new Map(
    all<{ id: AssignmentId; due: Instant }>(
      db,
      `SELECT a.id, MIN(d.due_at) AS due FROM assignment a JOIN assignment_due d ON d.assignment_id = a.id
       WHERE a.course_id = ? GROUP BY a.id`,
      [courseId],
    ).map(({ id, due }) => [id, due]),
  );
  return {
    identifier: makeIdentifier(course),
    sayReasons: makeReasonSayer(course),
    periods,
    dues,
    accounts: learnAccounts(db, courseId),
  };
}

/** Placed pieces that are looked at for whose work an account stands in. */
const MOST_LEARNED = 4000;

/** Learns from what lies in its place which accounts stand in the work of several people. */
function learnAccounts(db: Database, course: CourseId): AccountTally {
  const accounts = new AccountTally();
  const placed = all<{ evidence: string; student: PersonId }>(
    db,
    `SELECT q.evidence, s.student_id AS student FROM pile_piece q
     JOIN pile_placing l ON l.pile_piece_id = q.id JOIN submission s ON s.id = l.submission_id
     WHERE q.course_id = ? AND q.state = 'placed' LIMIT ?`,
    [course, MOST_LEARNED],
  );
  for (const { evidence, student } of placed)
    if (evidence !== '[]') accounts.add(JSON.parse(evidence) as Evidence[], [student]);
  return accounts;
}

function courseTextsOf(school: School, id: CourseId) {
  const { title, code } = findCourse(school.db, id);
  const more = one<{ yearLabel: string; teacher: string }>(
    school.db,
    `SELECT y.label AS yearLabel, COALESCE(p.last, '') AS teacher FROM course c JOIN year y ON y.id = c.year_id
       LEFT JOIN course_staff s ON s.course_id = c.id AND s.role = 'teacher' LEFT JOIN person p ON p.id = s.person_id
     WHERE c.id = ? LIMIT 1`,
    [id],
  )!;
  return { title, code, ...more };
}

/** Reads whose a piece is, by its path and what else is known of it. */
export function answerFor(
  { identifier, sayReasons, periods, dues, accounts }: CourseIdentifier,
  pile: Pick<PileRow, 'periodId' | 'assignmentId'>,
  { path, modifiedAt, evidence }: Pick<PilePieceRow, 'path' | 'modifiedAt' | 'evidence'>,
): PieceAnswer {
  const folders = path.split('/').slice(0, -1);
  const name = path.split('/').at(-1)!;
  const beside = weighBeside(
    identifier,
    [
      ...folders.map((text) => ({ kind: 'folder' as const, text })),
      ...evidence,
      ...timesOf(modifiedAt, dues),
    ],
    accounts.shared,
  );
  const number = pile.periodId === null ? undefined : periods.get(pile.periodId);
  const students = new Map(beside.students);
  if (number !== undefined)
    for (const [id, bits] of identifier.weighPeriod(number))
      students.set(id, (students.get(id) ?? beside.otherStudents) + bits);
  const answer = identifier.identify(splitName(name).stem, { ...beside, students });
  const assignment = pile.assignmentId ?? answer.assignment;
  const isOfSide = (reason: string) => answer.sides.some(({ says }) => says.includes(reason));
  return {
    decision: answer.decision,
    students: answer.students,
    assignment,
    candidates: answer.candidates.filter(
      ({ student, confidence }) => confidence >= LEAST_SHOWN || answer.claimed.includes(student),
    ),
    assignmentCandidates: pile.assignmentId === null ? answer.assignmentCandidates : [],
    parts: answer.parts,
    reasons: [...sayReasons(answer), ...beside.reasons.filter((says) => !isOfSide(says))],
    sides: answer.sides,
    words: answer.personWords,
  };
}

const HOUR = 3_600_000;

/** How long before or after each assignment's due time a piece was changed last. */
function timesOf(
  modifiedAt: Instant | null,
  dues: ReadonlyMap<AssignmentId, Instant>,
): Evidence<PersonId, AssignmentId>[] {
  if (modifiedAt === null) return [];
  return [...dues].map(([assignment, due]) => ({
    kind: 'time' as const,
    assignment,
    hours: (Date.parse(modifiedAt) - Date.parse(due)) / HOUR,
  }));
}

/** Those less likely than this are not offered. */
const LEAST_SHOWN = 0.005;

/** Finds the blanks that are handed out with assignments in the texts of pieces. */
export async function readBlanks(
  school: School,
  course: CourseId,
  /** Told before each, so that whoever waits for all of them sees that it goes on. */
  onNext: () => void,
): Promise<BlankReader<AssignmentId>> {
  const blanks = all<{ assignmentId: AssignmentId; sha256: Sha256; mime: string; extension: string }>(
    school.db,
    `SELECT DISTINCT h.assignment_id AS assignmentId, v.sha256, v.mime, v.extension
     FROM blank b JOIN hand_out h ON h.blank_id = b.id JOIN blank_version v ON v.blank_id = b.id
     WHERE b.course_id = ? AND h.assignment_id IS NOT NULL`,
    [course],
  );
  const texts = new Map<AssignmentId, string>();
  for (const { assignmentId, sha256, mime, extension } of blanks) {
    onNext();
    texts.set(assignmentId, (await readInside(school.vault.pathOf(sha256), mime, extension)).text);
  }
  return makeBlankReader(texts);
}
