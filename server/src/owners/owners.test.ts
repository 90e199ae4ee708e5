import { afterAll, beforeAll, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { toInstant, type AssignmentId, type CopyId, type Instant, type PieceId } from '@vestibul/core';
import { nowOnLedger } from '../platform/ledger/ledger';
import { findScans } from '../testing/findScans';
import { TestSchool, bytesOf, type Caller } from '../testing/TestSchool';
import { readCustody } from './custody';
import { countOwned, pageOwned, NOW, type OwnedState } from './owned';

let school: TestSchool;
let teacher: Caller;
const assignments: AssignmentId[] = [];
const inCourse = () => ({ courseId: school.course });
beforeAll(async () => {
  school = await TestSchool.open();
  teacher = school.as('teacher');
  assignments.push(school.assignment, await school.assign('Soil table', [2, 10], '2030-01-15T23:59'));
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
  return {
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

/** What people do, each as somebody would, and nothing where it cannot be done now. */
const deeds = {
  async turnIn(who: string, which: number) {
    const assignment = assignments[which % assignments.length]!;
    const caller = school.as(who);
    const name = `${who} ${Math.random()}.txt`;
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
    { numRuns: 90, seed: 20261201 },
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
  expect([ever('left'), ever('changed'), ever('school')]).toEqual([true, true, true]);
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
  const copy = files.find(({ kind }) => kind === 'copy')!;
  const read = await teacher.must('readCustody', { params: { ...inCourse(), ownedId: copy.id }, query: {} });
  expect(read).toMatchObject({
    owners: [{ owner: { kind: 'person' }, why: 'handed out', until: null }],
    holders: [{ holder: null, until: null }],
    keys: [],
  });
  for (const ownedId of ['k_nothing' as CopyId, 'p_nothing' as PieceId]) {
    const { status } = await teacher.call('readCustody', { params: { ...inCourse(), ownedId }, query: {} });
    expect(status).toBe(404);
  }
});
