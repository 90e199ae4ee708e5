import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { MOST_ANSWERS } from '@vestibul/contract';
import type { CommentId, SubmissionId } from '@vestibul/core';
import { TestSchool, bytesOf } from '../testing/TestSchool';

let school: TestSchool;
let submissionId: SubmissionId;
let commentId: CommentId;
const inWork = () => ({ submissionId });
const atComment = () => ({ submissionId, commentId });
const read = (who: string) => school.as(who).must('readSubmission', { params: inWork() });
const answer = (who: string, text: string) =>
  school.as(who).call('answerComment', { params: atComment(), body: { text } });
const setDone = (who: string, isDone: boolean) =>
  school.as(who).call('setCommentDone', { params: atComment(), body: { isDone } });
const say = (text: string) =>
  school.as('teacher').must('comment', { params: inWork(), body: { text, attempt: 1 } });
const handBack = () =>
  school.as('teacher').must('handBack', {
    params: { courseId: school.course },
    body: { works: [{ submissionId, attempt: 1 }] },
  });
const mine = async () =>
  (await school.as('mai').must('listMyAssignments', {})).find((one) => one.submissionId === submissionId)!;
const waiting = async () =>
  (await school.as('teacher').must('readRack', { params: { courseId: school.course } })).slots.find(
    ({ id }) => id === submissionId,
  )!.answers;

beforeAll(async () => {
  school = await TestSchool.open();
  const mai = school.as('mai');
  const upload = await mai.upload(school.assignment, 'a.txt', bytesOf('Monday, 42 cm.'));
  submissionId = (await mai.turnIn(school.assignment, [upload])).data.submissionId;
  await say('Which gauge?');
  commentId = (await read('teacher')).comments[0]!.id;
});
afterAll(() => school.close());

describe('before the work is handed back', () => {
  test('nobody answers what its student cannot read, nor says that it is done with', async () => {
    for (const who of ['mai', 'aide']) {
      expect((await answer(who, 'The lower one.')).error?.code).toBe('not-handed-back');
      expect((await setDone(who, true)).error?.code).toBe('not-handed-back');
    }
    expect(await read('teacher')).toMatchObject({ newestShown: null, readUntil: null });
    expect((await mine()).isNew).toBe(false);
  });
});

describe('once it is handed back', () => {
  beforeAll(handBack);

  test('it is new to its student until they have read it, and what comes later is new again', async () => {
    expect((await mine()).isNew).toBe(true);
    const { newestShown } = await read('mai');
    await say('And on Friday?');
    await school.as('mai').must('markRead', { params: inWork(), body: { upTo: newestShown } });
    // The second comment came after what they had on their page.
    expect((await read('teacher')).readUntil).toBe(newestShown);
    expect((await mine()).isNew).toBe(true);
    const later = (await read('mai')).newestShown;
    await school.as('mai').must('markRead', { params: inWork(), body: { upTo: later } });
    expect(await mine()).toMatchObject({ isNew: false, comments: 2 });
    // Of a page that is older than what was read already nothing becomes new again.
    await school.as('mai').must('markRead', { params: inWork(), body: { upTo: newestShown } });
    expect((await read('teacher')).readUntil).toBe(later);
  });

  test('a moment to come is not taken for read', async () => {
    const upTo = '2099-01-01T00:00:00.000Z';
    await school.as('mai').must('markRead', { params: inWork(), body: { upTo } });
    expect((await read('teacher')).readUntil).toBe((await read('teacher')).newestShown);
  });

  test('its student answers, both sides see it, and it waits for the staff until one of them answers', async () => {
    expect((await answer('mai', 'The lower one.\nAt the ford.')).status).toBe(200);
    const [comment] = (await read('aide')).comments;
    expect(comment!.answers).toMatchObject([
      { text: 'The lower one.\nAt the ford.', by: { last: comment!.answers[0]!.by.last }, isMine: false },
    ]);
    expect((await read('mai')).comments[0]!.answers[0]!.isMine).toBe(true);
    expect(await waiting()).toBe(1);
    // What one wrote oneself is not new, and neither an answer nor a comment more.
    expect(await mine()).toMatchObject({ isNew: false, comments: 2 });
    await answer('aide', 'Write that, then.');
    expect(await waiting()).toBe(0);
    expect(await mine()).toMatchObject({ isNew: true });
  });

  test('done with, it waits for nobody; another answer opens it again', async () => {
    await answer('mai', 'I did.');
    expect(await waiting()).toBe(1);
    expect((await setDone('teacher', true)).status).toBe(200);
    expect(await waiting()).toBe(0);
    expect((await read('mai')).comments[0]!.doneAt).not.toBeNull();
    await answer('mai', 'But Friday is missing.');
    expect((await read('teacher')).comments[0]!.doneAt).toBeNull();
    expect(await waiting()).toBe(1);
    await setDone('mai', true);
    expect(await waiting()).toBe(0);
    await setDone('mai', false);
    expect(await waiting()).toBe(1);
  });

  test('whoever wrote an answer says it in other words, nobody else, and nobody removes it', async () => {
    const [first] = (await read('mai')).comments[0]!.answers;
    const params = { submissionId, commentId: first!.id };
    const body = { text: 'The upper one.' };
    for (const who of ['teacher', 'chidi'])
      expect((await school.as(who).call('changeComment', { params, body })).status).not.toBe(200);
    await school.as('mai').must('changeComment', { params, body });
    expect((await read('teacher')).comments[0]!.answers[0]).toMatchObject({
      text: 'The upper one.',
      editedAt: expect.any(String),
    });
    expect((await school.as('mai').call('removeComment', { params })).error?.code).toBe('not-allowed');
    // Nor does a student get at what the staff wrote.
    const ofStaff = await school.as('mai').call('changeComment', { params: atComment(), body });
    expect(ofStaff.error?.code).toBe('not-found');
  });

  test('an answer is not answered, and neither is a comment of other work', async () => {
    const [first] = (await read('mai')).comments[0]!.answers;
    const params = { submissionId, commentId: first!.id };
    const reply = await school.as('mai').call('answerComment', { params, body: { text: 'So?' } });
    expect(reply.error?.code).toBe('not-found');
    const chidi = school.as('chidi');
    const own = await chidi.turnIn(school.assignment, [
      await chidi.upload(school.assignment, 'b.txt', bytesOf('Mine.')),
    ]);
    const elsewhere = { submissionId: own.data.submissionId, commentId };
    const other = await chidi.call('answerComment', { params: elsewhere, body: { text: 'So?' } });
    expect(other.error?.code).toBe('not-found');
  });

  test('there is an end to it', async () => {
    const { answers } = (await read('mai')).comments[0]!;
    for (let n = answers.length; n < MOST_ANSWERS; n += 1) await answer('mai', `${n}`);
    const last = await answer('mai', 'Once more.');
    expect(last).toMatchObject({ status: 409, error: { code: 'too-many-answers' } });
  });
});
