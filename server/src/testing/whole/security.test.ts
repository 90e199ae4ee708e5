import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import fs from 'node:fs';
import http from 'node:http';
import os from 'node:os';
import path from 'node:path';
import { routes, type Route, type RouteName } from '@vestibul/contract';
import { Refusals } from '../../sign-in/Refusals';
import { TestSchool } from '../TestSchool';
import { requireShallow } from '../../platform/http/readBody';

const pages = fs.mkdtempSync(path.join(os.tmpdir(), 'vestibul-pages-'));
let school: TestSchool;
beforeAll(async () => {
  fs.mkdirSync(path.join(pages, 'assets'));
  fs.writeFileSync(path.join(pages, 'index.html'), '<!doctype html>');
  for (const part of ['index-x.js', 'heic.worker-x.js', 'pdf.worker.min-x.mjs', 'document.worker-x.js'])
    fs.writeFileSync(path.join(pages, 'assets', part), '');
  school = await TestSchool.open({ signInAttempts: 3, pages });
});
afterAll(async () => {
  await school.close();
  fs.rmSync(pages, { recursive: true });
});

const year = { label: 'A', startsOn: '2026-01-01', endsOn: '2026-12-31' };

test('a request that changes something must come from our own page', async () => {
  const teacher = school.as('teacher');
  for (const origin of ['https://elsewhere.example', 'null', '']) {
    const reply = await teacher.call('makeYear', { body: year, headers: { Origin: origin } });
    expect(reply).toMatchObject({ status: 403, error: { code: 'foreign-origin' } });
  }
  expect((await teacher.must('listYears')).map((known) => known.label)).not.toContain('A');
});

test('no route but the one that a letter names takes a change from elsewhere', async () => {
  const taken: string[] = [];
  for (const name of Object.keys(routes) as RouteName[]) {
    const { method, path }: Route = routes[name];
    if (/GET|HEAD|OPTIONS/.test(method)) continue;
    const { status } = await fetch(school.running.address + path.replace(/:\w+/g, 'daily-or-anything-else'), {
      method,
      headers: { Origin: 'https://elsewhere.example' },
    });
    if (status !== 403) taken.push(name);
  }
  // It takes nothing but its address (RFC 8058), and this one is made up. The demo's own door is not there.
  expect(taken).toEqual(['signInAsDemo', 'stopLetters']);
});

test('sign-in attempts are limited for an account, and others go on', async () => {
  const nobody = school.as(null);
  const attempt = (email: string) =>
    nobody.call('signIn', { body: { signInName: email, password: 'guess' } });
  for (let i = 0; i < 3; i += 1)
    expect(await attempt('office@x.example')).toMatchObject({
      status: 401,
      error: { code: 'wrong-password' },
    });
  expect(await attempt('Office@x.example')).toMatchObject({
    status: 429,
    error: { code: 'too-many-attempts' },
  });
  expect(await attempt('tamsin@x.example')).toMatchObject({ status: 401 });
});

test('whoever is refused over and over waits for it; who is signed in does not', async () => {
  const { school: inner } = school.running;
  let keepBack!: () => void;
  let letGo!: () => void;
  const isKeptBack = new Promise<void>((resolve) => (keepBack = resolve));
  const usual = inner.refusals;
  inner.refusals = new Refusals(2, Date.now, () => {
    keepBack();
    return new Promise<void>((resolve) => (letGo = resolve));
  });
  const stranger = () => school.as(null).call('listYears');
  await stranger();
  await stranger();
  const third = stranger();
  await isKeptBack;
  expect(await school.as('office').call('listYears')).toMatchObject({ status: 200 });
  letGo();
  expect(await third).toMatchObject({ status: 401, error: { code: 'not-signed-in' } });
  inner.refusals = usual;
});

test('an address without an account and one without a password are answered alike', async () => {
  const nobody = school.as(null);
  const replies = await Promise.all(
    ['mai@x.example', 'no.such@x.example'].map((email) =>
      nobody.call('signIn', { body: { signInName: email, password: 'guess' } }),
    ),
  );
  expect(replies.map(({ status, error }) => [status, error])).toEqual(
    Array(2).fill([401, { code: 'wrong-password', details: {} }]),
  );
});

test('signing out ends the session on the server, not only in the browser', async () => {
  const teacher = school.as('teacher');
  await teacher.must('signOut', { body: {} });
  expect(await teacher.call('listYears')).toMatchObject({ status: 401, error: { code: 'not-signed-in' } });
});

test('every answer carries a content policy without inline script, and may not be framed or sniffed', async () => {
  const { headers } = await school.as(null).raw('readSession');
  const policy = headers.get('content-security-policy')!;
  expect(policy).toContain("script-src 'self'");
  expect(policy.match(/script-src[^;]*/)![0]).not.toMatch(/unsafe|data:|\*/);
  expect(policy).toContain("frame-ancestors 'none'");
  expect(policy).toContain("default-src 'none'");
  expect(headers.get('x-content-type-options')).toBe('nosniff');
});

test('only the workers that unpack photos and scans may compile anything, and no page', async () => {
  const compilers: string[] = [];
  for (const part of [
    '',
    'today',
    ...fs.readdirSync(path.join(pages, 'assets')).map((file) => `assets/${file}`),
  ]) {
    const answer = await fetch(`${school.running.address}/${part}`);
    expect(answer.status).toBe(200);
    const policy = answer.headers.get('content-security-policy')!;
    expect(policy).toContain("default-src 'none'");
    expect(policy).not.toMatch(/script-src[^;]*'unsafe/);
    if (policy.includes('wasm-unsafe-eval')) compilers.push(part);
  }
  expect(compilers).toEqual(['assets/heic.worker-x.js', 'assets/pdf.worker.min-x.mjs']);
});

test.each([
  ['a text that is too long', { ...year, label: 'x'.repeat(41) }],
  ['a day that does not exist', { ...year, startsOn: '2026-02-30' }],
  ['a year that ends before it starts', { ...year, endsOn: '2025-01-01' }],
  ['something else altogether', ['?']],
])('input is checked at the edge: %s', async (_what, body) => {
  const reply = await school.as('teacher').call('makeYear', { body });
  expect(reply).toMatchObject({
    status: 400,
    error: { code: 'bad-input', details: { says: expect.any(String) } },
  });
});

test('a body that is no JSON is bad input, not a fault of ours', async () => {
  const response = await school
    .as('teacher')
    .raw('makeYear', { headers: { 'Content-Type': 'application/json' } }, { body: '{"label":' });
  expect([response.status, await response.json()]).toMatchObject([400, { error: { code: 'bad-input' } }]);
});

test('an address that is nothing is answered as such', async () => {
  const response = await fetch(`${school.running.address}/api/nothing/here`);
  expect([response.status, await response.json()]).toMatchObject([404, { error: { code: 'not-found' } }]);
});

test('signs that no page can show are refused in a form, and left out of a list', async () => {
  const teacher = school.as('teacher');
  const params = { courseId: school.course };
  for (const title of ['Half \ud800', 'Nothing \u0000', 'Bell \u0007']) {
    const reply = await teacher.call('makeAssignment', { params, body: { title, dues: [] } });
    expect(reply).toMatchObject({
      status: 400,
      error: { details: { says: 'It holds a sign that cannot be shown' } },
    });
  }
  const preview = await teacher.must('previewRoster', {
    params,
    body: { text: 'Last,First,Period\nO\u0000ko\u0007nkwo,Ada\u0301,2\n' },
  });
  expect(preview.rows[0]!.person).toMatchObject({ last: 'Okonkwo', first: 'Adá' });
});

describe('bodies', () => {
  /** Sends the head of a request that says how long its body is, and none of the body; what is answered to that. */
  function answerToHead(path: string, cookie: string | null, length: number): Promise<number | undefined> {
    return new Promise((resolve, reject) => {
      const request = http.request(new URL(path, school.running.address), {
        method: 'POST',
        headers: {
          Origin: school.running.address,
          'Content-Type': 'application/json',
          'Content-Length': String(length),
          ...(cookie ? { Cookie: cookie } : {}),
        },
      });
      request.on('response', ({ statusCode }) => {
        resolve(statusCode);
        request.destroy();
      });
      request.on('error', reject);
      request.flushHeaders();
    });
  }

  test('of whoever has no right nothing is read: they are refused by the head alone', async () => {
    const course = `/api/courses/${school.course}`;
    for (const [path, who, status] of [
      ['/api/packages', null, 401],
      ['/api/packages', 'teacher', 403],
      [`${course}/roster`, null, 401],
      [`${course}/roster`, 'outsider', 403],
      [`${course}/roster/preview`, 'aide', 403],
    ] as const)
      expect([path, await answerToHead(path, school.as(who).cookie, 30_000_000)]).toEqual([path, status]);
  });

  test('a body longer than its route has is refused before it is read', async () => {
    const { cookie } = school.as('teacher');
    expect(await answerToHead('/api/years', cookie, 300_000)).toBe(400);
    expect(await answerToHead('/api/session', null, 300_000)).toBe(400);
  });

  test.each([
    ['arrays', '['.repeat(1_000_000)],
    ['objects', '{"a":'.repeat(400_000)],
    ['arrays behind a text with signs in it', `{"a":"\\"[[{","b":${'['.repeat(100)}${']'.repeat(100)}}`],
  ])('JSON that nests too deeply is refused unparsed: %s', (_what, text) => {
    expect(() => requireShallow(Buffer.from(text))).toThrow('bad-input');
  });

  test('signs within texts nest nothing', () => {
    const text = JSON.stringify({ a: '['.repeat(500), b: '\\"{'.repeat(500), c: [[[{ d: ['"'] }]]] });
    expect(() => requireShallow(Buffer.from(text))).not.toThrow();
  });

  test('a sign-in with an address as long as a book is refused, and counted nowhere', async () => {
    const { guessing } = school.running.school;
    const nobody = school.as(null);
    const reply = await nobody.call('signIn', { body: { signInName: 'x'.repeat(200_000), password: 'x' } });
    expect(reply).toMatchObject({ status: 400, error: { code: 'bad-input' } });
    expect(() => guessing.require({ account: 'x', place: '127.0.0.1', isKnownDevice: false })).not.toThrow();
  });
});

test('made-up links are refused before any password is hashed', async () => {
  const { hashing } = school.running.school;
  const run = hashing.run.bind(hashing);
  let hashed = 0;
  hashing.run = (caller, work) => {
    hashed += 1;
    return run(caller, work);
  };
  const params = { token: 'no-such-token-at-all' };
  const reply = await school.as(null).call('acceptWelcome', { params, body: { password: 'a sentence' } });
  expect([reply.status, hashed]).toEqual([410, 0]);
});

test('a browser that has signed in before comes through while others guess', async () => {
  const nobody = school.as(null);
  const { link } = await school.as('office').must('renewLink', { params: { personId: school.ids.teacher! } });
  const body = { password: 'a long sentence' };
  const welcomed = await nobody.call('acceptWelcome', {
    params: { token: link.split('/').at(-1)! },
    body,
  });
  const device = welcomed.headers
    .getSetCookie()
    .find((cookie) => cookie.startsWith('vestibul_device'))!
    .split(';')[0]!;
  const signIn = (password: string, cookie?: string) =>
    nobody.call('signIn', {
      body: { signInName: 'tamsin@x.example', password },
      ...(cookie ? { headers: { Cookie: cookie } } : {}),
    });
  for (let i = 0; i < 4; i += 1) await signIn('guess');
  expect((await signIn('a long sentence')).status).toBe(429);
  expect((await signIn('a long sentence', device)).status).toBe(200);
});
