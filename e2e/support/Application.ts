import { fork, spawn, type ChildProcess } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { root } from './paths';

export interface ApplicationOptions {
  /** A data folder to copy; without it the school is new and empty. */
  template?: string;
  demo?: boolean;
  /** With a post that catches every letter; `letters` reads them. */
  mail?: boolean;
  /** Where its data folder is made; a temporary folder of the machine when not named. */
  within?: string;
  /** More of its surroundings. */
  env?: Record<string, string>;
}

/** The built application as a process of its own, on a data folder of its own, that can be killed and started again. */
export class Application {
  address = '';
  output = '';
  readonly folder: string;
  /** More of its surroundings, from its next start on. */
  env: Record<string, string>;
  #child: ChildProcess | null = null;
  #port = 0;
  #mail: { child: ChildProcess; smtp: string; page: string } | null = null;

  private constructor(
    private readonly demo: boolean,
    { within = os.tmpdir(), env = {} }: ApplicationOptions,
  ) {
    this.folder = fs.mkdtempSync(path.join(within, 'vestibul-e2e-'));
    this.env = env;
  }

  static async start(options: ApplicationOptions = {}): Promise<Application> {
    const application = new Application(options.demo ?? false, options);
    if (options.template) fs.cpSync(options.template, application.folder, { recursive: true });
    if (options.mail) application.#mail = await openMail();
    await application.run();
    return application;
  }

  /** Starts the process; after the first time on the same port, as an address that people have open. */
  async run(): Promise<void> {
    const child = spawn(process.execPath, [path.join(root, '.build/server/main.mjs')], {
      cwd: root,
      env: {
        ...process.env,
        PORT: String(this.#port),
        VESTIBUL_DATA: this.folder,
        VESTIBUL_DEMO: this.demo ? '1' : '',
        VESTIBUL_LOG: 'warn',
        VESTIBUL_KEEP_FREE: '0',
        ...(this.#mail ? { VESTIBUL_SMTP: this.#mail.smtp } : {}),
        ...this.env,
      },
      stdio: ['ignore', 'pipe', 'pipe', 'ipc'],
    });
    this.#child = child;
    child.stdout!.on('data', (text) => (this.output += String(text)));
    child.stderr!.on('data', (text) => (this.output += String(text)));
    this.address = await new Promise<string>((resolve, reject) => {
      child.once('message', (message: { ready: string }) => resolve(message.ready));
      child.once('exit', (code) => reject(new Error(`the application ended with ${code}:\n${this.output}`)));
    });
    this.#port = Number(new URL(this.address).port);
  }

  /** Ends the process at once, as a power cut would: nothing is said to it. */
  async kill(): Promise<void> {
    const child = this.#child!;
    const ended = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGKILL');
    await ended;
  }

  /** The letters that were sent, the newest first. */
  async letters(): Promise<{ to: string[]; subject: string; text: string }[]> {
    const answer = await fetch(`${this.#mail!.page}/letters.json`);
    return (await answer.json()) as { to: string[]; subject: string; text: string }[];
  }

  /** A letter as it came over the wire, the newest first. */
  async rawLetter(index: number): Promise<string> {
    return (await fetch(`${this.#mail!.page}/letters/${index}.eml`)).text();
  }

  async close(): Promise<void> {
    this.#mail?.child.kill();
    if (this.#child && this.#child.exitCode === null && this.#child.signalCode === null) await this.kill();
    fs.rmSync(this.folder, { recursive: true, force: true });
  }

  /** The one-time link that a new school prints on the console. */
  firstLink(): string {
    const found = /http:\/\/localhost:\d+\/welcome\/[\w-]+/.exec(this.output);
    if (!found) throw new Error(`no one-time link was printed:\n${this.output}`);
    return found[0];
  }
}

/** The stand-in for a mail server that the demo ships. */
function openMail(): Promise<{ child: ChildProcess; smtp: string; page: string }> {
  const child = fork(path.join(root, '.build/demo/mail.mjs'), ['0'], {
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  return new Promise((resolve, reject) => {
    child.once('message', (said: { smtp: string; page: string }) => resolve({ child, ...said }));
    child.once('exit', (code) => reject(new Error(`the stand-in for mail ended with ${code}`)));
  });
}
