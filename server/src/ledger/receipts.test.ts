import { createPublicKey, verify } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import canonicalize from 'canonicalize';
import { headText, verifyReceipt, type ReceiptFile, type SubmissionId } from '@vestibul/core';
import { TestSchool, bytesOf } from '../testing/TestSchool';

let school: TestSchool;
let submissionId: SubmissionId;
let sealed: string[];
beforeAll(async () => {
  school = await TestSchool.open();
  const mai = school.as('mai');
  const ids = [
    await mai.upload(school.assignment, 'a.txt', bytesOf('first')),
    await mai.upload(school.assignment, 'b.txt', bytesOf('second')),
  ];
  const { data } = await mai.turnIn(school.assignment, ids);
  submissionId = data.submissionId;
  sealed = data.pieces.map(({ sha256 }) => sha256);
});
afterAll(() => school.close());

const params = () => ({ submissionId, attempt: '1' });
async function receipt(): Promise<ReceiptFile> {
  const answer = await school.as('mai').raw('readReceipt', { params: params() });
  expect(answer.status).toBe(200);
  expect(answer.headers.get('content-disposition')).toMatch(
    /^attachment; filename="Receipt Stream gauge log, attempt 1.json"/,
  );
  return (await answer.json()) as ReceiptFile;
}

describe('a receipt', () => {
  test('proves the line of its attempt, with the bytes of each piece, without the school', async () => {
    const file = await receipt();
    expect(file.format).toBe('vestibul-receipt/1');
    expect(file.event).toMatchObject({
      kind: 'turned in',
      by: school.ids.mai,
      facts: { attempt: 1, sealed },
    });
    expect(verifyReceipt(file)).toEqual({ ok: true });
  });

  test('is signed as RFC 8032 and RFC 8785 say: checked by Node’s own crypto and a reference serialiser', async () => {
    const { head, school: name, publicKey } = await receipt();
    const text = (canonicalize as unknown as (value: unknown) => string)({
      at: head.at,
      root: head.root,
      school: name,
      size: head.size,
    });
    expect(text).toBe(headText(name, head));
    const key = createPublicKey({
      key: { kty: 'OKP', crv: 'Ed25519', x: Buffer.from(publicKey, 'base64').toString('base64url') },
      format: 'jwk',
    });
    expect(verify(null, Buffer.from(text), key, Buffer.from(head.signature, 'base64'))).toBe(true);
  });

  test('that somebody changed is refused, wherever they changed it', async () => {
    const file = await receipt();
    const changed: [Partial<ReceiptFile>, string][] = [
      [{ event: { ...file.event, at: '2026-01-01T00:00:00.000Z' } }, 'not-in-the-ledger'],
      [{ index: file.index - 1 }, 'not-in-the-ledger'],
      [{ path: file.path.toReversed() }, 'not-in-the-ledger'],
      [{ head: { ...file.head, at: '2026-01-01T00:00:00.000Z' as never } }, 'bad-signature'],
      [{ school: 'Another school' }, 'bad-signature'],
      [{ publicKey: Buffer.alloc(32, 1).toString('base64') }, 'bad-signature'],
      [{ head: { ...file.head, signature: 'none' } }, 'bad-signature'],
      [{ format: 'vestibul-receipt/2' as never }, 'other-format'],
    ];
    for (const [change, why] of changed)
      expect(verifyReceipt({ ...file, ...change })).toEqual({ ok: false, why });
  });

  test('is its student’s and the staff’s; nobody else’s', async () => {
    for (const [who, status] of [
      ['teacher', 200],
      ['office', 200],
      ['chidi', 403],
      ['outsider', 403],
      [null, 401],
    ] as const)
      expect((await school.as(who).raw('readReceipt', { params: params() })).status).toBe(status);
    expect(
      (await school.as('mai').raw('readReceipt', { params: { submissionId, attempt: '2' } })).status,
    ).toBe(404);
  });

  test('holds after a restart: the key is kept, for the server’s own account alone', async () => {
    const before = await receipt();
    await school.restart();
    const after = await receipt();
    expect(after.publicKey).toBe(before.publicKey);
    expect(verifyReceipt(after)).toEqual({ ok: true });
    expect(fs.statSync(path.join(school.folder, 'school-key.pem')).mode & 0o077).toBe(0);
  });
});

test('a ledger of an earlier version gets its tree when the folder is opened', async () => {
  school.running.school.db.exec('DELETE FROM tree_node');
  await school.restart();
  expect(verifyReceipt(await receipt())).toEqual({ ok: true });
});
