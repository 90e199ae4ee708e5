import { execFileSync, spawn } from 'node:child_process';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium, type Page } from '@playwright/test';
import { middle, round } from './timing';

const built = fileURLToPath(new URL('..', import.meta.url));

/** Pieces gone through forwards, which are prepared ahead, and backwards, which are not. */
const FORWARDS = 100;
const BACKWARDS = 30;
/** What somebody is thought to look at one piece at least, in milliseconds. */
const LOOK_MS = 1500;
const WITHIN_MS = 100;

interface Shown {
  /** What came into view; null where nothing did in time. */
  kind: string | null;
  ms: number;
}

/**
 * The desk in a browser, on the demo school: from the key to the next piece in view, its words too where it has some. Gone
 * through backwards nothing is prepared: that is the plain baseline.
 */
export async function measureDesk(folder: string): Promise<string[]> {
  execFileSync(process.execPath, [path.join(built, 'demo/make.mjs'), folder], { stdio: 'ignore' });
  const child = spawn(process.execPath, [path.join(built, 'server/main.mjs')], {
    env: { ...process.env, PORT: '0', VESTIBUL_DATA: folder, VESTIBUL_DEMO: '1', VESTIBUL_LOG: 'warn' },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  try {
    const address = await new Promise<string>((resolve, reject) => {
      child.once('message', ({ ready }: { ready: string }) => resolve(ready));
      child.once('exit', (code) => reject(new Error(`the application ended with ${code}`)));
    });
    return await goThrough(address);
  } finally {
    child.kill('SIGKILL');
  }
}

async function goThrough(address: string): Promise<string[]> {
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(address);
    await page.getByLabel('E-mail').fill('itamsin@larkmoor.example');
    await page.getByLabel('Password').fill('larkmoor-demo');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.getByRole('heading', { name: 'Due next' }).waitFor();
    const ahead: Shown[] = [];
    const bare: Shown[] = [];
    for (const pile of await pilesOf(page)) {
      await page.goto(address + pile);
      await page.waitForTimeout(2 * LOOK_MS);
      // The last keys of a pile are kept for the way back.
      for (let shown; ahead.length < FORWARDS && (shown = await press(page, 'j'));) {
        ahead.push(shown);
        await page.waitForTimeout(LOOK_MS);
      }
      if (bare.length < BACKWARDS) {
        // Far enough back that it is none of those that were prepared or looked at just now.
        for (let i = 0; i < 10 && (await press(page, 'k')); i += 1) await page.waitForTimeout(LOOK_MS / 5);
        for (let shown; bare.length < BACKWARDS && (shown = await press(page, 'k'));) {
          bare.push(shown);
          await page.waitForTimeout(LOOK_MS);
        }
      }
      if (ahead.length >= FORWARDS && bare.length >= BACKWARDS) break;
    }
    return say(ahead, bare);
  } finally {
    await browser.close();
  }
}

function say(ahead: readonly Shown[], bare: readonly Shown[]): string[] {
  const kinds = [...new Set(ahead.map(({ kind }) => kind ?? 'nothing'))].sort();
  const of = (shown: readonly Shown[], kind?: string) =>
    shown.filter((one) => kind === undefined || (one.kind ?? 'nothing') === kind).map(({ ms }) => ms);
  const share = (all: readonly number[]) => all.filter((ms) => ms <= WITHIN_MS).length;
  const [with_, without] = [middle(of(ahead)), middle(of(bare))];
  return [
    `next piece at the desk, prepared ahead: ${share(of(ahead))} of ${ahead.length} mixed pieces within ${WITHIN_MS} ms of the key; middle ${round(with_, 0)} ms, not prepared ${round(without, 0)} ms (${round(without / with_)} ×)`,
    `of these ${kinds.map((kind) => `${kind} ${share(of(ahead, kind))} of ${of(ahead, kind).length} (middle ${round(middle(of(ahead, kind)), 0)} ms)`).join(', ')}`,
  ];
}

/** The piles of all assignments, of all periods. */
function pilesOf(page: Page): Promise<string[]> {
  return page.evaluate(async () => {
    const [course] = (await (await fetch('/api/courses')).json()) as { id: string }[];
    const { assignments } = (await (await fetch(`/api/courses/${course!.id}`)).json()) as {
      assignments: { id: string }[];
    };
    return assignments.map(({ id }) => `/course/${course!.id}/review?period=all&assignment=${id}`);
  });
}

/** Presses a key and waits until the piece that it leads to is in view; null where it leads nowhere. */
async function press(page: Page, key: string): Promise<Shown | null> {
  const shown = await page.evaluate(
    (pressed) =>
      new Promise<Shown & { hasMoved: boolean }>((resolve) => {
        const whose = () => document.querySelector('section[aria-label="Review"] h2')?.textContent ?? '';
        const kindInView = (): string | null => {
          const work = document.querySelector('section[aria-label="The work"]');
          const has = (found: string) => (work?.querySelector(found) ?? null) !== null;
          if (has('.pdf-words span')) return 'PDF';
          if (has('.document > *')) return 'document';
          const picture = work?.querySelector('img');
          if (picture?.complete && picture.naturalWidth > 0) return 'picture';
          if (has('.sheet [role=gridcell]')) return 'table';
          if (has('pre')) return 'text';
          return has('audio, video') ? 'player' : null;
        };
        const was = whose();
        const from = performance.now();
        document.body.dispatchEvent(new KeyboardEvent('keydown', { key: pressed, bubbles: true }));
        const look = () => {
          const ms = performance.now() - from;
          const hasMoved = whose() !== was;
          const kind = hasMoved ? kindInView() : null;
          if (kind !== null || ms > 5000) resolve({ kind, ms, hasMoved });
          else requestAnimationFrame(look);
        };
        requestAnimationFrame(look);
      }),
    key,
  );
  return shown.hasMoved ? { kind: shown.kind, ms: shown.ms } : null;
}
