import { expect, test } from '@jest/globals';
import type { CourseId, RenamingId } from '@vestibul/core';
import { LongWorks } from './LongWorks';

const id = (text: string) => text as RenamingId;
const course = 'c1' as CourseId;

/** A work that ends when it is told how. */
function begin(works: LongWorks, name: string) {
  let end!: (result: { names: number; stayed: number } | null | Error) => void;
  let flag!: Int32Array;
  let report!: (done: number, total: number) => void;
  const ended = new Promise<unknown>((told) => {
    works.begin(
      id(name),
      course,
      (cancel, tell) => {
        flag = new Int32Array(cancel);
        report = tell;
        return new Promise((resolve, reject) => {
          end = (result) => (result instanceof Error ? reject(result) : resolve(result));
        });
      },
      told,
    );
  });
  return { end, ended, report, isCancelled: () => flag[0] !== 0 };
}

test('shows how far a work is and how it ended, and that its course is busy meanwhile', async () => {
  const works = new LongWorks();
  const work = begin(works, 'a');
  work.report(25, 150);
  expect(works.find(id('a'))).toMatchObject({ state: 'running', done: 25, total: 150 });
  expect([works.isBusy(course), works.isBusy('c2' as CourseId)]).toEqual([true, false]);
  work.end({ names: 149, stayed: 1 });
  expect(await work.ended).toBeNull();
  expect(works.find(id('a'))).toMatchObject({ state: 'done', done: 149, total: 149, stayed: 1 });
  expect(works.isBusy(course)).toBe(false);
});

test('a work is told to stop by the flag it shares, and only that one', async () => {
  const works = new LongWorks();
  const [one, other] = [begin(works, 'a'), begin(works, 'b')];
  works.cancel(id('a'));
  works.cancel(id('none'));
  expect([one.isCancelled(), other.isCancelled()]).toEqual([true, false]);
  one.end(null);
  await one.ended;
  expect(works.find(id('a'))).toMatchObject({ state: 'cancelled' });
});

test('a work that fails is told of and leaves its course free', async () => {
  const works = new LongWorks();
  const work = begin(works, 'a');
  const wrong = new Error('no room');
  work.end(wrong);
  expect(await work.ended).toBe(wrong);
  expect(works.find(id('a'))).toMatchObject({ state: 'failed' });
  expect(works.isBusy(course)).toBe(false);
});
