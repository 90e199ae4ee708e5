import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { RouteName } from '@vestibul/contract';
import { all, one } from '../../platform/database/database';
import type { Sent } from '../change';
import { everyChange } from '../everyChange';
import { TestSchool, bytesOf, until } from '../TestSchool';

/*
 * Whoever may make a change in a course of theirs may not reach with it into another: every id in what is sent, in the address
 * and in the body, is put in turn for one of the same kind that is another teacher's or another student's.
 */
let school: TestSchool;
/** By what an id begins with: the kind of thing that it is of. */
const foreign: Record<string, string> = {};
let theirs: string[];

beforeAll(async () => {
  school = await TestSchool.open({ mail: { send: async () => undefined } });
  const vane = school.as('other teacher');
  const { id: courseId } = (await vane.must('listCourses')).find(({ title }) => title === 'Botany')!;
  const params = { courseId };
  const { periods } = await vane.must('readCourse', { params });
  const periodId = periods[0]!.id;
  await vane.must('setGroups', {
    params: { periodId },
    body: { groups: [{ name: 'Moss', enamel: 1, mark: 'ring' }] },
  });
  const { id: assignmentId } = await vane.must('makeAssignment', {
    params,
    body: { title: 'Herbarium', dues: [{ periodId, dueLocal: '2030-01-15T23:59' }] },
  });
  const blank = await vane.must('keepBlank', {
    params,
    body: { uploadId: await vane.uploadBlank(courseId, 'press.txt', bytesOf('press')), title: 'Press' },
  });
  const nico = school.as('outsider');
  const turnedIn = await nico.must('turnIn', {
    params: { assignmentId },
    body: {
      key: randomUUID(),
      uploadIds: [await nico.upload(assignmentId, 'fern.txt', bytesOf('fern'))],
      namesAgreed: true,
    },
  });
  const pile = await vane.bringPile(courseId, { 'whose.txt': bytesOf('whose') });
  const [piece] = await vane.piecesIn(pile.id, 'to sort');
  const again = await vane.must('readCourse', { params });
  Object.assign(foreign, {
    c: courseId,
    h: periodId,
    g: again.periods[0]!.groups[0]!.id,
    a: assignmentId,
    b: blank.id,
    s: turnedIn.submissionId,
    u: await nico.upload(assignmentId, 'moss.txt', bytesOf('moss')),
    l: pile.id,
    m: piece!.id,
    p: school.ids.outsider,
  });
  theirs = Object.values(foreign);
});
afterAll(() => school.close());

const isId = (value: unknown): value is string =>
  typeof value === 'string' && /^[a-z]{1,2}_[\w-]{16}$/.test(value) && value.split('_')[0]! in foreign;

/** What is sent, once for each id in it, with that one put for a foreign one. */
function withForeign(value: unknown): unknown[] {
  if (isId(value)) return [foreign[value.split('_')[0]!]];
  if (Array.isArray(value))
    return value.flatMap((item, i) => withForeign(item).map((other) => value.with(i, other)));
  if (typeof value === 'object' && value !== null)
    return Object.entries(value).flatMap(([key, item]) =>
      withForeign(item).map((other) => ({ ...value, [key]: other })),
    );
  return [];
}

const changes = everyChange(() => school);

const linesOf = (after: number) =>
  all<{ canonical: string }>(school.running.school.db, 'SELECT canonical FROM event WHERE idx > ?', [
    after,
  ]).map(({ canonical }) => canonical);
const lastLine = () =>
  one<{ last: number }>(school.running.school.db, 'SELECT MAX(idx) AS last FROM event')!.last;

/** Acts on many students at once that pass over whoever is not there, as somebody may just have left. */
const passesOver: readonly RouteName[] = ['putInGroup', 'sendReminder'];

describe('with what is another’s in its place nothing of theirs is touched or told', () => {
  test.each(Object.keys(changes) as RouteName[])('%s', async (name) => {
    const { who, input, kinds } = changes[name]!;
    const sample = await input();
    // The office is there for the whole school.
    const count = who === 'office' || sample.as ? 0 : withForeign(sample).length;
    for (let i = 0; i < count; i++) {
      const sent = withForeign(await input())[i] as Sent;
      const { as: other, ...call } = sent;
      const before = lastLine();
      const response = await school.as(other ?? who).raw(name, call);
      const said = await response.text();
      if (!passesOver.includes(name))
        expect({ name, sent, ok: response.ok, said }).toMatchObject({ ok: false });
      expect(said).not.toMatch(/Botany|Quispe|Herbarium|Press|Moss|fern/);
      expect(linesOf(before).filter((line) => theirs.some((id) => line.includes(id)))).toEqual([]);
    }
    // What comes after it in the list begins where it ends.
    const { as: other, ...call } = await input();
    const before = lastLine();
    const response = await school.as(other ?? who).raw(name, call);
    await response.text();
    expect([name, response.ok]).toEqual([name, true]);
    if (name.endsWith('enaming'))
      await until(async () =>
        kinds.every((kind) => linesOf(before).some((line) => line.includes(`"${kind}"`))),
      );
  });
});
