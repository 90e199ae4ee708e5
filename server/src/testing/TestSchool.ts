import { randomUUID } from 'node:crypto';
import fs from 'node:fs/promises';
import http from 'node:http';
import os from 'node:os';
import path from 'node:path';
import {
  pathOf,
  routes,
  type AnswerOf,
  type BodyFor,
  type ErrorAnswer,
  type JsonRouteName,
  type RouteName,
} from '@vestibul/contract';
import type {
  AssignmentId,
  CourseId,
  FileId,
  DoorId,
  PersonId,
  PileId,
  PileState,
  SubmissionId,
  UploadId,
} from '@vestibul/core';
import { pino } from 'pino';
import { SESSION_COOKIE, startSession } from '../sign-in/sessions';
import { VISIT_COOKIE } from '../doors/visits';
import { startServer, type RunningServer, type ServerOptions } from '../startServer';

export interface Reply<Answer> {
  status: number;
  data: Answer;
  error: ErrorAnswer['error'] | undefined;
  headers: Headers;
}

/** What an upload is for, in the words of its metadata. */
type Purpose =
  | { assignmentId: AssignmentId }
  | { courseId: CourseId }
  | { drawer: '1' }
  | { fileId: FileId }
  | { door: '1' }
  | { pileId: PileId }
  | { submissionId: SubmissionId };

interface CallInput {
  params?: Record<string, string>;
  query?: Record<string, string>;
  body?: unknown;
  headers?: Record<string, string>;
}

/** Somebody with a browser: calls routes with their cookie and the page's own origin. */
export class Caller {
  constructor(
    readonly address: () => string,
    readonly cookie: string | null,
  ) {}

  async raw(name: RouteName, input: CallInput = {}, init: RequestInit = {}): Promise<Response> {
    const query = input.query ? `?${new URLSearchParams(input.query)}` : '';
    const { method } = routes[name];
    return fetch(this.address() + pathOf(name, input.params) + query, {
      method,
      redirect: 'manual',
      ...init,
      headers: {
        Origin: this.address(),
        ...(this.cookie ? { Cookie: this.cookie } : {}),
        ...(input.body === undefined ? {} : { 'Content-Type': 'application/json' }),
        ...input.headers,
      },
      ...(input.body === undefined ? {} : { body: JSON.stringify(input.body) }),
    });
  }

  async call<Name extends JsonRouteName>(name: Name, input: CallInput = {}): Promise<Reply<AnswerOf<Name>>> {
    const response = await this.raw(name, input);
    const answer = (response.status === 204 ? {} : await response.json()) as AnswerOf<Name> &
      Partial<ErrorAnswer>;
    return { status: response.status, data: answer, error: answer.error, headers: response.headers };
  }

  /** Calls a route that must succeed. */
  async must<Name extends JsonRouteName>(name: Name, input: CallInput = {}): Promise<AnswerOf<Name>> {
    const reply = await this.call(name, input);
    if (reply.status !== 200 && reply.status !== 204)
      throw new Error(`${name}: ${reply.status} ${JSON.stringify(reply.error)}`);
    return reply.data;
  }

  /** Starts an upload by the tus protocol, of a recording without its length, and returns its address, or the refusal. */
  async startUpload(
    purpose: Purpose,
    name: string,
    bytes: number | null,
  ): Promise<{ url: string; id: UploadId; status: number; body: string }> {
    const base64 = (text: string) => Buffer.from(text).toString('base64');
    const response = await this.raw('createUpload', {
      headers: {
        'Tus-Resumable': '1.0.0',
        ...(bytes === null ? { 'Upload-Defer-Length': '1' } : { 'Upload-Length': String(bytes) }),
        'Upload-Metadata': [['filename', name], ...Object.entries(purpose)]
          .map(([key, value]) => `${key} ${base64(value)}`)
          .join(','),
      },
    });
    const url = response.headers.get('location') ?? '';
    return {
      url,
      id: url.split('/').at(-1) as UploadId,
      status: response.status,
      body: await response.text(),
    };
  }

  /** Sends bytes of an upload from an offset on. */
  async sendBytes(id: UploadId, bytes: Uint8Array<ArrayBuffer>, offset = 0): Promise<Response> {
    return this.raw(
      'sendUpload',
      {
        params: { uploadId: id },
        headers: {
          'Tus-Resumable': '1.0.0',
          'Upload-Offset': String(offset),
          'Content-Type': 'application/offset+octet-stream',
        },
      },
      { body: bytes },
    );
  }

  /** Opens a request that sends bytes of an upload from its start, to be written to bit by bit. */
  openSending(url: string, headers: http.OutgoingHttpHeaders = {}): http.ClientRequest {
    return http.request(new URL(url, this.address()), {
      method: routes.sendUpload.method,
      headers: {
        Origin: this.address(),
        Cookie: this.cookie ?? '',
        'Tus-Resumable': '1.0.0',
        'Upload-Offset': '0',
        'Content-Type': 'application/offset+octet-stream',
        ...headers,
      },
    });
  }

  /** How many bytes of an upload the server has. */
  async offsetOf(id: UploadId): Promise<number> {
    const response = await this.raw('readUpload', {
      params: { uploadId: id },
      headers: { 'Tus-Resumable': '1.0.0' },
    });
    return Number(response.headers.get('upload-offset') ?? Number.NaN);
  }

  /** Uploads a whole file into the tray. */
  upload(assignmentId: AssignmentId, name: string, bytes: Uint8Array<ArrayBuffer>): Promise<UploadId> {
    return this.#upload({ assignmentId }, name, bytes);
  }

  /** Uploads a whole file that is to be a blank. */
  uploadBlank(courseId: CourseId, name: string, bytes: Uint8Array<ArrayBuffer>): Promise<UploadId> {
    return this.#upload({ courseId }, name, bytes);
  }

  /** Uploads what is spoken of a submission. */
  speak(submissionId: SubmissionId, name: string, bytes: Uint8Array<ArrayBuffer>): Promise<UploadId> {
    return this.#upload({ submissionId }, name, bytes);
  }

  /** Brings a whole file through a side door. */
  bring(name: string, bytes: Uint8Array<ArrayBuffer>): Promise<UploadId> {
    return this.#upload({ door: '1' }, name, bytes);
  }

  /** Sends a whole file with a pile, under its path there. */
  sendWithPile(pileId: PileId, path: string, bytes: Uint8Array<ArrayBuffer>): Promise<UploadId> {
    return this.#upload({ pileId }, path, bytes);
  }

  /** Brings a pile of files to the sorting table and waits until all of it is read and placed. */
  async bringPile(
    courseId: CourseId,
    files: Readonly<Record<string, Uint8Array<ArrayBuffer>>>,
    known: { periodId?: string; assignmentId?: AssignmentId } = {},
  ): Promise<AnswerOf<'readPile'>> {
    const { id } = await this.must('makePile', { params: { courseId }, body: { name: 'A pile', ...known } });
    for (const [path, bytes] of Object.entries(files)) await this.sendWithPile(id, path, bytes);
    await this.must('endSending', { params: { pileId: id } });
    return this.pileDone(id);
  }

  /** Waits until nothing goes on for a pile any more. */
  async pileDone(pileId: PileId, state: PileState = 'placed'): Promise<AnswerOf<'readPile'>> {
    for (;;) {
      const pile = await this.must('readPile', { params: { pileId }, query: { state } });
      if (pile.state === 'done' || pile.state === 'stopped') return pile;
      await new Promise((resolve) => setTimeout(resolve, 25));
    }
  }

  /** What of a pile is in a state. */
  async piecesIn(pileId: PileId, state: PileState): Promise<AnswerOf<'readPile'>['pieces']> {
    return (await this.must('readPile', { params: { pileId }, query: { state } })).pieces;
  }

  /** Uploads a whole file into the drawer. */
  uploadToDrawer(name: string, bytes: Uint8Array<ArrayBuffer>): Promise<UploadId> {
    return this.#upload({ drawer: '1' }, name, bytes);
  }

  /** Sends what is to be a newer version of a file of one's own. */
  uploadVersion(fileId: FileId, name: string, bytes: Uint8Array<ArrayBuffer>): Promise<UploadId> {
    return this.#upload({ fileId }, name, bytes);
  }

  async #upload(purpose: Purpose, name: string, bytes: Uint8Array<ArrayBuffer>): Promise<UploadId> {
    const { id, status, body } = await this.startUpload(purpose, name, bytes.length);
    if (status !== 201) throw new Error(`upload refused: ${status} ${body}`);
    const sent = await this.sendBytes(id, bytes);
    if (sent.status !== 204) throw new Error(`upload failed: ${sent.status} ${await sent.text()}`);
    return id;
  }

  async turnIn(assignmentId: AssignmentId, uploadIds: UploadId[], key: string = randomUUID()) {
    return this.call('turnIn', { params: { assignmentId }, body: { key, uploadIds } });
  }
}

type Person = BodyFor<'joinRoster'>['people'][number];

const person = (last: string, first: string, periodId: string, more: Partial<Person> = {}): Person => ({
  last,
  first,
  email: `${first}.${last}@x.example`.toLowerCase().replace(/[^a-z.@]/g, ''),
  periodId: periodId as Person['periodId'],
  ...more,
});

/** A school in a temporary folder with a course, people and an assignment, behind a real server on a free port. */
export class TestSchool {
  running!: RunningServer;
  course!: CourseId;
  assignment!: AssignmentId;
  periods: Record<number, string> = {};
  ids: Record<string, PersonId> = {};
  /** Cookies of guests who have come in at a side door, by the name they were given here. */
  guests: Record<string, string> = {};

  private constructor(
    readonly folder: string,
    private readonly options: Partial<ServerOptions>,
  ) {}

  static async open(options: Partial<ServerOptions> = {}): Promise<TestSchool> {
    const school = new TestSchool(await fs.mkdtemp(path.join(os.tmpdir(), 'vestibul-')), options);
    await school.start();
    await school.furnish();
    return school;
  }

  async start(): Promise<void> {
    this.running = await startServer({
      folder: this.folder,
      demo: false,
      log: pino({ level: 'silent' }),
      port: 0,
      keepFree: 0,
      checkAnswers: true,
      // Tests refuse far more than any stranger is refused at once.
      refusalsAtOnce: Infinity,
      ...this.options,
    });
  }

  /** Ends the server and starts it again on the same folder. */
  async restart(options: Partial<ServerOptions> = {}): Promise<void> {
    await this.running.close();
    Object.assign(this.options, options);
    await this.start();
  }

  /** Starts again on a disk that has that many bytes more than are used now. */
  async restartWithRoom(bytes: number): Promise<void> {
    let used = 0;
    for (const entry of await fs.readdir(this.folder, { recursive: true, withFileTypes: true }))
      // The journal is begun anew with the next start.
      if (entry.isFile() && !entry.name.endsWith('-wal'))
        used += (await fs.stat(path.join(entry.parentPath, entry.name))).size;
    await this.restart({ mostBytes: used + bytes });
  }

  async close(): Promise<void> {
    await this.running.close();
    await fs.rm(this.folder, { recursive: true, force: true });
  }

  /** Somebody signed in, by the name they were given here; null is nobody. */
  as(name: string | null): Caller {
    if (name !== null && this.guests[name]) return new Caller(() => this.running.address, this.guests[name]);
    const cookie =
      name === null ? null : `${SESSION_COOKIE}=${startSession(this.running.school, this.ids[name]!)}`;
    return new Caller(() => this.running.address, cookie);
  }

  private async furnish(): Promise<void> {
    const nobody = this.as(null);
    const token = this.running.firstLink!.split('/').at(-1)!;
    const first = {
      last: 'Ferncastle',
      first: 'Odile',
      email: 'office@x.example',
      schoolName: 'Larkmoor',
      timeZone: 'Europe/London',
    };
    const office = await nobody.must('acceptWelcome', {
      params: { token },
      body: { password: 'a long sentence', first },
    });
    this.ids.office = office.person!.id;
    for (const [key, last] of [
      ['teacher', 'Tamsin'],
      ['co-teacher', 'Okonjo'],
      ['aide', 'Sandoval'],
      ['other teacher', 'Vane'],
    ] as const) {
      const body = { last, first: 'I', email: `${last}@x.example`, standing: 'teacher' };
      this.ids[key] = (await this.as('office').must('addPerson', { body })).id;
    }
    const teacher = this.as('teacher');
    const year = await teacher.must('makeYear', {
      body: { label: '2026–27', startsOn: '2026-08-25', endsOn: '2027-07-15' },
    });
    this.course = await this.makeCourse('teacher', year.id, 'Field Geography', [2, 10]);
    await teacher.must('addStaff', {
      params: { courseId: this.course },
      body: { email: 'okonjo@x.example' },
    });
    await teacher.must('addStaff', {
      params: { courseId: this.course },
      body: { email: 'sandoval@x.example', role: 'aide' },
    });
    for (const known of (await teacher.must('readCourse', { params: { courseId: this.course } })).periods)
      this.periods[known.number] = known.id;
    const [two, ten] = [this.periods[2]!, this.periods[10]!];
    await this.join(this.course, 'teacher', [
      person('Abara', 'Chidi', two),
      person('Đặng', 'Thị Mai', two, { called: 'Mai', email: 'mai@x.example' }),
      person('Demir', 'Ali', ten, { email: 'ali@x.example' }),
      person('Demir', 'Ali', ten, { email: 'ali2@x.example' }),
    ]);
    await teacher.must('makeFolders', { params: { courseId: this.course } });
    const roster = await teacher.must('readRoster', { params: { courseId: this.course } });
    const idOf = (email: string) => roster.find((student) => student.email === email)!.id;
    Object.assign(this.ids, {
      chidi: idOf('chidi.abara@x.example'),
      mai: idOf('mai@x.example'),
      ali: idOf('ali@x.example'),
      ali2: idOf('ali2@x.example'),
    });
    this.assignment = await this.assign('Stream gauge log', [2, 10], '2030-01-15T23:59');

    const otherCourse = await this.makeCourse('other teacher', year.id, 'Botany', [1]);
    const otherPeriod = (
      await this.as('other teacher').must('readCourse', { params: { courseId: otherCourse } })
    ).periods[0]!;
    await this.join(otherCourse, 'other teacher', [person('Quispe', 'Nico', otherPeriod.id)]);
    const [outsider] = await this.as('other teacher').must('readRoster', {
      params: { courseId: otherCourse },
    });
    this.ids.outsider = outsider!.id;
  }

  /** Lets a guest in at a side door; from then on they are somebody here by `key`. */
  async enter(key: string, token: string, body: { name: string; email?: string }): Promise<Caller> {
    const answer = await this.as(null).raw('enterDoor', { params: { token }, body });
    if (answer.status !== 200) throw new Error(`enterDoor: ${answer.status} ${await answer.text()}`);
    this.guests[key] = answer.headers
      .getSetCookie()
      .find((cookie) => cookie.startsWith(VISIT_COOKIE))!
      .split(';')[0]!;
    return this.as(key);
  }

  /** A side door for anyone, or as `body` says; the secret part of its address. */
  async makeDoor(body: BodyFor<'makeDoor'> = {}): Promise<{ id: DoorId; token: string }> {
    const params = { courseId: this.course };
    const { id } = await this.as('teacher').must('makeDoor', { params, body });
    const doors = await this.as('teacher').must('listDoors', { params });
    return {
      id,
      token: doors
        .find((door) => door.id === id)!
        .path.split('/')
        .at(-1)!,
    };
  }

  async assign(title: string, numbers: number[], dueLocal: string): Promise<AssignmentId> {
    const dues = numbers.map((number) => ({ periodId: this.periods[number], dueLocal }));
    const { id } = await this.as('teacher').must('makeAssignment', {
      params: { courseId: this.course },
      body: { title, dues },
    });
    return id;
  }

  private async makeCourse(by: string, yearId: string, title: string, numbers: number[]): Promise<CourseId> {
    const periods = numbers.map((number) => ({ number }));
    return (await this.as(by).must('makeCourse', { body: { yearId, title, periods } })).id;
  }

  private async join(courseId: CourseId, by: string, people: Person[]): Promise<void> {
    await this.as(by).must('joinRoster', { params: { courseId }, body: { fromList: true, people } });
  }
}

/** Comes back when something holds that goes on by itself; the test's own time ends it otherwise. */
export async function until(holds: () => Promise<boolean>): Promise<void> {
  while (!(await holds())) await new Promise((resolve) => setTimeout(resolve, 20));
}

/** Bytes of a text. */
export const bytesOf = (text: string) => new Uint8Array(Buffer.from(text));
