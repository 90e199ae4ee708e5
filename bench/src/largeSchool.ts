import type { AssignmentId, CourseId, PersonId } from '@vestibul/core';
import { one, readRoster, together, type School } from '@vestibul/server';
import { addCourse, addStudents, addTeacher, assign, openYear } from './furnish';

/** The size of a school: every course has the same number of students and assignments, so that only the school differs. */
export interface Size {
  students: number;
  courses: number;
  perCourse: number;
  assignments: number;
}

export interface Furnished {
  office: PersonId;
  teacher: PersonId;
  student: PersonId;
  course: CourseId;
  assignment: AssignmentId;
  pieces: number;
}

const TEACHERS = 30;

/**
 * Makes a school in an empty folder: people, courses and assignments by the acts of the school itself, and what was turned in
 * straight in the database, as it is after a year of them: by the acts it would take hours. The ledger has a line for each.
 */
export function makeLargeSchool(school: School, size: Size): Furnished {
  school.db.pragma('synchronous = OFF');
  const { office, yearId } = openYear(school);
  const teachers = Array.from({ length: Math.min(TEACHERS, size.courses) }, (_, n) => addTeacher(school, n));
  const all: PersonId[] = [];
  let first: { course: CourseId; assignment: AssignmentId } | undefined;
  let pieces = 0;
  for (let n = 0; n < size.courses; n += 1) {
    const teacher = teachers[n % teachers.length]!;
    const made = addCourse(school, teacher, yearId, `Course ${n}`);
    // The first courses bring the students into the school, the others are filled with them in turn.
    const fresh = Math.max(0, Math.min(size.perCourse, size.students - all.length));
    const known = Array.from(
      { length: size.perCourse - fresh },
      (_, i) => all[(n * 37 + i * 13) % all.length]!,
    );
    addStudents(school, teacher, made, fresh, [...new Set(known)], all.length);
    if (fresh > 0) all.push(...readRoster(school.db, made.course).map(({ id }) => id));
    for (let a = 0; a < size.assignments; a += 1) {
      const assignment = assign(school, teacher, made, `Work ${a}`, dueInWeek(a));
      first ??= { course: made.course, assignment };
      pieces += turnAllIn(school, made.course, assignment, n * size.assignments + a);
    }
  }
  school.db.exec('ANALYZE');
  return { office, teacher: teachers[0]!, student: all[0]!, ...first!, pieces };
}

const WEEK = 7 * 86_400_000;

/** One assignment a week, from ten weeks ago on. */
const dueInWeek = (week: number) =>
  `${new Date(Date.now() + (week - 10) * WEEK).toISOString().slice(0, 10)}T23:59`;

/** Everybody of a course has turned one piece in. */
function turnAllIn(school: School, course: CourseId, assignment: AssignmentId, seed: number): number {
  const { db } = school;
  const at = '2026-10-05T10:00:00.000Z';
  const students = db
    .prepare('SELECT student_id AS id FROM enrolment WHERE course_id = ? ORDER BY student_id')
    .all(course) as { id: PersonId }[];
  const line = one<{ idx: number }>(db, 'SELECT MAX(idx) AS idx FROM event')!.idx;
  const insert = (sql: string) => db.prepare(sql);
  const [file, ownership, submission, attempt, piece, top] = [
    insert(
      "INSERT INTO file (id, original_name, mime, extension, bytes, sha256, changed_at) VALUES (?, 'IMG.JPG', 'image/jpeg', 'jpg', 1000, ?, ?)",
    ),
    insert(
      "INSERT INTO ownership (file_id, kind, owner_id, from_at, by_id, why) VALUES (?, 'person', ?, ?, ?, 'turned in')",
    ),
    insert(
      'INSERT INTO submission (id, course_id, assignment_id, student_id, attempts, attempt, turned_in_at, late_ms, pieces, held, held_for_name) VALUES (?, ?, ?, ?, 1, 1, ?, 0, 1, 0, 0)',
    ),
    insert(
      'INSERT INTO attempt (submission_id, n, at, late_ms, press_key, event_index) VALUES (?, 1, ?, 0, ?, ?)',
    ),
    insert(
      "INSERT INTO piece (id, course_id, submission_id, attempt, n, file_id, name, name_key, original_name, mime, extension, bytes, sha256) VALUES (?, ?, ?, 1, 1, ?, ?, ?, ?, 'image/jpeg', 'jpg', 1000, ?)",
    ),
    insert('UPDATE submission SET top_piece_id = ? WHERE id = ?'),
  ];
  together(db, () => {
    students.forEach(({ id }, i) => {
      const key = `${seed}-${i}`;
      const sha256 = key.padStart(64, '0');
      const name = `0${(i % 5) + 1}-Strömberg-Kovačević${i}_Work ${seed}.jpg`;
      file.run(`d_${key}`, sha256, at);
      ownership.run(`d_${key}`, id, at, id);
      submission.run(`s_${key}`, course, assignment, id, at);
      attempt.run(`s_${key}`, at, `press ${key}`, line);
      piece.run(
        `q_${key}`,
        course,
        `s_${key}`,
        `d_${key}`,
        name,
        `${name.toLowerCase()} ${key}`,
        `IMG_${4000 + i}.JPG`,
        sha256,
      );
      top.run(`q_${key}`, `s_${key}`);
    });
  });
  return students.length;
}
