import type { PackageFault, RowOf } from './columns';
import type { SchoolLists } from './comparePackage';
import type { LeftOut, RosterPackage } from './readPackage';

export interface ClassGroup {
  row: RowOf<'classes'>;
  year: string;
  course: string;
  /** The user who teaches it; '' where nobody does. */
  teacher: string;
}

/** The school year of a class, up the parents of its term; '' where none is named. */
function yearOf(sessions: ReadonlyMap<string, RowOf<'academicSessions'>>, id: string): string {
  // A loop of parents must not keep anybody waiting.
  for (
    let at = sessions.get(id), steps = 0;
    at && steps < 10;
    at = sessions.get(at.parentSourcedId), steps += 1
  )
    if (at.type === 'schoolYear') return at.sourcedId;
  return '';
}

/**
 * Each class with its school year and the course it is a period of: classes of one course under one teacher. A class that is
 * a period here already stays one of the same course, whoever teaches it now. Where the row that would tell the teacher was
 * left out, the class goes with the others of its course if all of those are one, and is left out itself if not.
 */
export function groupClasses(
  lists: RosterPackage,
  leftOut: LeftOut,
  school: SchoolLists,
  faults: PackageFault[],
): Map<string, ClassGroup> {
  const sessions = new Map(lists.academicSessions.map((row) => [row.sourcedId, row]));
  const courses = new Map(lists.courses.map((row) => [row.sourcedId, row]));
  const teachers = teachersOf(lists);
  const unsure = new Set(
    leftOut.enrollments.filter((row) => row.role !== 'student').map((row) => row.classSourcedId),
  );
  const knownCourse = coursesOfPeriods(school);
  const groups = new Map<string, ClassGroup>();
  const waiting: ClassGroup[] = [];
  for (const row of lists.classes) {
    const term = row.termSourcedIds.split(',')[0]!.trim();
    const year = yearOf(sessions, term) || courses.get(row.courseSourcedId)?.schoolYearSourcedId || term;
    const teacher = teachers.get(row.sourcedId) ?? '';
    const known = knownCourse.get(`${row.sourcedId} ${year}`);
    const group = { row, year, teacher, course: known ?? [row.courseSourcedId, teacher, year].join('/') };
    if (!known && teacher === '' && unsure.has(row.sourcedId)) waiting.push(group);
    else groups.set(row.sourcedId, group);
  }
  for (const group of waiting) {
    const others = new Set(
      [...groups.values()]
        .filter(
          (other) => other.row.courseSourcedId === group.row.courseSourcedId && other.year === group.year,
        )
        .map((other) => other.course),
    );
    const [only] = others;
    if (others.size === 1) groups.set(group.row.sourcedId, { ...group, course: only! });
    else
      faults.push({
        file: 'classes.csv',
        line: group.row.line,
        code: 'no-teacher',
        found: group.row.title,
      });
  }
  return groups;
}

/** Who teaches each class: the primary teacher, else the first. */
function teachersOf(lists: RosterPackage): Map<string, string> {
  const teachers = new Map<string, string>();
  for (const row of lists.enrollments) {
    if (row.role !== 'teacher') continue;
    if (row.primary === 'true' || !teachers.has(row.classSourcedId))
      teachers.set(row.classSourcedId, row.userSourcedId);
  }
  return teachers;
}

/** The package's name of the course whose period a class is here, by class and year: ids of classes may come again next year. */
function coursesOfPeriods(school: SchoolLists): Map<string, string> {
  const outerYear = new Map(school.years.map((year) => [year.id, year.outerId]));
  const courses = new Map(school.courses.map((course) => [course.id, course]));
  return new Map(
    school.periods.flatMap((period) => {
      const course = courses.get(period.courseId);
      const year = course && outerYear.get(course.yearId);
      return period.outerId && course?.outerId && year ? [[`${period.outerId} ${year}`, course.outerId]] : [];
    }),
  );
}
