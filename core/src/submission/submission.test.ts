import { describe, expect, test } from '@jest/globals';
import type { Instant, PersonId } from '../ids';
import { roleTowards, standings } from '../access/roles';
import { formOf } from './formOf';
import { stateOf } from './stateOf';

const at = (time: string) => `2026-11-24T${time}:00.000Z` as Instant;
const nothing = {
  turnedInAt: null,
  lateMs: 0,
  hasStarted: false,
  reviewedAt: null,
  handedBackAt: null,
  due: at('12:00'),
};

describe('stateOf', () => {
  test.each([
    ['not started', nothing, '11:00'],
    ['not started', nothing, '12:00'],
    ['missing', nothing, '12:01'],
    ['started', { ...nothing, hasStarted: true }, '11:00'],
    ['missing', { ...nothing, hasStarted: true }, '12:01'],
    ['not started', { ...nothing, due: null }, '23:00'],
    ['turned in', { ...nothing, turnedInAt: at('11:00') }, '23:00'],
    ['late', { ...nothing, turnedInAt: at('12:01'), lateMs: 60_000 }, '23:00'],
    ['reviewed', { ...nothing, turnedInAt: at('12:01'), lateMs: 60_000, reviewedAt: at('13:00') }, '23:00'],
    [
      'handed back',
      { ...nothing, turnedInAt: at('11:00'), reviewedAt: at('13:00'), handedBackAt: at('14:00') },
      '23:00',
    ],
  ])('%s', (state, facts, now) => {
    expect(stateOf(facts, at(now))).toBe(state);
  });
});

describe('roleTowards', () => {
  const me = 'p1' as PersonId;
  const other = 'p2' as PersonId;
  test('a student is a student towards their own and the course’s, an outsider towards another’s', () => {
    const student = { id: me, standing: 'student' } as const;
    expect(roleTowards(student, { staff: null, enrolled: true, ofStudent: null })).toBe('student');
    expect(roleTowards(student, { staff: null, enrolled: true, ofStudent: me })).toBe('student');
    expect(roleTowards(student, { staff: null, enrolled: true, ofStudent: other })).toBe('outsider');
    expect(roleTowards(student, { staff: null, enrolled: false, ofStudent: me })).toBe('outsider');
  });
  test('the staff of a course are that towards every student’s things', () => {
    for (const staff of ['teacher', 'co-teacher'] as const) {
      expect(roleTowards({ id: me, standing: 'teacher' }, { staff, enrolled: false, ofStudent: other })).toBe(
        staff,
      );
    }
  });
  test('a teacher of another course is an outsider, the office is the office, nobody is nobody', () => {
    const facts = { staff: null, enrolled: false, ofStudent: other };
    expect(standings.map((standing) => roleTowards({ id: me, standing }, facts))).toEqual([
      'outsider',
      'outsider',
      'office',
    ]);
    expect(roleTowards(null, facts)).toBe('nobody');
  });
});

test.each([
  ['image/jpeg', 'jpg', 'photo'],
  ['image/png', 'png', 'picture'],
  ['application/pdf', 'pdf', 'pages'],
  ['text/csv', 'csv', 'table'],
  ['application/gpx+xml', 'gpx', 'track'],
  ['audio/wav', 'wav', 'sound'],
  ['video/webm', 'webm', 'video'],
  ['text/plain', 'log', 'text'],
  ['application/octet-stream', 'xyz', 'file'],
])('formOf(%s, %s) is %s', (mime, extension, form) => {
  expect(formOf(mime, extension)).toBe(form);
});
