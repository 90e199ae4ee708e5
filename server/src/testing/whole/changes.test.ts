import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { routes, type Route, type RouteName } from '@vestibul/contract';
import { all, one } from '../../platform/database/database';
import { everyChange } from '../everyChange';
import { noLine } from '../routesWithoutLine';
import { TestSchool, until } from '../TestSchool';

/*
 * Every route that changes something of the school leaves its line on the ledger. Each is called once here as somebody would,
 * and the lines that it wrote are looked at; a route that is in none of the two lists fails.
 */
let school: TestSchool;
beforeAll(async () => {
  school = await TestSchool.open({ mail: { send: async () => undefined } });
});
afterAll(() => school.close());

const changes = everyChange(() => school);

const CHANGING = (Object.keys(routes) as RouteName[]).filter(
  (name) => !['GET', 'HEAD', 'OPTIONS'].includes(routes[name].method),
);

test('every route that changes something is in one of the two lists', () => {
  expect(CHANGING.filter((name) => !(name in changes) && !(name in noLine))).toEqual([]);
  expect(Object.keys(noLine).filter((name) => name in changes)).toEqual([]);
});

describe('leaves its line', () => {
  const linesFrom = (idx: number) =>
    all<{ kind: string }>(school.running.school.db, 'SELECT kind FROM event WHERE idx > ? ORDER BY idx', [
      idx,
    ]).map(({ kind }) => kind);

  test.each(Object.keys(changes) as RouteName[])('%s', async (name) => {
    const { who, kinds, input } = changes[name]!;
    const { as: other, ...call } = await input();
    const { last } = one<{ last: number }>(school.running.school.db, 'SELECT MAX(idx) AS last FROM event')!;
    const response = await school.as(other ?? who).raw(name, call);
    const route: Route = routes[name];
    if (!route.answers) await response.json();
    expect([name, response.ok]).toEqual([name, true]);
    // A change of names goes on after its answer.
    if (name.endsWith('enaming'))
      await until(async () => kinds.every((kind) => linesFrom(last).includes(kind)));
    expect(linesFrom(last)).toEqual(expect.arrayContaining(kinds));
  });
});

test('no name, address or text of anybody is in a line', () => {
  const text = all<{ canonical: string }>(school.running.school.db, 'SELECT canonical FROM event')
    .map(({ canonical }) => canonical)
    .join('\n');
  for (const said of ['Larkmoor', 'Abara', 'Chi"', 'x.example', 'Again, please', 'Towpath', 'whose is this'])
    expect(text).not.toContain(said);
});
