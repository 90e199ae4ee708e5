import { afterAll, beforeAll, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { toInstant, type AssignmentId, type CopyId, type Instant, type PieceId } from '@vestibul/core';
import { nowOnLedger } from '../platform/ledger/ledger';
import { findScans } from '../testing/findScans';
import { TestSchool, bytesOf, type Caller } from '../testing/TestSchool';
import { readKept } from '../kept';
import { readCustody } from './custody';
import { countOwned, pageOwned, NOW, type OwnedState } from './owned';

let school: TestSchool;
let teacher: Caller;
const assignments: AssignmentId[] = [];
const inCourse = () => ({ courseId: school.course });
beforeAll(async () => {
  school = await TestSchool.open();
  teacher = school.as('teacher');
  const dues = [2, 10].map((number) => ({ periodId: school.periods[number], dueLocal: '2030-01-15T23:59' }));
  const body = { title: 'Soil table', dues, afterwards: 'period' };
  const shown = await teacher.must('makeAssignment', { params: inCourse(), body });
  const heldBody = { ...body, title: 'Held back', holds: true };
  const held = await teacher.must('makeAssignment', { params: inCourse(), body: heldBody });
  assignments.push(school.assignment, shown.id, held.id);
  const uploadId = await teacher.uploadBlank(school.course, 'sheet.txt', bytesOf('a blank'));
  const blank = await teacher.must('keepBlank', { params: inCourse(), body: { uploadId, title: 'Sheet' } });
  await teacher.must('handOut', { params: { blankId: blank.id }, body: { periodIds: [school.periods[2]] } });
});
afterAll(() => school.close());

/** Everything that is said of every file of the course just before a moment. */
function allThen(until: string, at: Instant) {
  const { db } = school.running.school;
  const files = [];
  for (let after = '', more = true; more;) {
    const page = pageOwned(db, school.course, { after }, until);
    files.push(...page.files);
    after = page.next ?? '';
    more = page.next !== null;
  }
  const kept = readKept(school.folder);
  const opens = ['mai', 'chidi', 'other teacher', 'office'].map((who) => [
    ...kept.keys(school.ids[who]!, until === NOW ? null : at)!,
  ]);
  kept.close();
  return {
    opens,
    counts: countOwned(db, school.course, {}, until),
    files: files.map((file) => {
      const { line, owners, holders, keys } = readCustody(db, school.course, file.id, { until, at });
      const begun = <Stretch extends { from: Instant; until: Instant | null }>(
        stretches: readonly Stretch[],
      ) =>
        stretches
          .filter(({ from }) => from < until)
          // When it ended nobody knew before.
          .map((stretch) => ({ ...stretch, until: stretch.until !== null && stretch.until < until }));
      return {
        file,
        line,
        owners: begun(owners),
        holders: begun(holders),
        keys: keys.map((key) => ({ ...key, until: null })),
      };
    }),
  };
}

let made = 0;
/** What people do, each as somebody would, and nothing where it cannot be done now. */
const deeds = {
  async turnIn(who: string, which: number) {
    const assignment = assignments[which % assignments.length]!;
    const caller = school.as(who);
    const name = `${who} ${(made += 1)}.txt`;
    // Who has left turns nothing in.
    const isHere = (await teacher.must('readRoster', { params: inCourse() })).some(
      ({ id, leftAt }) => id === school.ids[who] && leftAt === null,
    );
    if (isHere) await caller.turnIn(assignment, [await caller.upload(assignment, name, bytesOf(name))]);
  },
  async takeBack(who: string, which: number) {
    const { files } = await school.as(who).must('listMyFiles', {});
    const file = files[which % Math.max(1, files.length)];
    if (!file) return;
    const params = { submissionId: file.submissionId };
    const { pieces } = await school.as(who).must('readSubmission', { params });
    const { attempt } = pieces.find(({ id }) => id === file.pieceId)!;
    await school.as(who).call('takeBack', { params, body: { attempt, key: crypto.randomUUID() } });
  },
  async workOn(who: string, which: number) {
    const { files } = await school.as(who).must('listMyFiles', {});
    const file = files[which % Math.max(1, files.length)];
    if (file)
      await school.as(who).uploadVersion(file.id, `after ${which}.txt`, bytesOf(`after ${which % 3}`));
  },
  async delete(who: string, which: number) {
    const { files } = await school.as(who).must('listMyFiles', {});
    const file = files[which % Math.max(1, files.length)];
    if (file) await school.as(who).must('dropFile', { params: { fileId: file.id } });
  },
  async restore(who: string, which: number) {
    const { files } = await school.as(who).must('listMyTrash', {});
    const file = files[which % Math.max(1, files.length)];
    if (file) await school.as(who).must('restoreFile', { params: { fileId: file.id } });
  },
  async keep(_who: string, which: number) {
    const { files } = await teacher.must('listOwners', { params: inCourse(), query: {} });
    const pieces = files.flatMap(({ kind, id }) => (kind === 'piece' ? [id as PieceId] : []));
    const piece = pieces[which % Math.max(1, pieces.length)];
    if (piece)
      await teacher.must('keepFiles', { params: inCourse(), body: { which: { pieces: [piece] }, why: '' } });
  },
  async endKeeping(_who: string, which: number) {
    const { files } = await teacher.must('listOwners', { params: inCourse(), query: {} });
    const kept = files.flatMap((file) => file.kept?.id ?? []);
    if (which % 2 && kept[0])
      await teacher.must('endKeeping', { params: inCourse(), body: { kept: [kept[0]] } });
  },
  async leave(who: string) {
    await teacher.call('leaveCourse', { params: { ...inCourse(), studentId: school.ids[who]! }, body: {} });
  },
  async comeBack(who: string) {
    await teacher.call('comeBack', { params: { ...inCourse(), studentId: school.ids[who]! }, body: {} });
  },
  async nameStaff(_who: string, which: number) {
    const body = { email: 'vane@x.example', role: which % 2 ? ('aide' as const) : ('co-teacher' as const) };
    await teacher.call('addStaff', { params: inCourse(), body });
  },
  async endStaff() {
    const params = { ...inCourse(), personId: school.ids['other teacher']! };
    await teacher.call('removeStaff', { params });
  },
  async show(_who: string, which: number) {
    const dues = [2, 10].map((number) => ({
      periodId: school.periods[number],
      dueLocal: '2030-01-15T23:59',
    }));
    const afterwards = (['period', 'own', 'nothing'] as const)[which % 3]!;
    const body = { title: 'Soil table', dues, afterwards };
    await teacher.must('changeAssignment', { params: { assignmentId: assignments[1]! }, body });
  },
  async letThrough(_who: string, which: number) {
    const { slots } = await teacher.must('readRack', { params: inCourse() });
    const held = slots.filter(({ state }) => state === 'held');
    const slot = held[which % Math.max(1, held.length)];
    if (!slot) return;
    const works = [{ submissionId: slot.id!, attempt: slot.attempt }];
    if (which % 3 === 0)
      await teacher.must('sendBack', { params: inCourse(), body: { works, word: 'Again.' } });
    else await teacher.must('approve', { params: inCourse(), body: { works } });
  },
  async name(_who: string, which: number) {
    const rule = `{period} {last} ${which % 5}{first} {assignment}`;
    await teacher.call('setRule', { params: { ...inCourse(), subject: 'file' }, body: { rule } });
  },
} satisfies Record<string, (who: string, which: number) => Promise<unknown>>;

test('how it was at any moment is what was said of it then', async () => {
  const steps = fc.sample(
    fc.tuple(
      fc.constantFrom(...(Object.keys(deeds) as (keyof typeof deeds)[])),
      fc.constantFrom('mai', 'chidi', 'ali'),
      fc.nat(100),
    ),
    { numRuns: 170, seed: 20261201 },
  );
  const said: { until: string; at: Instant; then: ReturnType<typeof allThen> }[] = [];
  for (const [deed, who, which] of steps) {
    await deeds[deed](who, which);
    const at = nowOnLedger(school.running.school);
    said.push({ until: toInstant(Date.parse(at) + 1), at, then: allThen(NOW, at) });
    // The next is not in the same thousandth of a second.
    await new Promise((resolve) => setTimeout(resolve, 3));
  }
  // Whatever is counted happened at some moment.
  const ever = (state: OwnedState) => said.some(({ then }) => then.counts.counts[state] > 0);
  expect([ever('left'), ever('changed'), ever('gone'), ever('school')]).toEqual([true, true, true, true]);
  for (const { until, at, then } of said) expect(allThen(until, at)).toEqual(then);
  expect(findScans(school.running.school.db)).toEqual([]);
});

test('each count leads to those it counts, page by page', async () => {
  const { counts, total, files } = await teacher.must('listOwners', { params: inCourse(), query: {} });
  expect(files).toHaveLength(total);
  for (const only of Object.keys(counts) as (keyof typeof counts)[]) {
    const found = await teacher.must('listOwners', { params: inCourse(), query: { only } });
    expect([only, found.files.length]).toEqual([only, counts[only]]);
  }
});

test('a day is told at its end, in the zone of the school; the day before the course there was nothing', async () => {
  const query = { day: '2026-01-01' };
  const before = await teacher.must('listOwners', { params: inCourse(), query });
  expect([before.total, before.at]).toEqual([0, '2026-01-01T23:59:59.999Z']);
  const summer = await teacher.must('listOwners', { params: inCourse(), query: { day: '2026-07-01' } });
  expect(summer.at).toBe('2026-07-01T22:59:59.999Z');
  const today = await teacher.must('listOwners', { params: inCourse(), query: { day: '2099-01-01' } });
  const now = await teacher.must('listOwners', { params: inCourse(), query: {} });
  expect(today.files).toEqual(now.files);
});

test('who is asked about one file is told its lines through time; of one that is not of the course nothing', async () => {
  const { files } = await teacher.must('listOwners', { params: inCourse(), query: {} });
  await deeds.endStaff();
  const copy = files.find(({ kind }) => kind === 'copy')!;
  const read = await teacher.must('readCustody', { params: { ...inCourse(), ownedId: copy.id }, query: {} });
  expect(read).toMatchObject({
    owners: [{ owner: { kind: 'person' }, why: 'handed out', until: null }],
    holders: [{ holder: null, until: null }],
  });
  expect(read.keys.map(({ level }) => level)).toEqual(['own', 'run', 'run', 'comment', 'view']);
  for (const ownedId of ['k_nothing' as CopyId, 'p_nothing' as PieceId]) {
    const { status } = await teacher.call('readCustody', { params: { ...inCourse(), ownedId }, query: {} });
    expect(status).toBe(404);
  }
});

test('what somebody can open, as the command says, is what opens for them', async () => {
  for (const who of ['mai', 'chidi', 'ali']) {
    await deeds.comeBack(who);
    for (const which of assignments.keys()) await deeds.turnIn(who, which);
  }
  await deeds.show('', 0);
  const kept = readKept(school.folder);
  const files = [...kept.owners(school.course, null)!];
  const { total } = await teacher.must('listOwners', { params: inCourse(), query: {} });
  expect(files).toHaveLength(total);
  const pieces = files.flatMap(({ piece }) => piece ?? []);
  expect(pieces.length).toBeGreaterThan(5);
  for (const who of Object.keys(school.ids)) {
    const listed = new Set([...kept.keys(school.ids[who]!, null)!].map(({ piece }) => piece));
    const opened = [];
    for (const pieceId of pieces)
      if ((await school.as(who).raw('readPiece', { params: { pieceId } })).status === 200)
        opened.push(pieceId);
    expect([who, pieces.filter((piece) => listed.has(piece))]).toEqual([who, opened]);
  }
  // Whoever holds a key by name is told the same from their side.
  for (const { piece, keys } of files)
    for (const { who, level } of keys.filter(({ who: holder }) => holder.startsWith('p_')))
      if (piece) expect([...kept.keys(who, null)!].find((one) => one.piece === piece)?.level).toBe(level);
  expect([kept.owners('c_none', null), kept.keys('p_none', null)]).toEqual([null, null]);
  kept.close();
});

test('of what lies in another course too, the staff of this one is told nothing', async () => {
  const vane = school.as('other teacher');
  const mai = school.as('mai');
  const botany = (await school.as('office').must('listCourses')).find(({ title }) => title === 'Botany')!;
  const params = { courseId: botany.id };
  const { periods } = await vane.must('readCourse', { params });
  const mais = { last: 'Đặng', first: 'Thị Mai', email: 'mai@x.example', knownId: school.ids.mai! };
  const people = [{ ...mais, periodId: periods[0]!.id }];
  await vane.must('joinRoster', { params, body: { fromList: false, people } });
  await vane.must('makeFolders', { params });
  const dues = [{ periodId: periods[0]!.id, dueLocal: '2030-01-15T23:59' }];
  const { id: assignmentId } = await vane.must('makeAssignment', { params, body: { title: 'Moss', dues } });
  const [file] = (await mai.must('listMyFiles', {})).files;
  await mai.must('addFromDrawer', { params: { assignmentId }, body: { fileIds: [file!.id] } });
  const { uploads } = await mai.must('readTray', { params: { assignmentId } });
  expect((await mai.turnIn(assignmentId, [uploads[0]!.id])).status).toBe(200);

  const here = await teacher.must('readCustody', {
    params: { ...inCourse(), ownedId: file!.pieceId },
    query: {},
  });
  const folders = here.holders.flatMap(({ holder }) => holder ?? []);
  expect(folders).toEqual([here.file.holder]);
  const there = await vane.must('listOwners', { params, query: {} });
  expect(there.files.map(({ student }) => student?.id)).toEqual([school.ids.mai]);
  expect(there.files[0]!.holder).not.toEqual(here.file.holder);
});
