import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { SubmissionId } from '@vestibul/core';
import { startFromForm } from '../testing/olderForm';
import { handIn } from '../testing/handIn';
import { TestSchool } from '../testing/TestSchool';

let school: TestSchool;
let submissionId: SubmissionId;
beforeAll(async () => {
  school = await TestSchool.open();
  submissionId = await handIn(school);
});
afterAll(() => school.close());

const params = () => ({ submissionId });
/** Who is said to have worked on it last, as a colleague sees the rack. */
async function who(): Promise<string | undefined> {
  const colleague = school.as('aide');
  const { slots } = await colleague.must('readRack', { params: { courseId: school.course } });
  const { staff } = await colleague.must('readCourse', { params: { courseId: school.course } });
  const by = slots.find(({ id }) => id === submissionId)!.workedOnBy;
  return by === null ? undefined : staff.find(({ id }) => id === by)!.role;
}

test('whoever of the staff last said something, scored or reviewed is told to those who share the pile', async () => {
  expect(await who()).toBeUndefined();
  await school.as('aide').must('comment', { params: params(), body: { text: 'Which one?', attempt: 1 } });
  expect(await who()).toBe('aide');
  await school.as('co-teacher').must('addNote', { params: params(), body: { text: 'Ask.', attempt: 1 } });
  expect(await who()).toBe('co-teacher');
  await school.as('teacher').must('review', { params: params(), body: { attempt: 1 } });
  expect(await who()).toBe('teacher');
  // To look at it, or to be told that it is reviewed already, is no work.
  await school.as('co-teacher').must('review', { params: params(), body: { attempt: 1 } });
  await school.as('aide').must('markSeen', { params: { submissionId }, body: { attempts: 1 } });
  expect(await who()).toBe('teacher');
});

test('a school of an earlier version is told it from its ledger', async () => {
  await startFromForm(school, 39);
  expect(await who()).toBe('teacher');
});
