import { describe, expect, test } from '@jest/globals';
import { assignmentBody } from '@vestibul/contract';
import type { PersonId } from '@vestibul/core';
import { course, p2 } from '../../testing/course';
import { bodyOf, draftOf } from './assignmentDraft';
import { firstAnswers, peopleToJoin, type Row } from './rosterAnswers';
import { sayClock } from './sayClock';
import { sayMeetings } from './sayMeetings';
import { sortAssignments, type AssignmentOrder } from './sortAssignments';

describe('the answers to a list', () => {
  const row = (line: number, outcome: Row['outcome'], more: Partial<Row> = {}): Row => ({
    line,
    person: { last: 'Abara', first: 'Chidi', called: '', email: '', username: '', number: '' },
    period: p2,
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
