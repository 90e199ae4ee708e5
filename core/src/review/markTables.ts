import { PACKAGE_VERSION } from '../roster/oneRoster/columns';
import { instantToLocal } from '../deadline/zonedTime';
import type { CourseId, Instant, PeriodId } from '../ids';
import type { LateRule } from './lateRule';
import type { BookAssignment, BookStudent, Mark, MarkBook } from './markBook';

/** A row of a table: texts, numbers, and empty cells. */
export type Cells = (string | number | null)[];

/** What a book's tables say of its periods. */
export interface BookPeriod {
  id: PeriodId;
  label: string;
}

/**
 * The mark book as a table with its head (docs/formats.md): a column per assignment with what counts, then the points that
 * count of all and, beyond the format, what they are out of and the percent by weight.
 */
export function markTable(book: MarkBook, periods: readonly BookPeriod[]): Cells[] {
  const labels = labelsOf(periods);
  return [
    [
      ...['student id', 'last', 'first', 'e-mail', 'period'],
      ...book.assignments.map(({ title }) => title),
      ...['total', 'out of', 'percent'],
    ],
    ...book.students.map((student) => [
      student.id,
      student.last,
      student.first,
      student.email,
      labels.get(student.periodId) ?? '',
      ...student.marks.map((mark) => (mark?.excused ? 'excused' : (mark?.counted ?? null))),
      student.total?.points ?? null,
      student.total?.most ?? null,
      student.total?.percent ?? null,
    ]),
  ];
}

/** What stands behind each number of the mark book: what was given, the rule for lateness, what counts of it, by whom and when. */
export function markDetails(book: MarkBook, periods: readonly BookPeriod[]): Cells[] {
  const labels = labelsOf(periods);
  const names = new Map(book.reviewers.map(({ id, name }) => [id, name]));
  return [
    [
      ...['student id', 'last', 'first', 'period', 'assignment', 'attempt', 'raw score', 'out of'],
      ...['hours late', 'lateness rule', 'counted score', 'weight', 'reviewer', 'time', 'handed back'],
    ],
    ...marksOf(book)
      .filter(({ mark }) => mark.points !== null || mark.excused)
      .map(({ student, assignment, mark }) => [
        student.id,
        student.last,
        student.first,
        labels.get(student.periodId) ?? '',
        assignment.title,
        mark.attempt || null,
        mark.points,
        mark.most,
        Math.ceil(mark.lateMs / 36_000) / 100,
        mark.excused ? 'excused' : writeRule(mark.lateRule),
        mark.counted,
        assignment.weight,
        mark.by === null ? null : (names.get(mark.by) ?? null),
        mark.at,
        mark.isShown ? 'yes' : 'no',
      ]),
  ];
}

const labelsOf = (periods: readonly BookPeriod[]) => new Map(periods.map(({ id, label }) => [id, label]));

const writeRule = (rule: LateRule) =>
  rule.kind === 'none' ? 'none' : `${rule.percent} % a day, at most ${rule.most} %`;

function* cellsOf(
  book: MarkBook,
): Iterable<{ student: BookStudent; assignment: BookAssignment; mark: Mark }> {
  for (const student of book.students)
    for (const [i, mark] of student.marks.entries())
      if (mark) yield { student, assignment: book.assignments[i]!, mark };
}

const marksOf = (book: MarkBook) => [...cellsOf(book)];

/** The columns of the gradebook files in the order of the standard's CSV binding (1EdTech, OneRoster 1.2; from memory). */
export const gradebookColumns = {
  categories: ['sourcedId', 'status', 'dateLastModified', 'title', 'weight'],
  lineItems: [
    ...['sourcedId', 'status', 'dateLastModified', 'title', 'description', 'assignDate', 'dueDate'],
    ...['classSourcedId', 'categorySourcedId', 'gradingPeriodSourcedId', 'resultValueMin', 'resultValueMax'],
    'schoolSourcedId',
  ],
  results: [
    ...['sourcedId', 'status', 'dateLastModified', 'lineItemSourcedId', 'studentSourcedId', 'scoreStatus'],
    ...['score', 'scoreDate', 'comment', 'textScore', 'classSourcedId', 'inProgress', 'incomplete', 'late'],
    'missing',
  ],
} as const;

/** All files that a package of the standard may have; those of the gradebook are here, in bulk. */
const packageFiles = [
  ...['academicSessions', 'categories', 'classes', 'classResources', 'courses', 'courseResources'],
  ...['demographics', 'enrollments', 'lineItemLearningObjectiveIds', 'lineItems', 'lineItemScoreScales'],
  ...['orgs', 'resources', 'resultLearningObjectiveIds', 'results', 'resultScoreScales', 'roles'],
  ...['scoreScales', 'userProfiles', 'userResources', 'users'],
];

/**
 * A course's gradebook as files of a OneRoster 1.2 package in bulk, by name. A class is a period; each has a line item for
 * every assignment. Days are the school's. A score is told once its student has it: before that the work is 'submitted'.
 */
export function gradebookFiles(
  book: MarkBook,
  { course, title, zone }: { course: CourseId; title: string; zone: string },
): { name: string; rows: Cells[] }[] {
  const category = `marks-${course}`;
  const marks = marksOf(book);
  const lineOf = (assignment: BookAssignment, student: BookStudent) => `${assignment.id}.${student.periodId}`;
  const lines = new Map(
    marks.map(({ assignment, student }) => [
      lineOf(assignment, student),
      { assignment, period: student.periodId },
    ]),
  );
  const bulk = ['', ''];
  const day = (at: Instant | null) => (at === null ? '' : instantToLocal(at, zone).slice(0, 10));
  return [
    {
      name: 'manifest.csv',
      rows: [
        ['propertyName', 'value'],
        ['manifest.version', '1.0'],
        ['oneroster.version', PACKAGE_VERSION],
        ...packageFiles.map((file) => [`file.${file}`, file in gradebookColumns ? 'bulk' : 'absent']),
        ['source.systemName', 'Vestibul'],
        ['source.systemCode', 'vestibul'],
      ],
    },
    {
      name: 'categories.csv',
      rows: [[...gradebookColumns.categories], [category, ...bulk, title, '']],
    },
    {
      name: 'lineItems.csv',
      rows: [
        [...gradebookColumns.lineItems],
        ...[...lines].map(([id, { assignment, period }]) => [
          ...[id, ...bulk, assignment.title, '', day(assignment.visibleAt), day(assignment.due)],
          ...[period, category, '', '0', String(assignment.most), ''],
        ]),
      ],
    },
    {
      name: 'results.csv',
      rows: [
        [...gradebookColumns.results],
        ...marks.flatMap(({ assignment, student, mark }) => {
          const status = statusOf(mark);
          if (status === null) return [];
          const line = lineOf(assignment, student);
          const told = status === 'fully graded' ? mark.counted : null;
          return [
            [
              ...[`${line}.${student.id}`, ...bulk, line, student.id, status],
              ...[told === null ? '' : String(told), told === null ? '' : day(mark.at), '', ''],
              ...[student.periodId, '', '', String(mark.lateMs > 0), String(mark.isMissing)],
            ],
          ];
        }),
      ],
    },
  ];
}

/** The standard's word for how far a mark is; null where there is nothing to tell yet. */
function statusOf(mark: Mark) {
  if (mark.excused) return 'exempt';
  if (mark.isShown && mark.counted !== null) return 'fully graded';
  if (mark.submissionId !== null) return 'submitted';
  return mark.isMissing ? 'not submitted' : null;
}
