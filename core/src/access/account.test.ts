import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Instant } from '../ids';
import { keeperOf, keepers, mayKeepAccount, mayRename, type AccountFacts } from './account';

const facts = fc.record<AccountFacts>({
  broughtHere: fc.boolean(),
  isElsewhere: fc.boolean(),
  hasPassword: fc.boolean(),
});
const sure = { seed: 11, numRuns: 300 };

describe('mayKeepAccount', () => {
  test('the office keeps every account', () => {
    fc.assert(
      fc.property(facts, (known) => mayKeepAccount('office', known)),
      sure,
    );
  });

  test('an account that somebody uses, that another course has or that came otherwise is no teacher’s', () => {
    fc.assert(
      fc.property(fc.constantFrom(...keepers), facts, (keeper, known) => {
        fc.pre(keeper !== 'office' && (known.hasPassword || known.isElsewhere || !known.broughtHere));
        return !mayKeepAccount(keeper, known);
      }),
      sure,
    );
  });

  test('staff keeps those whom the course brought, and nobody else keeps anybody', () => {
    const brought = { broughtHere: true, isElsewhere: false, hasPassword: false };
    expect(keepers.map((keeper) => mayKeepAccount(keeper, brought))).toEqual([true, true, false]);
    expect(mayRename('nobody', { isElsewhere: false })).toBe(false);
  });
});

test('a name that other courses know is the office’s to change', () => {
  expect(keepers.map((keeper) => mayRename(keeper, { isElsewhere: true }))).toEqual([true, false, false]);
  expect(mayRename('staff', { isElsewhere: false })).toBe(true);
});

test('who runs a course is its staff, an aide and a student are nobody, the office is the office', () => {
  const since = '2026-09-01T08:00:00.000Z' as Instant;
  const asStaff = (role: 'teacher' | 'co-teacher' | 'aide') => ({ kind: 'staff' as const, role, since });
  expect([
    keeperOf({ level: 'own', because: asStaff('teacher') }),
    keeperOf({ level: 'run', because: asStaff('co-teacher') }),
    keeperOf({ level: 'comment', because: asStaff('aide') }),
    keeperOf({ level: 'own', because: { kind: 'own' } }),
    keeperOf({ level: 'own', because: { kind: 'standing', standing: 'office' } }),
  ]).toEqual(['staff', 'staff', 'nobody', 'nobody', 'office']);
});
