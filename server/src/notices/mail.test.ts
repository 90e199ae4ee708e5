import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import type { AssignmentId, Instant, SubmissionId } from '@vestibul/core';
import { one, run } from '../platform/database/database';
import { TestSchool, bytesOf } from '../testing/TestSchool';
import { stopAddress } from './chosenLetters';
import { writeDigests } from './digest';
import type { Outgoing } from '../platform/mail/Mailer';
import { sendDue } from '../platform/mail/outbox';

/** A post that keeps what it is given, and can be out of order. */
const post = {
  letters: [] as Outgoing[],
  isDown: false,
  async send(letter: Outgoing) {
    if (post.isDown) throw new Error('connection refused');
    post.letters.push(letter);
  },
};

let school: TestSchool;
let overdue: AssignmentId;
beforeAll(async () => {
  school = await TestSchool.open({ mail: post, publicAddress: 'https://hall.x.example/' });
  overdue = await school.assign('Soil texture table', [2, 10], '2030-01-15T23:59');
  // They joined today; a due time of their own asks for it all the same.
  for (const who of ['chidi', 'mai', 'ali'])
    await school.as('teacher').must('moveDue', {
      params: { assignmentId: overdue, studentId: school.ids[who]! },
      body: { dueLocal: '2026-09-02T23:59' },
    });
});
afterAll(() => school.close());
afterEach(() => {
  post.letters.length = 0;
  post.isDown = false;
});

const students = (...names: string[]) => names.map((name) => school.ids[name]!);
const params = () => ({ assignmentId: overdue });
const sendAll = async () => {
  while ((await sendDue(school.running.school)) > 0);
};

describe('a reminder', () => {
  test('is shown before it goes, and goes to those alone who have nothing in', async () => {
    const chidi = school.as('chidi');
    await chidi.turnIn(overdue, [await chidi.upload(overdue, 'a.txt', bytesOf('a'))]);
    const teacher = school.as('teacher');
    const body = { studentIds: students('chidi', 'mai', 'ali'), word: 'Bring boots.' };
    const preview = await teacher.must('previewReminder', { params: params(), body });
    expect(preview.missing.map(({ id }) => id).sort()).toEqual(students('mai', 'ali').sort());
    expect(preview.sample).toMatchObject({ subject: 'Soil texture table: nothing in yet' });
    expect(preview.sample!.text).toContain('Bring boots.');
    expect(preview.missing.map(({ remindedAt }) => remindedAt)).toEqual([null, null]);

    expect(await teacher.must('sendReminder', { params: params(), body })).toEqual({ sent: 2 });
    // The same press once more, since the answer was lost on its way, is one press.
    expect(await teacher.must('sendReminder', { params: params(), body })).toEqual({ sent: 0 });
    await sendAll();
    expect(post.letters.map(({ to }) => to).sort()).toEqual(['ali@x.example', 'mai@x.example']);
    const [letter] = post.letters;
    // An answer goes to the teacher; a reminder was not chosen, so there is nothing to stop.
    expect(letter).toMatchObject({ replyTo: { address: 'Tamsin@x.example' }, stopAddress: null });
    expect(letter!.text).toContain(`https://hall.x.example/turn-in/${overdue}`);
    // On the record that it went, not what it said.
    const { lines } = await teacher.must('readLedger', {
      params: { courseId: school.course },
      query: { assignment: overdue, kind: 'reminded' },
    });
    expect(lines).toHaveLength(2);
    expect(JSON.stringify(lines)).not.toContain('boots');
    // Who else has nothing in was not reminded.
    const after = await teacher.must('previewReminder', { params: params(), body: {} });
    const reminded = after.missing.filter(({ remindedAt }) => remindedAt !== null);
    expect(reminded.map(({ id }) => id).sort()).toEqual(students('mai', 'ali').sort());
    expect(after.missing.length).toBeGreaterThan(2);
  });

  test('is kept over a post that is out of order and a restart, and goes once', async () => {
    post.isDown = true;
    const teacher = school.as('teacher');
    const assignmentId = await school.assign('Second table', [2], '2030-01-15T23:59');
    const due = { params: { assignmentId, studentId: school.ids.mai! } };
    await teacher.must('moveDue', { ...due, body: { dueLocal: '2026-09-02T23:59' } });
    const body = { studentIds: students('mai') };
    expect(await teacher.must('sendReminder', { params: { assignmentId }, body })).toEqual({ sent: 1 });
    await sendDue(school.running.school);
    expect(post.letters).toEqual([]);
    await school.restart();
    post.isDown = false;
    // Not before its time has come again.
    expect(await sendDue(school.running.school)).toBe(0);
    run(
      school.running.school.db,
      "UPDATE letter SET next_try_at = '2026-01-01' WHERE next_try_at IS NOT NULL",
    );
    await sendAll();
    expect(post.letters).toHaveLength(1);
    expect(await sendDue(school.running.school)).toBe(0);
    // What was sent is kept without its words.
    expect(
      one(school.running.school.db, "SELECT 1 FROM letter WHERE sent_at IS NOT NULL AND text <> ''"),
    ).toBeUndefined();
    await school.as('teacher').must('moveDue', { ...due, body: { excused: true } });
  });

  test('is the staff’s to send, and nobody’s where the school has no mail', async () => {
    const body = { studentIds: students('mai') };
    for (const who of ['aide', 'mai', 'other teacher'])
      expect((await school.as(who).call('sendReminder', { params: params(), body })).status).toBe(403);
    await school.restart({ mail: null });
    const refused = await school.as('teacher').call('sendReminder', { params: params(), body });
    expect([refused.status, refused.error?.code]).toEqual([409, 'no-mail']);
    expect((await school.as('teacher').must('previewReminder', { params: params(), body })).canMail).toBe(
      false,
    );
    await school.restart({ mail: post });
  });
});

const daily = { digest: 'daily', returnLetters: false } as const;

describe('the letter of a day', () => {
  /** A time of a day to come, in UTC: in London the same, or an hour later in summer. */
  const at = (days: number, time: string) =>
    `${new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10)}T${time}:00.000Z` as Instant;

  test('goes to nobody who did not ask for it', async () => {
    writeDigests(school.running.school);
    await sendAll();
    expect(post.letters).toEqual([]);
  });

  test('says what is missing and what came back, once a day, and not where nothing is new', async () => {
    const mai = school.as('mai');
    await mai.must('setNotices', { body: daily });
    await school.as('chidi').must('setNotices', { body: daily });
    expect(await mai.must('readNotices')).toMatchObject({ digest: 'daily', canMail: true });
    const { now } = school.running.school;
    try {
      // A morning in the school's time.
      school.running.school.now = () => at(1, '07:30');
      writeDigests(school.running.school);
      writeDigests(school.running.school);
      await sendAll();
      expect(post.letters.map(({ to, subject }) => [to, subject])).toEqual([
        ['mai@x.example', 'Larkmoor: missing 1'],
      ]);
      expect(post.letters[0]!.text).toContain(
        '- Soil texture table (Field Geography), due Wednesday 2 September, 23:59',
      );
      school.running.school.now = () => at(2, '05:00');
      writeDigests(school.running.school);
      await sendAll();
      expect(post.letters).toHaveLength(1);
      school.running.school.now = () => at(2, '08:00');
      writeDigests(school.running.school);
      await sendAll();
      expect(post.letters).toHaveLength(2);
    } finally {
      school.running.school.now = now;
    }
  });
});

describe('the letter when work comes back', () => {
  test('goes to whoever wants one, answers to the teacher, and stops at one press of a program for mail', async () => {
    const [ali, mai, teacher] = [school.as('ali'), school.as('mai'), school.as('teacher')];
    await ali.must('setNotices', { body: { digest: 'none', returnLetters: true } });
    expect(await ali.must('readNotices')).toMatchObject({ returnLetters: true });
    const works: { submissionId: SubmissionId; attempt: number }[] = [];
    for (const [who, caller] of [['a', ali] as const, ['m', mai] as const]) {
      const turned = await caller.turnIn(school.assignment, [
        await caller.upload(school.assignment, `${who}.txt`, bytesOf(who)),
      ]);
      works.push({ submissionId: turned.data.submissionId, attempt: 1 });
    }
    const [ofAli] = works;
    await teacher.must('comment', {
      params: { submissionId: ofAli!.submissionId },
      body: { text: 'Look at line 3.', attempt: 1 },
    });
    const handBack = () => teacher.must('handBack', { params: { courseId: school.course }, body: { works } });
    expect(await handBack()).toMatchObject({ handedBack: 2 });
    // Handed back once, told once.
    expect(await handBack()).toMatchObject({ handedBack: 0 });
    await sendAll();
    expect(post.letters).toHaveLength(1);
    const [letter] = post.letters;
    expect(letter).toMatchObject({
      to: 'ali@x.example',
      subject: 'Stream gauge log: handed back',
      replyTo: { address: 'Tamsin@x.example', name: expect.stringContaining('Tamsin') },
    });
    expect(letter!.text).toContain('Your teacher wrote a comment on it.');
    expect(letter!.text).not.toContain('line 3');

    const stop = new URL(letter!.stopAddress!);
    expect(stop.origin).toBe('https://hall.x.example');
    const here = school.running.address + stop.pathname;
    // What only looks stops nothing: a browser, or a program that opens every address in a letter, is led to a page.
    const looked = await fetch(here, { redirect: 'manual' });
    expect([looked.status, looked.headers.get('location')]).toEqual([
      303,
      stop.pathname.replace('/api/letters/', '/no-more/'),
    ]);
    expect(await ali.must('readNotices')).toMatchObject({ returnLetters: true });
    // RFC 8058, section 3.2: without a cookie, from anywhere, with this body; once more does no harm.
    for (let i = 0; i < 2; i += 1) {
      const stopped = await fetch(here, {
        method: 'POST',
        headers: { 'Content-Type': 'application/x-www-form-urlencoded', Origin: 'https://mail.x.example' },
        body: 'List-Unsubscribe=One-Click',
      });
      expect(stopped.status).toBe(200);
    }
    expect(await ali.must('readNotices')).toMatchObject({ digest: 'none', returnLetters: false });
  });

  test('a made-up address stops nothing, and one for one kind leaves the other', async () => {
    const ali = school.as('ali');
    await ali.must('setNotices', { body: { digest: 'daily', returnLetters: true } });
    const nobody = school.as(null);
    const params = { letters: 'daily', token: 'x'.repeat(32) };
    expect((await nobody.call('stopLetters', { params })).status).toBe(404);
    const token = stopAddress(school.running.school, school.ids.ali!, 'daily').split('/').at(-1)!;
    await nobody.must('stopLetters', { params: { letters: 'daily', token } });
    expect(await ali.must('readNotices')).toMatchObject({ digest: 'none', returnLetters: true });
  });
});

test('whose account is closed gets no letter but that it was closed', async () => {
  const ali = school.as('ali');
  await ali.must('setNotices', { body: { digest: 'daily', returnLetters: true } });
  const { data } = await ali.turnIn(school.assignment, [
    await ali.upload(school.assignment, 'again.txt', bytesOf('again')),
  ]);
  await school.as('office').must('closeAccount', { params: { personId: school.ids.ali! } });
  await school.as('teacher').must('handBack', {
    params: { courseId: school.course },
    body: { works: [{ submissionId: data.submissionId, attempt: data.attempt }] },
  });
  // Nor is a reminder of use to who cannot sign in.
  const { missing } = await school.as('teacher').must('previewReminder', {
    params: params(),
    body: { studentIds: students('ali') },
  });
  expect(missing).toMatchObject([{ hasAddress: false }]);
  expect(
    await school
      .as('teacher')
      .must('sendReminder', { params: params(), body: { studentIds: students('ali') } }),
  ).toEqual({ sent: 0 });
  const { now } = school.running.school;
  try {
    school.running.school.now = () =>
      `${new Date(Date.now() + 5 * 86_400_000).toISOString().slice(0, 10)}T08:00:00.000Z` as Instant;
    while (writeDigests(school.running.school) > 0);
    await sendAll();
  } finally {
    school.running.school.now = now;
  }
  // That it was closed is told, once.
  expect(post.letters.filter(({ to }) => to === 'ali@x.example').map(({ subject }) => subject)).toEqual([
    'Larkmoor: your account was closed',
  ]);
});
