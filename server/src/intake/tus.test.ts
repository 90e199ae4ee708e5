import { createHash } from 'node:crypto';
import fsp from 'node:fs/promises';
import http from 'node:http';
import path from 'node:path';
import { setImmediate } from 'node:timers/promises';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { errorStatus, type ErrorAnswer } from '@vestibul/contract';
import type { Sha256, UploadId } from '@vestibul/core';
import { TestSchool, bytesOf } from '../testing/TestSchool';

/*
 * The resumable upload protocol 1.0.0 (tus.io/protocols/resumable-upload), asked of the running server by plain requests:
 * the page's own client takes no part. The sentences of the protocol stand beside what checks them.
 */
let school: TestSchool;
let cookie: string;
beforeAll(async () => {
  school = await TestSchool.open();
  cookie = school.as('mai').cookie!;
});
afterAll(() => school.close());

const address = () => `${school.running.address}/api/uploads`;
const base64 = (text: string) => Buffer.from(text).toString('base64');
const metadata = (name = 'log.txt') => `filename ${base64(name)},assignmentId ${base64(school.assignment)}`;

function ask(
  method: string,
  url: string,
  headers: Record<string, string>,
  body?: Uint8Array<ArrayBuffer>,
): Promise<Response> {
  return fetch(url, {
    method,
    headers: { Cookie: cookie, Origin: school.running.address, 'Tus-Resumable': '1.0.0', ...headers },
    ...(body ? { body } : {}),
  });
}

const create = (headers: Record<string, string>) =>
  ask('POST', address(), { 'Upload-Metadata': metadata(), ...headers });
async function created(headers: Record<string, string>): Promise<string> {
  const answer = await create(headers);
  expect(answer.status).toBe(201);
  return new URL(answer.headers.get('location')!, address()).href;
}
const patch = (
  url: string,
  offset: number,
  body: Uint8Array<ArrayBuffer>,
  more: Record<string, string> = {},
) =>
  ask(
    'PATCH',
    url,
    { 'Upload-Offset': String(offset), 'Content-Type': 'application/offset+octet-stream', ...more },
    body,
  );
const head = (url: string) => ask('HEAD', url, {});

describe('the core protocol', () => {
  test('OPTIONS tells versions, extensions and the largest size', async () => {
    const answer = await ask('OPTIONS', address(), {});
    expect(answer.status).toBe(204);
    expect(answer.headers.get('tus-version')).toBe('1.0.0');
    expect(answer.headers.get('tus-extension')!.split(',')).toEqual(
      expect.arrayContaining(['creation', 'termination', 'checksum', 'creation-defer-length']),
    );
    expect(Number(answer.headers.get('tus-max-size'))).toBeGreaterThan(0);
  });

  test('HEAD: “The Server MUST always include the Upload-Offset header … even if the offset is 0”, and forbids caching', async () => {
    const url = await created({ 'Upload-Length': '10' });
    const answer = await head(url);
    expect([answer.status, answer.headers.get('upload-offset'), answer.headers.get('upload-length')]).toEqual(
      [200, '0', '10'],
    );
    expect(answer.headers.get('cache-control')).toBe('no-store');
    expect(answer.headers.get('tus-resumable')).toBe('1.0.0');
  });

  test('PATCH: “The Server MUST acknowledge successful PATCH requests with the 204 No Content status … the Upload-Offset header containing the new offset”', async () => {
    const url = await created({ 'Upload-Length': '10' });
    const answer = await patch(url, 0, bytesOf('01234'));
    expect([answer.status, answer.headers.get('upload-offset')]).toEqual([204, '5']);
    expect((await head(url)).headers.get('upload-offset')).toBe('5');
    const rest = await patch(url, 5, bytesOf('56789'));
    expect([rest.status, rest.headers.get('upload-offset')]).toEqual([204, '10']);
    expect((await head(url)).headers.get('upload-offset')).toBe('10');
  });

  test('PATCH: “If the offsets do not match, the Server MUST respond with the 409 Conflict status without modifying the upload resource”', async () => {
    const url = await created({ 'Upload-Length': '10' });
    await patch(url, 0, bytesOf('01234'));
    expect((await patch(url, 3, bytesOf('xx'))).status).toBe(409);
    expect((await head(url)).headers.get('upload-offset')).toBe('5');
  });

  test('PATCH: another Content-Type is answered with 415', async () => {
    const url = await created({ 'Upload-Length': '10' });
    const answer = await patch(url, 0, bytesOf('01234'), { 'Content-Type': 'text/plain' });
    expect(answer.status).toBe(415);
    expect((await head(url)).headers.get('upload-offset')).toBe('0');
  });

  test('“The Server MUST interpret the value of X-HTTP-Method-Override as the actual method, if the header is presented”', async () => {
    const url = await created({ 'Upload-Length': '10' });
    const meant = (method: string, headers = {}, body?: Uint8Array<ArrayBuffer>) =>
      ask('POST', url, { 'X-HTTP-Method-Override': method, ...headers }, body);
    const sent = await meant(
      'PATCH',
      { 'Upload-Offset': '0', 'Content-Type': 'application/offset+octet-stream' },
      bytesOf('01234'),
    );
    expect([sent.status, sent.headers.get('upload-offset')]).toEqual([204, '5']);
    expect((await meant('DELETE')).status).toBe(204);
    expect((await head(url)).status).toBeGreaterThanOrEqual(400);
  });

  test('every refusal says what it is in the words of every other route', async () => {
    const url = await created({ 'Upload-Length': '10' });
    const offset = { 'Content-Type': 'application/offset+octet-stream' };
    const refused: [Response, number, string][] = [
      [await create({ 'Upload-Length': '10', 'Tus-Resumable': '0.2.2' }), 412, 'other-protocol'],
      [await create({ 'Upload-Length': '-1' }), 400, 'bad-input'],
      [await create({}), 400, 'bad-input'],
      [await create({ 'Upload-Length': '10', 'Upload-Metadata': 'filename' }), 400, 'bad-input'],
      [await patch(url, 0, bytesOf('x'), { 'Content-Type': 'text/plain' }), 415, 'other-content'],
      [await patch(url, 3, bytesOf('x'), offset), 409, 'offset-differs'],
      [await patch(url, 0, bytesOf('x'), { ...offset, 'Upload-Offset': 'ten' }), 400, 'bad-input'],
      [await patch(url, 0, bytesOf('12345678901'), offset), 413, 'file-too-large'],
    ];
    for (const [answer, status, code] of refused) {
      expect([answer.status, answer.headers.get('content-type')]).toEqual([
        status,
        'application/json; charset=utf-8',
      ]);
      expect(((await answer.json()) as ErrorAnswer).error.code).toBe(code);
    }
    expect((await head(url)).headers.get('upload-offset')).toBe('0');
  });

  test('“If the version specified by the Client is not supported … 412 Precondition Failed … MUST include the Tus-Version header”', async () => {
    const answer = await create({ 'Upload-Length': '10', 'Tus-Resumable': '0.2.2' });
    expect([answer.status, answer.headers.get('tus-version')]).toEqual([412, '1.0.0']);
  });

  test('an upload that is not there, or is somebody else’s, is not told apart', async () => {
    expect((await head(`${address()}/u_none`)).status).toBe(403);
    const url = await created({ 'Upload-Length': '10' });
    const other = await fetch(url, {
      method: 'HEAD',
      headers: { Cookie: school.as('chidi').cookie!, 'Tus-Resumable': '1.0.0' },
    });
    expect(other.status).toBe(403);
  });
});

describe('creation', () => {
  test('“The Server MUST acknowledge a successful upload creation with the 201 Created status” and its Location', async () => {
    const answer = await create({ 'Upload-Length': '5' });
    expect(answer.status).toBe(201);
    expect(answer.headers.get('location')).toMatch(/\/api\/uploads\/u_[\w-]+$/);
  });

  test('“If the length of the upload exceeds the maximum … 413 Request Entity Too Large”', async () => {
    expect((await create({ 'Upload-Length': String(2 ** 40) })).status).toBe(413);
  });

  test('without length and without deferring it: 400', async () => {
    expect((await create({})).status).toBe(400);
  });

  test('deferred: the length is told with a later PATCH, and the file is whole with it', async () => {
    const url = await created({ 'Upload-Defer-Length': '1', 'Upload-Metadata': metadata('talk.txt') });
    expect((await head(url)).headers.get('upload-defer-length')).toBe('1');
    expect((await patch(url, 0, bytesOf('first '))).status).toBe(204);
    expect((await patch(url, 6, bytesOf('last'), { 'Upload-Length': '10' })).status).toBe(204);
    const { uploads } = await school
      .as('mai')
      .must('readTray', { params: { assignmentId: school.assignment } });
    expect(uploads.find(({ originalName }) => originalName === 'talk.txt')).toMatchObject({
      arrived: true,
      bytes: 10,
    });
  });

  test('deferred and cut off: what has come can be ended as it is, by its sender alone', async () => {
    const url = await created({ 'Upload-Defer-Length': '1', 'Upload-Metadata': metadata('cut.txt') });
    await patch(url, 0, bytesOf('so far'));
    const uploadId = url.split('/').at(-1)!;
    await school.restart();
    expect((await school.as('chidi').call('endUpload', { params: { uploadId } })).status).toBe(403);
    await school.as('mai').must('endUpload', { params: { uploadId } });
    const { uploads } = await school
      .as('mai')
      .must('readTray', { params: { assignmentId: school.assignment } });
    expect(uploads.find(({ id }) => id === uploadId)).toMatchObject({ arrived: true, bytes: 6 });
  });

  test('deferred and ended while its page still sends: what is sealed is what had come, and nothing is written to it after', async () => {
    const url = await created({ 'Upload-Defer-Length': '1', 'Upload-Metadata': metadata('hanging.txt') });
    await patch(url, 0, bytesOf('so far'));
    const uploadId = url.split('/').at(-1)! as UploadId;
    const hanging = http.request(url, {
      method: 'PATCH',
      headers: {
        Cookie: cookie,
        Origin: school.running.address,
        'Tus-Resumable': '1.0.0',
        'Upload-Offset': '6',
        'Content-Type': 'application/offset+octet-stream',
      },
    });
    const cutOff = new Promise<void>((resolve) => hanging.on('error', () => resolve()).on('close', resolve));
    hanging.write(' and more');
    const onItsWay = path.join(school.folder, 'arriving', uploadId);
    while ((await fsp.stat(onItsWay)).size < 15) await setImmediate();

    await school.as('mai').must('endUpload', { params: { uploadId } });
    hanging.end(' that comes too late');
    await cutOff;
    const listed = await school
      .as('mai')
      .must('readTray', { params: { assignmentId: school.assignment } })
      .then(({ uploads }) => uploads.find(({ id }) => id === uploadId));
    expect(listed).toMatchObject({ arrived: true, bytes: 15 });
    const piece = school.running.school.vault.pathOf(
      createHash('sha256').update('so far and more').digest('hex') as Sha256,
    );
    expect(await fsp.readFile(piece, 'utf8')).toBe('so far and more');
  });
});

describe('termination', () => {
  test('“the Server … MUST respond with the 204 No Content status”, and later requests find nothing', async () => {
    const url = await created({ 'Upload-Length': '10' });
    await patch(url, 0, bytesOf('01234'));
    const answer = await ask('DELETE', url, {});
    expect([answer.status, await answer.text()]).toEqual([204, '']);
    // “For all future requests to this URL, the Server SHOULD respond with the 404 Not Found or 410 Gone status.”
    expect([404, 410]).toContain((await head(url)).status);
  });
});

describe('checksum', () => {
  const digest = (algorithm: string, text: string) =>
    `${algorithm} ${createHash(algorithm).update(text).digest('base64')}`;

  test.each(['sha1', 'sha256'])('%s: a chunk that is what its sender says is kept', async (algorithm) => {
    const url = await created({ 'Upload-Length': '11' });
    const sent = await patch(url, 0, bytesOf('hello world'), {
      'Upload-Checksum': digest(algorithm, 'hello world'),
    });
    expect([sent.status, sent.headers.get('upload-offset')]).toEqual([204, '11']);
  });

  test('the example of the protocol: sha1 Kq5sNclPz7QV2+lfQIuc6R7oRu0= for “hello world”', async () => {
    const url = await created({ 'Upload-Length': '11' });
    const sent = await patch(url, 0, bytesOf('hello world'), {
      'Upload-Checksum': 'sha1 Kq5sNclPz7QV2+lfQIuc6R7oRu0=',
    });
    expect(sent.status).toBe(204);
  });

  test('“460 Checksum Mismatch … In this case the chunk MUST be discarded and the upload and its offset MUST NOT be updated”', async () => {
    const url = await created({ 'Upload-Length': '10' });
    await patch(url, 0, bytesOf('01234'));
    const wrong = await patch(url, 5, bytesOf('XXXXX'), { 'Upload-Checksum': digest('sha1', '56789') });
    expect(wrong.status).toBe(errorStatus['checksum-differs']);
    expect(wrong.status).toBe(460);
    expect((await head(url)).headers.get('upload-offset')).toBe('5');
    const right = await patch(url, 5, bytesOf('56789'), { 'Upload-Checksum': digest('sha1', '56789') });
    expect(right.status).toBe(204);
    const tray = await school.as('mai').must('readTray', { params: { assignmentId: school.assignment } });
    const id = url.split('/').at(-1);
    const turned = await school.as('mai').turnIn(
      school.assignment,
      tray.uploads.filter((upload) => upload.id === id).map((upload) => upload.id),
    );
    // The bytes are those of the right chunks.
    expect(turned.data.pieces[0]!.sha256).toBe(createHash('sha256').update('0123456789').digest('hex'));
  });

  test.each([
    ['“400 Bad Request if the checksum algorithm is not supported”', 'crc32 AAAA'],
    ['a digest that is none of it', 'sha1 AAAA'],
    ['no base64', 'sha1 ***'],
  ])('%s', async (_says, value) => {
    const url = await created({ 'Upload-Length': '5' });
    expect((await patch(url, 0, bytesOf('hello'), { 'Upload-Checksum': value })).status).toBe(400);
    expect((await head(url)).headers.get('upload-offset')).toBe('0');
  });
});

describe('measure', () => {
  test('somebody who begins more than a person does is stopped, with what arrived kept', async () => {
    const { limits } = school.running.school;
    const before = { ...limits };
    try {
      limits.uploadsAnHour = 1;
      const many = await create({ 'Upload-Length': '5' });
      expect([many.status, await many.text()]).toEqual([429, expect.stringContaining('too-many-uploads')]);
      Object.assign(limits, before, { bytesADay: 50 });
      const large = await create({ 'Upload-Length': '500' });
      expect([large.status, await large.text()]).toEqual([429, expect.stringContaining('too-many-bytes')]);
    } finally {
      Object.assign(limits, before);
    }
    expect((await create({ 'Upload-Length': '5' })).status).toBe(201);
  });
});
