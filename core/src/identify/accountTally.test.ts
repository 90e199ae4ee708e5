import { describe, expect, test } from '@jest/globals';
import { AccountTally, withoutAccounts } from './accountTally';
import type { Evidence } from './besideName';

const by = (text: string): Evidence => ({ kind: 'author', text });

describe('accounts of a course', () => {
  test('one that stands in the work of two people is shared, however it is written', () => {
    const tally = new AccountTally();
    tally.add([by('Room 12')], ['chidi']);
    tally.add([by('Room 12')], ['chidi']);
    expect([...tally.shared]).toEqual([]);
    tally.add([{ kind: 'changed by', text: ' ROOM 12' }], ['mai']);
    expect([...tally.shared]).toEqual(['room 12']);
  });
  test('joint work is the work of several', () => {
    const tally = new AccountTally();
    tally.add([by('Mai Đặng')], ['chidi', 'mai']);
    expect(tally.shared.size).toBe(1);
  });
  test('nothing but accounts is left out', () => {
    const kept: Evidence[] = [
      { kind: 'folder', text: 'a' },
      { kind: 'line', text: 'b' },
    ];
    expect(withoutAccounts([by('x'), ...kept, { kind: 'changed by', text: 'y' }])).toEqual(kept);
  });
});
