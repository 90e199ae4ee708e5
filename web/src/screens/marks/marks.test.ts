import { describe, expect, test } from '@jest/globals';
import type { BookAssignment, BookStudent, Mark } from '@vestibul/core';
import { sayCell, sayMark, saySpread } from './sayMark';
import { whyNotHere } from './useGiving';

const DAY = 86_400_000;
const assignment: BookAssignment = {
  id: 'a_1' as BookAssignment['id'],
  title: 'Stream gauge log',
  kind: 'points',
  most: 20,
  weight: null,
  lateRule: { kind: 'per day', percent: 10, most: 50 },
  visibleAt: null,
  due: null,
};
const mark = (more: Partial<Mark>): Mark => ({
  submissionId: 's_1' as Mark['submissionId'],
  attempt: 1,
  excused: false,
  isMissing: false,
  lateMs: 0,
  points: null,
  most: 20,
  counted: null,
  lateRule: assignment.lateRule,
  isShown: false,
  isHandedBack: false,
  by: null,
  at: null,
  ...more,
});
const nothing = { submissionId: null, attempt: 0 };
const student = (...marks: (Mark | null)[]) =>
  ({ first: 'Mai', last: 'Đặng', called: '', apart: '', marks }) as unknown as BookStudent;

describe('a cell of the mark book', () => {
  test.each<[string, Mark | null, string, RegExp]>([
    ['not theirs', null, '', /^Not theirs/],
    ['excused, whatever is in', mark({ excused: true, points: 18, counted: 18 }), 'excused', /^Excused/],
    ['nothing in', mark(nothing), '–', /^Nothing in yet/],
    ['missing', mark({ ...nothing, isMissing: true }), 'missing', /^Missing/],
    ['in', mark({}), 'to score', /^Not scored yet, of 20/],
    ['none', mark({ points: 0, counted: 0 }), '0', /^0 of 20/],
    ['back', mark({ points: 7.5, counted: 7.5, isShown: true }), '7.5', /^7\.5 of 20$/],
    ['not back', mark({ points: 7.5, counted: 7.5 }), '7.5', /· not handed back yet$/],
    [
      'late',
      mark({ points: 18, counted: 14, lateMs: 2 * DAY }),
      '14',
      /^18 of 20 · 14 counts: late by 2 d.*20 % off/,
    ],
  ])('%s', (_what, one, cell, sentence) => {
    expect(sayCell(one)).toBe(cell);
    expect(sayMark(assignment, one, undefined, 'Europe/London')).toMatch(sentence);
  });

  test('says why points cannot be typed there, and what to do', () => {
    const at = (one: Mark | null, of = assignment) =>
      whyNotHere({ student: student(one), assignment: of, at: 0, mark: one });
    expect(at(mark({}))).toBeNull();
    expect(at(mark(nothing))).toContain('has nothing in');
    expect(at(null)).toContain('Mai Đặng');
    expect(at(mark({ isHandedBack: true }))).toContain('with a reason');
    expect(at(mark({}), { ...assignment, kind: 'rubric' })).toContain('rubric');
  });

  test('how an assignment went is told of what counts, without those who are excused', () => {
    expect(saySpread([student(null), student(mark({}))], 0)).toBe('None is scored yet.');
    const scored = [4, 5, 7, 10].map((counted) => student(mark({ points: counted, counted })));
    const excused = student(mark({ points: 0, counted: 0, excused: true }));
    expect(saySpread([...scored, excused], 0)).toBe(
      '4 scored · from 4 to 10 · middle 6 · half of them 4.8 to 7.8 · mean 6.5',
    );
    expect(saySpread(scored.slice(0, 1), 0)).toBe('1 scored · from 4 to 4 · middle 4 · mean 4');
  });
});
