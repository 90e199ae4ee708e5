import { expect, test } from '@jest/globals';
import { eventKinds } from './event';
import { eventGroups, kindsOf } from './eventGroups';

test('every kind of line is in one group, and no group is empty', () => {
  expect(eventGroups.flatMap(kindsOf).toSorted()).toEqual(eventKinds.toSorted());
  for (const group of eventGroups) expect(kindsOf(group)).not.toEqual([]);
});
