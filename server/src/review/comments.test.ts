import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Anchor, PieceId, SubmissionId } from '@vestibul/core';
import { readKept } from '../kept';
import { all } from '../platform/database/database';
import { TestSchool, bytesOf } from '../testing/TestSchool';

const TEXT = 'Monday we read 42 cm at the ford, before the rain.';
const anchor: Anchor = {
  kind: 'quote',
  exact: '42 cm',
  prefix: 'Monday we read ',
  suffix: ' at the ford, before the rain.',
  start: 15,
  end: 20,
  page: null,
};
let school: TestSchool;
let submissionId: SubmissionId;
let pieceId: PieceId;
beforeAll(async () => {
  school = await TestSchool.open();
  submissionId = await turnIn('mai', 'a.txt', TEXT);
  pieceId = (await read('mai')).pieces[0]!.id;
});
afterAll(() => school.close());

const turnIn = async (who: string, name: string, text: string) => {
  const student = school.as(who);
  const { data } = await student.turnIn(school.assignment, [
    await student.upload(school.assignment, name, bytesOf(text)),
  ]);
  return data.submissionId;
};
const params = () => ({ submissionId });
const read = (who: string) => school.as(who).must('readSubmission', { params: params() });
const say = (who: string, body: object) => school.as(who).call('comment', { params: params(), body });
const onlyOne = async (who: string, text: string) =>
  (await read(who)).comments.find((comment) => comment.text === text)!;
const handBack = () =>
  school.as('teacher').must('handBack', {
    params: { courseId: school.course },
    body: { works: [{ submissionId, attempt: 1 }] },
  });

describe('before its work is handed back', () => {
  test('a comment keeps its lines and its place, as selectors of the W3C model', async () => {
    const text = 'Which gauge?\nSay the post.';
    expect((await say('teacher', { text, attempt: 1, place: { pieceId, anchor } })).status).toBe(200);
    expect(await onlyOne('aide', text)).toMatchObject({
      attempt: 1,
      place: { pieceId, anchor },
      editedAt: null,
      isShown: false,
      isMine: false,
    });
    const [{ selectors }] = all<{ selectors: string }>(
      school.running.school.db,
      'SELECT selectors FROM comment',
    ) as [{ selectors: string }];
    expect(JSON.parse(selectors)).toEqual([
      {
        type: 'TextQuoteSelector',
        exact: '42 cm',
        prefix: 'Monday we read ',
        suffix: ' at the ford, before the rain.',
      },
      { type: 'TextPositionSelector', start: 15, end: 20 },
      { type: 'FragmentSelector', conformsTo: 'http://tools.ietf.org/rfc/rfc5147', value: 'char=15,20' },
    ]);
    const [line] = all<{ canonical: string }>(
      school.running.school.db,
      "SELECT canonical FROM event WHERE kind = 'commented'",
    );
    expect(JSON.parse(line!.canonical)).toMatchObject({ about: { piece: pieceId } });
    expect(line!.canonical).not.toContain('42 cm');
  });

  test('a place in a piece of other work is refused, and so is one that cannot be', async () => {
    const theirs = await turnIn('chidi', 'b.txt', TEXT);
    const other = await school.as('teacher').must('readSubmission', { params: { submissionId: theirs } });
    const at = (place: object) => say('teacher', { text: 'Here.', attempt: 1, place });
    expect((await at({ pieceId: other.pieces[0]!.id, anchor })).error?.code).toBe('wrong-place');
    const area = { kind: 'area', x: 10, y: 10, w: 20, h: 20, page: null };
    for (const wrong of [
      { ...anchor, end: 15 },
      { ...anchor, exact: '' },
      { ...anchor, exact: 'x'.repeat(10_000) },
      { ...area, x: 90 },
      { ...area, h: -1 },
      { ...area, page: 0 },
      { kind: 'time', from: 9, to: 3 },
      { kind: 'cells', sheet: null, row: 2, column: 1, toRow: 1, toColumn: 1 },
      { kind: 'cells', sheet: '', row: 1, column: 1, toRow: 1, toColumn: 1 },
      { kind: 'cells', sheet: '\ud800', row: 1, column: 1, toRow: 1, toColumn: 1 },
      { kind: 'elsewhere' },
    ])
      expect((await at({ pieceId, anchor: wrong })).error?.code).toBe('bad-input');
  });

  test('who wrote it changes and removes it, and nobody else does', async () => {
    await say('aide', { text: 'First words.', attempt: 1 });
    const { id } = await onlyOne('aide', 'First words.');
    const change = (who: string, text: string) =>
      school.as(who).call('changeComment', { params: { ...params(), commentId: id }, body: { text } });
    const remove = (who: string) =>
      school.as(who).call('removeComment', { params: { ...params(), commentId: id } });
    expect((await change('teacher', 'Mine now.')).error?.code).toBe('not-found');
    expect((await remove('teacher')).error?.code).toBe('not-found');
    expect((await change('aide', 'Better words.')).status).toBe(200);
    expect(await onlyOne('teacher', 'Better words.')).toMatchObject({ id, editedAt: null });
    expect((await remove('aide')).status).toBe(200);
    expect(await onlyOne('aide', 'Better words.')).toBeUndefined();
    const kinds = all<{ kind: string }>(
      school.running.school.db,
      "SELECT kind FROM event WHERE kind LIKE 'comment %' ORDER BY idx",
    );
    expect(kinds.map(({ kind }) => kind)).toEqual(['comment changed', 'comment removed']);
  });
});

describe('once its work is handed back', () => {
  beforeAll(handBack);

  test('the student reads it at its place, sees that it was changed, and it is not removed any more', async () => {
    const said = (await read('mai')).comments;
    expect(said).toMatchObject([{ place: { pieceId, anchor }, isShown: true, editedAt: null }]);
    const { id, text } = said[0]!;
    const teacher = school.as('teacher');
    const commentId = { ...params(), commentId: id };
    // The same words are no change.
    await teacher.must('changeComment', { params: commentId, body: { text } });
    expect((await read('mai')).comments[0]!.editedAt).toBeNull();
    await teacher.must('changeComment', { params: commentId, body: { text: 'Which post?' } });
    expect((await read('mai')).comments).toMatchObject([
      { text: 'Which post?', editedAt: expect.any(String) },
    ]);
    const removed = await teacher.call('removeComment', { params: commentId });
    expect(removed.error?.code).toBe('comment-read');
  });

  test('a student changes and removes nothing of it', async () => {
    const commentId = { ...params(), commentId: (await read('mai')).comments[0]!.id };
    const mai = school.as('mai');
    // She may change words of her own here; these are not.
    expect((await mai.call('changeComment', { params: commentId, body: { text: 'x' } })).status).toBe(404);
    expect((await mai.call('removeComment', { params: commentId })).status).toBe(403);
  });
});

test('the staff take all of it out as annotations, and so does the command beside the running server; students do not', async () => {
  const params = { assignmentId: school.assignment };
  const response = await school.as('aide').raw('readAnnotations', { params });
  expect(response.headers.get('content-type')).toContain('application/ld+json');
  const collection = (await response.json()) as unknown;
  expect(collection).toMatchObject({
    type: 'AnnotationCollection',
    total: 1,
    first: {
      items: [
        {
          body: { value: 'Which post?' },
          modified: expect.any(String),
          target: { source: `urn:vestibul:piece:${pieceId}`, selector: [{ exact: '42 cm' }, {}, {}] },
        },
      ],
    },
  });
  const kept = readKept(school.folder);
  expect(kept.annotations(school.assignment)).toEqual(collection);
  expect(kept.annotations('a_none')).toBeNull();
  kept.close();
  for (const who of ['mai', 'outsider'])
    expect((await school.as(who).raw('readAnnotations', { params })).ok).toBe(false);
});

test('a stamp is kept with its words, at its place; one that nobody drew is refused', async () => {
  const id = await turnIn('chidi', 'b.txt', TEXT);
  const readAs = (who: string) => school.as(who).must('readSubmission', { params: { submissionId: id } });
  const [piece] = (await readAs('chidi')).pieces;
  const place = { pieceId: piece!.id, anchor };
  const stamp = (body: object) =>
    school.as('aide').call('comment', { params: { submissionId: id }, body: { attempt: 1, place, ...body } });
  expect((await stamp({ text: 'Well seen.', stamp: 'well seen' })).status).toBe(200);
  expect((await stamp({ text: 'A star.', stamp: 'a star' })).error?.code).toBe('bad-input');
  const [said] = (await readAs('teacher')).comments;
  expect(said).toMatchObject({ text: 'Well seen.', stamp: 'well seen', place });
  expect((await readAs('chidi')).comments).toEqual([]);
  // Its words are changed as those of any comment, and the drawing stays.
  const params = { submissionId: id, commentId: said!.id };
  await school.as('aide').must('changeComment', { params, body: { text: 'Well seen, both.' } });
  expect((await readAs('teacher')).comments).toMatchObject([
    { text: 'Well seen, both.', stamp: 'well seen' },
  ]);
});
