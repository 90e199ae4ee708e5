import { describe, expect, test } from '@jest/globals';
import { assignmentBody } from '@vestibul/contract';
import type { PersonId } from '@vestibul/core';
import { course, p2 } from '../../testing/course';
import { bodyOf, draftOf } from './assignmentDraft';
import { firstAnswers, missingPeriods, peopleToJoin, withoutCapitals, type Row } from './rosterAnswers';
import { sayClock } from './sayClock';
import { sayMeetings } from './sayMeetings';
import { sortAssignments, type AssignmentOrder } from './sortAssignments';
import { sayNotAsked, sayTouched } from './sayTouched';

describe('the answers to a list', () => {
  const row = (line: number, outcome: Row['outcome'], more: Partial<Row> = {}): Row => ({
    line,
    person: { last: 'Abara', first: 'Chidi', called: '', email: '', username: '', number: '' },
    period: p2,
    periodWritten: '',
    outcome,
    reasons: [],
    known: null,
    candidates: [],
    ...more,
  });
  test('take what is sure, leave what is doubtful until somebody says so, and never what is wrong', () => {
    const rows = [
      row(1, 'new'),
      row(2, 'doubtful', { candidates: ['k1' as PersonId] }),
      row(3, 'wrong'),
      row(4, 'already there'),
    ];
    const answers = firstAnswers(rows);
    expect([...answers.keys()]).toEqual([1, 2]);
    expect(peopleToJoin(rows, answers)).toHaveLength(1);
    const said = new Map(answers).set(2, { ...answers.get(2)!, taken: true, knownId: 'k1' as PersonId });
    expect(peopleToJoin(rows, said)[1]).toMatchObject({ knownId: 'k1', newName: false });
  });
  test('a name that was put right is the one that joins; a new name is taken over', () => {
    const rows = [
      row(1, 'doubtful', { reasons: ['name-cut-by-guess'] }),
      row(2, 'new name', { known: 'k2' as PersonId }),
    ];
    const answers = new Map(firstAnswers(rows)).set(1, {
      taken: true,
      knownId: null,
      last: 'García Márquez',
      first: 'Ana',
    });
    expect(peopleToJoin(rows, answers)).toMatchObject([
      { last: 'García Márquez', first: 'Ana' },
      { knownId: 'k2', newName: true },
    ]);
  });
  test('a first name can be taken away by hand', () => {
    const rows = [row(1, 'doubtful', { reasons: ['name-cut-by-guess'] })];
    const answers = new Map(firstAnswers(rows)).set(1, { taken: true, knownId: null, first: ' ' });
    expect(peopleToJoin(rows, answers)).toMatchObject([{ last: 'Abara', first: '' }]);
  });
  test('periods that the course lacks are offered once each, with their own number or a free one', () => {
    const lacks = (line: number, periodWritten: string) =>
      row(line, 'wrong', { period: null, periodWritten, reasons: ['unknown-period'] });
    const rows = [
      lacks(1, '7'),
      lacks(2, '7'),
      lacks(3, 'Red'),
      lacks(4, 'RED'),
      lacks(5, 'Period 9'),
      lacks(6, '2031'),
      row(7, 'wrong', { period: null, reasons: ['no-period'] }),
    ];
    expect(missingPeriods(rows, [1, 2])).toEqual([
      { number: 7, label: '', written: '7', rows: 2 },
      { number: 3, label: 'Red', written: 'Red', rows: 2 },
      { number: 9, label: 'Period 9', written: 'Period 9', rows: 1 },
    ]);
  });
  test('a name in capitals is offered in small letters only where the row can be taken', () => {
    const capitals = { ...row(1, 'new').person, last: 'ABARA', first: 'CHIDI' };
    expect(withoutCapitals(row(1, 'new', { person: capitals })).person).toMatchObject({
      last: 'Abara',
      first: 'Chidi',
    });
    const there = row(2, 'already there', { person: capitals });
    expect(withoutCapitals(there)).toBe(there);
  });
});

describe('the draft of an assignment', () => {
  const madrid = 'Europe/Madrid';
  test('starts with every period, a week from now at the end of the day', () => {
    const draft = draftOf(course, undefined, madrid, Date.parse('2026-11-24T23:30:00Z'));
    // In Madrid it is the 25th already.
    expect(Object.values(draft.dues)).toEqual(['2026-12-02T23:59', '2026-12-02T23:59']);
    expect(draft.when).toBe('now');
  });
  test('what the form makes of it, the contract takes', () => {
    const draft = { ...draftOf(course, undefined, madrid), title: 'Log', files: ' 2 ', graceMinutes: '' };
    expect(assignmentBody.parse(bodyOf(draft))).toMatchObject({
      title: 'Log',
      graceMinutes: 0,
      wants: { forms: [], files: 2 },
      visible: { when: 'now' },
    });
    expect(assignmentBody.safeParse(bodyOf({ ...draft, files: 'two' })).success).toBe(false);
  });
});

test('sayClock tells of the hour that is skipped and of the one that comes twice', () => {
  expect(sayClock('2026-03-29T02:30', 'Europe/Madrid')).toBe(
    'this time is skipped by the clock change; it counts as Sun 29 Mar, 03:30',
  );
  expect(sayClock('2026-10-25T02:30', 'Europe/Madrid')).toBe(
    'this time happens twice (clock change); the first counts',
  );
  expect(sayClock('2026-10-25T12:30', 'Europe/Madrid')).toBe('');
});

test('assignments are found in four orders', () => {
  const titles = (order: AssignmentOrder) =>
    sortAssignments(course.assignments, order).map(({ title }) => title);
  expect([titles('newest'), titles('soonest'), titles('title')]).toEqual([
    ['Log', 'Past'],
    ['Past', 'Log'],
    ['Log', 'Past'],
  ]);
});

test('sayMeetings says days and times', () => {
  expect(
    sayMeetings({
      kind: 'weekly',
      times: [
        { weekday: 1, from: '09:25', to: '10:15' },
        { weekday: 3, from: '09:25', to: '10:15' },
        { weekday: 5, from: '13:00', to: '13:50' },
      ],
    }),
  ).toBe('Mon, Wed 09:25–10:15; Fri 13:00–13:50');
  expect(sayMeetings(null)).toBe('');
});

describe('what other due times do to the work that is in', () => {
  const person = (last: string) => ({ id: last as PersonId, last, first: 'A', called: '', apart: '' });
  const none = { total: 0, names: [] };

  test('each kind has its line, with names and how many more', () => {
    const many = ['Abara', 'Berg', 'Coyle', 'Diaz', 'Ekman', 'Ford'].map(person);
    expect(
      sayTouched({
        becomeLate: { total: 1, names: [person('Vos')] },
        becomeInTime: { total: 9, names: many },
        lateOtherwise: 2,
      }),
    ).toEqual([
      '9 are no longer late: Abara, A; Berg, A; Coyle, A; Diaz, A; Ekman, A; Ford, A and 3 more',
      '1 becomes late: Vos, A',
      '2 stay late, by another time',
    ]);
  });

  test('nothing is said where nothing changes', () => {
    expect(sayTouched({ becomeLate: none, becomeInTime: none, lateOtherwise: 0 })).toEqual([]);
  });
});

describe('what was due before somebody joined', () => {
  const now = Date.parse('2026-11-24T12:00:00.000Z');
  const work = (due: string, visibleAt: string | null = '2026-09-01T08:00:00.000Z', periodId = 'h1') => ({
    visibleAt,
    dues: [{ periodId, due }],
  });

  test.each([
    [[], ''],
    [[work('2026-11-30T12:00:00.000Z')], ''],
    [[work('2026-11-20T12:00:00.000Z', null)], ''],
    [[work('2026-11-20T12:00:00.000Z', '2026-09-01T08:00:00.000Z', 'h2')], ''],
    [[work('2026-11-20T12:00:00.000Z')], '1 assignment was due before today and is not asked of them'],
    [
      [work('2026-11-20T12:00:00.000Z'), work('2026-11-21T12:00:00.000Z')],
      '2 assignments were due before today and are not asked of them',
    ],
  ])('%j', (assignments, says) => {
    const said = sayNotAsked(assignments, new Set(['h1']), now);
    expect(said.split(';')[0]).toBe(says);
  });
});
