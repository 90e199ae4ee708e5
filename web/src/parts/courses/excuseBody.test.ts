import { expect, test } from '@jest/globals';
import type { Instant } from '@vestibul/core';
import { excuseBody, ownDueBody } from './excuseBody';

const due = '2026-11-18T10:00:00.000Z' as Instant;
const own = '2026-11-20T10:00:00.000Z' as Instant;

test('who is excused and asked again has the due time that they had: their own, else that of their period', () => {
  expect(excuseBody(true, null, due, 'UTC')).toEqual({ dueLocal: null, excused: true });
  expect(excuseBody(true, { due: own, excused: false }, due, 'UTC')).toEqual({
    dueLocal: '2026-11-20T10:00',
    excused: true,
  });
  expect(excuseBody(false, { due: own, excused: true }, due, 'UTC')).toEqual({
    dueLocal: '2026-11-20T10:00',
    excused: false,
  });
  expect(excuseBody(false, { due: null, excused: true }, due, 'UTC').dueLocal).toBeNull();
});

test('what was due while they were away is asked of them with that due time as their own', () => {
  expect(excuseBody(false, null, due, 'Asia/Kolkata')).toEqual({
    dueLocal: '2026-11-18T15:30',
    excused: false,
  });
});

test('what held before is sent as it was: nothing of their own, or a time and whether it was asked of them', () => {
  expect(ownDueBody(null, 'UTC')).toEqual({ dueLocal: null, excused: false });
  expect(ownDueBody({ due: own, excused: true }, 'UTC')).toEqual({
    dueLocal: '2026-11-20T10:00',
    excused: true,
  });
});
