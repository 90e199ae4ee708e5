import {
  oldBy,
  type CourseId,
  type EventKind,
  type LineAbout,
  type OldSlot,
  type OldThings,
  type PersonId,
} from '@vestibul/core';
import type { School } from '../platform/School';
import { all, one, onCommit } from '../platform/database/database';
import type { Told } from '../platform/live/Bus';
import { toldOfDesk, toldOfSlot } from '../submissions/tellOfSlot';

interface LineRow extends Omit<LineAbout, 'sitsIn'> {
  idx: number;
  person: PersonId | null;
}

/** The lines of the ledger after one, as far as what they make old depends on them; `most` bounds how many. */
export function linesAfter(school: School, after: number, most: number): LineAbout[] {
  const { db } = school;
  const rows = all<LineRow>(
    db,
    `SELECT idx, kind, by_id AS "by", course_id AS course, student_id AS student, assignment_id AS assignment,
       CASE WHEN course_id IS NULL THEN json_extract(canonical, '$.about.person') END AS person
     FROM event WHERE idx > :after ORDER BY idx LIMIT :most`,
    { after, most },
  );
  return rows.map((row) => ({ ...row, sitsIn: row.person ? coursesOf(school, row.person) : [] }));
}

function coursesOf(school: School, person: PersonId): CourseId[] {
  return all<{ id: CourseId }>(
    school.db,
    'SELECT course_id AS id FROM enrolment WHERE student_id = ? AND left_at IS NULL',
    [person],
  ).map(({ id }) => id);
}

/** What is told of what lines have made old, and to whom. */
export function toldOf(school: School, old: OldThings): Told[] {
  return [
    ...old.courses.map((courseId): Told => ({
      audience: { staffOf: courseId },
      notice: { kind: 'course', courseId },
    })),
    ...old.classes.map((courseId): Told => ({
      audience: { classOf: courseId },
      notice: { kind: 'class', courseId },
    })),
    ...old.own.map((person): Told => ({
      audience: { person },
      notice: { kind: 'mine', assignmentId: null },
    })),
    ...old.slots.flatMap(toldOfSlot),
    ...old.desks.map(toldOfDesk),
    ...old.words.flatMap((word) => toldInWords(school, word)),
  ];
}

/** A word to the student of what came back: of what was handed back, where the assignment's teacher wants that. */
function toldInWords(school: School, { student, assignment, kind }: OldSlot & { kind: EventKind }): Told[] {
  const row = one<{ title: string; tells: number }>(
    school.db,
    'SELECT title, tells FROM assignment WHERE id = ?',
    [assignment],
  );
  const says = kind === 'sent back' ? 'sent back' : 'handed back';
  if (!row || (row.tells !== 1 && says === 'handed back')) return [];
  return [
    {
      audience: { person: student },
      notice: { kind: 'word', says, assignmentId: assignment, title: row.title },
    },
  ];
}

/** Lines that are told of before other requests get their turn: a package of a whole school writes tens of thousands. */
export const LINES_AT_ONCE = 500;

/**
 * Has everything told that lines of the ledger make old, from now on: after each commit, and after each job of a thread,
 * which writes through a connection of its own. What was committed stays so, whatever becomes of the telling.
 */
export function tellOfLines(school: School): void {
  const { bus, db } = school;
  bus.line = one<{ idx: number | null }>(db, 'SELECT MAX(idx) AS idx FROM event')!.idx ?? -1;
  const answers = new Set<CourseId>();
  const tell = () => {
    if (!db.open) return;
    try {
      const lines = linesAfter(school, bus.line, LINES_AT_ONCE);
      bus.line += lines.length;
      const old = oldBy(lines);
      bus.tellOfLines(toldOf(school, old));
      for (const course of old.answers) answers.add(course);
      if (lines.length === LINES_AT_ONCE) {
        setImmediate(tell);
        return;
      }
      const courses = [...answers];
      answers.clear();
      for (const course of courses) school.signals.courseChanged.tell(course);
    } catch (error) {
      school.report(error);
    }
  };
  onCommit(db, tell);
  school.gate.onOpen(tell);
}
