import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { AssignmentId, Scoring, SubmissionId } from '@vestibul/core';
import { TestSchool, bytesOf } from '../testing/TestSchool';

let school: TestSchool;
beforeAll(async () => {
  school = await TestSchool.open();
});
afterAll(() => school.close());

const level = (title: string, points: number) => ({ title, points, says: '' });
const rubric: Scoring = {
  kind: 'rubric',
  criteria: [
    { title: 'readings', levels: [level('all five', 4), level('some', 2)] },
    { title: 'units', levels: [level('right', 3), level('wrong', 1)] },
  ],
};
const dues = () =>
  [2, 10].map((number) => ({ periodId: school.periods[number], dueLocal: '2030-01-15T23:59' }));
const assign = async (title: string, scoring: Scoring) =>
  (
    await school.as('teacher').must('makeAssignment', {
      params: { courseId: school.course },
      body: { title, dues: dues(), scoring },
    })
  ).id;
const turnIn = async (who: string, assignment: AssignmentId) => {
  const student = school.as(who);
  const { data } = await student.turnIn(assignment, [
    await student.upload(assignment, 'a.txt', bytesOf(`${who} ${assignment}`)),
  ]);
  return data.submissionId;
};
const give = (submissionId: SubmissionId, criterion: number, chosen: number, was: number | null = null) =>
  school.as('teacher').must('setScore', {
    params: { submissionId },
    body: { attempt: 1, step: { kind: 'rubric', criterion, level: chosen, was } },
  });
const read = (assignmentId: AssignmentId) =>
  school.as('aide').must('readLevels', { params: { assignmentId } });

test('of each student the levels that they have now, and none of what was not given', async () => {
  const assignment = await assign('Gauge', rubric);
  expect(await read(assignment)).toEqual({
    criteria: [
      {
        title: 'readings',
        levels: [
          { title: 'all five', points: 4 },
          { title: 'some', points: 2 },
        ],
      },
      {
        title: 'units',
        levels: [
          { title: 'right', points: 3 },
          { title: 'wrong', points: 1 },
        ],
      },
    ],
    given: [],
  });
  const mais = await turnIn('mai', assignment);
  const chidis = await turnIn('chidi', assignment);
  await give(mais, 0, 1);
  await give(mais, 0, 0, 1);
  await give(chidis, 1, 1);
  expect((await read(assignment)).given).toEqual(
    expect.arrayContaining([
      { studentId: school.ids.mai, levels: [0, null] },
      { studentId: school.ids.chidi, levels: [null, 1] },
    ]),
  );
});

test('what was given by another rubric is not counted among the levels of this one, and points have none', async () => {
  const assignment = await assign('Changing', rubric);
  await give(await turnIn('mai', assignment), 0, 1);
  await school.as('teacher').must('changeAssignment', {
    params: { assignmentId: assignment },
    body: { title: 'Changing', dues: dues(), scoring: { ...rubric, criteria: rubric.criteria.slice(1) } },
  });
  expect((await read(assignment)).given).toEqual([]);
  const plain = await assign('Points', { kind: 'points', most: 10 });
  expect(await read(plain)).toEqual({ criteria: [], given: [] });
});
