import { describe, expect, test } from '@jest/globals';
import { ZipFile } from 'yazl';
import { unzipTexts } from './unzipTexts';

async function zipOf(files: Record<string, string | Buffer>): Promise<Buffer> {
  const zip = new ZipFile();
  for (const [name, bytes] of Object.entries(files)) zip.addBuffer(Buffer.from(bytes), name);
  zip.end();
  const chunks: Buffer[] = [];
  for await (const chunk of zip.outputStream) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks);
}

describe('unzipTexts', () => {
  test('finds the lists wherever they lie, and passes over what is none', async () => {
    const files = await unzipTexts(
      await zipOf({
        'export/users.csv': 'users',
        'manifest.csv': 'manifest',
        '__MACOSX/export/._users.csv': 'of the packer',
        'read me.txt': 'a word',
      }),
    );
    expect([...files!.keys()].sort()).toEqual(['manifest.csv', 'users.csv']);
    expect(Buffer.from(files!.get('users.csv')!).toString()).toBe('users');
  });

  test.each([
    ['nothing', Buffer.alloc(0)],
    ['a text', Buffer.from('sourcedId,status')],
    ['half a signature', Buffer.from('PK\u0003\u0004')],
  ])('is nothing for %s', async (_name, bytes) => {
    expect(await unzipTexts(bytes)).toBeNull();
  });

  test('is nothing for a package that was cut off, wherever that was', async () => {
    const whole = await zipOf({ 'users.csv': 'a'.repeat(5000), 'orgs.csv': 'b' });
    for (const share of [0.1, 0.5, 0.9, 0.99])
      expect(await unzipTexts(whole.subarray(0, Math.floor(whole.length * share)))).toBeNull();
  });

  test('is nothing where the bytes are not what the directory says', async () => {
    const broken = await zipOf({ 'users.csv': 'a'.repeat(5000) });
    // Within the packed bytes, behind the local header of 30 bytes and the name.
    broken.fill(0xff, 45, 55);
    expect(await unzipTexts(broken)).toBeNull();
  });

  test('stops at a bomb: too many files, or more bytes than lists can have', async () => {
    const many = Object.fromEntries(Array.from({ length: 201 }, (_, i) => [`${i}.csv`, 'x']));
    expect(await unzipTexts(await zipOf(many))).toBeNull();
    const hundred = Buffer.alloc(100 * 1024 ** 2);
    expect(
      await unzipTexts(await zipOf({ 'a.csv': hundred, 'b.csv': hundred, 'c.csv': hundred })),
    ).toBeNull();
  });
});
