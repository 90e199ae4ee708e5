import { sendOpenApi } from './sendOpenApi';
import { requirePurpose } from './uploadPurpose';
import { jsonHandlers, streamHandlers } from './handlers';
import { tellOfTray } from './intake/tellOfTray';
import { goOnWithPile } from './sorting/handlers';
import { once } from 'node:events';
import { constants } from 'node:zlib';
import compression from 'compression';
import express, { type Express, type NextFunction, type Request, type Response } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import {
  answers,
  errorStatus,
  pathParams,
  routes,
  shapesOf,
  type ErrorAnswer,
  type ErrorCode,
  type JsonRouteName,
  type Route,
  type RouteName,
} from '@vestibul/contract';
import { accessTo, courseOf, findThing } from './access/access';
import { placeOf } from './sign-in/Guessing';
import { sessionCookie, findSession } from './sign-in/sessions';
import { visitCookie, findVisit } from './doors/visits';
import { Failure, isDiskFull } from './platform/failure';
import { TUS_VERSION, UPLOADS_PATH, describeTus, makeTusDoor } from './intake/tusDoor';
import { reaches, type Reason, type UploadId } from '@vestibul/core';
import { parseInput } from './platform/http/parseInput';
import type { School } from './platform/School';
import { requireOpenCourse } from './school/years';
import type { z } from 'zod';
import type { Call, StreamHandlers } from './platform/http/call';
import { openLiveStream, tellStreams } from './live/openLiveStream';
import { tellOfLines } from './live/tellOfLines';
import { readCookie } from './platform/http/cookies';
import { bodyReaders } from './platform/http/readBody';

export interface AppOptions {
  school: School;
  log: Logger;
  /** The built pages; without them the server only answers its routes. */
  pages?: string;
  /** Checks every answer against the contract before it is sent; for tests. */
  checkAnswers?: boolean;
}

/** Methods of the upload protocol that a POST can stand for. */
const OVERRIDES: ReadonlySet<string> = new Set(['PATCH', 'DELETE', 'HEAD']);

/** Methods that ask and do not act. */
const CHANGES_NOTHING: ReadonlySet<string> = new Set(['GET', 'HEAD', 'OPTIONS']);

/** Puts the server together: every route of the table, each behind the same checks, and the pages. */
export function makeApp(options: AppOptions): Express {
  const { school, log } = options;
  const app = express();
  app.disable('x-powered-by');
  // Behind one proxy of the school's own; it says whether the connection was safe and whose it is.
  app.set('trust proxy', 'loopback');
  app.use(securityHeaders());
  // Level 3: of the rack of a whole course 4 % larger than the usual level 6, in a quarter of its time; by brotli, step 2
  // is a sixth smaller than its usual step 4, in half of the time. The parts of the pages, which the browser keeps, are 6 %
  // smaller by one step of brotli more than its usual one; by five steps 8 %, in eight times the time, and a whole class
  // may load them in the last minute.
  const brotliAt = (quality: number) => ({ params: { [constants.BROTLI_PARAM_QUALITY]: quality } });
  const usual = {
    level: 3,
    brotli: brotliAt(2),
    filter: (req: Request, res: Response) => !isStream(res) && compression.filter(req, res),
  };
  const [plain, parts] = [compression(usual), compression({ ...usual, brotli: brotliAt(5) })];
  app.use((req, res, next) => (req.path.startsWith('/assets/') ? parts : plain)(req, res, next));
  app.use((request, response, next) => {
    const started = process.hrtime.bigint();
    response.on('finish', () => {
      const ms = Number(process.hrtime.bigint() - started) / 1e6;
      // The path without what follows it: tokens and names stay out of the log.
      log.info({
        method: request.method,
        route: request.route?.path,
        status: response.statusCode,
        ms: Math.round(ms),
      });
    });
    next();
  });

  const door = makeTusDoor(school, {
    requirePurpose,
    onArrival(upload) {
      tellOfTray(school, upload);
      goOnWithPile(school, upload);
    },
  });
  const tus = (name: RouteName) => (call: Call<RouteName>) => {
    const { person, visit, request, response } = call;
    const { uploadId }: Partial<Record<'uploadId', UploadId>> = call.params;
    return whileAllowed(school, name, call, () =>
      door.handle({ by: person?.id ?? null, visit }, uploadId ?? null, request, response),
    );
  };
  const streams: StreamHandlers = {
    ...streamHandlers,
    live: openLiveStream,
    readOpenApi: ({ response }) => sendOpenApi(response),
    describeUploads: ({ response }) => describeTus(response),
    createUpload: tus('createUpload'),
    readUpload: tus('readUpload'),
    sendUpload: tus('sendUpload'),
  };

  tellStreams(school);
  tellOfLines(school);
  app.use(UPLOADS_PATH, (request, response, next) => {
    // Every answer of the protocol says its version, our own refusals too (tus 1.0.0, 'Tus-Resumable').
    response.set('Tus-Resumable', TUS_VERSION);
    // … and who cannot send another method than POST names it ('X-HTTP-Method-Override'); it is held to the same rights.
    const meant = request.get('x-http-method-override')?.toUpperCase() ?? '';
    if (request.method === 'POST' && OVERRIDES.has(meant)) request.method = meant;
    next();
  });
  for (const name of Object.keys(routes) as RouteName[]) {
    const route: Route = routes[name];
    if (route.demoOnly && !school.demo) continue;
    const method = route.method.toLowerCase() as Lowercase<Route['method']>;
    const handle = async (request: Request, response: Response) => {
      const call = readCall(school, name, request, response);
      if (!CHANGES_NOTHING.has(route.method) && !route.storesNothing) await school.gate.pass();
      if (name in jsonHandlers) {
        const answer = await (jsonHandlers[name as JsonRouteName] as (call: unknown) => unknown)(call);
        const schema: z.ZodType = answers[name as JsonRouteName];
        response.set('Cache-Control', 'no-store');
        if (route.answers === 'nothing') response.status(204).end();
        else response.json(options.checkAnswers ? strictly(schema, answer) : answer);
      } else {
        await (streams[name as keyof StreamHandlers] as (call: unknown) => unknown)(call);
      }
    };
    const fromOwn = route.fromAnywhere ? [] : [requireOwnOrigin];
    app[method](route.path, ...fromOwn, admit(school, name), ...bodyReaders(route), handle);
  }
  app.all('/api/{*rest}', () => {
    throw new Failure('not-found');
  });
  if (options.pages) servePages(app, options.pages);
  app.use(answerFailure(school, log));
  return app;
}

/** How often it is looked whether whoever sends a file still may, in milliseconds. */
const LOOK_MS = 2000;

/** Does what takes long for as long as whoever asked for it may: signed out, or with the right gone, it is cut off. */
async function whileAllowed(
  school: School,
  name: RouteName,
  { person, request, response }: Call<RouteName>,
  work: () => Promise<void>,
): Promise<void> {
  const look = () => {
    try {
      requireAccess(school, name, request);
    } catch {
      request.destroy();
      response.destroy();
    }
  };
  const stopWatching = person ? school.rights.watch(person.id, look) : () => {};
  const looking = setInterval(look, LOOK_MS);
  try {
    // The library does not always come to an end with a connection that was cut.
    await Promise.race([work(), once(response, 'close')]);
  } finally {
    clearInterval(looking);
    stopWatching();
  }
}

/** How somebody is refused where it is not simply nothing of theirs. */
const REFUSALS: Partial<Record<Reason['kind'], ErrorCode>> = {
  'not signed in': 'not-signed-in',
  'not shown': 'not-shown',
  'taken back': 'taken-back',
  left: 'left-course',
};

type Admitted = Pick<Call<RouteName>, 'person' | 'visit' | 'access'>;
/** Who was let in with a request, from the moment when its head was read. */
const admitted = new WeakMap<Request, Admitted>();

/** Who calls, and what they can do with what a route is about. Fails where that is less than the route needs. */
function requireAccess(school: School, name: RouteName, request: Request): Admitted {
  const route: Route = routes[name];
  const token = readCookie(request, sessionCookie);
  const person = token ? findSession(school, token) : null;
  const visitToken = readCookie(request, visitCookie);
  const visit = visitToken ? findVisit(school, visitToken) : null;
  const asking = { person, visit };
  const thing = findThing(school.db, route.about, request.params, asking);
  const access = accessTo(school, asking, thing);
  if (!reaches(access.level, route.needs)) throw new Failure(REFUSALS[access.because.kind] ?? 'not-allowed');
  const course = thing && courseOf(thing);
  if (course && !CHANGES_NOTHING.has(route.method)) requireOpenCourse(school, course);
  return { ...asking, access };
}

/** Lets a request in or refuses it by its head alone: of whoever has no right here not a byte more is read. */
function admit(school: School, name: RouteName) {
  return (request: Request, _response: Response, next: NextFunction): void => {
    admitted.set(request, requireAccess(school, name, request));
    next();
  };
}

/** Reads what a request that was let in carries, by the contract. */
function readCall(school: School, name: RouteName, request: Request, response: Response): Call<RouteName> {
  const shapes = shapesOf(name);
  const params = Object.entries(request.params).map(([key, value]) => [
    key,
    parseInput(pathParams[key as keyof typeof pathParams], value),
  ]);
  return {
    school,
    ...admitted.get(request)!,
    params: Object.fromEntries(params) as Call<RouteName>['params'],
    body: (shapes.body ? parseInput(shapes.body, request.body ?? {}) : undefined) as Call<RouteName>['body'],
    query: (shapes.query ? parseInput(shapes.query, request.query) : undefined) as Call<RouteName>['query'],
    request,
    response,
  };
}

/** In tests, an answer that says more or less than the contract is a failure of ours. */
function strictly(schema: z.ZodType, answer: unknown): unknown {
  const read = schema.parse(answer);
  const [said, meant] = [JSON.stringify(sorted(answer)), JSON.stringify(sorted(read))];
  if (said !== meant) throw new Error(`the answer says more than the contract:\n${said}\n${meant}`);
  return answer;
}

function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort()
      .map(([key, inner]) => [key, sorted(inner)]),
  );
}

function isStream(response: Response): boolean {
  return String(response.getHeader('Content-Type') ?? '').startsWith('text/event-stream');
}

function securityHeaders() {
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'"],
        workerSrc: ["'self'"],
        // The primitives and the notices set styles of their own; scripts they may not.
        styleSrc: ["'self'", "'unsafe-inline'"],
        fontSrc: ["'self'"],
        imgSrc: ["'self'", 'blob:', 'data:'],
        mediaSrc: ["'self'", 'blob:'],
        connectSrc: ["'self'"],
        manifestSrc: ["'self'"],
        frameSrc: ["'self'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
        baseUri: ["'none'"],
      },
    },
    referrerPolicy: { policy: 'no-referrer' },
    // Whether the school's address is safe is its proxy's to say; the demo runs without.
    strictTransportSecurity: false,
    // What only browsers and players of the past heed goes with every answer all the same.
    xDownloadOptions: false,
    xPermittedCrossDomainPolicies: false,
    xXssProtection: false,
    crossOriginEmbedderPolicy: false,
  });
}

/**
 * Refuses a request that changes something unless it comes from a page of ours: browsers name the origin (RFC 6454,
 * Fetch standard) on every such request, and what names none is not a browser with somebody's cookie.
 */
function requireOwnOrigin(request: Request, _response: Response, next: NextFunction): void {
  if (CHANGES_NOTHING.has(request.method)) return next();
  const origin = request.get('origin');
  if (origin !== `${request.protocol}://${request.get('host')}`) throw new Failure('foreign-origin');
  next();
}

/**
 * Workers that unpack photos and scans do so by WebAssembly, which is no text that is run (CSP 3, 6.1.11); a worker has the policy
 * that it came with (CSP 3, 4.2.2), so that no page has it too.
 */
const UNPACKS = /[\\/](?:heic|pdf)\.worker[^\\/]*$/;
const UNPACKER_POLICY = "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; connect-src 'self'";

/** The built pages: files with their hash in their name for ever, and the one page for every other address. */
function servePages(app: Express, folder: string): void {
  app.use(
    '/assets',
    express.static(`${folder}/assets`, {
      immutable: true,
      maxAge: '1y',
      fallthrough: false,
      setHeaders: (response, file) => {
        if (UNPACKS.test(file)) response.set('Content-Security-Policy', UNPACKER_POLICY);
      },
    }),
  );
  app.use(express.static(folder, { index: false, maxAge: 0 }));
  app.get('/{*page}', (_request, response) => {
    response.set('Cache-Control', 'no-cache').sendFile('index.html', { root: folder });
  });
}

/** The one place that turns whatever was thrown into an answer. */
function answerFailure(school: School, log: Logger) {
  return async (error: unknown, request: Request, response: Response, next: NextFunction): Promise<void> => {
    if (response.headersSent) return next(error);
    // Whoever has gone on to the next piece waits for no answer, and that they have is no fault.
    if (hasGone(error)) return;
    const failure = asFailure(error);
    if (failure.code === 'went-wrong' || failure.code === 'bytes-missing') {
      log.error({ err: error, method: request.method, route: request.route?.path });
    }
    const answer: ErrorAnswer = { error: { code: failure.code, details: failure.details } };
    if (!admitted.get(request)?.person) await school.refusals.turn(placeOf(request.ip));
    response.status(errorStatus[failure.code]).json(answer);
  };
}

/** Whether an answer could not be sent since its caller had gone (Express: `Request aborted`). */
const hasGone = (error: unknown): boolean =>
  error instanceof Error && (error as NodeJS.ErrnoException).code === 'ECONNABORTED';

function asFailure(error: unknown): Failure {
  if (error instanceof Failure) return error;
  if (isDiskFull(error)) return new Failure('disk-full', {}, { cause: error });
  const status = (error as { status?: unknown } | null)?.status;
  if (status === 404) return new Failure('not-found', {}, { cause: error });
  if (typeof status === 'number' && status >= 400 && status < 500)
    return new Failure('bad-input', {}, { cause: error });
  return new Failure('went-wrong', {}, { cause: error });
}
