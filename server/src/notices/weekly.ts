import {
  addDays,
  fullName,
  instantToLocal,
  whatWaits,
  sumActs,
  writeWeek,
  type CourseId,
  type Day,
  type PersonId,
  type WeekOfCourse,
} from '@vestibul/core';
import { listAssignments } from '../assignments/assignmentList';
import { readHappened } from '../ledger/happened';
import { all, run, together } from '../platform/database/database';
import { queueLetter } from '../platform/mail/outbox';
import type { School } from '../platform/School';
import { readSchool } from '../school/facts';
import { greetedAs } from '../school/people';
import { readRack } from '../submissions/rack';
import { canGetLetters, stopAddress } from './chosenLetters';
import { LETTER_HOUR } from './letterHour';
import { mondayOf } from './mondayOf';

/** Letters written in one turn, so that requests get theirs: each reads whole courses. The rest follow a few seconds later. */
const AT_ONCE = 2;

/** Writes the letter of a week to some of the staff who want one and have not had it; returns how many were looked at. */
export function writeWeeks(school: School): number {
  const { db } = school;
  const facts = readSchool(db);
  if (!school.mail || !facts) return 0;
  const monday = mondayOf(school);
  const local = instantToLocal(school.now(), facts.timeZone);
  if (local.slice(0, 10) === monday && local.slice(11) < LETTER_HOUR) return 0;
  const readers = all<{ id: PersonId; called: string; email: string }>(
    db,
    `SELECT p.id, ${greetedAs} AS called, p.email FROM person p
     WHERE weekly_letter = 1 AND weekly_on < ? AND ${canGetLetters} ORDER BY weekly_on LIMIT ?`,
    [monday, AT_ONCE],
  );
  for (const reader of readers) {
    const letter = writeWeek({
      called: reader.called,
      school: facts.name,
      courses: coursesOf(school, reader.id, monday).map((course) =>
        tellWeek(school, reader.id, course, monday),
      ),
      address: school.address(),
    });
    together(db, () => {
      if (letter)
        queueLetter(school, reader.email, letter, { stopAddress: stopAddress(school, reader.id, 'weekly') });
      run(db, 'UPDATE person SET weekly_on = ? WHERE id = ?', [monday, reader.id]);
    });
  }
  return readers.length;
}

interface TaughtCourse {
  id: CourseId;
  title: string;
}

/** The courses that somebody teaches and that were not over before last week was. */
const coursesOf = (school: School, person: PersonId, monday: Day): TaughtCourse[] =>
  all<TaughtCourse>(
    school.db,
    `SELECT c.id, c.title FROM course_staff t JOIN course c ON c.id = t.course_id JOIN year y ON y.id = c.year_id
     WHERE t.person_id = :person AND y.ends_on >= :since ORDER BY c.title, c.id`,
    { person, since: addDays(monday, -7) },
  );

/** What there is to tell of a course: what was done in the week before a Monday, and how it stands now. */
function tellWeek(school: School, reader: PersonId, { id, title }: TaughtCourse, monday: Day): WeekOfCourse {
  const { db } = school;
  const { students, slots, dues, now } = readRack(school, id, reader);
  const { quiet, ...waits } = whatWaits(
    { students, slots, dues, assignments: listAssignments(db, id) },
    Date.parse(now),
  );
  return {
    title,
    done: sumActs(readHappened(db, id, { by: 'day', from: addDays(monday, -7), to: addDays(monday, -1) })),
    waits,
    quiet: quiet.map(({ id: { first, last } }) => fullName(first, last)),
  };
}
