import type { SubmissionId } from '@vestibul/core';
import { bytesOf, type TestSchool } from './TestSchool';

/** Has `mai` turn in one text for the school's assignment. */
export async function handIn(school: TestSchool): Promise<SubmissionId> {
  const mai = school.as('mai');
  const { data } = await mai.turnIn(school.assignment, [
    await mai.upload(school.assignment, 'a.txt', bytesOf('a')),
  ]);
  return data.submissionId;
}
