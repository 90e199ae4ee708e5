import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { askPython, hasPython } from '@vestibul/core/testing/python';
import { makeMailer } from '@vestibul/server';
import { MailStandIn } from './MailStandIn';

const STOP = `https://hall.larkmoor.example/api/letters/returns/${'x'.repeat(64)}`;

let standIn: MailStandIn;
beforeAll(async () => {
  standIn = await MailStandIn.open();
});
afterAll(() => standIn.close());

test('a letter sent by SMTP is caught as it was written, in any script, and shown without anything of it running', async () => {
  const mailer = await makeMailer({ smtp: standIn.smtp, from: 'Larkmoor <hall@larkmoor.example>' });
  await mailer.send({
    to: 'mai@larkmoor.example',
    subject: 'Đặng’s log: nothing in yet',
    text: 'Hello Mai,\n\n<script>alert(1)</script> — 日本語\n',
    replyTo: { name: 'Đặng, “Bổn” <x>', address: 'teacher@larkmoor.example' },
    stopAddress: STOP,
  });
  expect(standIn.letters).toMatchObject([
    {
      to: ['mai@larkmoor.example'],
      subject: 'Đặng’s log: nothing in yet',
      from: expect.stringContaining('hall@larkmoor.example'),
      text: expect.stringContaining('<script>alert(1)</script> — 日本語'),
    },
  ]);
  // The letter itself, for any program that reads mail: Python's parser of RFC 5322 with its strict policy.
  const file = await fetch(`${standIn.page}/letters/0.eml`);
  expect(file.headers.get('content-type')).toBe('message/rfc822');
  const raw = new Uint8Array(await file.arrayBuffer());
  if (hasPython('email')) {
    const read = askPython<Record<string, unknown>>(
      `import email, email.policy, json, sys
m = email.message_from_bytes(sys.stdin.buffer.read(), policy=email.policy.strict)
print(json.dumps({'to': str(m['to']), 'subject': str(m['subject']), 'auto': str(m['auto-submitted']), 'answers': [[a.display_name, a.addr_spec] for a in m['reply-to'].addresses], 'stop': str(m['list-unsubscribe']), 'press': str(m['list-unsubscribe-post']), 'text': m.get_content()}))`,
      raw,
    );
    expect(read).toMatchObject({
      to: 'mai@larkmoor.example',
      subject: 'Đặng’s log: nothing in yet',
      auto: 'auto-generated',
      answers: [['Đặng, “Bổn” <x>', 'teacher@larkmoor.example']],
      // RFC 8058, section 3.1: both headers, the address whole.
      stop: `<${STOP}>`,
      press: 'List-Unsubscribe=One-Click',
      text: expect.stringContaining('日本語'),
    });
  }
  expect((await fetch(`${standIn.page}/letters/7.eml`)).headers.get('content-type')).toContain('text/html');
  const page = await fetch(standIn.page);
  expect(page.headers.get('content-security-policy')).toContain("default-src 'none'");
  const html = await page.text();
  expect(html).toContain('Đặng’s log');
  expect(html).not.toContain('<script>');
});

test('a post that is closed is said so by an error', async () => {
  const other = await MailStandIn.open();
  await other.close();
  const mailer = await makeMailer({ smtp: other.smtp, from: 'x@x.example' });
  await expect(
    mailer.send({ to: 'a@x.example', subject: 'x', text: 'x', replyTo: null, stopAddress: null }),
  ).rejects.toThrow();
});
