import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { configureStore } from '@reduxjs/toolkit';
import type { CourseId } from '@vestibul/core';
import { slot, students } from '../testing/course';
import { api, putSlots, type Slot, type SlotNow } from './api';
import { inBursts } from './inBursts';

describe('slots that have changed', () => {
  const courseId = 'c_1' as CourseId;
  const of = (studentId: string, now: Slot | null): SlotNow =>
    ({ courseId, studentId, assignmentId: slot(studentId, {}).assignmentId, slot: now }) as SlotNow;
  const opened = async (slots: Slot[]) => {
    const store = configureStore({
      reducer: { [api.reducerPath]: api.reducer },
      middleware: (usual) => usual({ serializableCheck: false }).concat(api.middleware),
    });
    const rack = { now: '2026-11-24T10:00:00.000Z', students, slots, dues: [] } as never;
    ends.push(() => store.dispatch(api.util.resetApiState()));
    await store.dispatch(api.util.upsertQueryData('readRack', { params: { courseId } }, rack));
    return store;
  };
  const ends: (() => void)[] = [];
  // What a store keeps for a while would keep the tests waiting.
  afterEach(() => ends.splice(0).forEach((end) => end()));
  const slotsOf = (store: Awaited<ReturnType<typeof opened>>) =>
    api.endpoints.readRack.select({ params: { courseId } })(store.getState()).data!.slots;

  test('are put in their places, added and taken out; of one slot the last holds, and the others stay the very same', async () => {
    const store = await opened([slot('s1', {}), slot('s2', {}), slot('s3', {})]);
    const [, second] = slotsOf(store);
    store.dispatch(
      putSlots(courseId, [
        of('s1', slot('s1', { state: 'late' })),
        of('s1', slot('s1', { state: 'reviewed' })),
        of('s3', null),
        of('s4', slot('s4', {})),
        of('s5', slot('s5', {})),
        of('s5', null),
      ]),
    );
    expect(slotsOf(store).map(({ studentId, state }) => [studentId, state])).toEqual([
      ['s1', 'reviewed'],
      ['s2', 'turned in'],
      ['s4', 'turned in'],
    ]);
    expect(slotsOf(store)[1]).toBe(second);
  });

  test('of a rack that is not on screen change nothing', async () => {
    const store = await opened([slot('s1', {})]);
    store.dispatch(putSlots('c_other' as CourseId, [of('s1', null)]));
    expect(slotsOf(store)).toHaveLength(1);
  });
});

describe('a flood', () => {
  beforeEach(() => void jest.useFakeTimers());
  afterEach(() => void jest.useRealTimers());

  test('is handed on in handfuls, in its order, with the first at once and nothing lost', () => {
    const taken: number[][] = [];
    const bursts = inBursts<number>((items) => taken.push([...items]), 250);
    for (let i = 0; i < 25; i += 1) {
      bursts.add(i);
      jest.advanceTimersByTime(20);
    }
    jest.advanceTimersByTime(1000);
    expect(taken[0]).toEqual([0]);
    expect(taken).toHaveLength(3);
    expect(taken.flat()).toEqual(Array.from({ length: 25 }, (_, i) => i));
    bursts.add(25);
    expect(taken.at(-1)).toEqual([25]);
    bursts.add(26);
    bursts.stop();
    jest.advanceTimersByTime(1000);
    expect(taken.flat()).not.toContain(26);
  });
});
