import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { AnswerOf } from '@vestibul/contract';
import type { RenamingId } from '@vestibul/core';
import { TestSchool, bytesOf } from '../testing/TestSchool';
import { applyRenaming } from './renaming';
import { findScans } from '../testing/findScans';

let school: TestSchool;
beforeEach(async () => {
  school = await TestSchool.open();
});
afterEach(() => school.close());

const teacher = () => school.as('teacher');
const inCourse = () => ({ courseId: school.course as string });

/** Waits until a change of names has ended; asks again rather than waiting for a time. */
async function ended(id: RenamingId): Promise<AnswerOf<'readRenaming'>> {
  for (;;) {
    const work = await teacher().must('readRenaming', { params: { ...inCourse(), renamingId: id } });
    if (work.state !== 'running') return work;
  }
}

async function change(body: object): Promise<AnswerOf<'readRenaming'> & { id: RenamingId }> {
  const { id } = await teacher().must('startRenaming', { params: inCourse(), body });
  return { id, ...(await ended(id)) };
}

async function folderNames(): Promise<string[]> {
  const roster = await teacher().must('readRoster', { params: inCourse() });
  return roster.map(({ folder }) => folder!.name).sort();
}

async function lines(kind: string): Promise<AnswerOf<'readLedger'>['lines']> {
  return (await teacher().must('readLedger', { params: inCourse(), query: { kind } })).lines;
}

const START = ['02-Abara_Chidi', '02-Đặng_Thị Mai', '10-Demir_Ali', '10-Demir_Ali_2'];

describe('changing a rule', () => {
  const rule = '{last}, {first} ({period})';

  test('is shown name by name before, with both taken apart, and changes nothing by being shown', async () => {
    const preview = await teacher().must('previewRenaming', {
      params: inCourse(),
      body: { subject: 'folder', rule },
    });
    expect(preview.total).toBe(4);
    expect(preview.names.map(({ was, is }) => [was, is])).toContainEqual([
      '02-Đặng_Thị Mai',
      'Đặng, Thị Mai (2)',
    ]);
    const mai = preview.names.find(({ was }) => was.includes('Mai'))!;
    expect(mai.wasParts!.map(({ part }) => part)).toEqual(['period', null, 'last', null, 'first']);
    expect(mai.isParts.map(({ part }) => part)).toEqual(['last', null, 'first', null, 'period', null]);
    expect(await folderNames()).toEqual(START);
  });

  test('renames all at once, a ledger line each, and is undone with one action', async () => {
    const { state, done, id } = await change({ subject: 'folder', rule });
    expect([state, done]).toEqual(['done', 4]);
    expect(await folderNames()).toEqual([
      'Abara, Chidi (2)',
      'Demir, Ali (10)',
      'Demir, Ali (10)_2',
      'Đặng, Thị Mai (2)',
    ]);
    expect(await lines('renamed')).toHaveLength(4);
    expect(await lines('rule set')).toHaveLength(1);
    expect((await teacher().must('readCourse', { params: inCourse() })).folderRule).toBe(rule);

    const { id: back } = await teacher().must('undoRenaming', { params: { ...inCourse(), renamingId: id } });
    expect(await ended(back)).toMatchObject({ state: 'done', done: 4, stayed: 0 });
    expect(await folderNames()).toEqual(START);
    expect((await teacher().must('readCourse', { params: inCourse() })).folderRule).toBe(
      '{period|pad 2}-{last}_{first}',
    );
    expect(await lines('renamed')).toHaveLength(8);
    const again = await teacher().call('undoRenaming', { params: { ...inCourse(), renamingId: id } });
    expect(again).toMatchObject({ status: 409, error: { code: 'already-undone' } });
  });

  test('of two with one name the one who had it first has it first under any rule', async () => {
    const second = async () =>
      (await teacher().must('readRoster', { params: inCourse() })).find(({ folder }) =>
        folder!.name.endsWith('_2'),
      )!;
    const { id: student, folder } = await second();
    await change({ subject: 'folder', rule });
    expect(await second()).toMatchObject({ id: student, folder: { name: 'Demir, Ali (10)_2' } });
    await change({ subject: 'folder', rule: '{period|pad 2}-{last}_{first}' });
    await teacher().must('rename', {
      params: { ...inCourse(), subject: 'folder', nameableId: folder!.id },
      body: { name: 'Ali', asItIs: true },
    });
    // Asked about this one alone, the name is told that it would get, not the one that another has.
    const { names } = await teacher().must('previewRenaming', {
      params: inCourse(),
      body: { subject: 'folder', rule: null, ids: [folder!.id] },
    });
    expect(names.map(({ was, is }) => [was, is])).toEqual([['Ali', '10-Demir_Ali_2']]);
  });

  test('cancelled half way, it has changed nothing: no name, no rule, no line', async () => {
    const seen: number[] = [];
    const changed = applyRenaming(
      school.running.school,
      {
        id: 'rn_x' as RenamingId,
        by: school.ids.teacher!,
        course: school.course,
        subject: 'folder',
        rule,
        ids: null,
      },
      { report: (done) => seen.push(done), isCancelled: () => true },
    );
    expect([changed, seen]).toEqual([null, []]);
    expect(await folderNames()).toEqual(START);
    expect((await teacher().must('readCourse', { params: inCourse() })).folderRule).toBe(
      '{period|pad 2}-{last}_{first}',
    );
    expect(await lines('rule set')).toEqual([]);
    expect(await teacher().must('listRenamings', { params: inCourse() })).toEqual([]);
  });

  test('names may change places: each takes what the other had', async () => {
    await change({ subject: 'folder', rule: '{last}_{first|cut 1}' });
    const before = await folderNames();
    const { state } = await change({ subject: 'folder', rule: '{last}_{first}' });
    const back = await change({ subject: 'folder', rule: '{last}_{first|cut 1}' });
    expect([state, back.state]).toEqual(['done', 'done']);
    expect(await folderNames()).toEqual(before);
  });

  test('what was renamed by hand since stays when the change is undone', async () => {
    const { id } = await change({ subject: 'folder', rule });
    const roster = await teacher().must('readRoster', { params: inCourse() });
    const chidi = roster.find(({ last }) => last === 'Abara')!;
    await teacher().must('rename', {
      params: { ...inCourse(), subject: 'folder', nameableId: chidi.folder!.id },
      body: { name: 'Chidi’s own', asItIs: true },
    });
    const { id: back } = await teacher().must('undoRenaming', { params: { ...inCourse(), renamingId: id } });
    expect(await ended(back)).toMatchObject({ state: 'done', done: 3, stayed: 1 });
    expect(await folderNames()).toContain('Chidi’s own');
  });

  test('a rule that cannot be read is refused before anything is begun', async () => {
    const body = { subject: 'folder', rule: '{surname}' };
    for (const route of ['previewRenaming', 'startRenaming'] as const)
      expect(await teacher().call(route, { params: inCourse(), body })).toMatchObject({
        status: 400,
        error: { code: 'bad-rule', details: { at: 1, found: 'surname' } },
      });
    expect(await lines('rule set')).toEqual([]);
  });

  test('parts of the course, the account and the number are filled from the school', async () => {
    const { names } = await teacher().must('previewRenaming', {
      params: inCourse(),
      body: { subject: 'folder', rule: '{year} {teacher} {initial}{last}[ {username}][ {term}]' },
    });
    expect(names.map(({ is }) => is)).toContain('2026–27 Tamsin CAbara');
  });
});

describe('the check of what exists', () => {
  test('finds what does not follow, says what is wrong, and mends one or all', async () => {
    await teacher().must('setRule', {
      params: { ...inCourse(), subject: 'folder' },
      body: { rule: '{period}-{last}_{first}' },
    });
    const { checked, total, off } = await teacher().must('checkNames', {
      params: inCourse(),
      query: { subject: 'folder' },
    });
    expect([checked, total]).toEqual([4, 2]);
    expect(off.map(({ name, proper, faults }) => [name, proper, faults[0]!.code])).toEqual([
      ['02-Abara_Chidi', '2-Abara_Chidi', 'separator'],
      ['02-Đặng_Thị Mai', '2-Đặng_Thị Mai', 'separator'],
    ]);
    expect(await change({ subject: 'folder', ids: [off[0]!.id] })).toMatchObject({ state: 'done', done: 1 });
    expect(await folderNames()).toContain('2-Abara_Chidi');
    expect(await change({ subject: 'folder' })).toMatchObject({ state: 'done', done: 1 });
    expect(
      await teacher().must('checkNames', { params: inCourse(), query: { subject: 'folder' } }),
    ).toMatchObject({ total: 0 });
    expect(await teacher().must('listRenamings', { params: inCourse() })).toMatchObject([
      { names: 1, ruleIs: null },
      { names: 1 },
    ]);
  });
});

describe('a name at the door', () => {
  const put = async (name: string) => {
    const mai = school.as('mai');
    return mai.upload(school.assignment, name, bytesOf(name));
  };
  const turnIn = (uploadId: string, more: object = {}) =>
    school.as('mai').call('turnIn', {
      params: { assignmentId: school.assignment },
      body: { key: crypto.randomUUID(), uploadIds: [uploadId], ...more },
    });
  const rule = (offRule: string) => teacher().must('setOffRule', { params: inCourse(), body: { offRule } });
  const PROPER = '02-Đặng_Thị Mai_Stream gauge log.txt';

  test('is mended, and the old one stays on record', async () => {
    const { status, data } = await turnIn(await put('my work.txt'));
    expect([status, data.pieces[0]!.name, data.pieces[0]!.originalName]).toEqual([
      200,
      PROPER,
      'my work.txt',
    ]);
  });

  test('is asked about: the student sees the proper name and why, and nothing is lost by not agreeing yet', async () => {
    await rule('ask');
    const upload = await put('02-Dang_Mai_stream gauge log.txt');
    const tray = await school.as('mai').must('readTray', { params: { assignmentId: school.assignment } });
    expect(tray.naming.offRule).toBe('ask');
    expect(tray.uploads[0]).toMatchObject({ name: PROPER });
    expect(tray.uploads[0]!.faults.map(({ code }) => code)).toEqual(['case', 'called-name', 'marks-lost']);
    expect(await turnIn(upload)).toMatchObject({
      status: 409,
      error: { code: 'name-off-rule', details: { proper: PROPER } },
    });
    expect(
      (await school.as('mai').must('readTray', { params: { assignmentId: school.assignment } })).uploads,
    ).toHaveLength(1);
    expect((await turnIn(upload, { namesAgreed: true })).data.pieces[0]!.name).toBe(PROPER);
  });

  test('that follows passes without a question, whatever its case of extension', async () => {
    await rule('ask');
    expect((await turnIn(await put('02-Đặng_Thị Mai_Stream gauge log.TXT'))).status).toBe(200);
  });

  test('is held for the teacher, and seen as that', async () => {
    await rule('hold');
    const { data } = await turnIn(await put('my work.txt'));
    const rack = await teacher().must('readRack', { params: inCourse() });
    expect(rack.slots[0]).toMatchObject({ state: 'held', heldForName: true, name: PROPER });
    await teacher().must('approve', { params: inCourse(), body: { works: [data] } });
    expect((await teacher().must('readRack', { params: inCourse() })).slots[0]).toMatchObject({
      state: 'turned in',
      heldForName: false,
    });
  });

  test('an assignment may say otherwise than its course', async () => {
    await rule('hold');
    const { title, dues } = await teacher().must('readAssignment', {
      params: { assignmentId: school.assignment },
    });
    await teacher().must('changeAssignment', {
      params: { assignmentId: school.assignment },
      body: { title, dues: dues.map(({ periodId, dueLocal }) => ({ periodId, dueLocal })), offRule: 'mend' },
    });
    await turnIn(await put('my work.txt'));
    expect((await teacher().must('readRack', { params: inCourse() })).slots[0]).toMatchObject({
      state: 'turned in',
    });
  });
});

describe('renaming by hand', () => {
  const folderOf = async (last: string) =>
    (await teacher().must('readRoster', { params: inCourse() })).find((student) => student.last === last)!
      .folder!;
  const rename = (id: string, body: object) =>
    teacher().call('rename', { params: { ...inCourse(), subject: 'folder', nameableId: id }, body });

  test('is checked: what does not follow is refused with what is wrong, and kept only when said so', async () => {
    const { id } = await folderOf('Abara');
    const refused = await rename(id, { name: '2 chidi' });
    expect(refused).toMatchObject({ status: 409, error: { code: 'name-off-rule' } });
    expect(refused.error!.details.says).toContain('The last name is missing: ‘Abara’.');
    expect((await rename(id, { name: '2 chidi', asItIs: true })).data).toMatchObject({ name: '2 chidi' });
    expect((await folderOf('Abara')).name).toBe('2 chidi');
    expect((await rename(id, { name: '02-Abara_Chidi' })).status).toBe(200);
  });

  test.each([
    ['02-Đặng_Thị Mai', 409, 'name-taken'],
    ['...', 400, 'bad-input'],
    ['x'.repeat(256), 400, 'bad-input'],
    ['', 400, 'bad-input'],
  ])('%s cannot be kept', async (name, status, code) => {
    const { id } = await folderOf('Abara');
    expect(await rename(id, { name, asItIs: true })).toMatchObject({ status, error: { code } });
  });

  test('what no file system takes is written another way', async () => {
    const { id } = await folderOf('Abara');
    expect((await rename(id, { name: ' con: a/b. ', asItIs: true })).data.name).toBe('con-a-b');
    expect((await rename(id, { name: 'AUX', asItIs: true })).data.name).toBe('AUX_');
  });

  test('a piece keeps the extension of its bytes', async () => {
    const mai = school.as('mai');
    const { data } = await mai.turnIn(school.assignment, [
      await mai.upload(school.assignment, 'a.txt', bytesOf('hello')),
    ]);
    const reply = await teacher().must('rename', {
      params: { ...inCourse(), subject: 'file', nameableId: data.pieces[0]!.id },
      body: { name: 'poster.exe', asItIs: true },
    });
    expect(reply.name).toBe('poster.exe.txt');
  });

  test('something of another course cannot be renamed through this one', async () => {
    const { id } = await folderOf('Abara');
    const courses = await school.as('other teacher').must('listCourses');
    const reply = await school.as('other teacher').call('rename', {
      params: { courseId: courses[0]!.id, subject: 'folder', nameableId: id },
      body: { name: 'mine', asItIs: true },
    });
    expect(reply).toMatchObject({ status: 404 });
  });
});

describe('finding a name', () => {
  const find = async (text: string) =>
    (await teacher().must('findNames', { params: inCourse(), query: { find: text } })).map(
      ({ name, matched }) => [name, matched],
    );

  test('finds a piece by the name it came with, and by every name it had', async () => {
    const mai = school.as('mai');
    await mai.turnIn(school.assignment, [
      await mai.upload(school.assignment, 'IMG_4821.txt', bytesOf('hello')),
    ]);
    const first = '02-Đặng_Thị Mai_Stream gauge log.txt';
    await change({ subject: 'file', rule: '{last}-{assignment}' });
    const now = 'Đặng-Stream gauge log.txt';
    expect(await find('img_48')).toEqual([[now, 'IMG_4821.txt']]);
    expect(await find('02-dang')).toContainEqual([now, first]);
    expect(await find('Thị Mai_Str')).toEqual([[now, first]]);
    expect(await find('NEVER')).toEqual([]);
    expect(await find('im')).toEqual([]);
    expect(await find('"OR" *')).toEqual([]);
  });

  test('finds by all words in any order, over names, students and assignments', async () => {
    const hits = async (text: string) =>
      (await teacher().must('findNames', { params: inCourse(), query: { find: text } })).map(
        ({ subject, name, student }) => [subject, name || student!.last],
      );
    const mai = school.as('mai');
    for (const _attempt of [1, 2])
      await mai.turnIn(school.assignment, [
        await mai.upload(school.assignment, 'IMG_77.txt', bytesOf('hello')),
      ]);
    await change({ subject: 'file', rule: '{period}_{attempt}' });
    const names = (await hits('img_77')).map(([, name]) => name);
    expect(names).toHaveLength(2);
    // Neither the student's name nor the title is in the name of the piece; the attempt that counts comes first.
    expect(await hits('gauge  đặng')).toEqual([
      ['file', names.find((name) => name!.includes('_2'))],
      ['file', names.find((name) => name!.includes('_1'))],
    ]);
    expect(await hits('MAI DANG log img')).toHaveLength(2);
    expect(await hits('chidi gauge img')).toEqual([]);
    expect((await hits('dang mai'))[0]).toEqual(['student', 'Đặng']);
    expect((await hits('log stream'))[0]).toEqual(['assignment', 'Stream gauge log']);
  });

  test('finds a folder by its old name', async () => {
    await change({ subject: 'folder', rule: '{username}{last}' });
    expect(await find('02-Abara')).toEqual([['Abara', '02-Abara_Chidi']]);
  });
});

test('the day in a name is the period’s, also of a student who has a time of their own, at the door and in the check', async () => {
  await change({ subject: 'file', rule: '{due} {last} {assignment}' });
  const params = { assignmentId: school.assignment };
  const { dues } = await teacher().must('readAssignment', { params });
  const day = dues.find(({ periodId }) => periodId === school.periods[2])!.dueLocal.slice(0, 10);
  const own = { params: { ...params, studentId: school.ids.chidi! }, body: { dueLocal: '2031-03-04T09:00' } };
  await teacher().must('moveDue', own);
  const chidi = school.as('chidi');
  const proper = `${day} Abara Stream gauge log`;
  expect((await chidi.must('readTray', { params })).naming.values.due).toBe(day);
  const { data } = await chidi.turnIn(school.assignment, [
    await chidi.upload(school.assignment, `${proper}.txt`, bytesOf('their own time')),
  ]);
  expect(data.pieces.map(({ name }) => name)).toEqual([`${proper}.txt`]);
  const query = { subject: 'file' };
  const { off } = await teacher().must('checkNames', { params: inCourse(), query });
  expect(off.filter(({ name }) => name.startsWith(day))).toEqual([]);
});

test('queries of naming run on indexes', async () => {
  await change({ subject: 'folder', rule: '{last}_{first}' });
  await teacher().must('findNames', { params: inCourse(), query: { find: 'Abara' } });
  await teacher().must('listRenamings', { params: inCourse() });
  await teacher().must('readNaming', { params: inCourse() });
  expect(findScans(school.running.school.db)).toEqual([]);
});
