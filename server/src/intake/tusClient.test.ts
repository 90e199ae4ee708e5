import { createHash, randomBytes } from 'node:crypto';
import { Readable } from 'node:stream';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { Upload, type DetailedError, type UploadOptions } from 'tus-js-client';
import type { ErrorAnswer } from '@vestibul/contract';
import type { UploadId } from '@vestibul/core';
import { TestSchool } from '../testing/TestSchool';

/* The door for uploads used through a client that is not ours: tus-js-client for Node.js, in each way that it can send. */
let school: TestSchool;
beforeAll(async () => {
  school = await TestSchool.open();
});
afterAll(() => school.close());

const SIZE = 300_000;
const CHUNK = 100_000;

interface Sent {
  url: string;
  /** Methods and paths as they went over the wire, without those that only ask. */
  methods: string[];
}

function send(input: Buffer | Readable, more: Partial<UploadOptions>, stopAt?: number): Promise<Sent> {
  const methods: string[] = [];
  return new Promise((resolve, reject) => {
    const upload = new Upload(input, {
      endpoint: `${school.running.address}/api/uploads`,
      headers: { Cookie: school.as('mai').cookie!, Origin: school.running.address },
      metadata: { filename: 'bíg log.bin', assignmentId: school.assignment },
      chunkSize: CHUNK,
      retryDelays: null,
      onBeforeRequest: (request) => {
        methods.push(request.getMethod());
      },
      onError: reject,
      onSuccess: () => resolve({ url: upload.url!, methods }),
      onChunkComplete: (_size, sent) => {
        if (stopAt !== undefined && sent >= stopAt)
          void upload.abort().then(() => resolve({ url: upload.url!, methods }));
      },
      ...more,
    });
    upload.start();
  });
}

/** What is turned in of what was sent: its name and the hash of its bytes. */
async function turnedIn(url: string) {
  const id = new URL(url).pathname.split('/').at(-1) as UploadId;
  const { data } = await school.as('mai').turnIn(school.assignment, [id]);
  return data.pieces.map(({ originalName, sha256 }) => [originalName, sha256]);
}

const hashOf = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');
const whole = (bytes: Buffer) => [['bíg log.bin', hashOf(bytes)]];

test('a file in pieces arrives whole, under its name', async () => {
  const bytes = randomBytes(SIZE);
  const { url, methods } = await send(bytes, {});
  expect(methods).toEqual(['POST', 'PATCH', 'PATCH', 'PATCH']);
  expect(await turnedIn(url)).toEqual(whole(bytes));
});

test('from behind a wall that lets no PATCH through', async () => {
  const bytes = randomBytes(SIZE);
  const { url, methods } = await send(bytes, { overridePatchMethod: true });
  expect(new Set(methods)).toEqual(new Set(['POST']));
  expect(await turnedIn(url)).toEqual(whole(bytes));
});

test('a stream whose length is not known before it ends', async () => {
  const bytes = randomBytes(SIZE);
  const { url } = await send(Readable.from([bytes.subarray(0, 70_000), bytes.subarray(70_000)]), {
    uploadLengthDeferred: true,
  });
  expect(await turnedIn(url)).toEqual(whole(bytes));
});

test('with its first bytes in the request that makes it (creation-with-upload)', async () => {
  const bytes = randomBytes(SIZE);
  const { url, methods } = await send(bytes, { uploadDataDuringCreation: true });
  expect(methods[0]).toBe('POST');
  expect(await turnedIn(url)).toEqual(whole(bytes));
});

test('cut off and gone on with later: what had come is not sent again', async () => {
  const bytes = randomBytes(SIZE);
  const cut = await send(bytes, {}, CHUNK);
  expect(cut.methods).toEqual(['POST', 'PATCH']);
  const { url, methods } = await send(bytes, { uploadUrl: cut.url });
  expect(methods).toEqual(['HEAD', 'PATCH', 'PATCH']);
  expect(await turnedIn(url)).toEqual(whole(bytes));
});

test('a refusal reaches whoever waits in the words of every other route', async () => {
  const refused = await send(randomBytes(10), { metadata: { filename: 'x' } }).catch(
    (error: unknown) => error,
  );
  const response = (refused as DetailedError).originalResponse!;
  expect(response.getStatus()).toBe(400);
  expect((JSON.parse(response.getBody()) as ErrorAnswer).error).toMatchObject({
    code: 'bad-input',
    details: { says: expect.stringMatching(/what the file is for/) },
  });
});
