import http from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Logger } from 'pino';
import { makeWelcomeLink, welcomePath } from './sign-in/sessions';
import { makeApp } from './app';
import { clearVault, expireArrivals } from './intake/upkeep';
import { clearTexts } from './extraction/keptTexts';
import { clearThumbnails } from './thumbnails/thumbnails';
import { finishArrivals, recoverArrivals } from './intake/receive';
import { goOnWithPile } from './sorting/handlers';
import { tellOfTray } from './intake/tellOfTray';
import { watchForAppearing } from './blanks/appear';
import { watchHandBacks } from './review/handBackSoon';
import { endQuietPiles, resumePiles, resumeWithoutRoom } from './sorting/advance';
import { repeat } from './platform/repeat';
import { openPost } from './notices/post';
import type { Mailer } from './platform/mail/Mailer';
import type { School } from './platform/School';
import { readSchool } from './school/facts';
import { openSchool } from './openSchool';

export interface ServerOptions {
  folder: string;
  demo: boolean;
  log: Logger;
  /** 0 takes any free one. */
  port: number;
  host?: string | undefined;
  pages?: string | undefined;
  keepFree?: number | undefined;
  mostBytes?: number | undefined;
  largestFile?: number | undefined;
  checkAnswers?: boolean | undefined;
  signInAttempts?: number | undefined;
  refusalsAtOnce?: number | undefined;
  /** Longest that a body may go without a byte, in milliseconds. */
  quietBodyMs?: number | undefined;
  mail?: Mailer | null | undefined;
  /** Where the school's pages are reached, where that is not this machine's own address. */
  publicAddress?: string | undefined;
}

export interface RunningServer {
  address: string;
  school: School;
  /** The path of the one-time link for the first office account, where the school has none. */
  firstLink: string | null;
  close: () => Promise<void>;
}

/** Longest that an answer may stand still, in milliseconds. */
const QUIET_MS = 120_000;

/** Longest that a body may go without a byte, in milliseconds: a phone in a tunnel is given its time. */
const QUIET_BODY_MS = 60_000;

/** How long requests that run are given to end when the server stops, in milliseconds. */
const DRAIN_MS = 10_000;

/** How often it is looked for piles whose page was closed while it sent, in milliseconds. */
const QUIET_PILES_MS = 60_000;

/** How often it is looked for files that came in whole and could not be taken in at once, in milliseconds. */
const ARRIVALS_MS = 15_000;

/** How often what is abandoned is looked for, in milliseconds: files on their way, and bytes that nothing names. */
const EXPIRY_MS = 3_600_000;
const VAULT_MS = 24 * 3_600_000;

/**
 * How long a connection stays open between two requests. Node's 5 s are so short that a client on a busy machine uses it just
 * as it is shut; it stays below Node's limit for the head of a request (60 s).
 */
const KEEP_ALIVE_MS = 50_000;

/** Opens the data folder, finishes what a crash interrupted, and listens. */
export async function startServer(options: ServerOptions): Promise<RunningServer> {
  let address = options.publicAddress ?? '';
  const school = openSchool({
    address: () => address,
    mail: options.mail ?? null,
    report: (error) => options.log.error({ err: error }),
    folder: options.folder,
    demo: options.demo,
    ...(options.keepFree === undefined ? {} : { keepFree: options.keepFree }),
    ...(options.mostBytes === undefined ? {} : { mostBytes: options.mostBytes }),
    ...(options.largestFile === undefined ? {} : { largestFile: options.largestFile }),
    ...(options.signInAttempts === undefined ? {} : { signInAttempts: options.signInAttempts }),
    ...(options.refusalsAtOnce === undefined ? {} : { refusalsAtOnce: options.refusalsAtOnce }),
  });
  const recovered = await recoverArrivals(school);
  if (recovered > 0)
    options.log.warn({ recovered }, 'finished files that had come in whole before the server stopped');
  const app = makeApp({
    school,
    log: options.log,
    ...(options.pages ? { pages: options.pages } : {}),
    checkAnswers: options.checkAnswers ?? false,
  });
  resumePiles(school);
  const stopEnding = repeat(school, QUIET_PILES_MS, async () => {
    await endQuietPiles(school);
    await resumeWithoutRoom(school);
  });
  const stopFinishing = repeat(school, ARRIVALS_MS, async () => {
    for (const id of await finishArrivals(school)) {
      tellOfTray(school, id);
      goOnWithPile(school, id);
    }
  });
  const stopExpiring = repeat(school, EXPIRY_MS, () => expireArrivals(school));
  const stopClearing = repeat(school, VAULT_MS, async () => {
    await clearVault(school);
    await clearTexts(school);
    await clearThumbnails(school);
  });
  const stopWatching = watchForAppearing(school);
  const stopHandingBack = watchHandBacks(school);
  const closePost = openPost(school);
  const server = http.createServer(app);
  // A 2 GB file over a slow line takes longer than any fixed time for a whole request.
  server.requestTimeout = 0;
  server.timeout = QUIET_MS;
  server.keepAliveTimeout = KEEP_ALIVE_MS;
  endQuietBodies(server, options.quietBodyMs ?? QUIET_BODY_MS);
  try {
    await new Promise<void>((resolve, reject) => {
      server.once('error', reject);
      server.listen(options.port, options.host, resolve);
    });
  } catch (error) {
    school.close();
    throw error;
  }
  const { port } = server.address() as AddressInfo;
  address ||= `http://localhost:${port}`;
  return {
    address: `http://localhost:${port}`,
    school,
    firstLink: readSchool(school.db) ? null : welcomePath(makeWelcomeLink(school, null)),
    async close() {
      // No new requests; what runs ends, but for streams and for who takes too long.
      const closed = new Promise((resolve) => server.close(resolve));
      school.streams.endAll();
      server.closeIdleConnections();
      const patience = setTimeout(() => server.closeAllConnections(), DRAIN_MS);
      await closed;
      clearTimeout(patience);
      stopWatching();
      stopHandingBack();
      stopEnding();
      stopFinishing();
      stopExpiring();
      stopClearing();
      await Promise.all([school.piles.close(), school.sideWorks.close()]);
      closePost();
      school.close();
    },
  };
}

/** Ends the connection of whoever announces a body and then sends nothing of it. */
function endQuietBodies(server: http.Server, quietMs: number): void {
  server.prependListener('request', (request) => {
    if (request.headers['transfer-encoding'] === undefined && !Number(request.headers['content-length']))
      return;
    request.setTimeout(quietMs);
    request.once('end', () => request.setTimeout(QUIET_MS));
  });
}
