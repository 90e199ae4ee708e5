import { pathOf, type RouteName } from '@vestibul/contract';
import { SESSION_COOKIE, markQuery, slotQuery, startSession, type RunningServer } from '@vestibul/server';
import { openServer } from './furnish';
import { makeLargeSchool, type Furnished, type Size } from './largeSchool';
import { median, round } from './timing';

/** One course, and ten like it: what a teacher reads of their own is not to grow with the others. */
const ONE: Size = { students: 160, courses: 1, perCourse: 160, assignments: 40 };
const TEN: Size = { ...ONE, courses: 10 };
const RUNS = 21;

/** The mark book and the queue of 160 students × 40 assignments, all of it scored, each in one request against its bare SQL. */
export async function measureReview(folder: string): Promise<string[]> {
  const one = await measure(`${folder}-1`, ONE);
  const ten = await measure(`${folder}-10`, TEN);
  return (['readMarks', 'readRack'] as const).map((route) => {
    const { request, sql, kB } = one[route];
    const what = route === 'readMarks' ? 'mark book' : 'queue';
    return `${what} of ${ONE.perCourse} × ${ONE.assignments} (${round(kB, 0)} kB): ${round(request / sql)} × the bare SQL (${round(request)} ms : ${round(sql)} ms); beside nine more courses ${round(ten[route].request / request)} × that`;
  });
}

async function measure(folder: string, size: Size) {
  const running = await openServer(folder);
  const made = makeLargeSchool(running.school, size);
  scoreAll(running, made);
  const { db } = running.school;
  const [marks, slots] = [db.prepare(markQuery), db.prepare(`${slotQuery} WHERE s.course_id = :course`)];
  const figures = {
    readMarks: await ask(running, made, 'readMarks', () => marks.all(made.course)),
    readRack: await ask(running, made, 'readRack', () =>
      slots.all({ course: made.course, viewer: made.teacher }),
    ),
  };
  await running.close();
  return figures;
}

/** Everything is scored and half of it handed back, straight in the database: by the acts it would take an hour. */
function scoreAll({ school: { db } }: RunningServer, { teacher }: Furnished): void {
  db.prepare('UPDATE assignment SET scoring = ?, late_rule = ?').run(
    '{"kind":"points","most":20}',
    '{"kind":"per day","percent":10,"most":50}',
  );
  db.prepare(
    `INSERT INTO score (submission_id, attempt, n, scoring, given, points, by_id, at, shown_at, late_rule)
     SELECT id, 1, 1, '{"kind":"points","most":20}', '{"kind":"points","points":15.5}', 15.5, ?, turned_in_at,
       CASE WHEN rowid % 2 THEN turned_in_at END, CASE WHEN rowid % 2 THEN '{"kind":"none"}' END
     FROM submission`,
  ).run(teacher);
  db.exec('ANALYZE');
}

async function ask(running: RunningServer, made: Furnished, route: RouteName, bare: () => unknown) {
  const cookie = `${SESSION_COOKIE}=${startSession(running.school, made.teacher)}`;
  const url = running.address + pathOf(route, { courseId: made.course });
  const read = async () => {
    const answer = await fetch(url, { headers: { Cookie: cookie } });
    if (!answer.ok) throw new Error(`${route} answered ${answer.status}`);
    return answer.text();
  };
  const kB = (await read()).length / 1000;
  await median(5, bare);
  return { request: await median(RUNS, read), sql: await median(RUNS, bare), kB };
}
