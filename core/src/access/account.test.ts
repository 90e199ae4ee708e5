import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { mayKeepAccount, mayRename, type AccountFacts } from './account';
import { roles } from './roles';

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
      fc.property(fc.constantFrom(...roles), facts, (role, known) => {
        fc.pre(role !== 'office' && (known.hasPassword || known.isElsewhere || !known.broughtHere));
        return !mayKeepAccount(role, known);
      }),
      sure,
    );
  });

  test.each(['teacher', 'co-teacher'] as const)('a %s keeps those whom the course brought', (role) => {
    expect(mayKeepAccount(role, { broughtHere: true, isElsewhere: false, hasPassword: false })).toBe(true);
  });

  test.each(['aide', 'student', 'classmate', 'outsider', 'guest', 'nobody'] as const)(
    '%s keeps nobody’s',
    (role) => {
      expect(mayKeepAccount(role, { broughtHere: true, isElsewhere: false, hasPassword: false })).toBe(false);
      expect(mayRename(role, { isElsewhere: false })).toBe(false);
    },
  );
});

test('a name that other courses know is the office’s to change', () => {
  expect([mayRename('teacher', { isElsewhere: true }), mayRename('office', { isElsewhere: true })]).toEqual([
    false,
    true,
  ]);
  expect(mayRename('co-teacher', { isElsewhere: false })).toBe(true);
});
