import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import {
  verifyReceipt,
  type AssignmentId,
  type Instant,
  type ReceiptFile,
  type SubmissionId,
} from '@vestibul/core';
import { TestSchool, bytesOf } from '../testing/TestSchool';

/** What was shown in class and has no file: a talk, a model, an experiment. */
let school: TestSchool;
beforeAll(async () => {
  school = await TestSchool.open();
  Object.assign(school.running.school, { now: () => '2027-01-20T12:00:00.000Z' as Instant });
});
afterAll(() => school.close());

const talk = { words: 'A talk of five minutes, with the model.' };
const assign = (title: string, due = '2030-02-01T23:59') => school.assign(title, [2], due);
const record = (
  assignmentId: AssignmentId,
  who: string,
  body: { key?: string; words?: string; atLocal?: string | null } = {},
  by = 'teacher',
) =>
  school.as(by).call('recordInClass', {
    params: { assignmentId, studentId: school.ids[who]! },
    body: { key: randomUUID(), ...talk, ...body },
  });
const recorded = async (assignmentId: AssignmentId, who: string, body = {}) => {
  const { data, error } = await record(assignmentId, who, body);
  expect(error).toBeUndefined();
  return data!;
};
const slotOf = async (assignment: AssignmentId, who: string) => {
  const { slots } = await school.as('teacher').must('readRack', { params: { courseId: school.course } });
  return slots.find(
    ({ assignmentId, studentId }) => assignmentId === assignment && studentId === school.ids[who],
  );
};
const read = (who: string, submissionId: SubmissionId) =>
  school.as(who).must('readSubmission', { params: { submissionId } });

test('it is work like any other: in time, under its proper name, with a receipt, scored and handed back', async () => {
  const assignment = await school.assign('Model', [2], '2030-02-01T23:59');
  const { submissionId, attempt } = await recorded(assignment, 'mai');
  expect(await slotOf(assignment, 'mai')).toMatchObject({ state: 'turned in', lateMs: 0, pieces: 1 });
  const teacher = school.as('teacher');
  const { attempts, pieces } = await read('teacher', submissionId);
  expect(attempts[0]).toMatchObject({ inClass: true, placed: true, counts: true });
  expect(pieces[0]!.name).toMatch(/Model.*\.md$/i);
  const bytes = await teacher.raw('readPiece', { params: { pieceId: pieces[0]!.id } });
  expect(await bytes.text()).toBe(talk.words);
  const receipt = await teacher.raw('readReceipt', { params: { submissionId, attempt: String(attempt) } });
  expect(verifyReceipt((await receipt.json()) as ReceiptFile)).toEqual({ ok: true });

  await teacher.must('handBack', {
    params: { courseId: school.course },
    body: { works: [{ submissionId, attempt }] },
  });
  expect((await slotOf(assignment, 'mai'))?.state).toBe('handed back');
  expect((await read('mai', submissionId)).attempts[0]).toMatchObject({ inClass: true });
});

test('where nothing says when, it is in time although it is written down after the due time; a time that is told counts', async () => {
  const past = await assign('Shown last week', '2027-01-18T12:00');
  await recorded(past, 'mai');
  expect(await slotOf(past, 'mai')).toMatchObject({ state: 'turned in', lateMs: 0 });
  await recorded(past, 'chidi', { atLocal: '2027-01-18T14:00' });
  expect(await slotOf(past, 'chidi')).toMatchObject({ state: 'late', lateMs: 2 * 3_600_000 });
});

test('a press that comes twice is one; whoever has something in has that scored; nothing is shown in days to come', async () => {
  const assignment = await assign('Once');
  const key = randomUUID();
  const first = await recorded(assignment, 'mai', { key });
  expect(await recorded(assignment, 'mai', { key })).toEqual(first);
  const seat = { params: { courseId: school.course, studentId: school.ids.mai! } };
  await school.as('teacher').must('leaveCourse', seat);
  expect(await recorded(assignment, 'mai', { key })).toEqual(first);
  await school.as('teacher').must('comeBack', { ...seat, body: {} });
  expect((await record(assignment, 'mai')).error?.code).toBe('already-in');
  expect((await record(assignment, 'chidi', { key })).error?.code).toBe('press-used');
  for (const atLocal of ['2098-01-01T08:00', '1998-01-01T08:00'])
    expect((await record(assignment, 'chidi', { atLocal })).error?.code).toBe('not-past');
  expect((await record(assignment, 'chidi', { words: '  ' })).error?.code).toBe('bad-input');
  expect(await slotOf(assignment, 'chidi')).toBeUndefined();
});

test('it is undone until it is reviewed, and of nothing else; its student can turn in afterwards', async () => {
  const assignment = await assign('Undone');
  const teacher = school.as('teacher');
  const undo = (submissionId: SubmissionId, attempt: number) =>
    teacher.call('undoInClass', { params: { submissionId }, body: { attempt } });
  const { submissionId, attempt } = await recorded(assignment, 'mai');
  const takenBack = await school
    .as('mai')
    .call('takeBack', { params: { submissionId }, body: { attempt, key: randomUUID() } });
  expect(takenBack.error?.code).toBe('not-allowed');
  await teacher.must('review', { params: { submissionId }, body: { attempt } });
  expect((await undo(submissionId, attempt)).error?.code).toBe('has-review');
  await teacher.must('withdrawReview', { params: { submissionId }, body: { attempt } });
  expect((await undo(submissionId, attempt)).error).toBeUndefined();
  expect(await slotOf(assignment, 'mai')).toBeUndefined();
  expect((await undo(submissionId, attempt)).error?.code).toBe('nothing-in');

  const mai = school.as('mai');
  expect((await mai.must('readTray', { params: { assignmentId: assignment } })).uploads).toEqual([]);
  const { data } = await mai.turnIn(assignment, [await mai.upload(assignment, 'a.txt', bytesOf('a'))]);
  expect(data.attempt).toBe(2);
  expect((await undo(submissionId, 2)).error?.code).toBe('nothing-in');
  expect((await record(assignment, 'mai', {}, 'aide')).error?.code).toBe('not-allowed');
});
