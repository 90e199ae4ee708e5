import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { AssignmentId } from '@vestibul/core';
import { TestSchool, bytesOf } from '../testing/TestSchool';

let school: TestSchool;
beforeAll(async () => {
  school = await TestSchool.open();
});
afterAll(() => school.close());

const turnIn = async (who: string, assignment: AssignmentId, name: string) => {
  const student = school.as(who);
  const { data } = await student.turnIn(assignment, [
    await student.upload(assignment, name, bytesOf(`${who} ${name}`)),
  ]);
  return { submissionId: data.submissionId, attempt: data.attempt };
};
const say = (submissionId: string, text: string) =>
  school.as('teacher').must('comment', { params: { submissionId }, body: { text, attempt: 1 } });
const review = ({ submissionId, attempt }: { submissionId: string; attempt: number }) =>
  school.as('teacher').must('review', { params: { submissionId }, body: { attempt } });
const check = (assignmentId: AssignmentId) =>
  school.as('teacher').must('checkHandBack', { params: { assignmentId } });
const assign = async (title: string, how: object) =>
  (
    await school.as('teacher').must('makeAssignment', {
      params: { courseId: school.course },
      body: {
        title,
        dues: [2, 10].map((number) => ({ periodId: school.periods[number], dueLocal: '2030-01-15T23:59' })),
        ...how,
      },
    })
  ).id;

test('of what is reviewed it says what is missing and whom a comment or a file names; of all other work nothing', async () => {
  const assignment = await assign('Gauge log', { scoring: { kind: 'points', most: 10 } });
  const roster = await school.as('teacher').must('readRoster', { params: { courseId: school.course } });
  const nameOf = (who: string) => roster.find(({ id }) => id === school.ids[who])!;
  const { last, first } = nameOf('mai');
  const chidis = await turnIn('chidi', assignment, `${last} ${first} log.txt`);
  const mais = await turnIn('mai', assignment, 'log.txt');
  await say(chidis.submissionId, `Good evidence, ${nameOf('mai').called || first}.`);
  expect(await check(assignment)).toEqual([]);

  await review(chidis);
  await review(mais);
  const mai = expect.objectContaining({ id: school.ids.mai });
  expect(await check(assignment)).toEqual(
    expect.arrayContaining([
      { ...mais, doubts: [{ kind: 'nothing given', who: null }] },
      {
        ...chidis,
        doubts: [
          { kind: 'no score', who: null },
          { kind: 'names another', who: mai },
          { kind: 'file of another', who: mai },
        ],
      },
    ]),
  );

  // What is handed back is past checking, and what its student answers is no comment that goes back.
  const works = { params: { courseId: school.course }, body: { works: [chidis, mais] } };
  await school.as('teacher').must('handBack', works);
  expect(await check(assignment)).toEqual([]);
  const before = await school
    .as('chidi')
    .must('readSubmission', { params: { submissionId: chidis.submissionId } });
  await school.as('chidi').must('answerComment', {
    params: { submissionId: chidis.submissionId, commentId: before.comments[0]!.id },
    body: { text: 'Thanks, Mai!' },
  });
  await school.as('teacher').must('changeComment', {
    params: { submissionId: chidis.submissionId, commentId: before.comments[0]!.id },
    body: { text: 'Good evidence.' },
  });
  await school.as('teacher').must('takeIntoReview', works);
  expect((await check(assignment)).map(({ doubts }) => doubts.map(({ kind }) => kind))).not.toContainEqual(
    expect.arrayContaining(['names another']),
  );
});

test('a newer attempt is judged by what is said of it, not by what was said of the one before', async () => {
  const assignment = await assign('Hill sketch', {});
  const first = await turnIn('mai', assignment, 'a.txt');
  await say(first.submissionId, 'Clear.');
  const second = await turnIn('mai', assignment, 'b.txt');
  await review(second);
  expect(await check(assignment)).toEqual([{ ...second, doubts: [{ kind: 'nothing given', who: null }] }]);
});
