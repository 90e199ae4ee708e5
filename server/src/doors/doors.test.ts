import { randomUUID } from 'node:crypto';
import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import { instantToLocal, verifyReceipt, type Instant, type Letter, type ReceiptFile } from '@vestibul/core';
import { sendDue } from '../platform/mail/outbox';
import { run } from '../platform/database/database';
import { TestSchool, bytesOf, type Caller } from '../testing/TestSchool';

const letters: (Letter & { to: string })[] = [];
const mail = { send: async (letter: Letter & { to: string }) => void letters.push(letter) };

let school: TestSchool;
let teacher: Caller;
beforeAll(async () => {
  school = await TestSchool.open({ mail });
  teacher = school.as('teacher');
});
afterAll(() => school.close());
afterEach(() => void letters.splice(0));

const course = () => ({ courseId: school.course });
const waiting = async () =>
  (await teacher.must('listDeliveries', { params: course(), query: { after: '' } })).deliveries;
const slotOf = async (who: string) =>
  (await teacher.must('readRack', { params: course() })).slots.find(
    (slot) => slot.studentId === school.ids[who] && slot.assignmentId === school.assignment,
  );
async function hand(
  guest: Caller,
  token: string,
  name: string,
  more: object = {},
  key: string = randomUUID(),
) {
  const uploadIds = [await guest.bring(name, bytesOf(`this is ${name}`))];
  return guest.call('deliver', { params: { token }, body: { key, uploadIds, ...more } });
}
const localIn = (ms: number) =>
  instantToLocal(new Date(Date.now() + ms).toISOString() as Instant, 'Europe/London');
const code = async () => {
  await sendDue(school.running.school);
  return /Your code: (\d{3} \d{3})/.exec(letters.at(-1)!.text)![1]!;
};

describe('a side door for anyone', () => {
  test('a name given by hand goes to the sorting table, never straight into a slot', async () => {
    const { token } = await school.makeDoor({ assignmentId: school.assignment });
    const nobody = await school.as(null).must('readDoor', { params: { token } });
    expect(nobody).toMatchObject({
      state: 'open',
      assignment: { title: 'Stream gauge log' },
      visit: null,
      isPreview: false,
    });
    const guest = await school.enter('a guest', token, { name: 'Đặng Thị Mai' });
    const { data } = await hand(guest, token, 'IMG_4821.txt');
    expect(data.visit!.delivered!.pieces).toMatchObject([{ originalName: 'IMG_4821.txt' }]);
    expect(data.visit!.uploads).toEqual([]);
    expect(await slotOf('mai')).toBeUndefined();
    const [delivery] = await waiting();
    expect(delivery).toMatchObject({
      name: 'Đặng Thị Mai',
      isConfirmed: false,
      candidates: [{ id: school.ids.mai, why: 'name' }],
    });

    // The staff look at it, the aide too; no student does.
    const params = { deliveryId: delivery!.id, uploadId: delivery!.pieces[0]!.id };
    for (const [who, status] of [
      ['aide', 200],
      ['mai', 403],
      ['outsider', 403],
      [null, 401],
    ] as const)
      expect((await school.as(who).raw('readDelivered', { params })).status).toBe(status);

    // Placed by hand: as handed in when it was, under its proper name, with who placed it on the record.
    const body = { studentId: school.ids.mai!, assignmentId: school.assignment };
    await teacher.must('placeDelivery', { params: { deliveryId: delivery!.id }, body });
    expect(await slotOf('mai')).toMatchObject({
      state: 'turned in',
      turnedInAt: delivery!.at,
      name: '02-Đặng_Thị Mai_Stream gauge log.txt',
      originalName: 'IMG_4821.txt',
    });
    expect(await waiting()).toEqual([]);
    const twice = await teacher.call('placeDelivery', { params: { deliveryId: delivery!.id }, body });
    expect([twice.status, twice.error?.code]).toEqual([409, 'already-placed']);
    const { lines } = await teacher.must('readLedger', {
      params: course(),
      query: { assignment: school.assignment },
    });
    expect(lines.map(({ kind, by }) => [kind, by?.id ?? null]).reverse()).toEqual([
      ['assignment made', school.ids.teacher],
      ['assignment published', school.ids.teacher],
      ['side door made', school.ids.teacher],
      ['came by side door', null],
      ['turned in', school.ids.teacher],
      ['piece placed', school.ids.teacher],
    ]);
    expect(JSON.stringify(lines.map(({ facts }) => facts))).not.toContain('Mai');
  });

  test('the same press counts once; a guest has a receipt that can be checked', async () => {
    const { token } = await school.makeDoor();
    const guest = await school.enter('twice', token, { name: 'Wanda Wren' });
    const key = randomUUID();
    await hand(guest, token, 'a.txt', {}, key);
    await hand(guest, token, 'a.txt', {}, key);
    const mine = (await waiting()).filter(({ name }) => name === 'Wanda Wren');
    expect(mine).toHaveLength(1);
    expect(mine[0]!.candidates).toEqual([]);
    const receipt = (await (
      await guest.raw('readDeliveryReceipt', { params: { token } })
    ).json()) as ReceiptFile;
    expect(verifyReceipt(receipt)).toEqual({ ok: true });
    expect(receipt.event).toMatchObject({ kind: 'came by side door', by: 'system' });
    await teacher.must('turnAway', { params: { deliveryId: mine[0]!.id } });
    expect(await waiting()).toEqual([]);
  });

  test('what one guest brought is no other guest’s, and nothing is brought without saying who one is', async () => {
    const { token } = await school.makeDoor();
    const one = await school.enter('one', token, { name: 'One' });
    const other = await school.enter('other', token, { name: 'Other' });
    const id = await one.bring('a.txt', bytesOf('a'));
    const stolen = await other.call('deliver', {
      params: { token },
      body: { key: randomUUID(), uploadIds: [id] },
    });
    expect([stolen.status, stolen.error?.code]).toEqual([410, 'upload-gone']);
    expect(
      (await other.raw('readUpload', { params: { uploadId: id }, headers: { 'Tus-Resumable': '1.0.0' } }))
        .status,
    ).toBe(401);
    expect((await school.as(null).startUpload({ door: '1' }, 'x.txt', 3)).status).toBe(401);
    const mai = await school.as('mai').startUpload({ door: '1' }, 'x.txt', 3);
    expect([mai.status, mai.body]).toEqual([401, expect.stringContaining('not-entered')]);
  });
});

describe('leaving a side door', () => {
  test('ends the visit for whoever has its cookie still; what was turned in stays', async () => {
    const { token } = await school.makeDoor({ assignmentId: school.assignment });
    const params = { token };
    const guest = await school.enter('who leaves', token, { name: 'Wanda Wren' });
    await hand(guest, token, 'w.txt');
    const before = (await waiting()).length;
    const kept = await guest.bring('not yet.txt', bytesOf('not turned in'));
    const left = await guest.call('leaveDoor', { params });
    expect([left.status, left.data.visit, left.data.timeZone]).toEqual([200, null, 'Europe/London']);
    expect(left.headers.get('set-cookie')).toMatch(/Max-Age=0|Expires=Thu, 01 Jan 1970/);
    // The cookie of before opens nothing any more: neither the tray, nor the receipt, nor a turn-in.
    expect((await guest.must('readDoor', { params })).visit).toBeNull();
    expect((await guest.raw('readDeliveryReceipt', { params })).status).not.toBe(200);
    const again = { key: randomUUID(), uploadIds: [kept] };
    expect((await guest.call('deliver', { params, body: again })).error?.code).toBe('not-entered');
    expect(await waiting()).toHaveLength(before);
    expect((await guest.call('leaveDoor', { params })).status).toBe(200);
    for (const { id } of await waiting())
      await teacher.must('turnAway', { params: { deliveryId: id }, body: {} });
  });
});

describe('a side door for some domains', () => {
  test('a confirmed address that is a student’s goes straight into their slot', async () => {
    const { token } = await school.makeDoor({ assignmentId: school.assignment, domains: ['x.example'] });
    const guest = await school.enter('domain', token, { name: 'somebody', email: 'ali@x.example' });
    const early = await guest.startUpload({ door: '1' }, 'x.txt', 3);
    expect(early.body).toContain('not-entered');
    const sent = await code();
    expect(letters.at(-1)!.to).toBe('ali@x.example');
    const wrong = await guest.call('confirmVisit', {
      params: { token },
      body: { code: sent === '000 000' ? '111111' : '000000' },
    });
    expect([wrong.status, wrong.error?.code]).toEqual([400, 'wrong-code']);
    expect(
      (await guest.must('confirmVisit', { params: { token }, body: { code: sent } })).visit,
    ).toMatchObject({
      isConfirmed: true,
    });
    await hand(guest, token, 'mine.txt');
    expect(await slotOf('ali')).toMatchObject({ state: 'turned in', originalName: 'mine.txt' });
    expect(await waiting()).toEqual([]);
  });

  test('another domain is refused, a code is guessed at five times at most, and an old one is none', async () => {
    const { token } = await school.makeDoor({ domains: ['x.example'] });
    for (const email of ['ali@evil.example', 'ali@x.example.evil.example', 'ali@notx.example', '']) {
      const refused = await school
        .as(null)
        .call('enterDoor', { params: { token }, body: { name: 'A', email } });
      expect([refused.status, refused.error?.code]).toEqual([403, 'wrong-domain']);
    }
    const guest = await school.enter('guesser', token, { name: 'G', email: 'g@x.example' });
    const sent = await code();
    for (let i = 0; i < 5; i += 1)
      await guest.call('confirmVisit', {
        params: { token },
        body: { code: sent === '123 456' ? '654321' : '123456' },
      });
    expect((await guest.call('confirmVisit', { params: { token }, body: { code: sent } })).error?.code).toBe(
      'wrong-code',
    );
    const again = await school.enter('slow', token, { name: 'G', email: 'g@x.example' });
    const newer = await code();
    run(
      school.running.school.db,
      "UPDATE visit SET made_at = '2026-01-01T00:00:00.000Z' WHERE email = 'g@x.example'",
    );
    expect((await again.call('confirmVisit', { params: { token }, body: { code: newer } })).error?.code).toBe(
      'wrong-code',
    );
  });

  test('one address is not flooded with codes', async () => {
    const { token } = await school.makeDoor({ domains: ['x.example'] });
    const ask = (email = 'flood@x.example') =>
      school.as(null).call('enterDoor', { params: { token }, body: { name: 'F', email } });
    for (let i = 0; i < 4; i += 1) expect((await ask()).status).toBe(200);
    // However it is written.
    for (const email of ['flood@x.example', 'FLOOD@x.example']) {
      const fifth = await ask(email);
      expect([fifth.status, fifth.error?.code]).toEqual([429, 'too-many-visits']);
    }
  });
});

describe('floods', () => {
  test('one guest, and all of a door in a day, bring no more than is thought of; what arrived is kept', async () => {
    const { token } = await school.makeDoor();
    const guest = await school.enter('flood', token, { name: 'Flood' });
    const other = await school.enter('after the flood', token, { name: 'After' });
    await guest.bring('a.txt', bytesOf('0123456789'));
    const { limits } = school.running.school;
    const before = { ...limits };
    try {
      limits.guestBytes = 15;
      const large = await guest.startUpload({ door: '1' }, 'b.txt', 10);
      expect([large.status, large.body]).toEqual([429, expect.stringContaining('too-many-bytes')]);
      expect((await other.startUpload({ door: '1' }, 'b.txt', 10)).status).toBe(201);
      limits.doorBytesADay = 25;
      expect((await other.startUpload({ door: '1' }, 'c.txt', 4)).status).toBe(201);
      expect(
        (
          await school
            .enter('last', token, { name: 'Last' })
            .then((last) => last.startUpload({ door: '1' }, 'd.txt', 10))
        ).status,
      ).toBe(429);
    } finally {
      Object.assign(limits, before);
    }
    expect((await guest.must('readDoor', { params: { token } })).visit!.uploads).toMatchObject([
      { originalName: 'a.txt', arrived: true },
    ]);
  });
});

describe('opening and shutting', () => {
  test('a door opens and closes at its times, and can be shut at once', async () => {
    const HOUR = 3_600_000;
    const { token: early } = await school.makeDoor({ opensLocal: localIn(2 * HOUR) });
    expect((await school.as(null).must('readDoor', { params: { token: early } })).state).toBe('not yet');
    const { token: over } = await school.makeDoor({ closesLocal: localIn(-HOUR) });
    expect((await school.as(null).must('readDoor', { params: { token: over } })).state).toBe('closed');
    const refused = await school.as(null).call('enterDoor', { params: { token: over }, body: { name: 'A' } });
    expect([refused.status, refused.error?.code]).toEqual([409, 'door-closed']);

    const { id, token } = await school.makeDoor();
    const guest = await school.enter('shut out', token, { name: 'A' });
    const uploadId = await guest.bring('a.txt', bytesOf('a'));
    await teacher.must('shutDoor', { params: { doorId: id } });
    expect((await guest.startUpload({ door: '1' }, 'b.txt', 3)).body).toContain('door-closed');
    const body = { key: randomUUID(), uploadIds: [uploadId] };
    expect((await guest.call('deliver', { params: { token }, body })).error?.code).toBe('door-closed');
    await teacher.must('openDoor', { params: { doorId: id } });
    expect((await guest.call('deliver', { params: { token }, body })).status).toBe(200);
  });

  test('its staff see it as a guest would, before it opens; an address that is none opens nothing', async () => {
    const { token } = await school.makeDoor({ opensLocal: localIn(7_200_000), note: 'Come in.' });
    expect(await teacher.must('readDoor', { params: { token } })).toMatchObject({
      isPreview: true,
      note: 'Come in.',
      state: 'not yet',
    });
    expect((await school.as('other teacher').must('readDoor', { params: { token } })).isPreview).toBe(false);
    const none = await school.as(null).call('readDoor', { params: { token: 'nothing-is-behind-this' } });
    expect([none.status, none.error?.code]).toEqual([410, 'door-gone']);
  });

  test('with its assignment a door goes: it is shut, and opens no more than it did', async () => {
    const assignmentId = await school.assign('Gone soon', [2], '2030-01-15T23:59');
    const { token } = await school.makeDoor({ assignmentId });
    await teacher.must('dropAssignment', { params: { assignmentId } });
    expect((await school.as(null).must('readDoor', { params: { token } })).state).toBe('shut');
  });

  test('a door of a course lets the guest say what it is for, among what is given there', async () => {
    const { token } = await school.makeDoor();
    const { choices } = await school.as(null).must('readDoor', { params: { token } });
    expect(choices.map(({ title }) => title)).toContain('Stream gauge log');
    const guest = await school.enter('chooser', token, { name: 'Chidi Abara' });
    await hand(guest, token, 'a.txt', { assignmentId: school.assignment });
    await hand(guest, token, 'b.txt', { assignmentId: 'a_of_another_course' });
    const mine = (await waiting()).filter(({ name }) => name === 'Chidi Abara');
    expect(mine.map(({ assignmentId }) => assignmentId)).toEqual([school.assignment, null]);
    // Somebody of another course cannot be put here.
    const refused = await teacher.call('placeDelivery', {
      params: { deliveryId: mine[0]!.id },
      body: { studentId: school.ids.outsider!, assignmentId: school.assignment },
    });
    expect(refused.status).toBe(403);
    // Nor where the work is not given; the teacher is told in words for teachers.
    const ofTen = await school.assign('Footpath interview', [10], '2030-03-01T23:59');
    const notGiven = await teacher.call('placeDelivery', {
      params: { deliveryId: mine[0]!.id },
      body: { studentId: school.ids.chidi!, assignmentId: ofTen },
    });
    expect(notGiven.error).toMatchObject({ code: 'not-given-to', details: { title: 'Footpath interview' } });
  });
});
