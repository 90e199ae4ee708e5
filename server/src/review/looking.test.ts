import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { SubmissionId } from '@vestibul/core';
import type { Told } from '../platform/live/Bus';
import { handIn } from '../testing/handIn';
import { TestSchool } from '../testing/TestSchool';

let school: TestSchool;
let submissionId: SubmissionId;
beforeAll(async () => {
  school = await TestSchool.open();
  submissionId = await handIn(school);
});
afterAll(() => school.close());

const look = (who: string, isHere: boolean) =>
  school.as(who).call('lookAt', { params: { submissionId }, body: { isHere } });
const lookedAtBy = async (who: string) =>
  (await school.as(who).must('readSubmission', { params: { submissionId } })).lookedAtBy;

test('the staff see who of them has a piece before them; nobody else is told, and nobody else can say so', async () => {
  const told: Told[] = [];
  const stop = school.running.school.bus.listen((one) => told.push(one));
  await look('teacher', true);
  await look('aide', true);
  const [teacher, aide] = [school.ids.teacher!, school.ids.aide!];
  expect(await lookedAtBy('co-teacher')).toEqual([teacher, aide]);
  expect(await lookedAtBy('mai')).toEqual([]);
  await look('teacher', false);
  expect(await lookedAtBy('co-teacher')).toEqual([aide]);
  // Once more is no news.
  await look('teacher', false);
  await look('aide', true);
  stop();
  expect(told.map(({ audience, notice }) => [audience, 'people' in notice ? notice.people : notice])).toEqual(
    [
      [{ staffOf: school.course }, [teacher]],
      [{ staffOf: school.course }, [teacher, aide]],
      [{ staffOf: school.course }, [aide]],
    ],
  );
  for (const who of ['mai', 'other teacher', 'office'])
    expect([who, (await look(who, true)).status >= 400]).toEqual([who, true]);
});
