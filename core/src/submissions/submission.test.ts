import { describe, expect, test } from '@jest/globals';
import type { Instant } from '../ids';
import { dueFor } from '../deadline/dueFor';
import { formOf } from './formOf';
import { nothingIn, stateOf, wasAway } from './stateOf';

const at = (time: string) => `2026-11-24T${time}:00.000Z` as Instant;
const nothing = { ...nothingIn, due: at('12:00') };

describe('stateOf', () => {
  test.each([
    ['not started', nothing, '11:00'],
    ['not started', nothing, '12:00'],
    ['missing', nothing, '12:01'],
    ['started', { ...nothing, hasStarted: true }, '11:00'],
    ['missing', { ...nothing, hasStarted: true }, '12:01'],
    ['not started', { ...nothing, due: null }, '23:00'],
    ['not started', { ...nothing, graceMinutes: 10 }, '12:10'],
    ['missing', { ...nothing, graceMinutes: 10 }, '12:11'],
    ['excused', { ...nothing, excused: true }, '12:01'],
    ['turned in', { ...nothing, excused: true, turnedInAt: at('11:00') }, '12:01'],
    ['held', { ...nothing, turnedInAt: at('12:01'), lateMs: 60_000, held: true }, '23:00'],
    ['held', { ...nothing, turnedInAt: at('11:00'), held: true, reviewedAt: at('13:00') }, '23:00'],
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

describe('wasAway', () => {
  const attendance = {
    joinedAt: at('08:00'),
    absences: [
      { leftAt: at('10:00'), backAt: at('12:00') },
      { leftAt: at('14:00'), backAt: null },
    ],
  };
  test.each([
    ['07:59', true],
    ['08:00', false],
    ['09:59', false],
    ['10:00', true],
    ['11:59', true],
    ['12:00', false],
    ['14:00', true],
    ['23:00', true],
  ])('due at %s: %s', (due, away) => {
    expect(wasAway(at(due), attendance)).toBe(away);
  });
});

describe('dueFor', () => {
  const attendance = { joinedAt: at('10:00'), absences: [] };
  test.each([
    ['their period’s', at('12:00'), null, { due: at('12:00'), excused: false }],
    [
      'not asked, since it was due before they joined',
      at('09:00'),
      null,
      { due: at('09:00'), excused: true },
    ],
    ['not given', null, null, { due: null, excused: false }],
    ['their own', at('09:00'), { due: at('13:00'), excused: false }, { due: at('13:00'), excused: false }],
    ['asked all the same', at('09:00'), { due: null, excused: false }, { due: at('09:00'), excused: false }],
    ['excused', at('12:00'), { due: null, excused: true }, { due: at('12:00'), excused: true }],
  ])('%s', (_name, periodDue, own, is) => {
    expect(dueFor({ due: periodDue, givenAt: at('08:00') }, own, attendance)).toEqual(is);
  });

  test.each([
    ['given after they joined, with a due time before: asked of them', '11:00', false],
    ['given before they joined, and due before: not asked', '09:30', true],
    ['not given yet: by its due time', null, true],
  ])('%s', (_name, givenAt, excused) => {
    const period = { due: at('09:00'), givenAt: givenAt === null ? null : at(givenAt) };
    expect(dueFor(period, null, attendance)).toEqual({ due: at('09:00'), excused });
    // Who is away when it is given is not asked, and who was away at a due time before that is.
    const away = { joinedAt: at('08:00'), absences: [{ leftAt: at('10:30'), backAt: at('11:30') }] };
    expect(dueFor(period, null, away).excused).toBe(givenAt === '11:00');
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
  ['text/uri-list', 'uri', 'link'],
  ['application/octet-stream', 'xyz', 'file'],
  ['image/heif', 'heif', 'photo'],
  ['application/geo+json', 'geojson', 'track'],
  ['application/vnd.google-earth.kmz', 'kmz', 'track'],
])('formOf(%s, %s) is %s', (mime, extension, form) => {
  expect(formOf(mime, extension)).toBe(form);
});
