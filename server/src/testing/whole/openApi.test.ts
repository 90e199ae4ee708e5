import fs from 'node:fs';
import { Validator } from '@seriousme/openapi-schema-validator';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { routes, type Route } from '@vestibul/contract';
import { TestSchool } from '../TestSchool';

/* The description of the routes, looked at by a validator that is not ours (OpenAPI 3.1.0). */
let school: TestSchool;
beforeAll(async () => {
  school = await TestSchool.open();
});
afterAll(() => school.close());

interface Described {
  openapi: string;
  info: { version: string };
  paths: Record<string, Record<string, { operationId: string; 'x-needs': string; security: unknown[] }>>;
}

test('the routes are described to other programs, each with what its caller needs', async () => {
  const answer = await school.as(null).raw('readOpenApi');
  expect(answer.headers.get('content-type')).toBe('application/json; charset=utf-8');
  const described = (await answer.json()) as Described;
  expect(await new Validator().validate(structuredClone(described) as never)).toEqual({ valid: true });
  const told = Object.values(described.paths).flatMap((path) => Object.values(path));
  const meant = Object.entries<Route>(routes).filter(([, route]) => !route.demoOnly);
  expect(told.map(({ operationId }) => operationId).sort()).toEqual(meant.map(([name]) => name).sort());
  for (const operation of told)
    expect(operation['x-needs']).toEqual((routes as Record<string, Route>)[operation.operationId]!.needs);
  const { version } = JSON.parse(fs.readFileSync('package.json', 'utf8')) as { version: string };
  expect(described.info.version).toBe(version);
  // What only people who are signed in may call says so.
  expect(described.paths['/api/courses/{courseId}/roster']!['get']!.security).toEqual([{ session: [] }]);
  expect(described.paths['/api/session']!['post']!.security).toEqual([]);
});
