import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { makeMailer } from './platform/mail/Mailer';
import { startServer } from './startServer';
import { UnusableDatabase } from './platform/database/database';

/** The process that `npm start` and `npm run demo` run. */
const environment = process.env;
const folder = path.resolve(environment.VESTIBUL_DATA || '.data');
const demo = environment.VESTIBUL_DEMO === '1';
const log = pino({ level: environment.VESTIBUL_LOG || (demo ? 'warn' : 'info') });

try {
  const running = await startServer({
    folder,
    demo,
    log,
    port: Number(environment.PORT || 4310),
    // A demo's passwords are public: it is this machine's own unless somebody says otherwise.
    host: environment.VESTIBUL_HOST || (demo ? '127.0.0.1' : undefined),
    pages: fileURLToPath(new URL('../web/', import.meta.url)),
    publicAddress: environment.VESTIBUL_ADDRESS || undefined,
    mail: environment.VESTIBUL_SMTP
      ? await makeMailer({
          smtp: environment.VESTIBUL_SMTP,
          from: environment.VESTIBUL_MAIL_FROM || 'Vestibul <vestibul@localhost>',
        })
      : null,
    keepFree: environment.VESTIBUL_KEEP_FREE ? Number(environment.VESTIBUL_KEEP_FREE) : undefined,
    mostBytes: environment.VESTIBUL_MOST_BYTES ? Number(environment.VESTIBUL_MOST_BYTES) : undefined,
  });
  if (running.firstLink) {
    console.log(
      `\nThis school has no office account yet. Open this address once to make it:\n\n  ${running.address}${running.firstLink}\n`,
    );
  }
  // The script that started this process waits for the word.
  process.send?.({ ready: running.address });
  if (!process.send) console.log(`Vestibul is open at ${running.address}`);
  let stopping = false;
  const stop = () => {
    // Ctrl-C reaches this process and the script above it, which passes it on once more.
    if (!stopping) void running.close().then(() => process.exit(0));
    stopping = true;
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
} catch (error) {
  const code = (error as NodeJS.ErrnoException).code;
  if (error instanceof UnusableDatabase) console.error(error.message);
  else if (code === 'EADDRINUSE') {
    console.error(
      `Port ${environment.PORT || 4310} is taken by another program. Nothing was started. Name a free one: PORT=4321 in front of the same command.`,
    );
  } else if (code === 'EACCES' && environment.PORT) {
    console.error(
      `This account may not use port ${environment.PORT}. Name one above 1023: PORT=4321 in front of the same command.`,
    );
  } else console.error(error);
  process.exit(1);
}
