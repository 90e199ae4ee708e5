import { describe, expect, test } from '@jest/globals';
import type { CourseId, PersonId, SubmissionId } from '@vestibul/core';
import { LOOKS_MS, Looking } from './Looking';

const [ann, bob] = ['p_ann', 'p_bob'] as PersonId[] as [PersonId, PersonId];
const course = 'c_1' as CourseId;
const [log, map] = ['s_log', 's_map'].map((id) => ({ course, submission: id as SubmissionId })) as [
  { course: CourseId; submission: SubmissionId },
  { course: CourseId; submission: SubmissionId },
];
const ids = (told: { submission: SubmissionId }[]) => told.map(({ submission }) => submission);

describe('who has which work before them', () => {
  test('each is at one piece, the one they last said, and both pieces are told of', () => {
    const looking = new Looking();
    expect(ids(looking.set(ann, log, 0))).toEqual(['s_log']);
    expect(ids(looking.set(bob, log, 0))).toEqual(['s_log']);
    expect(looking.at(log.submission)).toEqual([ann, bob]);
    expect(ids(looking.set(ann, map, 1))).toEqual(['s_log', 's_map']);
    expect(looking.at(log.submission)).toEqual([bob]);
    expect(ids(looking.set(bob, null, 2))).toEqual(['s_log']);
    expect(looking.at(log.submission)).toEqual([]);
  });

  test('who says again that they are there is no news, and stays longer', () => {
    const looking = new Looking();
    looking.set(ann, log, 0);
    expect(looking.set(ann, log, 20_000)).toEqual([]);
    expect(looking.forgetGone(LOOKS_MS)).toEqual([]);
    expect(ids(looking.forgetGone(20_000 + LOOKS_MS))).toEqual(['s_log']);
    expect(looking.at(log.submission)).toEqual([]);
  });
});
