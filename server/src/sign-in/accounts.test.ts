import http from 'node:http';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { routes } from '@vestibul/contract';
import type { CourseId, PersonId } from '@vestibul/core';
import { SESSION_COOKIE, startSession } from './sessions';
import { MOST_STREAMS } from '../platform/live/Streams';
import { all } from '../platform/database/database';
import { Caller, TestSchool, until } from '../testing/TestSchool';

let school: TestSchool;
let letters: { to: string; subject: string }[];
beforeEach(async () => {
  letters = [];
  school = await TestSchool.open({
    mail: { send: async ({ to, subject }) => void letters.push({ to, subject }) },
  });
});
afterEach(() => school.close());

const inCourse = () => ({ courseId: school.course });
const studentOf = async (who: string, courseId: CourseId, id: PersonId) =>
  (await school.as(who).must('readRoster', { params: { courseId } })).find((known) => known.id === id)!;
const kinds = () =>
  all<{ kind: string }>(school.running.school.db, 'SELECT kind FROM event ORDER BY idx').map(
    ({ kind }) => kind,
  );
const queued = () =>
  all<{ to: string }>(school.running.school.db, 'SELECT to_address AS "to" FROM letter').map(({ to }) => to);

/** Another teacher puts a student of the school on the roster of a course of their own, as anybody may. */
async function addElsewhere(id: PersonId): Promise<CourseId> {
  const other = school.as('other teacher');
  const [course] = await other.must('listCourses');
  const { periods } = await other.must('readCourse', { params: { courseId: course!.id } });
  const known = await studentOf('teacher', school.course, id);
  await other.must('joinRoster', {
    params: { courseId: course!.id },
    body: {
      fromList: false,
      people: [
        { last: known.last, first: known.first, email: known.email, periodId: periods[0]!.id, knownId: id },
      ],
    },
  });
  return course!.id;
}

const bodyOf = ({
  last,
  first,
  called,
  email,
  username,
  number,
  periodId,
}: Awaited<ReturnType<typeof studentOf>>) => ({
  last,
  first,
  called,
  email,
  username,
  number,
  periodId,
});

/** Sets a password with a one-time link of the office, as its student would; returns their cookie. */
async function withPassword(id: PersonId, password = 'my own sentence'): Promise<string> {
  const { link } = await school.as('office').must('renewLink', { params: { personId: id } });
  const accepted = await school.as(null).call('acceptWelcome', {
    params: { token: link.split('/').at(-1)! },
    body: { password },
  });
  return accepted.headers
    .getSetCookie()
    .find((cookie) => cookie.startsWith(SESSION_COOKIE))!
    .split(';')[0]!;
}

describe('whose an account is', () => {
  test('a teacher who adds a student of the school to a course of their own cannot take the account over', async () => {
    const mai = school.ids.mai!;
    const courseId = await addElsewhere(mai);
    const other = school.as('other teacher');
    const seen = await studentOf('other teacher', courseId, mai);
    expect([seen.staffKeepsAccount, seen.staffRenames]).toEqual([false, false]);
    const params = { courseId, studentId: mai };
    for (const change of [
      { email: 'mine@x.example' },
      { number: '7' },
      { username: 'mine' },
      { last: 'Taken' },
      { called: 'Taken' },
    ])
      expect(
        await other.call('changeStudent', { params, body: { ...bodyOf(seen), ...change } }),
      ).toMatchObject({ status: 403, error: { code: 'office-only' } });
    const made = await other.must('makeSlips', { params: { courseId } });
    expect(made.slips.map(({ id }) => id)).not.toContain(mai);
    expect(made.without.filter(({ why }) => why === 'of the office').map(({ id }) => id)).toEqual([mai]);
    // By a list neither.
    const list = { ...bodyOf(seen), last: 'Taken', knownId: mai, newName: true };
    expect(
      await other.must('joinRoster', { params: { courseId }, body: { fromList: true, people: [list] } }),
    ).toMatchObject({ newNames: 0, namesLeft: 1 });
    expect(await studentOf('teacher', school.course, mai)).toMatchObject(
      bodyOf(await studentOf('teacher', school.course, mai)),
    );
    expect((await studentOf('teacher', school.course, mai)).last).toBe('Đặng');
  });

  test('the course that brought a student keeps the account until another has them too, or they have a password', async () => {
    const ali = school.ids.ali!;
    const teacher = school.as('teacher');
    const params = { ...inCourse(), studentId: ali };
    const before = bodyOf(await studentOf('teacher', school.course, ali));
    await teacher.must('changeStudent', {
      params,
      body: { ...before, number: '12', email: 'new@x.example' },
    });
    expect(kinds()).toContain('contact changed');
    // Told under the old address and the new one.
    expect(queued()).toEqual(expect.arrayContaining(['ali@x.example', 'new@x.example']));
    await withPassword(ali);
    const body = { ...before, number: '13', email: 'new@x.example' };
    expect(await teacher.call('changeStudent', { params, body })).toMatchObject({
      status: 403,
      error: { code: 'office-only', details: { what: 'account' } },
    });
    // The name is the course's to put right as long as no other has them.
    await teacher.must('changeStudent', { params, body: { ...body, number: '12', called: 'Al' } });
    await addElsewhere(ali);
    expect(
      await teacher.call('changeStudent', { params, body: { ...body, number: '12', called: 'Ali' } }),
    ).toMatchObject({ error: { code: 'office-only', details: { what: 'name' } } });
    expect(
      await school.as('office').call('changeStudent', { params, body: { ...body, called: 'Ali' } }),
    ).toMatchObject({ status: 200 });
  });

  test('what a teacher may not change the office is asked for, once, and changes it with one press', async () => {
    const mai = school.ids.mai!;
    await withPassword(mai);
    const teacher = school.as('teacher');
    const { periodId: _period, ...known } = bodyOf(await studentOf('teacher', school.course, mai));
    const body = { studentId: mai, wish: { ...known, email: 'thimai@x.example' } };
    await teacher.must('askOffice', { params: inCourse(), body });
    await teacher.must('askOffice', { params: inCourse(), body });
    await teacher.must('askOffice', { params: inCourse(), body: { studentId: null } });
    const office = school.as('office');
    const [change, links, ...more] = await office.must('listAccountRequests');
    expect(more).toEqual([]);
    expect(change).toMatchObject({
      by: { last: 'Tamsin' },
      student: { id: mai },
      wish: { email: 'thimai@x.example' },
    });
    await office.must('settleAccountRequest', { params: { requestId: change!.id }, body: { grants: true } });
    expect((await studentOf('teacher', school.course, mai)).email).toBe('thimai@x.example');
    const made = await office.must('settleAccountRequest', {
      params: { requestId: links!.id },
      body: { grants: true },
    });
    expect(made.links.map(({ email }) => email)).toContain('chidi.abara@x.example');
    expect(made.links.map(({ id }) => id)).not.toContain(mai);
    expect(
      await office.call('settleAccountRequest', { params: { requestId: links!.id }, body: { grants: true } }),
    ).toMatchObject({ status: 409, error: { code: 'already-settled' } });
    expect(kinds()).toEqual(expect.arrayContaining(['office asked', 'office answered', 'link made']));
  });

  test('a class without e-mail addresses signs in by account or number, with a code typed from paper', async () => {
    const person = {
      called: '',
      email: '',
      username: '',
      number: '',
      periodId: school.periods[2],
      knownId: null,
    };
    await school.as('teacher').must('joinRoster', {
      params: inCourse(),
      body: {
        fromList: false,
        leaving: [],
        people: [
          { ...person, last: 'Ardal', first: 'Una', number: '40711', newName: false },
          { ...person, last: 'Brandt', first: 'Noor', username: 'Noor.B', number: '40712', newName: false },
          { ...person, last: 'Cervi', first: 'Ilia', newName: false },
        ],
      },
    });
    const of = async (periodIds: unknown[]) =>
      school.as('teacher').must('makeSlips', { params: inCourse(), body: { periodIds } });
    const { slips, without } = await of([school.periods[2]]);
    expect(new Set(slips.map(({ periodId }) => periodId))).toEqual(new Set([school.periods[2]]));
    expect(without).toContainEqual(
      expect.objectContaining({ last: 'Cervi', why: 'no name to sign in with' }),
    );
    const nobody = school.as(null);
    for (const [last, name] of [
      ['Ardal', '40711'],
      ['Brandt', 'noor.b'],
    ]) {
      const slip = slips.find((one) => one.last === last)!;
      const token = slip.code.toLowerCase();
      expect((await nobody.must('readWelcome', { params: { token } })).signInName.toLowerCase()).toBe(name);
      await nobody.must('acceptWelcome', { params: { token }, body: { password: 'a sentence' } });
      const signIn = { body: { signInName: name, password: 'a sentence' } };
      expect((await nobody.must('signIn', signIn)).person?.last).toBe(last);
    }
    // Brandt's number is theirs as well; a number that is somebody else's account too would be nobody's.
    expect(
      (await nobody.call('signIn', { body: { signInName: '40712', password: 'a sentence' } })).status,
    ).toBe(200);
    expect((await of([])).without.filter(({ why }) => why === 'has a password').length).toBeGreaterThan(1);
  });

  test('slips of one teacher do not void those of another', async () => {
    const first = await school.as('teacher').must('makeSlips', { params: inCourse() });
    await school.as('co-teacher').must('makeSlips', { params: inCourse() });
    const token = first.slips[0]!.link.split('/').at(-1)!;
    expect((await school.as(null).call('readWelcome', { params: { token } })).status).toBe(200);
    // A password ends all others.
    const second = await school.as('teacher').must('makeSlips', { params: inCourse() });
    const again = second.slips[0]!.link.split('/').at(-1)!;
    await school
      .as(null)
      .must('acceptWelcome', { params: { token: again }, body: { password: 'a sentence' } });
    expect((await school.as(null).call('readWelcome', { params: { token } })).status).toBe(410);
  });

  test('its owner reads on their next Today what others did to it', async () => {
    const mai = school.ids.mai!;
    await school.as('office').must('renewLink', { params: { personId: mai } });
    await school.as('office').must('endSessions', { params: { personId: mai } });
    const here = school.as('mai');
    const news = await here.must('listAccountNews');
    expect(news.map(({ kind, by }) => [kind, by?.last])).toEqual([['link made', 'Ferncastle']]);
    await here.must('markNewsSeen', { body: {} });
    expect(await here.must('listAccountNews')).toEqual([]);
  });
});

describe('sessions', () => {
  const isIn = async (cookie: string) =>
    (await new Caller(() => school.running.address, cookie).must('readSession')).person !== null;

  test('a new password ends all other sessions', async () => {
    const before = await withPassword(school.ids.mai!);
    expect(await isIn(before)).toBe(true);
    const after = await withPassword(school.ids.mai!, 'another sentence');
    expect([await isIn(before), await isIn(after)]).toEqual([false, true]);
  });

  test('their owner sees them, ends one, and ends all others at once', async () => {
    const cookies = ['Firefox on a laptop', 'a phone', 'a library'].map(
      (device) => `${SESSION_COOKIE}=${startSession(school.running.school, school.ids.mai!, device)}`,
    );
    const mine = new Caller(() => school.running.address, cookies[0]!);
    const open = await mine.must('listMySessions');
    expect(open.map(({ device, isThis }) => [device, isThis])).toEqual(
      expect.arrayContaining([
        ['Firefox on a laptop', true],
        ['a phone', false],
      ]),
    );
    const phone = open.find(({ device }) => device === 'a phone')!;
    expect((await school.as('chidi').call('endMySession', { params: { sessionId: phone.id } })).status).toBe(
      404,
    );
    await mine.must('endMySession', { params: { sessionId: phone.id } });
    expect(await Promise.all(cookies.map(isIn))).toEqual([true, false, true]);
    await mine.must('endMySessions');
    expect(await Promise.all(cookies.map(isIn))).toEqual([true, false, false]);
    expect(kinds()).toContain('signed out everywhere');
  });

  test('the office closes an account: sign-in, sessions, feeds and links end at once, and it is opened again', async () => {
    const mai = school.ids.mai!;
    const cookie = await withPassword(mai);
    const { path } = await new Caller(() => school.running.address, cookie).must('renewFeed', { body: {} });
    const office = school.as('office');
    const { link } = await office.must('renewLink', { params: { personId: mai } });
    const signIn = () =>
      school.as(null).call('signIn', { body: { signInName: 'mai@x.example', password: 'my own sentence' } });
    const feed = () => fetch(`${school.running.address}${path}`).then(({ status }) => status);
    expect(await feed()).toBe(200);
    await office.must('closeAccount', { params: { personId: mai } });
    await office.must('closeAccount', { params: { personId: mai } });
    expect(await isIn(cookie)).toBe(false);
    expect(await signIn()).toMatchObject({ status: 403, error: { code: 'account-closed' } });
    expect([403, 404]).toContain(await feed());
    const token = link.split('/').at(-1)!;
    expect((await school.as(null).call('readWelcome', { params: { token } })).status).toBe(410);
    await office.must('openAccount', { params: { personId: mai } });
    expect((await signIn()).status).toBe(200);
    expect(kinds().filter((kind) => kind.startsWith('account'))).toEqual([
      'account closed',
      'account opened',
    ]);
    expect((await office.call('closeAccount', { params: { personId: school.ids.office! } })).status).toBe(
      403,
    );
  });

  /** Opens a stream of notices; `ended` resolves when the server ends it. */
  function openStream(cookie: string): Promise<{ ended: Promise<void> }> {
    return new Promise((resolve, reject) => {
      const request = http.get(
        `${school.running.address}${routes.live.path}`,
        { headers: { Cookie: cookie } },
        (response) => {
          response.resume();
          resolve({ ended: new Promise((done) => response.on('close', () => done())) });
        },
      );
      request.on('error', reject);
    });
  }

  test('an open stream ends with its session', async () => {
    const teacher = school.as('teacher');
    const { ended } = await openStream(teacher.cookie!);
    await teacher.must('signOut', { body: {} });
    await ended;
  });

  test('one person has a few streams open; the oldest makes room', async () => {
    const { cookie } = school.as('teacher');
    const first = await openStream(cookie!);
    for (let i = 0; i < MOST_STREAMS; i += 1) await openStream(cookie!);
    await first.ended;
  });

  test('a running upload is cut off when its session ends', async () => {
    const mai = school.as('mai');
    const { url, id } = await mai.startUpload({ assignmentId: school.assignment }, 'long.bin', 1000);
    const sending = mai.openSending(url);
    const cutOff = new Promise<void>((resolve) => sending.on('error', () => resolve()).on('close', resolve));
    sending.write('some');
    const other = school.as('mai');
    await until(async () => (await other.offsetOf(id)) === 4 || school.running.school.room.promised < 1000);
    await mai.must('signOut', { body: {} });
    await cutOff;
  });
});
