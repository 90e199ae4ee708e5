import type { Application } from './Application';

/**
 * How long a device goes on asking a school that does not answer: as long as its journey may take. A school that is killed thirty
 * times over may answer nobody in between, and how long that is, is the machine's.
 */
const PATIENCE_MS = 600_000;

const base64 = (text: string) => Buffer.from(text).toString('base64');

/** Somebody's device that does not give up: every request is tried until it is answered, over killed servers too. */
export class Device {
  constructor(
    private readonly school: Application,
    private readonly cookie: string = '',
  ) {}

  /** The device of one of the demo's people, signed in. */
  static async of(school: Application, personId: string): Promise<Device> {
    const signedIn = await new Device(school).send('POST', '/api/demo/session', { personId });
    return new Device(school, signedIn.headers.get('set-cookie')!.split(';')[0]!);
  }

  async request(
    method: string,
    target: string,
    headers: Record<string, string> = {},
    body?: BodyInit,
  ): Promise<Response> {
    const patientUntil = Date.now() + PATIENCE_MS;
    while (Date.now() < patientUntil) {
      try {
        const response = await fetch(this.school.address + target, {
          method,
          headers: { Origin: this.school.address, Cookie: this.cookie, ...headers },
          ...(body === undefined ? {} : { body }),
        });
        const text = await response.text();
        return new Response(response.status === 204 ? null : text, {
          status: response.status,
          headers: response.headers,
        });
      } catch {
        // Nobody answered: the server is down, or died in the middle of it.
        await new Promise((resolve) => setTimeout(resolve, 25));
      }
    }
    throw new Error('the school did not come back');
  }

  /** A request with a body of JSON. */
  send(method: string, target: string, body: object = {}): Promise<Response> {
    return this.request(method, target, { 'Content-Type': 'application/json' }, JSON.stringify(body));
  }

  /** What a route answers to somebody who may ask it. */
  async get<Answer>(target: string): Promise<Answer> {
    const response = await this.request('GET', target);
    if (response.status !== 200) throw new Error(`${target}: ${response.status} ${await response.text()}`);
    return (await response.json()) as Answer;
  }

  /** Begins an upload by the tus protocol; without a length that is told later. */
  create(purpose: Record<string, string>, name: string, length: number | null): Promise<Response> {
    return this.request('POST', '/api/uploads', {
      'Tus-Resumable': '1.0.0',
      ...(length === null ? { 'Upload-Defer-Length': '1' } : { 'Upload-Length': String(length) }),
      'Upload-Metadata': [['filename', name], ...Object.entries(purpose)]
        .map(([key, value]) => `${key} ${base64(value!)}`)
        .join(','),
    });
  }

  /** Sends bytes of an upload from an offset on. */
  patch(url: string, offset: number, bytes: Uint8Array): Promise<Response> {
    return this.request(
      'PATCH',
      url,
      {
        'Tus-Resumable': '1.0.0',
        'Upload-Offset': String(offset),
        'Content-Type': 'application/offset+octet-stream',
      },
      new Uint8Array(bytes),
    );
  }

  /** Uploads a whole file, going on where the server says it is, anew when it knows nothing of it; answers its id. */
  async upload(purpose: Record<string, string>, name: string, bytes: Buffer): Promise<string> {
    for (;;) {
      const created = await this.create(purpose, name, bytes.length);
      if (created.status !== 201) throw new Error(`refused: ${created.status} ${await created.text()}`);
      const url = created.headers.get('location')!;
      if (await this.#sendAll(url, bytes)) return url.split('/').at(-1)!;
    }
  }

  async #sendAll(url: string, bytes: Buffer): Promise<boolean> {
    for (;;) {
      const head = await this.request('HEAD', url, { 'Tus-Resumable': '1.0.0' });
      if (head.status !== 200) return false;
      const offset = Number(head.headers.get('upload-offset'));
      if (offset === bytes.length) return true;
      await this.patch(url, offset, bytes.subarray(offset, offset + 64 * 1024));
    }
  }
}
