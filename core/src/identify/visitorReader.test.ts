import { describe, expect, test } from '@jest/globals';
import { makeVisitorReader } from './visitorReader';

const person = (id: string, last: string, first: string, email: string, called = first) => ({
  id,
  values: { last, first, called, email, username: email.split('@')[0]!, number: '', period: 2 },
});
const roster = [
  person('mai', 'Đặng', 'Thị Mai', 'tdang@x.example', 'Mai'),
  person('ali', 'Demir', 'Ali', 'ademir@x.example'),
  person('ali2', 'Demir', 'Ali', 'ademir2@x.example'),
  person('ann', 'Abara', 'Ann', 'aabara@x.example'),
];
const visitor = (name: string, email = '', isConfirmed = false) => ({ name, email, isConfirmed });

const whoCame = makeVisitorReader(roster);

describe('makeVisitorReader', () => {
  test('a confirmed address that is one student’s is proof, whatever name was given', () => {
    expect(whoCame(visitor('somebody', 'TDang@x.example', true))).toEqual({
      candidates: [{ id: 'mai', why: 'address confirmed' }],
      certain: 'mai',
    });
  });

  test('an address that was only written down proves nothing', () => {
    const came = whoCame(visitor('Ann Abara', 'tdang@x.example'));
    expect(came.certain).toBeNull();
    expect(came.candidates).toEqual([
      { id: 'mai', why: 'address given' },
      { id: 'ann', why: 'name' },
    ]);
  });

  test('a name proves nothing, however well it fits', () => {
    expect(whoCame(visitor('Đặng Thị Mai'))).toEqual({
      candidates: [{ id: 'mai', why: 'name' }],
      certain: null,
    });
  });

  test('a name that two people have names both', () => {
    const { candidates } = whoCame(visitor('ali demir'));
    expect(candidates.map(({ id }) => id).sort()).toEqual(['ali', 'ali2']);
  });

  test('somebody who is not on the roster is nobody of it', () => {
    expect(whoCame(visitor('Wanda Wren', 'wanda@else.example', true))).toEqual({
      candidates: [],
      certain: null,
    });
  });
});
