import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { errorStatus, routes, type ErrorAnswer, type Route, type RouteName } from '@vestibul/contract';
import { TestSchool, bytesOf } from '../TestSchool';

/** Bodies that no page of ours sends; none of them is what any route wants. */
const junk: unknown[] = [
  null,
  [],
  'x',
  5,
  {},
  { title: 'x'.repeat(100_000) },
  { title: '\u0000' },
  { title: 'a\ud800', label: 'a\ud800', name: 'a\ud800', last: 'a\ud800' },
  { title: 'a', dues: [{ periodId: 'zz', dueLocal: '2027-13-45T99:99' }] },
  { title: 'a', dues: [{ periodId: 'h_none', dueLocal: '2027-01-15T10:00' }] },
  { people: null, fromList: 'yes' },
  { people: [{ last: 'X', periodId: 'h_none' }], fromList: true },
  { works: [null] },
  { works: Array.from({ length: 5000 }, () => ({ submissionId: 'x', attempt: 1 })) },
  { works: [{ submissionId: 's_none', attempt: 1 }], word: 'x', attempt: 9999, attempts: 1 },
  { submissionIds: ['s_none'], assignmentIds: ['a_none'], uploadIds: ['u_none'], key: 'k' },
  { number: -1, label: 'x' },
  { number: 1e99 },
  { email: 'x@y', first: '', last: '' },
  { courses: [{ courseId: 'c_none', assignments: [] }] },
  { label: 'a/../b', startsOn: '2027-02-30', endsOn: '2026-01-01' },
  { groups: [{ id: 'g_none', name: 'A', enamel: 99, mark: 'circle' }] },
  { groupId: 'g_none', studentIds: ['p_none'] },
  { periodIds: ['h_none'], againFor: ['p_none'] },
  { personId: 'p_none', role: 'teacher' },
  { uploadId: 'u_none', title: 'x', blankId: 'b_none' },
  { text: '"', columns: ['no such column'], headingLine: -3, firstLine: 0.5, periodId: null },
];
const queries = {
  before: "'",
  after: "'",
  find: '%_%',
  from: '2026-99-99',
  to: '',
  kind: 'none',
  period: "';--",
  columns: ',,',
  format: 'exe',
};

let school: TestSchool;
const params: Record<string, string> = {};

beforeAll(async () => {
  school = await TestSchool.open({ demo: false });
  const [mai, teacher] = [school.as('mai'), school.as('teacher')];
  const { data } = await mai.turnIn(school.assignment, [
    await mai.upload(school.assignment, 'a.txt', bytesOf('hello')),
  ]);
  const kept = await teacher.must('keepBlank', {
    params: { courseId: school.course },
    body: { uploadId: await teacher.uploadBlank(school.course, 'b.txt', bytesOf('blank')), title: 'Sheet' },
  });
  Object.assign(params, {
    courseId: school.course,
    assignmentId: school.assignment,
    submissionId: data.submissionId,
    pieceId: data.pieces[0]!.id,
    otherPieceId: 'p_none',
    uploadId: await mai.upload(school.assignment, 'b.txt', bytesOf('more')),
    personId: school.ids.chidi!,
    studentId: school.ids.chidi!,
    yearId: (await teacher.must('listYears'))[0]!.id,
    periodId: school.periods[2]!,
    blankId: kept.id,
    copyId: 'y_none',
    fileId: 'd_none',
    ownedId: 'p_none',
    doorId: 'w_none',
    deliveryId: 'g_none',
    pileId: 'l_none',
    pilePieceId: 'm_none',
    attempt: '1',
    sessionId: 'e_none',
    requestId: 'r_none',
    renamingId: 'rn_none',
    noteId: 'n_none',
    commentId: 'k_none',
    phraseId: 'ph_none',
    nameableId: 'ph_none',
    packageId: 'k_none',
    subject: 'file',
    letters: 'daily',
    token: 'no-such-token-at-all',
  });
});
afterAll(() => school.close());

/** Acts whose empty request is a right one, so that junk around it changes nothing of what they do. */
const PLAIN_ACTS: ReadonlySet<RouteName> = new Set([
  'signOut',
  'makeSlips',
  'renewLink',
  'closeAccount',
  'openAccount',
  'endSessions',
  'endMySessions',
  'endMySession',
  'markNewsSeen',
  'leaveCourse',
  'comeBack',
  'makeFolders',
  'renewFeed',
  'putAwayBlank',
  'removeStaff',
  'dropAssignment',
  'dropUpload',
  'startText',
  'dropFile',
  'restoreFile',
]);

const isOwn = (error: ErrorAnswer['error'] | undefined) => error !== undefined && error.code in errorStatus;

describe('junk is answered with a code of ours, never with a fault', () => {
  const json = (Object.keys(routes) as RouteName[]).filter((name) => {
    const route: Route = routes[name];
    return !route.answers && !route.demoOnly && route.method !== 'GET' && !PLAIN_ACTS.has(name);
  });
  test.each(json)('%s', async (name) => {
    for (const who of ['teacher', 'office', 'mai'])
      for (const body of junk) {
        const response = await school.as(who).raw(name, { params, body });
        const answer = (await response.json()) as Partial<ErrorAnswer>;
        // Two of the bodies hold all that a title or a role needs; they are done, or refused in our words.
        if (response.status !== 200)
          expect([response.status < 500, isOwn(answer.error)]).toEqual([true, true]);
      }
  });

  test.each((Object.keys(routes) as RouteName[]).filter((name) => routes[name].method === 'GET'))(
    '%s, in its query and in its path',
    async (name) => {
      const route: Route = routes[name];
      if (route.answers === 'events' || route.demoOnly) return;
      const strange = Object.fromEntries(Object.keys(params).map((key) => [key, "..%2F'%22é"]));
      for (const who of ['teacher', 'office', 'mai', null])
        for (const [path, query] of [
          [params, queries],
          [strange, {}],
        ] as const) {
          const response = await school.as(who).raw(name, { params: path, query });
          expect(response.status).toBeLessThan(500);
          await response.arrayBuffer();
        }
    },
  );
});

test('what was there before all that is there after it', async () => {
  const course = await school.as('teacher').must('readCourse', { params: { courseId: school.course } });
  expect(course.students).toBe(4);
  expect(course.folders).toBe(4);
  const mine = await school.as('mai').must('listMyAssignments');
  expect(mine.find(({ id }) => id === school.assignment)).toMatchObject({ attempt: 1 });
});
