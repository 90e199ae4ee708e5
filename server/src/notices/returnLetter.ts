import { writeReturn, type PersonId, type SubmissionId } from '@vestibul/core';
import type { School } from '../platform/School';
import { readSchool } from '../school/facts';
import { one } from '../platform/database/database';
import { greetedAs, nameOf } from '../school/people';
import { signature } from '../ledger/signature';
import { canGetLetters, stopAddress } from './chosenLetters';
import { queueLetter } from '../platform/mail/outbox';
import { answersTo } from './answersTo';

interface Returned {
  studentId: PersonId;
  called: string;
  email: string;
  assignmentId: string;
  title: string;
  course: string;
  comments: number;
}

/**
 * Puts the letter about work that came back among those to be sent, where its student wants one. In the transaction of the
 * hand-back: then both are kept, or neither.
 */
export function queueReturnLetter(
  school: School,
  by: PersonId,
  submission: SubmissionId,
  { isAgain }: { isAgain: boolean },
): void {
  if (!school.mail) return;
  const { db } = school;
  const found = one<Returned>(
    db,
    `SELECT p.id AS studentId, ${greetedAs} AS called, p.email,
       a.id AS assignmentId, a.title, c.title AS course,
       (SELECT COUNT(*) FROM comment m WHERE m.submission_id = s.id AND m.shown_at IS NOT NULL AND m.answers_id IS NULL) AS comments
     FROM submission s JOIN person p ON p.id = s.student_id JOIN assignment a ON a.id = s.assignment_id
     JOIN course c ON c.id = s.course_id WHERE s.id = ? AND p.return_letters = 1 AND ${canGetLetters}`,
    [submission],
  );
  if (!found) return;
  const { studentId, email, assignmentId, ...facts } = found;
  const letter = writeReturn({
    ...facts,
    isAgain,
    teacher: signature(nameOf(db, by)),
    school: readSchool(db)!.name,
    address: new URL(`/turn-in/${assignmentId}`, school.address()).href,
  });
  queueLetter(school, email, letter, {
    replyTo: answersTo(db, by),
    stopAddress: stopAddress(school, studentId, 'returns'),
  });
}
