import {
  toInstant,
  writeReminder,
  type AssignmentId,
  type CourseId,
  type Instant,
  type Letter,
  type PersonId,
} from '@vestibul/core';
import type { AnswerOf, BodyOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import { answersTo } from './answersTo';
import { canGetLetters } from './chosenLetters';
import { queueLetter } from '../platform/mail/outbox';
import type { School } from '../platform/School';
import { readSchool } from '../school/facts';
import { findAssignment, isVisible } from '../assignments/assignments';
import { findCourse } from '../courses/courses';
import { all, one, together } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';
import { nameOf } from '../school/people';
import { signature } from '../ledger/signature';
import { dueForSitting, findSitting, isForGroup, type Sitting } from '../assignments/sitting';

interface Missing extends Sitting {
  /** Where a letter reaches them; '' where none does. */
  email: string;
  due: Instant;
}

/** Who of those on the roster has an assignment given to them and nothing in, in the order of their names. */
function listNothingIn(school: School, id: AssignmentId): Missing[] {
  const { db } = school;
  const assignment = findAssignment(db, id);
  if (!isVisible(assignment, school.now())) return [];
  return all<{ id: PersonId; email: string }>(
    db,
    `SELECT p.id, CASE WHEN ${canGetLetters} THEN p.email ELSE '' END AS email FROM enrolment e JOIN person p ON p.id = e.student_id
     LEFT JOIN submission s ON s.assignment_id = :assignment AND s.student_id = e.student_id
     WHERE e.course_id = :course AND e.left_at IS NULL AND COALESCE(s.attempt, 0) = 0 ORDER BY p.sort_key, p.id`,
    { assignment: id, course: assignment.courseId },
  ).flatMap((person) => {
    const sitting = findSitting(db, assignment.courseId, person.id);
    const { due, excused } = dueForSitting(db, id, sitting);
    const isAsked = due !== null && !excused && isForGroup(db, id, sitting.groupId);
    return isAsked ? [{ ...sitting, email: person.email, due }] : [];
  });
}

function letterTo(school: School, by: PersonId, id: AssignmentId, student: Missing, word: string): Letter {
  const facts = readSchool(school.db)!;
  const { title, courseId } = findAssignment(school.db, id);
  return writeReminder({
    called: student.called || student.first || student.last,
    title,
    course: findCourse(school.db, courseId).title,
    period: student.periodLabel,
    due: student.due,
    now: school.now(),
    zone: facts.timeZone,
    word,
    teacher: signature(nameOf(school.db, by)),
    school: facts.name,
    address: new URL(`/turn-in/${id}`, school.address()).href,
  });
}

/** Whom a reminder would go to, how it would read, and when each was last reminded. */
export function previewReminder(
  school: School,
  by: PersonId,
  id: AssignmentId,
  { studentIds, word }: BodyOf<'previewReminder'>,
): AnswerOf<'previewReminder'> {
  const wanted = new Set(studentIds);
  const missing = listNothingIn(school, id).filter(
    ({ studentId }) => wanted.size === 0 || wanted.has(studentId),
  );
  const reminded = all<{ student: PersonId; at: Instant }>(
    school.db,
    `SELECT student_id AS student, MAX(at) AS at FROM event
     WHERE course_id = ? AND assignment_id = ? AND kind = 'reminded' GROUP BY student_id`,
    [findAssignment(school.db, id).courseId, id],
  );
  const remindedAt = new Map(reminded.map(({ student, at }) => [student, at]));
  return {
    canMail: school.mail !== null,
    missing: missing.map(({ studentId, periodId, email }) => ({
      ...nameOf(school.db, studentId),
      periodId,
      hasAddress: email !== '',
      remindedAt: remindedAt.get(studentId) ?? null,
    })),
    sample: missing[0] ? letterTo(school, by, id, missing[0], word) : null,
  };
}

/** How long a reminder stands for one that follows it, in milliseconds. */
const SAME_MS = 60_000;

function wasJustReminded(
  school: School,
  assignment: AssignmentId,
  { courseId, studentId }: { courseId: CourseId; studentId: PersonId },
): boolean {
  const since = toInstant(Date.parse(school.now()) - SAME_MS);
  return (
    one(
      school.db,
      `SELECT 1 FROM event WHERE course_id = ? AND student_id = ? AND assignment_id = ? AND kind = 'reminded' AND at > ?`,
      [courseId, studentId, assignment, since],
    ) !== undefined
  );
}

/**
 * Sends a reminder to those of these students who have nothing in and an address; returns how many letters go. Whoever was
 * reminded of it within the last minute is not reminded again: a press that came twice is one. Fails with `no-mail`.
 */
export function sendReminder(
  school: School,
  by: PersonId,
  id: AssignmentId,
  students: readonly PersonId[],
  word: string,
): number {
  if (!school.mail) throw new Failure('no-mail');
  return together(school.db, () => {
    const wanted = new Set(students);
    const to = listNothingIn(school, id).filter(
      (student) =>
        wanted.has(student.studentId) && student.email !== '' && !wasJustReminded(school, id, student),
    );
    for (const student of to) {
      queueLetter(school, student.email, letterTo(school, by, id, student, word), {
        replyTo: answersTo(school.db, by),
      });
      writeEvent(
        school,
        by,
        'reminded',
        { course: student.courseId, period: student.periodId, assignment: id, student: student.studentId },
        {},
      );
    }
    return to.length;
  });
}
