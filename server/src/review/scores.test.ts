import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { AssignmentId, Counting, Scoring, ScoreStep, SubmissionId } from '@vestibul/core';
import { all } from '../platform/database/database';
import type { Told } from '../platform/live/Bus';
import { everythingSaid } from '../testing/everythingSaid';
import { findScans } from '../testing/findScans';
import { TestSchool, bytesOf } from '../testing/TestSchool';

const letters: string[] = [];
let school: TestSchool;
beforeAll(async () => {
  school = await TestSchool.open({
    mail: { send: async (letter) => void letters.push(JSON.stringify(letter)) },
  });
});
afterAll(() => school.close());

const level = (title: string, points: number) => ({ title, points, says: '' });
const rubric: Scoring = {
  kind: 'rubric',
  criteria: [
    { title: 'readings', levels: [level('all five', 4), level('some', 2), level('none', 0)] },
    { title: 'units', levels: [level('right', 3), level('wrong', 1)] },
  ],
};
const outOf = (most: number): Scoring => ({ kind: 'points', most });
const points = (given: number | null, was: number | null = null): ScoreStep => ({
  kind: 'points',
  points: given,
  was,
});
const choose = (criterion: number, chosen: number | null, was: number | null = null): ScoreStep => ({
  kind: 'rubric',
  criterion,
  level: chosen,
  was,
});

const dues = () => [{ periodId: school.periods[2]!, dueLocal: '2030-01-15T23:59' }];
const assign = async (title: string, scoring: Scoring, counting: Counting = 'last') => {
  const { id } = await school.as('teacher').must('makeAssignment', {
    params: { courseId: school.course },
    body: { title, dues: dues(), scoring, counting },
  });
  return id;
};
const turnIn = async (assignment: AssignmentId) => {
  const mai = school.as('mai');
  const { data } = await mai.turnIn(assignment, [await mai.upload(assignment, 'a.txt', bytesOf('a'))]);
  return data;
};
const score = (who: string, submissionId: SubmissionId, step: ScoreStep, attempt = 1) =>
  school.as(who).call('setScore', { params: { submissionId }, body: { attempt, step } });
const handBack = (submissionId: SubmissionId, attempt = 1) =>
  school.as('teacher').must('handBack', {
    params: { courseId: school.course },
    body: { works: [{ submissionId, attempt }] },
  });
const takeIntoReview = (submissionId: SubmissionId) =>
  school.as('teacher').must('takeIntoReview', {
    params: { courseId: school.course },
    body: { works: [{ submissionId, attempt: 1 }] },
  });
const read = (who: string, submissionId: SubmissionId) =>
  school.as(who).must('readSubmission', { params: { submissionId } });
const pointsFor = async (who: string, submissionId: SubmissionId) =>
  (await read(who, submissionId)).scores.map((one) => one.points);

test('a score is its student’s to read when the work is handed back, and its lines are on the ledger without the points', async () => {
  const { submissionId } = await turnIn(await assign('Gauge', outOf(10)));
  expect((await score('teacher', submissionId, points(7.5))).status).toBe(200);
  expect(await pointsFor('co-teacher', submissionId)).toEqual([7.5]);
  expect(await pointsFor('mai', submissionId)).toEqual([]);
  await handBack(submissionId);
  expect((await read('mai', submissionId)).scores).toMatchObject([
    { attempt: 1, points: 7.5, scoring: { most: 10 }, by: { last: 'Tamsin' } },
  ]);
  const lines = all<{ kind: string; canonical: string }>(
    school.running.school.db,
    "SELECT kind, canonical FROM event WHERE course_id = ? AND kind IN ('scored', 'score removed') ORDER BY idx",
    [school.course],
  );
  expect(lines.map(({ kind }) => kind)).toEqual(['scored']);
  expect(lines[0]!.canonical).not.toContain('7.5');
});

test('two who score different criteria at once both keep theirs; of the same one the second is told, and nothing is overwritten', async () => {
  const { submissionId } = await turnIn(await assign('Soil', rubric));
  const [first, second] = await Promise.all([
    score('teacher', submissionId, choose(0, 1)),
    score('co-teacher', submissionId, choose(1, 0)),
  ]);
  expect([first.status, second.status]).toEqual([200, 200]);
  expect((await score('co-teacher', submissionId, choose(0, 2))).error?.code).toBe('score-changed');
  const [now] = (await read('teacher', submissionId)).scores;
  expect(now).toMatchObject({ given: { levels: [1, 0] }, points: 5 });
  // Who has seen it may think otherwise, and undo it.
  await score('co-teacher', submissionId, choose(0, 2, 1));
  expect(await pointsFor('teacher', submissionId)).toEqual([3]);
  await score('co-teacher', submissionId, choose(0, null, 2));
  expect(await pointsFor('teacher', submissionId)).toEqual([null]);
});

test('the record has the points of each attempt as they are given now, and nothing while a criterion has no level', async () => {
  const assignment = await assign('On the record', rubric);
  const { submissionId } = await turnIn(assignment);
  const cell = async () => {
    const answer = await school.as('teacher').raw('readRecord', {
      params: { courseId: school.course },
      query: { assignment, student: school.ids.mai! },
    });
    const [head, row] = (await answer.text()).split('\r\n').map((line) => line.split(','));
    return row![head!.indexOf('score')];
  };
  await score('teacher', submissionId, choose(0, 0));
  expect(await cell()).toBe('');
  await score('teacher', submissionId, choose(1, 1));
  expect(await cell()).toBe('5');
});

test('the rack has the points as they are given now, and the student’s list as they came back', async () => {
  const assignmentId = await assign('Listed', outOf(20));
  const { submissionId } = await turnIn(assignmentId);
  const onRack = async () => {
    const { slots } = await school.as('teacher').must('readRack', { params: { courseId: school.course } });
    return slots.find(({ id }) => id === submissionId)!.points;
  };
  const onList = async () =>
    (await school.as('mai').must('listMyAssignments')).find(({ title }) => title === 'Listed')!.score;
  expect([await onRack(), await onList()]).toEqual([null, null]);
  await score('teacher', submissionId, points(12));
  expect([await onRack(), await onList()]).toEqual([12, null]);
  await handBack(submissionId);
  expect([await onRack(), await onList()]).toEqual([12, { points: 12, most: 20 }]);
  await takeIntoReview(submissionId);
  await score('teacher', submissionId, points(14, 12));
  expect([await onRack(), await onList()]).toEqual([14, null]);
  await handBack(submissionId);
  // Out of what it was scored by, whatever the assignment says by now.
  await school.as('teacher').must('changeAssignment', {
    params: { assignmentId },
    body: { title: 'Listed', dues: dues(), scoring: outOf(100) },
  });
  expect(await onList()).toEqual({ points: 14, most: 20 });
});

test('what came back stays as it was read while the work is in review again', async () => {
  const { submissionId } = await turnIn(await assign('Map', outOf(10)));
  await score('teacher', submissionId, points(6));
  await handBack(submissionId);
  expect((await score('teacher', submissionId, points(8, 6))).error?.code).toBe('handed-back');
  await takeIntoReview(submissionId);
  expect((await score('teacher', submissionId, points(8, 6))).status).toBe(200);
  expect([await pointsFor('mai', submissionId), await pointsFor('teacher', submissionId)]).toEqual([
    [6],
    [8],
  ]);
  await handBack(submissionId);
  expect(await pointsFor('mai', submissionId)).toEqual([8]);
});

test('a score that came back is changed with a reason, which its student reads at once with what it was', async () => {
  const { submissionId } = await turnIn(await assign('Changed with why', outOf(10)));
  const change = (to: number, was: number | null) =>
    school.as('teacher').call('changeScore', {
      params: { submissionId },
      body: {
        attempt: 1,
        given: { kind: 'points', points: to },
        was: was === null ? null : { kind: 'points', points: was },
        why: 'I had not seen page two.',
      },
    });
  await score('teacher', submissionId, points(6));
  expect((await change(8, 6)).error?.code).toBe('not-handed-back');
  await handBack(submissionId);
  // Who has not seen what stands overwrites nothing.
  expect((await change(8, 5)).error?.code).toBe('score-changed');
  expect((await change(11, 6)).error?.code).toBe('no-such-score');
  expect(await pointsFor('mai', submissionId)).toEqual([6]);
  expect((await change(8, 6)).status).toBe(200);
  // Sent twice, it is changed once.
  expect((await change(8, 6)).status).toBe(200);
  expect((await read('mai', submissionId)).scores).toMatchObject([
    { points: 8, change: { why: 'I had not seen page two.', was: 6 } },
  ]);
  const lines = all<{ canonical: string }>(
    school.running.school.db,
    "SELECT canonical FROM event WHERE course_id = ? AND kind = 'score changed'",
    [school.course],
  );
  expect(lines).toHaveLength(1);
  expect(lines[0]!.canonical).not.toContain('page two');
});

test('by the best score the attempt that counts changes when the better one is handed back, and not before', async () => {
  const assignment = await assign('Best of', outOf(10), 'best');
  const { submissionId } = await turnIn(assignment);
  await score('teacher', submissionId, points(9));
  await handBack(submissionId);
  await turnIn(assignment);
  await score('teacher', submissionId, points(4), 2);
  const counts = async (who: string) =>
    (await read(who, submissionId)).attempts.find((attempt) => attempt.counts)?.attempt;
  expect([await counts('mai'), await counts('teacher')]).toEqual([2, 2]);
  await handBack(submissionId, 2);
  expect([await counts('mai'), await counts('teacher')]).toEqual([1, 1]);
  expect(await pointsFor('mai', submissionId)).toEqual([9, 4]);
});

test('a rubric that is changed leaves what was given by the old one as it was, and is scored by anew', async () => {
  const assignment = await assign('Changing', rubric);
  const { submissionId } = await turnIn(assignment);
  await score('teacher', submissionId, choose(0, 0));
  await school.as('teacher').must('changeAssignment', {
    params: { assignmentId: assignment },
    body: { title: 'Changing', dues: dues(), scoring: outOf(20) },
  });
  const known = await read('teacher', submissionId);
  expect([known.scoring, known.scores[0]!.scoring]).toEqual([outOf(20), rubric]);
  expect((await score('teacher', submissionId, choose(1, 0))).error?.code).toBe('scored-otherwise');
  expect((await score('teacher', submissionId, points(17))).status).toBe(200);
  expect(await pointsFor('teacher', submissionId)).toEqual([17]);
});

test.each([
  ['more than can be given', points(11), 1, 'no-such-score'],
  ['a quarter of a point', points(7.25), 1, 'no-such-score'],
  ['less than nothing', points(-1), 1, 'bad-input'],
  ['an attempt that is not there', points(7), 2, 'nothing-in'],
  ['a level where points are given', choose(0, 0), 1, 'scored-otherwise'],
])('%s is refused with a sentence, and nothing is given', async (title, step, attempt, code) => {
  const { submissionId } = await turnIn(await assign(`Refused: ${title}`, outOf(10)));
  expect((await score('teacher', submissionId, step, attempt)).error?.code).toBe(code);
  expect(await pointsFor('teacher', submissionId)).toEqual([]);
});

test('a score that is not there is taken away without a trace', async () => {
  const { submissionId } = await turnIn(await assign('Never scored', outOf(10)));
  expect((await score('teacher', submissionId, points(null))).status).toBe(200);
  const { scores } = await read('teacher', submissionId);
  const rows = all(school.running.school.db, 'SELECT 1 FROM score WHERE submission_id = ?', [submissionId]);
  expect([scores, rows]).toEqual([[], []]);
});

test('nothing of an unreturned score is a student’s to read, on any route, in any letter, by any word of the live line', async () => {
  // Points that nothing else is called by.
  const { submissionId } = await turnIn(await assign('Hidden', outOf(987)));
  const told: Told[] = [];
  const stop = school.running.school.bus.listen((one) => told.push(one));
  await score('teacher', submissionId, points(613.5));
  stop();
  expect(told.filter(({ audience }) => !('staffOf' in audience))).toEqual([]);
  expect(told.map(({ notice }) => notice.kind)).toContain('slot');
  for (const who of ['mai', 'chidi', 'outsider'])
    expect(await everythingSaid(school, who, submissionId)).not.toContain('613.5');
  expect(letters.join()).not.toContain('613.5');
  // The walk finds what is there to be found.
  expect(await everythingSaid(school, 'teacher', submissionId)).toContain('613.5');
  await handBack(submissionId);
  expect(await everythingSaid(school, 'mai', submissionId)).toContain('613.5');
  expect(await everythingSaid(school, 'chidi', submissionId)).not.toContain('613.5');
});

test('all of this ran on indexes', () => {
  expect(findScans(school.running.school.db)).toEqual([]);
});

test('the scores that stand are among the annotations: the newest of each attempt, in the way the work is scored now', async () => {
  const id = await assign('Weir', rubric);
  const { submissionId } = await turnIn(id);
  await score('teacher', submissionId, choose(0, 1));
  await score('teacher', submissionId, choose(0, 0, 1));
  await score('teacher', submissionId, choose(1, 0));
  const assessed = async () => {
    const response = await school.as('teacher').raw('readAnnotations', { params: { assignmentId: id } });
    return ((await response.json()) as { first: { items: unknown[] } }).first.items;
  };
  expect(await assessed()).toMatchObject([
    {
      id: `urn:vestibul:score:${submissionId}:1`,
      motivation: 'assessing',
      body: [{ value: 'readings: all five (4)' }, { value: 'units: right (3)' }, { value: '7 of 7' }],
      target: { source: expect.stringContaining('urn:vestibul:piece:') },
    },
  ]);
  await school.as('teacher').must('changeAssignment', {
    params: { assignmentId: id },
    body: { title: 'Weir', dues: dues(), scoring: outOf(10) },
  });
  expect(await assessed()).toEqual([]);
});
