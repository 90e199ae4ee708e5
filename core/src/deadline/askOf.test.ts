import { expect, test } from '@jest/globals';
import type { GroupId, Instant, PeriodId } from '../ids';
import { askOf, type Asking } from './askOf';

const due = '2026-11-20T23:59:00.000Z' as Instant;
const given: Asking = {
  visibleAt: '2026-11-01T08:00:00.000Z' as Instant,
  dues: [{ periodId: 'p3' as PeriodId, due }],
  groupIds: [],
};
const student = {
  periodId: 'p3' as PeriodId,
  groupId: 'cedar' as GroupId,
  joinedAt: '2026-09-01T08:00:00.000Z' as Instant,
  absences: [],
};

test.each([
  ['given to their period', given, student, null, { due, excused: false, isGiven: true }],
  [
    'of another period, with a due time of their own',
    given,
    { ...student, periodId: 'p5' as PeriodId },
    { due, excused: false },
    { due, excused: false, isGiven: true },
  ],
  [
    'of another period',
    given,
    { ...student, periodId: 'p5' as PeriodId },
    null,
    { due: null, excused: false, isGiven: false },
  ],
  [
    'for another group',
    { ...given, groupIds: ['oak' as GroupId] },
    student,
    null,
    { due, excused: false, isGiven: false },
  ],
  [
    'for groups, and they are in none',
    { ...given, groupIds: ['oak' as GroupId] },
    { ...student, groupId: null },
    null,
    { due, excused: false, isGiven: false },
  ],
  [
    'for their group',
    { ...given, groupIds: ['cedar' as GroupId] },
    student,
    null,
    { due, excused: false, isGiven: true },
  ],
  [
    'joined after it was due',
    given,
    { ...student, joinedAt: '2026-11-24T08:00:00.000Z' as Instant },
    null,
    { due, excused: true, isGiven: true },
  ],
])('%s', (_, assignment, who, own, asked) => {
  expect(askOf(assignment, who, own)).toEqual(asked);
});
