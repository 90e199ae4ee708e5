import type { CourseId, Day, Instant, NameSubject, OffRule, PersonId, YearId } from '@vestibul/core';
import { isOver, sha256Hex } from '@vestibul/core';
import type { AnswerOf, BodyOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { all, one, run, together, type Database } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';
import { addPeriod } from './periods';
import { putOnStaff } from './staff';
import { findYear, requireOpenYear, todayOf, yearOfCourse } from '../school/years';

/** What a new course starts with: the hour first, so that sorting by name does the filing (common practice). */
export const START_FOLDER_RULE = '{period|pad 2}-{last}_{first}';
export const START_FILE_RULE = '{period|pad 2}-{last}_{first}_{assignment}';

/** The courses somebody is on the staff of; the office sees all. */
export function listCourses(
  school: School,
  person: { id: PersonId; standing: string },
): AnswerOf<'listCourses'> {
  const today = todayOf(school);
  return all<Omit<AnswerOf<'listCourses'>[number], 'isOver'> & { endsOn: Day }>(
    school.db,
    `SELECT c.id, c.title, y.id AS yearId, y.label AS yearLabel, y.ends_on AS endsOn,
       COALESCE((SELECT p.last FROM course_staff s JOIN person p ON p.id = s.person_id
         WHERE s.course_id = c.id AND s.role = 'teacher'), '') AS teacher,
       (SELECT COUNT(*) FROM enrolment e WHERE e.course_id = c.id AND e.left_at IS NULL) AS students,
       (SELECT COUNT(*) FROM assignment a WHERE a.course_id = c.id) AS assignments
     FROM course c JOIN year y ON y.id = c.year_id
     WHERE :all OR c.id IN (SELECT course_id FROM course_staff WHERE person_id = :person)
     ORDER BY y.starts_on DESC, c.title, c.id`,
    { person: person.id, all: person.standing === 'office' ? 1 : 0 },
  ).map(({ endsOn, ...course }) => ({ ...course, isOver: isOver({ endsOn }, today) }));
}

export function makeCourse(school: School, by: PersonId, course: BodyOf<'makeCourse'>): CourseId {
  return together(school.db, () => {
    requireOpenYear(school, findYear(school.db, course.yearId));
    const id = insertCourse(school, by, {
      ...course,
      folderRule: START_FOLDER_RULE,
      fileRule: START_FILE_RULE,
    });
    putOnStaff(school, by, id, by, 'teacher');
    for (const period of course.periods) addPeriod(school, by, id, period);
    return id;
  });
}

/** The part of making a course that all ways of making one share. Fails with `course-exists`. */
export function insertCourse(
  school: School,
  by: PersonId,
  course: { yearId: YearId; title: string; code: string; folderRule: string; fileRule: string },
): CourseId {
  requireFreeTitle(school.db, course.yearId, course.title, null);
  const id = newId<CourseId>('c');
  const at = school.now();
  run(
    school.db,
    `INSERT INTO course (id, year_id, title, code, folder_rule, file_rule, created_at)
     VALUES (:id, :yearId, :title, :code, :folderRule, :fileRule, :at)`,
    { id, ...course, at },
  );
  writeEvent(school, by, 'course made', { course: id, year: course.yearId }, { owner: by }, at);
  return id;
}

export function changeCourse(
  school: School,
  by: PersonId,
  id: CourseId,
  course: BodyOf<'changeCourse'>,
): void {
  together(school.db, () => {
    requireFreeTitle(school.db, yearOfCourse(school, id).id, course.title, id);
    run(school.db, 'UPDATE course SET title = ?, code = ? WHERE id = ?', [course.title, course.code, id]);
    writeEvent(school, by, 'course changed', { course: id }, { titleSha256: sha256Hex(course.title) });
  });
}

function requireFreeTitle(db: Database, yearId: YearId, title: string, self: CourseId | null): void {
  const other = one<{ id: CourseId }>(db, 'SELECT id FROM course WHERE year_id = ? AND title = ?', [
    yearId,
    title,
  ]);
  if (other && other.id !== self) throw new Failure('course-exists', { title });
}

export interface CourseRow {
  id: CourseId;
  title: string;
  code: string;
  folderRule: string;
  fileRule: string;
  /** What happens to names that do not follow. */
  offRule: OffRule;
  foldersMadeAt: Instant | null;
}

export function findCourse(db: Database, id: CourseId): CourseRow {
  const row = one<CourseRow>(
    db,
    `SELECT id, title, code, folder_rule AS folderRule, file_rule AS fileRule, off_rule AS offRule, folders_made_at AS foldersMadeAt
     FROM course WHERE id = ?`,
    [id],
  );
  if (!row) throw new Failure('not-found');
  return row;
}

/** Sets what happens to names that do not follow, in all assignments that do not say it themselves. */
export function setOffRule(school: School, by: PersonId, course: CourseId, offRule: OffRule): void {
  together(school.db, () => {
    run(school.db, 'UPDATE course SET off_rule = ? WHERE id = ?', [offRule, course]);
    writeEvent(school, by, 'off-rule set', { course }, { offRule });
  });
}

/** Sets how folders or files are named from now on; what has a name keeps it. */
export function setRule(
  school: School,
  by: PersonId,
  course: CourseId,
  subject: NameSubject,
  rule: string,
): void {
  together(school.db, () => {
    run(school.db, `UPDATE course SET ${subject}_rule = :rule WHERE id = :course`, { rule, course });
    writeEvent(school, by, 'rule set', { course }, { for: subject, ruleSha256: sha256Hex(rule) });
  });
}

/** Notes that a course has turn-in folders from now on. Inside the caller's transaction. */
export function noteFoldersMade(db: Database, course: CourseId, at: Instant): void {
  run(db, 'UPDATE course SET folders_made_at = COALESCE(folders_made_at, :at) WHERE id = :course', {
    course,
    at,
  });
}
