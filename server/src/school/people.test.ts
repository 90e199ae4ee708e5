import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals';
import ICAL from 'ical.js';
import papa from 'papaparse';
import type { AssignmentId } from '@vestibul/core';
import { all } from '../platform/database/database';
import { findScans } from '../testing/findScans';
import { TestSchool, bytesOf } from '../testing/TestSchool';

let school: TestSchool;
beforeAll(async () => {
  school = await TestSchool.open();
});
afterAll(() => school.close());

const inCourse = () => ({ courseId: school.course });
const inList = (text: string, periodId: string | null = null) =>
  school.as('teacher').must('previewRoster', { params: inCourse(), body: { text, periodId } });
const roster = () => school.as('teacher').must('readRoster', { params: inCourse() });
const find = async (email: string) => (await roster()).find((student) => student.email === email)!;

/** Takes a list as a teacher does who believes every row of it. */
async function apply(text: string, isWhole = false) {
  const preview = await inList(text);
  return school.as('teacher').must('joinRoster', {
    params: inCourse(),
    body: {
      fromList: true,
      people: preview.rows
        .filter(({ outcome }) => outcome !== 'wrong' && outcome !== 'already there' && outcome !== 'doubtful')
        .map((row) => ({
          ...row.person,
          periodId: row.period,
          knownId: row.known,
          newName: row.outcome === 'new name',
        })),
      leaving: isWhole ? preview.leavers : [],
    },
  });
}

const list = (...rows: string[]) => ['Last;First;E-mail;Period', ...rows].join('\n');

describe('a list as a difference', () => {
  const first = list(
    'Kowalczyk;Bruno;bk@x.example;2',
    'Ghosh;Ritwik;rg@x.example;2',
    'Silva;Téo;ts@x.example;10',
    'Whitlock;Rowan;rw@x.example;10',
  );
  const second = list(
    'Kowalczyk;Bruno;bk@x.example;10',
    'Ghosh-Rao;Ritwik;rg@x.example;2',
    'Silva;Téo;ts@x.example;10',
    'Tesfaye;Hanna;ht@x.example;2',
  );

  test('says who joins, moves, has a new name and leaves; applied again it changes nothing', async () => {
    const before = (await roster()).length;
    expect(await apply(first)).toMatchObject({ joined: 4, folders: 4 });
    const preview = await inList(second);
    expect(preview.rows.map(({ outcome }) => outcome)).toEqual(['moves', 'new name', 'already there', 'new']);
    const named = new Map(preview.people.map((person) => [person.id, person.last]));
    expect(preview.leavers.map((id) => named.get(id))).toContain('Whitlock');
    // The four who were there from the start are not on this list either.
    expect(preview.leavers).toHaveLength(before + 1);

    const done = await apply(second);
    expect(done).toMatchObject({ joined: 1, moved: 1, newNames: 1, left: 0 });
    expect((await find('bk@x.example')).folder?.name).toBe('10-Kowalczyk_Bruno');
    expect((await find('rg@x.example')).folder?.name).toBe('02-Ghosh-Rao_Ritwik');
    expect(await apply(second)).toMatchObject({ joined: 0, moved: 0, newNames: 0, cameBack: 0, left: 0 });
  });

  test('who leaves by a list that is all there are comes back by another', async () => {
    const here = (await roster()).filter(({ leftAt }) => leftAt === null);
    const all = (people: typeof here) =>
      list(
        ...people.map(({ last, first: given, email, periodId }) => {
          const number = Object.entries(school.periods).find(([, id]) => id === periodId)![0];
          return `${last};${given};${email};${number}`;
        }),
      );
    const without = here.filter(({ email }) => email !== 'ts@x.example');
    expect(await apply(all(without), true)).toMatchObject({ left: 1, joined: 0 });
    expect((await find('ts@x.example')).leftAt).not.toBeNull();
    const preview = await inList(all(here));
    expect(preview.rows.filter(({ outcome }) => outcome === 'comes back')).toHaveLength(1);
    expect(await apply(all(here), true)).toMatchObject({ cameBack: 1, left: 0, joined: 0 });
    expect((await find('ts@x.example')).leftAt).toBeNull();
  });

  test('somebody under a slightly different name is asked about, and is not doubled when it is them', async () => {
    const preview = await inList(list('Kowalczik;Bruno;;10'));
    const [row] = preview.rows;
    const bruno = await find('bk@x.example');
    expect(row).toMatchObject({ outcome: 'doubtful', candidates: [bruno.id], known: null });
    const count = (await roster()).length;
    await school.as('teacher').must('joinRoster', {
      params: inCourse(),
      body: { fromList: true, people: [{ ...row!.person, periodId: row!.period, knownId: bruno.id }] },
    });
    expect(await roster()).toHaveLength(count);
    // Nothing that was asked about takes a known name away.
    expect((await find('bk@x.example')).last).toBe('Kowalczyk');
  });

  test('a whole name in one field comes apart, and can be put right before it is taken', async () => {
    const { rows } = await inList(
      'Name,E-mail,Period\n"García Márquez, Ana María",ana@x.example,2\nLudwig van der Berg Jr.,lb@x.example,2\nAna María García Márquez,am@x.example,2',
    );
    expect(rows.map(({ person, outcome }) => [person.last, person.first, outcome])).toEqual([
      ['García Márquez', 'Ana María', 'new'],
      ['van der Berg Jr.', 'Ludwig', 'new'],
      ['Márquez', 'Ana María García', 'doubtful'],
    ]);
  });
});

describe('leaving and coming back', () => {
  let assignment: AssignmentId;
  beforeEach(async () => {
    assignment = await school.assign(`Work ${Math.random()}`, [2, 10], '2030-02-01T23:59');
  });

  test('nothing is lost, nothing is there twice, every count is right, for the teacher and for the student', async () => {
    const [teacher, chidi] = [school.as('teacher'), school.as('chidi')];
    const { data: receipt } = await chidi.turnIn(assignment, [
      await chidi.upload(assignment, 'c.txt', bytesOf('mine')),
    ]);
    const params = { ...inCourse(), studentId: school.ids.chidi! };
    const before = await teacher.must('readCourse', { params: inCourse() });
    const nameBefore = receipt.pieces[0]!.name;

    await teacher.must('leaveCourse', { params });
    const gone = await teacher.must('readCourse', { params: inCourse() });
    expect([gone.students, gone.folders]).toEqual([before.students - 1, before.folders - 1]);
    const rack = await teacher.must('readRack', { params: inCourse() });
    const seat = rack.students.find(({ id }) => id === school.ids.chidi)!;
    expect(seat).toMatchObject({ leftAt: expect.any(String), folderName: '02-Abara_Chidi' });
    expect(rack.slots.find(({ id }) => id === receipt.submissionId)).toMatchObject({ name: nameBefore });
    const read = await teacher.must('readSubmission', { params: { submissionId: receipt.submissionId } });
    expect(read.pieces[0]!.owner?.id).toBe(school.ids.chidi);

    // The student keeps what is theirs, and can put nothing in.
    expect(
      (await chidi.call('readSubmission', { params: { submissionId: receipt.submissionId } })).status,
    ).toBe(200);
    const mine = await chidi.must('listMyAssignments');
    expect(mine.map(({ id }) => id)).toEqual([assignment]);
    expect(await chidi.call('readTray', { params: { assignmentId: assignment } })).toMatchObject({
      status: 409,
      error: { code: 'left-course' },
    });
    expect((await chidi.startUpload({ assignmentId: assignment }, 'x.txt', 3)).body).toContain('left-course');
    expect(await teacher.must('leaveCourse', { params })).toEqual({});

    const missed = await school.assign('While away', [2], '2030-02-02T23:59');
    await teacher.must('comeBack', { params, body: {} });
    const back = await teacher.must('readCourse', { params: inCourse() });
    expect([back.students, back.folders]).toEqual([before.students, before.folders]);
    const again = await roster();
    expect(again.filter(({ id }) => id === school.ids.chidi)).toHaveLength(1);
    expect(again.find(({ id }) => id === school.ids.chidi)?.folder?.name).toBe('02-Abara_Chidi');
    expect((await chidi.must('listMyAssignments')).map(({ id }) => id)).toEqual(
      expect.arrayContaining([assignment, missed, school.assignment]),
    );
    const lines = all<{ kind: string }>(
      school.running.school.db,
      `SELECT kind FROM event WHERE course_id = ? AND student_id = ? AND kind IN ('left', 'came back') ORDER BY idx`,
      [school.course, school.ids.chidi!],
    );
    expect(lines.map(({ kind }) => kind)).toEqual(['left', 'came back']);
  });

  test('the record tells of who left, and does not call missing what was due while they were away', async () => {
    const teacher = school.as('teacher');
    const params = { ...inCourse(), studentId: school.ids.mai! };
    await teacher.must('leaveCourse', { params });
    const past = await school.assign('Due while away', [2], '2020-01-01T08:00');
    await teacher.must('comeBack', { params, body: {} });
    const csv = await (await teacher.raw('readRecord', { params: inCourse() })).text();
    const rows = papa.parse<Record<string, string>>(csv.replace('\ufeff', ''), { header: true }).data;
    const row = rows.find(
      (one) => one['student id'] === school.ids.mai && one.assignment === 'Due while away',
    );
    expect(row?.state).toBe('excused');
    await teacher.must('dropAssignment', { params: { assignmentId: past } });
  });

  test('moving takes the slot along, and the preview names every name that changes', async () => {
    const teacher = school.as('teacher');
    const ali = school.as('ali');
    const { data: receipt } = await ali.turnIn(assignment, [
      await ali.upload(assignment, 'a.txt', bytesOf('ali')),
    ]);
    const params = { ...inCourse(), studentId: school.ids.ali! };
    const student = await find('ali@x.example');
    const body = { ...student, periodId: school.periods[2] };
    const { names } = await teacher.must('previewStudent', { params, body });
    expect(names.map(({ of }) => of)).toEqual(['folder', 'piece']);
    // Two people of this name sit in period 10; which of them has the suffix is chance.
    expect(names[0]).toEqual({ of: 'folder', was: student.folder!.name, is: '02-Demir_Ali' });
    // A preview writes nothing.
    expect((await find('ali@x.example')).folder).toEqual(student.folder);

    expect(await teacher.must('changeStudent', { params, body })).toEqual({ renamed: 2 });
    const moved = await find('ali@x.example');
    expect(moved).toMatchObject({ periodId: school.periods[2], folder: { name: '02-Demir_Ali' } });
    const read = await teacher.must('readSubmission', { params: { submissionId: receipt.submissionId } });
    expect(read).toMatchObject({ folderName: '02-Demir_Ali', periodId: school.periods[2] });
    expect(read.pieces[0]!.name).toBe(names[1]!.is);
    expect(
      all(school.running.school.db, 'SELECT name FROM old_name WHERE course_id = ?', [school.course]),
    ).toEqual(expect.arrayContaining([{ name: student.folder!.name }, { name: names[1]!.was }]));
    expect(
      await teacher.must('changeStudent', { params, body: { ...body, periodId: school.periods[10] } }),
    ).toEqual({
      renamed: 2,
    });
  });

  test('two change places in one act, with the names that follow and the group they had', async () => {
    const teacher = school.as('teacher');
    const seats = async () => {
      const [chidi, ali] = [await find('chidi.abara@x.example'), await find('ali@x.example')];
      return { chidi, ali, folders: [chidi.folder!.name, ali.folder!.name] };
    };
    const before = await seats();
    const moves = [
      { studentId: school.ids.chidi!, periodId: before.ali.periodId },
      { studentId: school.ids.ali!, periodId: before.chidi.periodId },
    ];
    const move = (all: unknown) => teacher.call('moveStudents', { params: inCourse(), body: { moves: all } });
    expect((await move(moves)).status).toBe(200);
    const after = await seats();
    expect([after.chidi.periodId, after.ali.periodId]).toEqual([before.ali.periodId, before.chidi.periodId]);
    expect(after.folders).toEqual(['10-Abara_Chidi', '02-Demir_Ali']);

    // Where one of them can’t be moved, nobody is.
    const outsider = { studentId: school.ids.outsider!, periodId: before.chidi.periodId };
    const nowhere = { studentId: school.ids.ali!, periodId: 'h_nowhere' };
    const back = { studentId: school.ids.chidi!, periodId: before.chidi.periodId };
    expect((await move([back, outsider])).error?.code).toBe('not-here');
    expect((await move([back, nowhere])).error?.code).toBe('not-found');
    expect((await move([back, back])).status).toBe(400);
    expect(await seats()).toEqual(after);

    expect((await move(moves.map((one, i) => ({ ...one, periodId: moves[1 - i]!.periodId })))).status).toBe(
      200,
    );
    expect((await seats()).folders).toEqual(before.folders);
  });

  test('a new name is the school’s, one address is one person’s', async () => {
    const teacher = school.as('teacher');
    const params = { ...inCourse(), studentId: school.ids.ali2! };
    const student = await find('ali2@x.example');
    const taken = await teacher.call('changeStudent', {
      params,
      body: { ...student, email: 'ali@x.example' },
    });
    expect(taken).toMatchObject({ status: 409, error: { code: 'email-taken' } });
    await teacher.must('changeStudent', { params, body: { ...student, last: 'Demirci' } });
    expect((await find('ali2@x.example')).folder?.name).toBe('10-Demirci_Ali');
    const outsider = { ...inCourse(), studentId: school.ids.outsider! };
    expect(await teacher.call('changeStudent', { params: outsider, body: student })).toMatchObject({
      status: 409,
      error: { code: 'not-here' },
    });
  });
});

describe('due times of one’s own', () => {
  test('a late joiner is excused from what was due before, and can be given a time', async () => {
    const [teacher] = [school.as('teacher')];
    const old = await school.assign('Due long ago', [2], '2020-01-01T08:00');
    const done = await teacher.must('joinRoster', {
      params: inCourse(),
      body: {
        fromList: false,
        people: [{ last: 'Late', first: 'Joiner', email: 'late@x.example', periodId: school.periods[2] }],
      },
    });
    expect(done).toMatchObject({ joined: 1, folders: 1 });
    const [late] = done.students;
    school.ids.late = late!;
    const mine = async () =>
      (await school.as('late').must('listMyAssignments')).find(({ id }) => id === old)!;
    expect((await mine()).state).toBe('excused');
    const params = { assignmentId: old, studentId: late! };
    await teacher.must('moveDue', { params, body: { dueLocal: '2030-03-01T08:00' } });
    expect(await mine()).toMatchObject({ state: 'not started', due: '2030-03-01T08:00:00.000Z' });
    const rack = await teacher.must('readRack', { params: inCourse() });
    expect(rack.dues).toContainEqual({
      studentId: late,
      assignmentId: old,
      due: '2030-03-01T08:00:00.000Z',
      excused: false,
    });
    const { data: receipt } = await school
      .as('late')
      .turnIn(old, [await school.as('late').upload(old, 'l.txt', bytesOf('late but in time'))]);
    expect(receipt).toMatchObject({ lateMs: 0, due: '2030-03-01T08:00:00.000Z' });
    await teacher.must('moveDue', { params, body: { excused: true } });
    await teacher.must('moveDue', { params, body: {} });
    expect((await teacher.must('readRack', { params: inCourse() })).dues).toEqual([]);
  });
});

describe('groups', () => {
  test('belong to a period, have a mark each, and let go of who moves', async () => {
    const teacher = school.as('teacher');
    const params = { periodId: school.periods[10]! };
    const groups = [
      { name: 'Ford', enamel: 1, mark: 'wave' },
      { name: 'Ridge', enamel: 2, mark: 'triangle' },
    ];
    await teacher.must('setGroups', { params, body: { groups } });
    const known = (await teacher.must('readCourse', { params: inCourse() })).periods.find(
      ({ number }) => number === 10,
    )!;
    expect(known.groups.map(({ name, mark }) => [name, mark])).toEqual([
      ['Ford', 'wave'],
      ['Ridge', 'triangle'],
    ]);
    const [ford] = known.groups;
    await teacher.must('putInGroup', {
      params,
      body: { groupId: ford!.id, studentIds: [school.ids.ali, school.ids.mai] },
    });
    const groupOf = async (id: string) => (await roster()).find((student) => student.id === id)?.groupId;
    expect(await groupOf(school.ids.ali!)).toBe(ford!.id);
    // Mai sits in another period.
    expect(await groupOf(school.ids.mai!)).toBeNull();
    const twice = [groups[0], { ...groups[1], mark: 'wave' }];
    expect((await teacher.call('setGroups', { params, body: { groups: twice } })).status).toBe(400);
    await teacher.must('setGroups', { params, body: { groups: [{ ...ford, name: 'Weir' }] } });
    expect(await groupOf(school.ids.ali!)).toBe(ford!.id);

    const work = await teacher.must('makeAssignment', {
      params: inCourse(),
      body: {
        title: 'For one group',
        groupIds: [ford!.id],
        dues: [{ periodId: school.periods[10], dueLocal: '2030-04-01T08:00' }],
      },
    });
    const given = async (who: string) =>
      (await school.as(who).must('listMyAssignments')).some(({ id }) => id === work.id);
    expect([await given('ali'), await given('ali2')]).toEqual([true, false]);
    expect(
      (await school.as('ali2').call('readTray', { params: { assignmentId: work.id } })).error?.code,
    ).toBe('not-given');
    expect(await teacher.call('setGroups', { params, body: { groups: [] } })).toMatchObject({
      error: { code: 'has-work' },
    });
  });
});

describe('getting people out', () => {
  test('chosen columns as CSV, tab-separated text and vCards, read by other parsers; who left is not among them', async () => {
    const teacher = school.as('teacher');
    await teacher.must('leaveCourse', { params: { ...inCourse(), studentId: school.ids.late! } });
    const read = async (query: Record<string, string>) =>
      (await teacher.raw('readPeopleFile', { params: inCourse(), query })).text();
    const present = (await roster()).filter(({ leftAt }) => leftAt === null);
    for (const [format, delimiter] of [
      ['csv', ','],
      ['tsv', '\t'],
    ] as const) {
      const text = await read({ format, columns: 'last,first,email' });
      const { data } = papa.parse<string[]>(text.replace(/^\ufeff/, '').trim(), { delimiter });
      expect(data[0]).toEqual(['last name', 'first name', 'e-mail']);
      expect(data.slice(1)).toEqual(present.map(({ last, first, email }) => [last, first, email]));
    }
    const cards = ICAL.parse(
      await read({ format: 'vcard', columns: 'last,first,email,period', period: school.periods[2]! }),
    );
    expect(cards).toHaveLength(present.filter(({ periodId }) => periodId === school.periods[2]).length);
    const bad = await teacher.raw('readPeopleFile', {
      params: inCourse(),
      query: { format: 'csv', columns: 'shoe size' },
    });
    expect(bad.status).toBe(400);
  });
});

test('all of this ran on indexes', () => {
  expect(findScans(school.running.school.db)).toEqual([]);
});
