import { describe, expect, test } from '@jest/globals';
import type { AssignmentId, CourseId, Instant, PeriodId, PersonId, SubmissionId } from '../ids';
import type { Mark, MarkBook } from './markBook';
import { gradebookColumns, gradebookFiles, markDetails, markTable } from './markTables';

const period = 'h_4' as PeriodId;
const by = 'p_t' as PersonId;
const given: Mark = {
  submissionId: 's_1' as SubmissionId,
  attempt: 2,
  excused: false,
  isMissing: false,
  lateMs: 90 * 60_000,
  points: 18,
  most: 20,
  counted: 16,
  lateRule: { kind: 'per day', percent: 10, most: 50 },
  isShown: true,
  isHandedBack: true,
  by,
  at: '2026-09-22T02:30:00.000Z' as Instant,
};
const book: MarkBook = {
  assignments: [
    {
      id: 'a_1' as AssignmentId,
      title: 'Stream gauge log',
      kind: 'points',
      most: 20,
      weight: 3,
      lateRule: given.lateRule,
      visibleAt: '2026-09-01T12:00:00.000Z' as Instant,
      // The last minute of 20 September in New York.
      due: '2026-09-21T03:59:00.000Z' as Instant,
    },
  ],
  students: (
    [
      ['mai', given, { points: 16, most: 20, percent: 80 }],
      ['ali', { ...given, isShown: false, isHandedBack: false }, { points: 16, most: 20, percent: 80 }],
      ['zoe', { ...given, points: null, counted: null, excused: true, by: null, at: null }, null],
      ['not here', null, null],
    ] as const
  ).map(([id, mark, total]) => ({
    id: id as PersonId,
    first: id,
    last: 'Đặng',
    called: '',
    apart: '',
    email: `${id}@x.example`,
    periodId: period,
    groupId: null,
    leftAt: null,
    marks: [mark],
    total,
  })),
  reviewers: [{ id: by, name: 'Imogen Tamsin' }],
};
const periods = [{ id: period, label: 'Period 4' }];
const files = new Map(
  gradebookFiles(book, { course: 'c_1' as CourseId, title: 'Geography', zone: 'America/New_York' }).map(
    ({ name, rows }) => [name, rows],
  ),
);

describe('a mark book for other programs', () => {
  test('as a table: what counts, a word for who is excused, nothing for whose it is not', () => {
    expect(markTable(book, periods)).toEqual([
      [
        ...['student id', 'last', 'first', 'e-mail', 'period', 'Stream gauge log'],
        ...['total', 'out of', 'percent'],
      ],
      ['mai', 'Đặng', 'mai', 'mai@x.example', 'Period 4', 16, 16, 20, 80],
      ['ali', 'Đặng', 'ali', 'ali@x.example', 'Period 4', 16, 16, 20, 80],
      ['zoe', 'Đặng', 'zoe', 'zoe@x.example', 'Period 4', 'excused', null, null, null],
      ['not here', 'Đặng', 'not here', 'not here@x.example', 'Period 4', null, null, null, null],
    ]);
  });

  test('what stands behind a number: what was given, the rule, what counts, by whom and when', () => {
    const [head, first, second, third, ...none] = markDetails(book, periods);
    expect(Object.fromEntries(head!.map((name, i) => [name, first![i]]))).toMatchObject({
      attempt: 2,
      'raw score': 18,
      'out of': 20,
      'hours late': 1.5,
      'lateness rule': '10 % a day, at most 50 %',
      'counted score': 16,
      weight: 3,
      reviewer: 'Imogen Tamsin',
      time: given.at,
      'handed back': 'yes',
    });
    expect([second!.at(-1), third![head!.indexOf('lateness rule')], none]).toEqual(['no', 'excused', []]);
  });

  test('as a gradebook package: its days are the school’s, and a score is told once it came back', () => {
    const [line] = files.get('lineItems.csv')!.slice(1);
    expect(line!.slice(5, 8)).toEqual(['2026-09-01', '2026-09-20', period]);
    expect(
      files
        .get('results.csv')!
        .slice(1)
        .map((row) => row.slice(4, 8)),
    ).toEqual([
      ['mai', 'fully graded', '16', '2026-09-21'],
      ['ali', 'submitted', '', ''],
      ['zoe', 'exempt', '', ''],
    ]);
  });

  test('every row has the columns of its file', () => {
    for (const [name, columns] of Object.entries(gradebookColumns)) {
      const rows = files.get(`${name}.csv`)!;
      expect(rows[0]).toEqual(columns);
      for (const row of rows) expect(row).toHaveLength(columns.length);
    }
  });
});
