import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { all } from '../platform/database/database';
import { TestSchool, bytesOf } from '../testing/TestSchool';

let school: TestSchool;
beforeAll(async () => {
  school = await TestSchool.open();
  const held = await school.as('teacher').must('makeAssignment', {
    params: { courseId: school.course },
    body: {
      title: 'Held',
      holds: true,
      afterwards: 'nothing',
      dues: [2, 10].map((number) => ({ periodId: school.periods[number], dueLocal: '2030-05-01T23:59' })),
    },
  });
  for (const who of ['mai', 'chidi', 'ali'])
    for (const id of [school.assignment, held.id, school.assignment]) {
      const student = school.as(who);
      const uploads = [
        await student.upload(id, 'a.txt', bytesOf(`${who} a`)),
        await student.upload(id, 'b.txt', bytesOf(`${who} b`)),
      ];
      await student.turnIn(id, uploads);
    }
  await school.as('teacher').must('leaveCourse', { params: { ...inCourse(), studentId: school.ids.chidi! } });
});
afterAll(() => school.close());

const inCourse = () => ({ courseId: school.course });

test('whatever a staff member can see in a list they can open: every role, every piece', async () => {
  const pieces = all<{ id: string }>(school.running.school.db, 'SELECT id FROM piece WHERE course_id = ?', [
    school.course,
  ]);
  // Three students, three turn-ins of two pieces each; one of them has left, some are held, some are older attempts.
  expect(pieces).toHaveLength(18);
  for (const who of ['teacher', 'co-teacher', 'aide', 'office']) {
    const caller = school.as(who);
    const seen = new Set<string>();
    for (let before: string | undefined = ''; before !== undefined;) {
      const page: Awaited<ReturnType<typeof readLedger>> = await readLedger(caller, before);
      for (const { piece } of page.lines) if (piece) seen.add(piece.id);
      before = page.next === null ? undefined : String(page.next);
    }
    expect(seen.size).toBe(18);
    if (who !== 'office') {
      const { slots } = await caller.must('readRack', { params: inCourse() });
      for (const { id } of slots) {
        const read = await caller.must('readSubmission', { params: { submissionId: id! } });
        for (const piece of read.pieces) seen.add(piece.id);
      }
    }
    for (const pieceId of seen) {
      const response = await caller.raw('readPiece', { params: { pieceId } });
      expect([who, pieceId, response.status]).toEqual([who, pieceId, 200]);
      expect((await response.text()).length).toBeGreaterThan(0);
    }
  }
});

const readLedger = (caller: ReturnType<TestSchool['as']>, before: string) =>
  caller.must('readLedger', { params: inCourse(), query: before ? { before } : {} });

test('an aide sees and comments, and changes nothing', async () => {
  const aide = school.as('aide');
  const { slots } = await aide.must('readRack', { params: inCourse() });
  const params = { submissionId: slots[0]!.id! };
  await aide.must('markSeen', { params, body: { attempts: 1 } });
  await aide.must('comment', { params, body: { text: 'I saw this.', attempt: 1 } });
  expect((await aide.call('review', { params, body: { attempt: 1 } })).status).toBe(403);
  expect(
    (await aide.call('handBack', { params: inCourse(), body: { works: [{ ...params, attempt: 1 }] } }))
      .status,
  ).toBe(403);
  expect(
    (await aide.call('makeAssignment', { params: inCourse(), body: { title: 'X', dues: [] } })).status,
  ).toBe(403);
});

test('giving the course away is one act on the ledger; whoever had it stays as co-teacher', async () => {
  const [teacher, coTeacher] = [school.as('teacher'), school.as('co-teacher')];
  const body = { personId: school.ids['co-teacher'] };
  expect((await coTeacher.call('giveCourse', { params: inCourse(), body })).status).toBe(403);
  await teacher.must('giveCourse', { params: inCourse(), body });
  const roles = async () =>
    Object.fromEntries(
      (await coTeacher.must('readCourse', { params: inCourse() })).staff.map(({ id, role }) => [id, role]),
    );
  expect(await roles()).toMatchObject({
    [school.ids['co-teacher']!]: 'teacher',
    [school.ids.teacher!]: 'co-teacher',
  });
  expect(
    (await teacher.call('giveCourse', { params: inCourse(), body: { personId: school.ids.teacher } })).status,
  ).toBe(403);
  const { lines } = await coTeacher.must('readLedger', {
    params: inCourse(),
    query: { kind: 'course given' },
  });
  expect(lines).toMatchObject([
    { by: { id: school.ids.teacher }, facts: { from: school.ids.teacher, to: school.ids['co-teacher'] } },
  ]);
  const toStudent = await coTeacher.call('giveCourse', {
    params: inCourse(),
    body: { personId: school.ids.mai },
  });
  expect(toStudent.status).toBe(404);
  await coTeacher.must('giveCourse', { params: inCourse(), body: { personId: school.ids.teacher } });
});

test('aides are a co-teacher’s to add and take off; co-teachers are the teacher’s and the office’s to name; the teacher is nobody’s', async () => {
  const coTeacher = school.as('co-teacher');
  const aide = { ...inCourse(), personId: school.ids.aide! };
  for (const call of [
    coTeacher.call('changeStaff', { params: aide, body: { role: 'co-teacher' } }),
    coTeacher.call('addStaff', { params: inCourse(), body: { email: 'vane@x.example', role: 'co-teacher' } }),
  ])
    expect(await call).toMatchObject({ status: 403, error: { code: 'not-allowed' } });
  for (const who of ['teacher', 'office']) {
    await school.as(who).must('changeStaff', { params: aide, body: { role: 'co-teacher' } });
    expect((await coTeacher.call('removeStaff', { params: aide })).status).toBe(403);
    expect((await coTeacher.call('changeStaff', { params: aide, body: { role: 'aide' } })).status).toBe(403);
    await school.as(who).must('changeStaff', { params: aide, body: { role: 'aide' } });
  }
  const vane = { ...inCourse(), personId: school.ids['other teacher']! };
  await coTeacher.must('addStaff', { params: inCourse(), body: { email: 'vane@x.example', role: 'aide' } });
  await coTeacher.must('removeStaff', { params: vane });
  const teacher = { ...inCourse(), personId: school.ids.teacher! };
  for (const call of [
    coTeacher.call('changeStaff', { params: teacher, body: { role: 'aide' } }),
    coTeacher.call('removeStaff', { params: teacher }),
  ])
    expect(await call).toMatchObject({ status: 409, error: { code: 'is-the-teacher' } });
  await coTeacher.must('removeStaff', { params: aide });
  expect((await school.as('aide').call('readRack', { params: inCourse() })).status).toBe(403);
  expect((await coTeacher.call('removeStaff', { params: aide })).error?.code).toBe('not-on-staff');
});
