import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { TestSchool } from '../testing/TestSchool';

let school: TestSchool;
beforeAll(async () => {
  school = await TestSchool.open({ signInAttempts: 3 });
});
afterAll(() => school.close());

const year = { label: 'A', startsOn: '2026-01-01', endsOn: '2026-12-31' };

test('a request that changes something must come from our own page', async () => {
  const teacher = school.as('teacher');
  for (const origin of ['https://elsewhere.example', 'null', '']) {
    const reply = await teacher.call('makeYear', { body: year, headers: { Origin: origin } });
    expect(reply).toMatchObject({ status: 403, error: { code: 'foreign-origin' } });
  }
  expect((await teacher.must('listYears')).map((known) => known.label)).not.toContain('A');
});

test('sign-in attempts are limited for an account, and others go on', async () => {
  const nobody = school.as(null);
  const attempt = (email: string) => nobody.call('signIn', { body: { email, password: 'guess' } });
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

test('an address without an account and one without a password are answered alike', async () => {
  const nobody = school.as(null);
  const replies = await Promise.all(
    ['mai@x.example', 'no.such@x.example'].map((email) =>
      nobody.call('signIn', { body: { email, password: 'guess' } }),
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
