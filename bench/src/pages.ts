import { execFileSync } from 'node:child_process';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium, type Browser, type Page } from '@playwright/test';
import { addressOfView, mainViews, type Views } from '../../e2e/support/mainViews';
import { startApart } from './startApart';
import { middle } from './timing';

const built = fileURLToPath(new URL('../', import.meta.url));

/** How much slower the processor is made: a phone or an old laptop beside the machine that builds this. */
const SLOWER = 4;
/** Most that a view may keep its reader waiting, in milliseconds. */
const LIMIT_MS = 600;
/** What of a task is felt: one that is shorter keeps nobody waiting (W3C Long Tasks API 1: 50 ms). */
const FELT_MS = 50;
const RUNS = 3;
/** How long after its heading a view may go on working, in milliseconds. */
const SETTLE_MS = 2000;

/** A page that writes 20,000 lines and does nothing else. */
const PLAIN = `data:text/html,${encodeURIComponent('<main></main><script>for (let i = 0; i < 20000; i += 1) document.querySelector("main").append(Object.assign(document.createElement("p"), { textContent: i }))</script>')}`;

/**
 * How long each main view of the demo school keeps its reader waiting while it opens, on a processor that is four times slower:
 * the sum of what its tasks take beyond what is not felt (total blocking time). Beside it that of a page which writes a list and
 * does nothing else, so that figures of two machines can be compared.
 */
export async function measurePages(folder: string): Promise<string[]> {
  const school = path.join(folder, 'school');
  execFileSync(process.execPath, [path.join(built, 'demo/make.mjs'), school], { stdio: 'ignore' });
  const { address, close } = await startApart(school, { VESTIBUL_DEMO: '1' });
  const executablePath = process.env.CHROMIUM ?? '/usr/bin/chromium';
  const browser = await chromium.launch({ executablePath, args: ['--no-sandbox', '--disable-gpu'] });
  try {
    const lines: string[] = [];
    for (const views of mainViews) lines.push(...(await measureViews(browser, address, views)));
    return lines;
  } finally {
    await browser.close();
    await close();
  }
}

async function measureViews(
  browser: Browser,
  address: string,
  { who, onPhone, pages }: Views,
): Promise<string[]> {
  const context = await browser.newContext({
    viewport: onPhone ? { width: 390, height: 844 } : { width: 1280, height: 800 },
    serviceWorkers: 'block',
  });
  const page = await context.newPage();
  await page.goto(address);
  await page.getByLabel('E-mail').fill(`${who}@larkmoor.example`);
  await page.getByLabel('Password').fill('larkmoor-demo');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('button', { name: 'Sign in' }).waitFor({ state: 'hidden' });
  await page.getByRole('heading', { level: 1 }).first().waitFor();
  const home = new URL(page.url());
  await page.addInitScript(() => {
    window.tasks = [];
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) window.tasks.push(duration);
    }).observe({ type: 'longtask', buffered: true });
  });
  const session = await context.newCDPSession(page);
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  const lines: string[] = [];
  const measure = async (name: string, url: string) => {
    const figures: number[] = [];
    for (let run = 0; run < RUNS; run += 1) figures.push(await blocking(page, url));
    const ms = middle(figures);
    lines.push(
      `${name}: ${Math.round(ms)} ms blocked (${figures.map(Math.round).join(', ')})${ms > LIMIT_MS ? `, over ${LIMIT_MS}` : ''}`,
    );
  };
  await measure('a page that writes 20,000 lines', PLAIN);
  for (const asked of pages) await measure(`${asked} as ${who}`, addressOfView(home, asked));
  await context.close();
  return lines;
}

/** How long a view keeps its reader waiting while it opens, in milliseconds. */
async function blocking(page: Page, address: string): Promise<number> {
  await page.goto(address);
  await page.locator('main').first().waitFor();
  await page.waitForTimeout(SETTLE_MS);
  const tasks = await page.evaluate(() => window.tasks);
  return tasks.reduce((sum, duration) => sum + Math.max(0, duration - FELT_MS), 0);
}

declare global {
  interface Window {
    /** How long each long task of the page took, in milliseconds. */
    tasks: number[];
  }
}
