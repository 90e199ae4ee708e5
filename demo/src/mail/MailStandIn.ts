import http from 'node:http';
import type { AddressInfo } from 'node:net';
import { buffer } from 'node:stream/consumers';
import { simpleParser } from 'mailparser';
import { SMTPServer } from 'smtp-server';
import { mailPage } from './mailPage';

export interface CaughtLetter {
  at: string;
  from: string;
  to: string[];
  subject: string;
  text: string;
  /** As it came over the wire (RFC 5322). */
  raw: Buffer;
}

/** Most letters kept; the oldest go. */
const MOST_KEPT = 500;

/**
 * A mail server that delivers nothing: it keeps what it is given and shows it on a page, so that everything that sends mail
 * works without a network.
 */
export class MailStandIn {
  readonly letters: CaughtLetter[] = [];
  smtp = '';
  page = '';
  readonly #server: SMTPServer;
  readonly #pages: http.Server;

  private constructor() {
    this.#server = new SMTPServer({
      authOptional: true,
      disabledCommands: ['STARTTLS'],
      onData: (stream, session, done) => {
        const read = async () => {
          const raw = await buffer(stream);
          return { raw, mail: await simpleParser(raw) };
        };
        read().then(
          ({ raw, mail }) => {
            this.letters.unshift({
              raw,
              at: new Date().toISOString(),
              from: mail.from?.text ?? '',
              to: session.envelope.rcptTo.map(({ address }) => address),
              subject: mail.subject ?? '',
              text: mail.text ?? '',
            });
            this.letters.splice(MOST_KEPT);
            done();
          },
          (error: Error) => done(error),
        );
      },
    });
    this.#pages = http.createServer((request, response) => this.#answer(request, response));
  }

  /** Opens it on this machine alone; port 0 takes any free one. */
  static async open(pagePort = 0): Promise<MailStandIn> {
    const standIn = new MailStandIn();
    await new Promise<void>((resolve, reject) => {
      standIn.#server.on('error', reject);
      standIn.#server.listen(0, '127.0.0.1', resolve);
    });
    await new Promise<void>((resolve, reject) => {
      standIn.#pages.once('error', reject);
      standIn.#pages.listen(pagePort, '127.0.0.1', resolve);
    });
    standIn.smtp = `smtp://127.0.0.1:${(standIn.#server.server.address() as AddressInfo).port}`;
    standIn.page = `http://localhost:${(standIn.#pages.address() as AddressInfo).port}`;
    return standIn;
  }

  async close(): Promise<void> {
    await new Promise<void>((resolve) => this.#server.close(() => resolve()));
    this.#pages.closeAllConnections();
    await new Promise((resolve) => this.#pages.close(resolve));
  }

  #answer(request: http.IncomingMessage, response: http.ServerResponse): void {
    if (request.method !== 'GET') {
      response.writeHead(405).end();
      return;
    }
    if (request.url === '/letters.json') {
      response.writeHead(200, { 'Content-Type': 'application/json; charset=utf-8' });
      response.end(JSON.stringify(this.letters.map(({ raw: _raw, ...letter }) => letter)));
      return;
    }
    const asked = this.letters[Number(/^\/letters\/(\d{1,4})\.eml$/.exec(request.url ?? '')?.[1] ?? NaN)];
    if (asked) {
      response.writeHead(200, {
        'Content-Type': 'message/rfc822',
        'Content-Disposition': 'attachment; filename="letter.eml"',
      });
      response.end(asked.raw);
      return;
    }
    response.writeHead(200, {
      'Content-Type': 'text/html; charset=utf-8',
      'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'",
    });
    response.end(mailPage(this.letters));
  }
}
