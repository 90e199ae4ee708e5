import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { parse } from 'csv-parse/sync';
import { strFromU8, unzipSync } from 'fflate';
import { read, utils } from 'xlsx';
import type { BodyFor } from '@vestibul/contract';
import type { AssignmentId, Instant, SubmissionId } from '@vestibul/core';
import { findScans } from '../testing/findScans';
import { startFromForm } from '../testing/olderForm';
import { TestSchool, bytesOf } from '../testing/TestSchool';

/** What the school's clock shows; its zone is London, in winter. */
let clock = '2027-01-19T08:00';
let school: TestSchool;
beforeAll(async () => {
  school = await TestSchool.open();
  Object.assign(school.running.school, { now: () => `${clock}:00.000Z` as Instant });
});
afterAll(() => school.close());

const inCourse = () => ({ courseId: school.course });
const outOf = (most: number) => ({ kind: 'points' as const, most });
const tenADay = { kind: 'per day' as const, percent: 10, most: 50 };

const assign = async (title: string, more: Partial<BodyFor<'makeAssignment'>>) => {
  clock = '2027-01-19T08:00';
  const dues = [2, 10].map((number) => ({ periodId: school.periods[number]!, dueLocal: '2027-01-20T10:00' }));
  const body = { title, dues, scoring: outOf(20), ...more };
  return (await school.as('teacher').must('makeAssignment', { params: inCourse(), body })).id;
};
const change = async (assignmentId: AssignmentId, more: object) => {
  const params = { assignmentId };
  const known = await school.as('teacher').must('readAssignment', { params });
  await school.as('teacher').must('changeAssignment', { params, body: { ...known, ...more } });
};
const turnIn = async (who: string, assignment: AssignmentId, at: string) => {
  clock = at;
  const caller = school.as(who);
  const upload = await caller.upload(assignment, 'a.txt', bytesOf(`${who} ${assignment}`));
  return (await caller.turnIn(assignment, [upload])).data.submissionId;
};
const give = (submissionId: SubmissionId, points: number | null, was: number | null = null) =>
  school.as('teacher').must('setScore', {
    params: { submissionId },
    body: { attempt: 1, step: { kind: 'points', points, was } },
  });
const handBack = (submissionId: SubmissionId) =>
  school.as('teacher').must('handBack', {
    params: inCourse(),
    body: { works: [{ submissionId, attempt: 1 }] },
  });
const book = (who = 'teacher') => school.as(who).must('readMarks', { params: inCourse() });
/** What somebody has for an assignment. */
const markOf = async (who: string, assignment: AssignmentId) => {
  const { assignments, students } = await book();
  const at = assignments.findIndex(({ id }) => id === assignment);
  return students.find(({ id }) => id === school.ids[who])!.marks[at];
};
const file = async (as: 'csv' | 'details' | 'xlsx' | 'oneroster') => {
  const answer = await school.as('teacher').raw('readMarksFile', { params: inCourse(), query: { as } });
  expect(answer.ok).toBe(true);
  return new Uint8Array(await answer.arrayBuffer());
};

test('what is late counts less, by the rule that its student was told; what was given is kept beside it', async () => {
  const late = await assign('Late gauge', { lateRule: tenADay });
  const submissionId = await turnIn('mai', late, '2027-01-21T10:30');
  const tray = await school.as('mai').must('readTray', { params: { assignmentId: late } });
  expect(tray.assignment.lateRule).toEqual(tenADay);
  await give(submissionId, 18);
  // A day and half an hour: two days have begun, 4 of 20 points.
  expect(await markOf('mai', late)).toMatchObject({ points: 18, counted: 14, most: 20, isShown: false });
  await handBack(submissionId);
  const read = await school.as('mai').must('readSubmission', { params: { submissionId } });
  expect(read.scores).toMatchObject([{ points: 18, counted: 14, lateRule: tenADay }]);
  const [mine] = (await school.as('mai').must('listMyAssignments')).filter(({ id }) => id === late);
  expect(mine!.score).toEqual({ points: 14, most: 20 });

  // A rule that is changed afterwards leaves what its student has read as it is.
  await change(late, { lateRule: { kind: 'per day', percent: 50, most: 100 } });
  expect(await markOf('mai', late)).toMatchObject({ counted: 14, lateRule: tenADay });
  // So does a score that is changed with a reason; work that is scored anew counts by the new one.
  await school.as('teacher').must('changeScore', {
    params: { submissionId },
    body: { attempt: 1, given: outOfTwenty(19), was: outOfTwenty(18), why: 'One more reading.' },
  });
  expect(await markOf('mai', late)).toMatchObject({ points: 19, counted: 15 });
  await school.as('teacher').must('takeIntoReview', {
    params: inCourse(),
    body: { works: [{ submissionId, attempt: 1 }] },
  });
  await give(submissionId, 20, 19);
  expect(await markOf('mai', late)).toMatchObject({ points: 20, counted: 0, isShown: false });
  await give(submissionId, 19, 20);
});

const outOfTwenty = (points: number) => ({ kind: 'points' as const, points });

test('of several attempts the best is the one of which most counts, not the one that was given most', async () => {
  const again = await assign('Best of two', { counting: 'best', lateRule: tenADay });
  const submissionId = await turnIn('mai', again, '2027-01-20T09:00');
  await give(submissionId, 16);
  await handBack(submissionId);
  // Two days late, and given 18: 14 of it count.
  clock = '2027-01-22T09:30';
  const mai = school.as('mai');
  await mai.turnIn(again, [await mai.upload(again, 'b.txt', bytesOf('once more'))]);
  const act = { params: { submissionId }, body: { attempt: 2, step: scored(18) } };
  await school.as('teacher').must('setScore', act);
  await school.as('teacher').must('handBack', {
    params: inCourse(),
    body: { works: [{ submissionId, attempt: 2 }] },
  });
  expect(await markOf('mai', again)).toMatchObject({ attempt: 1, points: 16, counted: 16 });
});

const scored = (points: number) => ({ kind: 'points' as const, points, was: null });

test('points by an earlier scoring do not stand, neither in the book nor on the pile, until they come back in it', async () => {
  const changed = await assign('Scored otherwise', {});
  const submissionId = await turnIn('mai', changed, '2027-01-20T09:00');
  const onPile = async () =>
    (await school.as('teacher').must('readRack', { params: inCourse() })).slots.find(
      ({ id }) => id === submissionId,
    )!.points;
  await give(submissionId, 12);
  expect(await onPile()).toBe(12);
  await change(changed, { scoring: outOf(50) });
  expect(await onPile()).toBeNull();
  expect(await markOf('mai', changed)).toMatchObject({ points: null, most: 50 });
  await change(changed, { scoring: outOf(20) });
  expect(await onPile()).toBe(12);
  // Once its student has read it, it stays what they read, out of what it was then.
  await handBack(submissionId);
  await change(changed, { scoring: outOf(50) });
  expect(await markOf('mai', changed)).toMatchObject({ points: 12, most: 20, counted: 12 });
});

test('who is excused, missing or not asked is told apart; a total counts what has a score, by weight', async () => {
  const heavy = await assign('Heavy', { weight: 3 });
  const light = await assign('Light', { weight: 1, scoring: outOf(10) });
  const only = await assign('Only period 10', {
    dues: [{ periodId: school.periods[10]!, dueLocal: '2027-01-20T10:00' }],
  });
  await give(await turnIn('chidi', heavy, '2027-01-20T09:00'), 18);
  await give(await turnIn('chidi', light, '2027-01-20T09:00'), 5);
  await school.as('teacher').must('moveDue', {
    params: { assignmentId: heavy, studentId: school.ids.ali! },
    body: { excused: true },
  });
  clock = '2027-01-20T12:00';
  expect(await markOf('ali', heavy)).toMatchObject({ excused: true, isMissing: false });
  expect(await markOf('ali', light)).toMatchObject({ excused: false, isMissing: true });
  const { students, assignments } = await book();
  const periodOf = new Map(students.map(({ id, periodId }) => [id, periodId]));
  const at = assignments.findIndex(({ id }) => id === only);
  for (const { id, marks } of students)
    expect(marks[at] === null).toBe(periodOf.get(id) !== school.periods[10]);
  // 3 × 18/20 + 1 × 5/10 of 4.
  expect(students.find(({ id }) => id === school.ids.chidi)!.total).toEqual({
    points: 23,
    most: 30,
    percent: 80,
  });
});

test('it is the staff’s alone, and read on indexes', async () => {
  expect((await book('aide')).students).toEqual((await book()).students);
  for (const who of ['mai', 'outsider', 'other teacher', 'office'])
    for (const route of ['readMarks', 'readMarksFile'] as const)
      expect((await school.as(who).raw(route, { params: inCourse() })).status).toBeGreaterThanOrEqual(400);
  expect(findScans(school.running.school.db)).toEqual([]);
});

test('as a table: a row a student, a column an assignment, as other readers of CSV and XLSX see it', async () => {
  await assign('=1+1, "quoted"', {});
  const csv = await file('csv');
  expect([...csv.slice(0, 3)]).toEqual([0xef, 0xbb, 0xbf]);
  const rows = parse(strFromU8(csv), { bom: true, record_delimiter: '\r\n' });
  const { assignments, students } = await book();
  expect(rows[0]!.slice(0, 5)).toEqual(['student id', 'last', 'first', 'e-mail', 'period']);
  expect(rows[0]).toHaveLength(assignments.length + 8);
  // A spreadsheet would run it.
  expect(rows[0]).toContain('\'=1+1, "quoted"');
  expect(rows).toHaveLength(students.length + 1);
  const mai = rows.find(([id]) => id === school.ids.mai)!;
  expect(mai[rows[0]!.indexOf('Scored otherwise')]).toBe('12');

  const workbook = read(await file('xlsx'), { type: 'array' });
  expect(workbook.SheetNames).toEqual(['Mark book', 'Details']);
  const cells = utils.sheet_to_json<unknown[]>(workbook.Sheets['Mark book']!, { header: 1 });
  expect(cells).toHaveLength(rows.length);
  // A cell of words is words there, whatever it begins with.
  expect(cells[0]).toContain('=1+1, "quoted"');
  expect(cells[rows.indexOf(mai)]![cells[0]!.indexOf('Scored otherwise')]).toBe(12);

  const details = parse(strFromU8(await file('details')), { bom: true, columns: true }) as Record<
    string,
    string
  >[];
  expect(details.find(({ assignment }) => assignment === 'Scored otherwise')).toMatchObject({
    'student id': school.ids.mai,
    'raw score': '12',
    'out of': '20',
    'lateness rule': 'none',
    'counted score': '12',
    'handed back': 'yes',
  });
  expect(
    details.filter(({ assignment }) => assignment === 'Heavy').map((one) => one['lateness rule']),
  ).toEqual(expect.arrayContaining(['none', 'excused']));
});

test('as a gradebook package: every id leads somewhere, and nothing is told that is not handed back', async () => {
  clock = '2027-01-20T12:00';
  const files = Object.fromEntries(
    Object.entries(unzipSync(await file('oneroster'))).map(([name, bytes]) => [
      name,
      parse(strFromU8(bytes), { columns: true }) as Record<string, string>[],
    ]),
  );
  expect(Object.keys(files)).toEqual(['manifest.csv', 'categories.csv', 'lineItems.csv', 'results.csv']);
  const kept = new Map(files['manifest.csv']!.map(({ propertyName, value }) => [propertyName, value]));
  expect(kept.get('oneroster.version')).toBe('1.2');
  expect([...kept].filter(([, value]) => value === 'bulk').map(([name]) => name)).toEqual([
    'file.categories',
    'file.lineItems',
    'file.results',
  ]);
  const lines = new Map(files['lineItems.csv']!.map((line) => [line.sourcedId, line]));
  for (const { categorySourcedId, classSourcedId, resultValueMax } of lines.values()) {
    expect(files['categories.csv']!.map(({ sourcedId }) => sourcedId)).toContain(categorySourcedId);
    expect(Object.values(school.periods)).toContain(classSourcedId);
    expect(Number(resultValueMax)).toBeGreaterThan(0);
  }
  const results = files['results.csv']!;
  expect(new Set(results.map(({ sourcedId }) => sourcedId)).size).toBe(results.length);
  for (const { lineItemSourcedId, classSourcedId, score, scoreStatus } of results) {
    expect(lines.get(lineItemSourcedId)?.classSourcedId).toBe(classSourcedId);
    expect(score !== '').toBe(scoreStatus === 'fully graded');
  }
  const of = (who: string, title: string) =>
    results.find(
      ({ lineItemSourcedId, studentSourcedId }) =>
        studentSourcedId === school.ids[who] && lines.get(lineItemSourcedId)!.title === title,
    );
  expect(of('mai', 'Scored otherwise')).toMatchObject({ scoreStatus: 'fully graded', score: '12' });
  expect(of('chidi', 'Heavy')).toMatchObject({ scoreStatus: 'submitted', score: '' });
  expect(of('ali', 'Heavy')).toMatchObject({ scoreStatus: 'exempt' });
  expect(of('ali', 'Light')).toMatchObject({ scoreStatus: 'not submitted', missing: 'true' });
});

test('a school of the form before: what stood on the pile by an earlier scoring does not any more, what was read stays', async () => {
  const stale = await assign('Of the form before', {});
  const unread = await turnIn('mai', stale, '2027-01-20T09:00');
  const read = await turnIn('chidi', stale, '2027-01-20T09:05');
  for (const id of [unread, read]) await give(id, 12);
  await handBack(read);
  await change(stale, { scoring: outOf(50) });
  // As the version before left it.
  school.running.school.db.prepare('UPDATE submission SET points = 12 WHERE id = ?').run(unread);
  await startFromForm(school, 36);
  const { slots } = await school.as('teacher').must('readRack', { params: inCourse() });
  const pointsOf = (id: SubmissionId) => slots.find((slot) => slot.id === id)!.points;
  expect([pointsOf(unread), pointsOf(read)]).toEqual([null, 12]);
  const mark = await markOf('chidi', stale);
  expect(mark).toMatchObject({ points: 12, most: 20, counted: 12, lateRule: { kind: 'none' } });
});
