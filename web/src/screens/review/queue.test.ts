import { describe, expect, test } from '@jest/globals';
import type { PersonId } from '@vestibul/core';
import type { Place } from '../../parts/rack/courseWork';
import { deskPlace } from './deskPlace';
import { queueOf, type QueueOrder, type QueueShow, type QueueWorker } from './queue';

const place = (id: string, over: Partial<Place>, slot: object = {}) =>
  ({
    student: { id },
    state: 'turned in',
    slot: {
      id: `s_${id}`,
      state: 'turned in',
      turnedInAt: '2026-11-24T10:00:00.000Z',
      lateMs: 0,
      attempt: 1,
      ...slot,
    },
    ...over,
  }) as unknown as Place;
const pile = [
  place('ada', {}, { turnedInAt: '2026-11-24T12:00:00.000Z', unseen: true }),
  place('ben', { state: 'reviewed' }, { turnedInAt: '2026-11-24T09:00:00.000Z', unseen: false }),
  place('cleo', { state: 'late' }, { turnedInAt: '2026-11-24T11:00:00.000Z', lateMs: 60_000, unseen: false }),
  place('dov', { state: 'held' }, { unseen: false }),
  { ...place('eva', { state: 'missing' }), slot: undefined },
];
const me = 'p_me' as PersonId;
const is = (asked: string | null) => (place: Place) => place.student.id === asked;
const ids = (show: QueueShow, order: QueueOrder = 'name', asked: string | null = null, assignment = 'a1') =>
  queueOf(pile, { show, order, worker: 'anybody', me, isAsked: is(asked), assignment }).map(
    ({ student }) => student.id,
  );

describe('the queue', () => {
  test.each<[QueueShow, string[]]>([
    ['all', ['ada', 'ben', 'cleo', 'dov', 'eva']],
    ['to review', ['ada', 'cleo']],
    ['new', ['ada']],
    ['late', ['cleo']],
    ['held', ['dov']],
  ])('shows %s', (show, shown) => {
    expect(ids(show)).toEqual(shown);
  });

  test.each<[QueueWorker, string[]]>([
    ['anybody', ['ann', 'bob', 'cid']],
    ['me', ['ann']],
    ['another', ['bob']],
    ['nobody', ['cid']],
  ])('shows what was last worked on by %s', (worker, shown) => {
    const shared = [
      place('ann', {}, { workedOnBy: me }),
      place('bob', {}, { workedOnBy: 'p_other' }),
      place('cid', {}, { workedOnBy: null }),
    ];
    const choices = { show: 'to review', order: 'name', me, assignment: 'a1' } as const;
    const queue = queueOf(shared, { ...choices, worker, isAsked: is(null) });
    expect(queue.map(({ student }) => student.id)).toEqual(shown);
    // What is looked at stays, though it is another's by now.
    const looking = queueOf(shared, { ...choices, worker, isAsked: is('bob') });
    expect(looking.map(({ student }) => student.id)).toContain('bob');
  });

  test('who is looked at stays in it, though their work is reviewed meanwhile', () => {
    expect(ids('to review', 'name', 'ben')).toEqual(['ada', 'ben', 'cleo']);
    const { here, next } = deskPlace(
      queueOf(pile, {
        show: 'to review',
        order: 'name',
        worker: 'anybody',
        me,
        isAsked: is('ben'),
        assignment: 'a1',
      }),
      is('ben'),
    );
    expect([here?.student.id, next?.student.id]).toEqual(['ben', 'cleo']);
  });

  test('goes oldest first, with who has nothing in at the end', () => {
    expect(ids('all', 'oldest first')).toEqual(['ben', 'dov', 'cleo', 'ada', 'eva']);
  });

  test('goes at random: everybody once, the same way for the same assignment, another way for others', () => {
    const first = ids('all', 'at random');
    expect(first.toSorted()).toEqual(['ada', 'ben', 'cleo', 'dov', 'eva']);
    expect(ids('all', 'at random')).toEqual(first);
    const ways = new Set(Array.from({ length: 20 }, (_, i) => ids('all', 'at random', null, `a${i}`).join()));
    expect(ways.size).toBeGreaterThan(10);
  });
});
