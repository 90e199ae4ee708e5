import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { AssignmentId } from '@vestibul/core';
import { appearDue } from '../blanks/appear';
import { all, run } from '../platform/database/database';
import { findScans } from '../testing/findScans';
import type { Notice } from '../platform/live/Bus';
import { TestSchool, bytesOf } from '../testing/TestSchool';

let school: TestSchool;
beforeAll(async () => {
  school = await TestSchool.open();
  // They have been here for long: what was due before somebody joined is not asked of them.
  run(school.running.school.db, 'UPDATE seat SET joined_at = :at, from_at = :at', {
    at: '2026-01-01T08:00:00.000Z',
  });
});
afterAll(() => school.close());

const inCourse = () => ({ courseId: school.course });
const dues = (local: string) =>
  [2, 10].map((number) => ({ periodId: school.periods[number], dueLocal: local }));
const make = async (body: object): Promise<AssignmentId> =>
  (
    await school
      .as('teacher')
      .must('makeAssignment', { params: inCourse(), body: { dues: dues('2030-05-01T23:59'), ...body } })
  ).id;
const turnIn = async (who: string, id: AssignmentId, text = 'work') => {
  const student = school.as(who);
  return student.turnIn(id, [await student.upload(id, `${who}.txt`, bytesOf(`${who} ${text}`))]);
};

describe('being seen', () => {
  test('a draft is the staff’s; published it is the students’, and what has work in it stays seen', async () => {
    const id = await make({ title: 'Draft', visible: { when: 'draft' } });
    const [teacher, mai] = [school.as('teacher'), school.as('mai')];
    const mine = async () => (await mai.must('listMyAssignments')).some((known) => known.id === id);
    expect(await mine()).toBe(false);
    expect((await mai.call('readTray', { params: { assignmentId: id } })).error?.code).toBe('not-given');
    expect((await mai.startUpload({ assignmentId: id }, 'x.txt', 2)).body).toContain('not-given');
    const body = { title: 'Draft', dues: dues('2030-05-01T23:59') };
    await teacher.must('changeAssignment', { params: { assignmentId: id }, body });
    expect(await mine()).toBe(true);
    await turnIn('mai', id);
    const hidden = await teacher.call('changeAssignment', {
      params: { assignmentId: id },
      body: { ...body, visible: { when: 'draft' } },
    });
    expect(hidden).toMatchObject({ status: 409, error: { code: 'has-work' } });
    expect(await mine()).toBe(true);
    expect((await teacher.call('dropAssignment', { params: { assignmentId: id } })).error?.code).toBe(
      'has-work',
    );
  });

  test('at its time it appears by itself: students see it, its blank is handed out, and they are told where wanted', async () => {
    const teacher = school.as('teacher');
    const { db, bus } = school.running.school;
    const id = await make({
      title: 'Later',
      tells: true,
      visible: { when: 'at', local: '2030-01-01T08:00' },
    });
    const kept = await teacher.must('keepBlank', {
      params: inCourse(),
      body: {
        uploadId: await teacher.uploadBlank(school.course, 'l.txt', bytesOf('later')),
        title: 'Later sheet',
      },
    });
    const handed = await teacher.must('handOut', {
      params: { blankId: kept.id },
      body: { periodIds: [school.periods[2]], assignmentId: id },
    });
    expect(handed.handedOut).toBe(0);
    expect(appearDue(school.running.school)).toBe(0);
    const heard: Notice[] = [];
    const stop = bus.listen(({ audience, notice }) => {
      if ('person' in audience && audience.person === school.ids.mai) heard.push(notice);
    });
    run(db, 'UPDATE assignment SET visible_at = ? WHERE id = ?', ['2026-01-01T08:00:00.000Z', id]);
    expect(appearDue(school.running.school)).toBe(1);
    expect(appearDue(school.running.school)).toBe(0);
    stop();
    // Once for the copy, whose line says so, and once for the assignment itself.
    expect(heard.map((notice) => notice.kind)).toEqual(['mine', 'mine', 'word']);
    const tray = await school.as('mai').must('readTray', { params: { assignmentId: id } });
    expect(tray.copies.map(({ title }) => title)).toEqual(['Later sheet']);
  });

  test('a draft that nobody has begun can be taken away for good', async () => {
    const id = await make({ title: 'Never', visible: { when: 'draft' } });
    await school.as('co-teacher').must('dropAssignment', { params: { assignmentId: id } });
    const { assignments } = await school.as('teacher').must('readCourse', { params: inCourse() });
    expect(assignments.map(({ title }) => title)).not.toContain('Never');
  });
});

describe('late', () => {
  test('nothing within the grace is late; beyond it, it is by its whole distance from the due time', async () => {
    const minutesAgo = (minutes: number) =>
      new Date(Date.now() - minutes * 60_000).toISOString().slice(0, 16);
    // The school's zone is London; in November its clocks show UTC.
    const { timeZone } = (await school.as('teacher').must('readSession')).school;
    expect(timeZone).toBe('Europe/London');
    const inGrace = await make({ title: 'In grace', graceMinutes: 30, dues: dues(minutesAgo(10)) });
    const { data } = await turnIn('mai', inGrace);
    expect(data.lateMs).toBe(0);
    const beyond = await make({ title: 'Beyond', graceMinutes: 5, dues: dues(minutesAgo(10)) });
    const { data: late } = await turnIn('mai', beyond);
    expect(late.lateMs).toBeGreaterThan(9 * 60_000);
    const mine = await school.as('chidi').must('listMyAssignments');
    expect(mine.find(({ id }) => id === inGrace)?.state).toBe('not started');
    expect(mine.find(({ id }) => id === beyond)?.state).toBe('missing');
  });

  test('where it counts when sending began, a file that set out in time is in time', async () => {
    const id = await make({ title: 'On its way', lateCounts: 'when sending began' });
    const mai = school.as('mai');
    const upload = await mai.upload(id, 'a.txt', bytesOf('a'));
    const { db } = school.running.school;
    const [{ due }] = all<{ due: string }>(
      db,
      'SELECT due_at AS due FROM assignment_due WHERE assignment_id = ?',
      [id],
    ) as [{ due: string }];
    const before = new Date(Date.now() - 60_000).toISOString();
    run(db, 'UPDATE assignment_due SET due_at = ? WHERE assignment_id = ?', [before, id]);
    run(db, 'UPDATE upload SET started_at = ? WHERE id = ?', [
      new Date(Date.now() - 90_000).toISOString(),
      upload,
    ]);
    const { data } = await mai.turnIn(id, [upload]);
    expect([due > before, data.lateMs]).toEqual([true, 0]);
    expect((await turnIn('chidi', id)).data.lateMs).toBeGreaterThan(0);
  });
});

describe('held', () => {
  test('a piece waits for approval, seen by its student as waiting, until it is let through', async () => {
    const id = await make({ title: 'Held', holds: true, afterwards: 'period' });
    const [teacher, mai, chidi] = [school.as('teacher'), school.as('mai'), school.as('chidi')];
    const { data: receipt } = await turnIn('mai', id);
    await turnIn('chidi', id);
    const state = async () => (await mai.must('listMyAssignments')).find((known) => known.id === id)?.state;
    expect(await state()).toBe('held');
    const piece = { pieceId: receipt.pieces[0]!.id };
    expect((await chidi.raw('readPiece', { params: piece })).status).toBe(403);
    expect(await chidi.must('listPeriodPieces', { params: { assignmentId: id } })).toEqual([]);
    const rack = await teacher.must('readRack', { params: inCourse() });
    expect(rack.slots.find((slot) => slot.id === receipt.submissionId)?.state).toBe('held');
    expect(await teacher.must('approve', { params: inCourse(), body: { works: [receipt] } })).toEqual({
      approved: 1,
      newer: 0,
    });
    expect(await state()).toBe('turned in');
    expect((await chidi.raw('readPiece', { params: piece })).status).toBe(200);
    const others = await chidi.must('listPeriodPieces', { params: { assignmentId: id } });
    expect(others.map(({ student }) => student.id)).toEqual([school.ids.mai]);
    // Another attempt waits again; handing back lets through what is still held.
    const { data: again } = await turnIn('mai', id, 'again');
    expect(await state()).toBe('held');
    await teacher.must('handBack', { params: inCourse(), body: { works: [again] } });
    expect(await state()).toBe('handed back');
  });
});

describe('what students see afterwards', () => {
  test.each([
    ['nothing', { mine: 409, classmate: 403, list: 409 }],
    ['own', { mine: 200, classmate: 403, list: 409 }],
    ['period', { mine: 200, classmate: 200, list: 200 }],
  ] as const)('%s', async (afterwards, allowed) => {
    const id = await make({ title: `Afterwards ${afterwards}`, afterwards });
    const { data: receipt } = await turnIn('mai', id);
    const params = { pieceId: receipt.pieces[0]!.id };
    const status = async (who: string) => (await school.as(who).raw('readPiece', { params })).status;
    const list = async () =>
      (await school.as('chidi').call('listPeriodPieces', { params: { assignmentId: id } })).status;
    // Who has turned in nothing themselves sees nothing.
    expect([await status('chidi'), await list()]).toEqual([403, 409]);
    await turnIn('chidi', id);
    expect([await status('mai'), await status('chidi'), await list()]).toEqual([
      allowed.mine,
      allowed.classmate,
      allowed.list,
    ]);
    // Another period, another course, nobody: never.
    await turnIn('ali', id);
    expect([await status('ali'), await status('outsider')]).toEqual([403, 403]);
    expect((await school.as(null).raw('readPiece', { params })).status).toBe(401);
    // The receipt they always have.
    expect(
      (await school.as('mai').call('readSubmission', { params: { submissionId: receipt.submissionId } }))
        .status,
    ).toBe(200);
  });
});

describe('copies of assignments', () => {
  test('come as drafts into periods of the same number, from courses whose staff one is on', async () => {
    const teacher = school.as('teacher');
    const years = await teacher.must('listYears');
    const { id: other } = await teacher.must('makeCourse', {
      body: { yearId: years[0]!.id, title: 'Maps', periods: [{ number: 10 }, { number: 11 }] },
    });
    const source = await make({
      title: 'To be copied',
      unit: 'Maps',
      directions: '**Bold**',
      graceMinutes: 7,
    });
    const params = { courseId: other };
    const body = { assignmentIds: [source] };
    expect(await teacher.must('copyAssignments', { params, body })).toEqual({ copied: 1 });
    await teacher.must('copyAssignments', { params, body });
    const course = await teacher.must('readCourse', { params });
    expect(
      course.assignments.map(({ title, visibleAt, dues: given }) => [title, visibleAt, given.length]),
    ).toEqual([
      ['To be copied', null, 1],
      ['To be copied (2)', null, 1],
    ]);
    const copied = await teacher.must('readAssignment', {
      params: { assignmentId: course.assignments[0]!.id },
    });
    expect(copied).toMatchObject({ unit: 'Maps', directions: '**Bold**', graceMinutes: 7 });
    const botany = (await school.as('other teacher').must('listCourses'))[0]!;
    const stolen = await school
      .as('other teacher')
      .call('copyAssignments', { params: { courseId: botany.id }, body });
    expect(stolen).toMatchObject({ status: 403 });
  });
});

test('bad input is told where it stands, and nothing is made', async () => {
  const teacher = school.as('teacher');
  const call = (body: object) =>
    teacher.call('makeAssignment', { params: inCourse(), body: { title: 'Bad', dues: [], ...body } });
  for (const [body, where] of [
    [{ graceMinutes: -1 }, 'graceMinutes'],
    [{ graceMinutes: 'soon' }, 'graceMinutes'],
    [{ wants: { forms: ['poem'] } }, 'wants.forms.0'],
    [{ wants: { files: 0 } }, 'wants.files'],
    [{ scoring: { kind: 'rubric', criteria: [] } }, 'scoring.criteria'],
    [{ scoring: { kind: 'points', most: 1e9 } }, 'scoring.most'],
    [{ visible: { when: 'at', local: 'tomorrow' } }, 'visible.local'],
    [{ afterwards: 'everybody' }, 'afterwards'],
    [{ directions: 'x'.repeat(20_001) }, 'directions'],
  ] as const)
    expect(await call(body)).toMatchObject({ status: 400, error: { code: 'bad-input', details: { where } } });
  const foreign = await call({ groupIds: ['g_none'] });
  expect(foreign).toMatchObject({ status: 404 });
  const { assignments } = await teacher.must('readCourse', { params: inCourse() });
  expect(assignments.map(({ title }) => title)).not.toContain('Bad');
});

test('all of this ran on indexes', () => {
  expect(findScans(school.running.school.db)).toEqual([]);
});
