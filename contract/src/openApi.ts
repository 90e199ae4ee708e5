import { z } from 'zod';
import { answers } from './answers';
import { errorStatus } from './parts/errors';
import { pathParams } from './pathParams';
import { shapesOf } from './requests';
import type { Route } from './parts/route';
import { routes, type RouteName } from './routes';

type Json = Record<string, unknown>;

/** What each kind of answer is that is not JSON. */
const BODIES: Readonly<Record<'bytes' | 'events' | 'tus', Json>> = {
  bytes: { description: 'A file.', content: { 'application/octet-stream': {} } },
  events: {
    description: 'Server-sent events (HTML Living Standard, 9.2): what has changed, for whoever may see it.',
    content: { 'text/event-stream': {} },
  },
  tus: { description: 'As the resumable upload protocol says (tus 1.0.0).' },
};

/**
 * The routes as an OpenAPI 3.1 document. `x-about` is what a route is about, and `x-needs` the level that whoever
 * calls needs for that very thing; routes of the demo alone are left out. `cookie` is the name of the one that tells who is signed in.
 */
export function openApi({ version, cookie }: { version: string; cookie: string }): Json {
  const paths: Record<string, Json> = {};
  for (const name of Object.keys(routes) as RouteName[]) {
    const route: Route = routes[name];
    if (route.demoOnly) continue;
    const path = route.path.replace(/:(\w+)/gu, '{$1}');
    paths[path] = { ...paths[path], [route.method.toLowerCase()]: operationOf(name, route) };
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Vestibul',
      version,
      description:
        'Who is signed in is told by a cookie. A request that changes something has to come from the school’s own page, by its Origin.',
    },
    servers: [{ url: '/' }],
    paths,
    components: {
      securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: cookie } },
      schemas: {
        Failure: {
          type: 'object',
          required: ['error'],
          properties: {
            error: {
              type: 'object',
              required: ['code', 'details'],
              properties: {
                code: { type: 'string', enum: Object.keys(errorStatus) },
                details: { type: 'object' },
              },
            },
          },
        },
      },
      responses: {
        Failure: {
          description: 'What went wrong, as one of the codes.',
          content: { 'application/json': { schema: { $ref: '#/components/schemas/Failure' } } },
        },
      },
    },
  };
}

function operationOf(name: RouteName, route: Route): Json {
  const shapes = shapesOf(name);
  const parameters = [...pathParameters(route.path), ...queryParameters(shapes.query)];
  const isOpen = route.needs === 'none';
  return {
    operationId: name,
    tags: [route.about],
    'x-about': route.about,
    'x-needs': route.needs,
    security: isOpen ? [] : [{ session: [] }],
    ...(parameters.length > 0 ? { parameters } : {}),
    ...(shapes.body ? { requestBody: bodyOf(schemaOf(shapes.body, 'input')) } : {}),
    ...(route.takes === 'zip' ? { requestBody: { required: true, content: { 'application/zip': {} } } } : {}),
    responses: { ...answerOf(name, route), default: { $ref: '#/components/responses/Failure' } },
  };
}

const bodyOf = (schema: Json): Json => ({
  required: true,
  content: { 'application/json': { schema } },
});

function answerOf(name: RouteName, route: Route): Json {
  if (route.answers === 'nothing') return { 204: { description: 'Done.' } };
  if (route.answers) return { 200: BODIES[route.answers] };
  const schema = schemaOf(answers[name as keyof typeof answers], 'output');
  return { 200: { description: 'The answer.', content: { 'application/json': { schema } } } };
}

function pathParameters(path: string): Json[] {
  return [...path.matchAll(/:(\w+)/gu)].map(([, key]) => ({
    name: key,
    in: 'path',
    required: true,
    schema: schemaOf(pathParams[key as keyof typeof pathParams], 'input'),
  }));
}

function queryParameters(query: z.ZodType | undefined): Json[] {
  if (!query) return [];
  const { properties = {}, required = [] } = schemaOf(query, 'input') as {
    properties?: Record<string, Json>;
    required?: string[];
  };
  return Object.entries(properties).map(([key, schema]) => ({
    name: key,
    in: 'query',
    required: required.includes(key),
    schema,
  }));
}

/** A shape as JSON Schema (draft 2020-12, which OpenAPI 3.1 uses). What JSON Schema cannot say is left open. */
function schemaOf(shape: z.ZodType, io: 'input' | 'output'): Json {
  const { $schema: _, ...schema } = z.toJSONSchema(shape, { io, unrepresentable: 'any' });
  return schema;
}
