import { pathOf, routes, type Route, type RouteName } from '@vestibul/contract';
import { SESSION_COOKIE, one, slotQuery, startSession, type RunningServer } from '@vestibul/server';
import { openServer } from './furnish';
import { makeLargeSchool, type Furnished, type Size } from './largeSchool';
import { median, round } from './timing';

/** A school of 2,000 people after a year of 640,000 pieces, and a tenth of it. */
const LARGE: Size = { students: 2000, courses: 120, perCourse: 133, assignments: 40 };
const TENTH: Size = { students: 200, courses: 12, perCourse: 133, assignments: 40 };
const RUNS = 9;
/** The longest that a request may take in such a school, in milliseconds. */
const LONGEST_MS = 100;

type Who = 'office' | 'teacher' | 'student';
interface Ask {
  who: Who;
  route: RouteName;
  query?: string;
  body?: unknown;
}

const list = Array.from({ length: 30 }, (_, i) => `Newcomer${i};Zoë;new${i}@x.example;${(i % 5) + 1}`);

const inDays = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10);

/** What a route is asked with, where that is more than who and where. */
const more: Partial<Record<RouteName, { query?: string; body?: unknown }>> = {
  readCalendar: { query: `?from=${inDays(0)}&to=${inDays(31)}` },
  findNames: { query: '?find=kovacevic12' },
  listPeople: { query: '?find=strom' },
  checkNames: { query: '?subject=file' },
  readPeopleFile: { query: '?format=csv&columns=last,first,email' },
  previewRoster: { body: { text: ['Last;First;E-mail;Period', ...list].join('\n') } },
  previewRenaming: { body: { subject: 'folder', rule: '{last} {first}' } },
};

/** What cannot be asked without something that a made school does not have, or goes on for ever. */
const LEFT_OUT: ReadonlySet<RouteName> = new Set([
  'live',
  'openStop',
  'readWelcome',
  'listDemoPeople',
  'readDoor',
  'readDeliveryReceipt',
  'readDelivered',
  'readPilePiece',
  'readPile',
  'listAlike',
  'readPackage',
  'readRenaming',
  'readBlank',
  'listCopies',
  'readCopy',
  'readMyFile',
  'readText',
  'readUpload',
  'readPiece',
  'planYear',
]);

/** Every route that asks, as everybody. */
function allAsks(): Ask[] {
  return (Object.keys(routes) as RouteName[]).flatMap((name): Ask[] => {
    const route: Route = routes[name];
    if (LEFT_OUT.has(name) || route.demoOnly) return [];
    if (route.method !== 'GET' && !(name in more)) return [];
    return (['teacher', 'office', 'student'] as const).map((who) => ({ who, route: name, ...more[name] }));
  });
}

/**
 * Of those who got an answer the first for each route; what is the school's is asked as each of them, since the office sees
 * all of it. What nobody got an answer to stays, and is told as such.
 */
function answered(asks: readonly Ask[], times: readonly (number | null)[]): number[] {
  const chosen = new Map<string, number>();
  asks.forEach(({ who, route }, i) => {
    const of = routes[route].about === 'school' ? `${route} ${who}` : route;
    const before = chosen.get(of);
    if (before === undefined || (times[before] === null && times[i] !== null)) chosen.set(of, i);
  });
  const routesAnswered = new Set(
    [...chosen.values()].filter((i) => times[i] !== null).map((i) => asks[i]!.route),
  );
  return [...chosen.values()].filter((i) => times[i] !== null || !routesAnswered.has(asks[i]!.route));
}

async function timeAsks(running: RunningServer, furnished: Furnished, asks: readonly Ask[]) {
  const { db } = running.school;
  const submission = one<{ id: string }>(db, 'SELECT id FROM submission WHERE student_id = ? LIMIT 1', [
    furnished.student,
  ])!;
  const cookies = Object.fromEntries(
    (['office', 'teacher', 'student'] as const).map((who) => [
      who,
      `${SESSION_COOKIE}=${startSession(running.school, furnished[who])}`,
    ]),
  ) as Record<Who, string>;
  const feeds = new Map<Who, string>();
  for (const who of ['office', 'teacher', 'student'] as const) {
    const answer = await fetch(running.address + pathOf('renewFeed'), {
      method: 'POST',
      headers: { Cookie: cookies[who], Origin: running.address },
    });
    feeds.set(who, ((await answer.json()) as { path: string }).path.split('/').at(-1)!);
  }
  const params = {
    courseId: furnished.course,
    assignmentId: furnished.assignment,
    submissionId: submission.id,
    attempt: '1',
  };
  const times: (number | null)[] = [];
  for (const { who, route, query = '', body } of asks) {
    const url = running.address + pathOf(route, { ...params, token: feeds.get(who)! }) + query;
    let ok = true;
    const ask = async () => {
      const response = await fetch(url, {
        method: routes[route].method,
        headers: {
          Cookie: cookies[who],
          ...(body ? { Origin: running.address, 'Content-Type': 'application/json' } : {}),
        },
        ...(body ? { body: JSON.stringify(body) } : {}),
      });
      ok = response.ok;
      await response.arrayBuffer();
    };
    await ask();
    times.push(ok ? await median(RUNS, ask) : null);
  }
  const statement = db.prepare(`${slotQuery} WHERE s.course_id = :course`);
  const bare = () => statement.all({ course: furnished.course, viewer: furnished.teacher });
  await median(3, bare);
  return { times, rackSql: await median(RUNS, bare) };
}

async function measureSize(folder: string, size: Size, asks: readonly Ask[]) {
  const running = await openServer(folder);
  const furnished = makeLargeSchool(running.school, size);
  const timed = await timeAsks(running, furnished, asks);
  await running.close();
  return { ...timed, pieces: furnished.pieces };
}

/** Every route's time in a school of 2,000 people and 640,000 pieces, against the same route in a tenth of it. */
export async function measureSchool(folder: string): Promise<string[]> {
  const everybody = allAsks();
  const small = await measureSize(`${folder}-tenth`, TENTH, everybody);
  const kept = answered(everybody, small.times);
  const asks = kept.map((i) => everybody[i]!);
  const tenth = { ...small, times: kept.map((i) => small.times[i]!) };
  const large = await measureSize(`${folder}-large`, LARGE, asks);
  const rack = large.times[asks.findIndex(({ route }) => route === 'readRack')]!;
  const rows = asks.map(({ who, route }, i) => ({
    who,
    route,
    ms: large.times[i]!,
    before: tenth.times[i]!,
  }));
  return [
    `a school of ${LARGE.students} students, ${LARGE.courses} courses and ${large.pieces} pieces against a tenth of it (${tenth.pieces} pieces):`,
    ...rows
      .toSorted((a, b) => (b.ms ?? 0) - (a.ms ?? 0))
      .map(({ who, route, ms, before }) =>
        ms === null
          ? `  ${route} (${who}): refused`
          : `  ${route} (${who}): ${round(ms / before)} × (${round(ms)} ms : ${round(before)} ms)${ms > LONGEST_MS ? ' TOO LONG' : ''}`,
      ),
    `  the rack of one course: ${round(rack / large.rackSql)} × its bare SQL (${round(rack)} ms : ${round(large.rackSql)} ms)`,
  ];
}
