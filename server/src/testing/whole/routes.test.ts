import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { routes, type Route, type RouteName, type RouteSubject } from '@vestibul/contract';
import { levels, type Level } from '@vestibul/core';
import { pino } from 'pino';
import type {
  BlankId,
  CopyId,
  DeliveryId,
  DoorId,
  PieceId,
  PileId,
  PilePieceId,
  SubmissionId,
  UploadId,
} from '@vestibul/core';
import { TestSchool, bytesOf } from '../TestSchool';
import { preparedSql } from '../../platform/database/database';
import { findScans } from '../findScans';
import { makeApp } from '../../app';

let school: TestSchool;
let submission: SubmissionId;
let piece: PieceId;
let upload: UploadId;
/** Of the co-teacher, as a blank of the course: an upload is nobody's but its maker's. */
let staffUploads: Record<string, UploadId>;
let blank: BlankId;
let copy: CopyId;
let door: DoorId;
let delivery: DeliveryId;
let pile: PileId;
let pilePiece: PilePieceId;

beforeAll(async () => {
  school = await TestSchool.open({ demo: true });
  const mai = school.as('mai');
  const { data } = await mai.turnIn(school.assignment, [
    await mai.upload(school.assignment, 'a.txt', bytesOf('hello')),
  ]);
  submission = data.submissionId;
  piece = data.pieces[0]!.id;
  upload = await mai.upload(school.assignment, 'b.txt', bytesOf('more'));
  staffUploads = {};
  for (const who of ['teacher', 'co-teacher'])
    staffUploads[who] = await school.as(who).uploadBlank(school.course, `${who}.txt`, bytesOf(who));
  const teacher = school.as('teacher');
  const kept = await teacher.must('keepBlank', {
    params: { courseId: school.course },
    body: { uploadId: await teacher.uploadBlank(school.course, 'b.txt', bytesOf('blank')), title: 'Sheet' },
  });
  blank = kept.id;
  await teacher.must('handOut', { params: { blankId: blank }, body: { periodIds: [school.periods[2]] } });
  const made = await school.makeDoor();
  door = made.id;
  const guest = await school.enter('guest', made.token, { name: 'Wanda Wren' });
  await guest.must('deliver', {
    params: { token: made.token },
    body: { key: randomUUID(), uploadIds: [await guest.bring('w.txt', bytesOf('a wren'))] },
  });
  const waiting = await teacher.must('listDeliveries', {
    params: { courseId: school.course },
    query: { after: '' },
  });
  delivery = waiting.deliveries[0]!.id;
  pile = (await teacher.bringPile(school.course, { 'nobody knows.txt': bytesOf('whose') })).id;
  const table = await teacher.must('readTable', { params: { courseId: school.course } });
  pilePiece = table.pieces[0]!.id;
  staffUploads.guest = await guest.bring('x.txt', bytesOf('more'));
  copy = (await mai.must('listMyCopies', { query: { before: '' } })).copies[0]!.id;
});
afterAll(() => school.close());

/**
 * Everybody, and what they are to the course of `mai` and to her things. `outsider` is a student of no course, `other teacher`
 * a teacher of none, `chidi` sits in her period.
 */
const people = [
  null,
  'guest',
  'outsider',
  'chidi',
  'mai',
  'other teacher',
  'aide',
  'co-teacher',
  'teacher',
  'office',
] as const;
type Player = (typeof people)[number];

const courseStaff = { aide: 'comment', 'co-teacher': 'run', teacher: 'run' } as const;
const maisOwn = { ...courseStaff, mai: 'own', office: 'view' } as const;
const anyStudent = { mai: 'own', chidi: 'own', outsider: 'own' } as const;
const anyTeacher = (level: Level) => ({
  teacher: level,
  'co-teacher': level,
  aide: level,
  'other teacher': level,
});

/** What each of them can do with each kind of thing, said once more without the code that decides it. */
const can: Record<RouteSubject, Partial<Record<NonNullable<Player>, Level>>> = {
  school: { outsider: 'view', chidi: 'view', mai: 'view', ...anyTeacher('add'), office: 'run' },
  teaching: anyTeacher('own'),
  drawer: anyStudent,
  sending: { guest: 'add', outsider: 'add', chidi: 'add', mai: 'add', ...anyTeacher('add') },
  course: { ...courseStaff, teacher: 'own', office: 'own' },
  period: { ...courseStaff, teacher: 'own', office: 'own' },
  desk: courseStaff,
  groups: courseStaff,
  assignment: courseStaff,
  review: courseStaff,
  blank: courseStaff,
  door: courseStaff,
  delivery: courseStaff,
  pile: courseStaff,
  'pile piece': courseStaff,
  tray: { mai: 'own', chidi: 'own' },
  // The assignment shows each student their own.
  'period work': {},
  submission: maisOwn,
  piece: maisOwn,
  copy: maisOwn,
  // Each of these is asked for an upload of their own, the others for one of `mai`.
  upload: { guest: 'own', mai: 'own', teacher: 'own', 'co-teacher': 'own' },
};

const refusals = new Set([401, 403]);

async function statusFor(name: RouteName, player: string | null): Promise<number> {
  const params = {
    courseId: school.course,
    assignmentId: school.assignment,
    submissionId: submission,
    pieceId: piece,
    otherPieceId: piece,
    uploadId: staffUploads[player ?? ''] ?? upload,
    fileId: 'd_none',
    ownedId: piece,
    attempt: '1',
    personId: school.ids.ali2!,
    studentId: school.ids.mai!,
    yearId: 'y_none',
    periodId: school.periods[2]!,
    blankId: blank,
    copyId: copy,
    packageId: 'k_none',
    sessionId: 'e_none',
    requestId: 'r_none',
    renamingId: 'rn_none',
    nameableId: 'ph_none',
    subject: 'file',
    letters: 'daily',
    token: 'no-such-token-at-all',
    doorId: door,
    deliveryId: delivery,
    pileId: pile,
    pilePieceId: pilePiece,
    noteId: 'n_none',
    commentId: 'k_none',
    phraseId: 'ph_none',
  };
  const stop = new AbortController();
  // An empty body: whoever is let in gets as far as a complaint about it, and nothing is changed.
  const body = ['GET', 'HEAD'].includes(routes[name].method) ? undefined : {};
  const route: Route = routes[name];
  const headers: Record<string, string> = route.answers === 'tus' ? { 'Tus-Resumable': '1.0.0' } : {};
  const response = await school.as(player).raw(name, { params, body, headers }, { signal: stop.signal });
  const { status } = response;
  if (route.answers === 'events') stop.abort();
  else await response.arrayBuffer();
  return status;
}

/** Acts that an empty request carries out for good; they come last, and among them those that take away what another needs. */
const last: RouteName[] = [
  'endSessions',
  'closeAccount',
  'openAccount',
  'leaveCourse',
  'comeBack',
  'dropUpload',
  'dropAssignment',
  'putAwayBlank',
];
const order: RouteName[] = [
  ...(Object.keys(routes) as RouteName[]).filter((name) => !last.includes(name)),
  ...last,
];

describe('every route lets in who can do what it needs, and refuses everybody else', () => {
  for (const name of order) {
    const { about, needs }: Route = routes[name];
    for (const player of people) {
      const level = (player && can[about][player]) ?? 'none';
      const allowed = levels.indexOf(level) >= levels.indexOf(needs);
      test(`${name} ${allowed ? 'lets in' : 'refuses'} ${player ?? 'nobody'}`, async () => {
        const status = await statusFor(name, player);
        if (name === 'signIn' || name === 'signInAsDemo') expect(status).toBe(400);
        else if (allowed) expect(refusals.has(status)).toBe(false);
        // The assignment of this school shows nobody the others' work, and says so.
        else if (name === 'listPeriodPieces' && (player === 'mai' || player === 'chidi'))
          expect(status).toBe(409);
        else expect(status).toBe(player === null || player === 'guest' ? 401 : 403);
        expect(status).not.toBe(500);
      });
    }
  }
});

test('a classmate is an outsider to a student’s own things', async () => {
  const chidi = school.as('chidi');
  const params = { submissionId: submission, pieceId: piece, uploadId: upload };
  for (const name of ['readSubmission', 'readPiece', 'readUpload'] as const) {
    const { status } = await chidi.raw(name, { params, headers: { 'Tus-Resumable': '1.0.0' } });
    expect(status).toBe(403);
  }
});

test('what is not there is refused like what is not one’s own, so that addresses cannot be guessed', async () => {
  const reply = await school.as('chidi').call('readSubmission', { params: { submissionId: 's_nothing' } });
  expect(reply).toMatchObject({ status: 403, error: { code: 'not-allowed' } });
});

test('the server has no route that is not in the table', () => {
  const app = makeApp({ school: school.running.school, log: pino({ level: 'silent' }) });
  interface Layer {
    route?: { path: string; methods: Record<string, boolean> };
  }
  const layers = (app.router as unknown as { stack: Layer[] }).stack.flatMap(({ route }) =>
    route ? Object.keys(route.methods).map((method) => `${method.toUpperCase()} ${route.path}`) : [],
  );
  const known = new Set(Object.values(routes).map((route) => `${route.method} ${route.path}`));
  // What is left is the one answer to addresses under /api that are nothing.
  const unknown = layers.filter((layer) => !known.has(layer) && !layer.endsWith(' /api/{*rest}'));
  expect(unknown).toEqual([]);
  expect(layers.filter((layer) => known.has(layer))).toHaveLength(known.size);
});

test('the demo’s routes exist in the demo only', async () => {
  await school.restart({ demo: false });
  const reply = await school.as(null).call('listDemoPeople');
  expect(reply).toMatchObject({ status: 404, error: { code: 'not-found' } });
  await school.restart({ demo: true });
});

test('queries of refused and empty requests run on indexes', async () => {
  await school.restart({ demo: false });
  for (const name of order.filter((known) => !known.includes('emo'))) {
    for (const player of ['mai', 'teacher', 'office']) await statusFor(name, player);
  }
  expect(preparedSql(school.running.school.db).length).toBeGreaterThan(20);
  expect(findScans(school.running.school.db)).toEqual([]);
});
