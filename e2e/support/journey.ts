import { randomBytes } from 'node:crypto';
import AxeBuilder from '@axe-core/playwright';
import {
  test as base,
  expect,
  type Browser,
  type BrowserContext,
  type Locator,
  type Page,
} from '@playwright/test';
import { Application } from './Application';
import { weatherOf } from './weather';

export { expect };

const phone = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

/** The schools that a journey has opened for itself: they end with it, or they would go on running after all journeys. */
const schools: Application[] = [];

/** What every journey starts from: the demo school of its worker. */
export const test = base.extend<{ windows: void }, { demo: Application }>({
  /**
   * No window outlives its journey: one that stays open goes on asking the server, and takes time from those after it. What
   * a window still asks when it closes is nobody's fault: who holds its requests lets go of them first.
   */
  windows: [
    async ({ browser }, use) => {
      await use();
      for (const context of browser.contexts()) {
        for (const holder of [context, ...context.pages()])
          await holder.unrouteAll({ behavior: 'ignoreErrors' });
      }
      await Promise.all(browser.contexts().map((context) => context.close()));
      await Promise.all(schools.splice(0).map((school) => school.close()));
    },
    { auto: true },
  ],
  demo: [
    // eslint-disable-next-line no-empty-pattern -- the library reads the pattern
    async ({}, use) => {
      const application = await Application.start({
        template: process.env.VESTIBUL_DEMO_TEMPLATE!,
        demo: true,
      });
      await use(application);
      await application.close();
    },
    { scope: 'worker' },
  ],
});

export interface Visit {
  phone?: boolean;
  /** Whether the browser may keep the application for times without a connection. */
  keepsPages?: boolean;
  dark?: boolean;
}

/** A new browser window, and what went wrong in it that a person would not see. */
export async function openWindow(
  browser: Browser,
  visit: Visit = {},
): Promise<{ page: Page; context: BrowserContext; faults: string[] }> {
  const context = await browser.newContext({
    ...(visit.phone ? phone : { viewport: { width: 1280, height: 800 } }),
    colorScheme: visit.dark ? 'dark' : 'light',
    reducedMotion: 'reduce',
    serviceWorkers: visit.keepsPages ? 'allow' : 'block',
    acceptDownloads: true,
  });
  await weatherOf(context);
  const page = await context.newPage();
  const faults: string[] = [];
  page.on('pageerror', (error) => faults.push(error.message));
  page.on('console', (message) => {
    // A refused policy shows here and nowhere else; so does a page that failed while it was drawn.
    if (/Content Security Policy|unique "key"|^\w*Error: /.test(message.text())) faults.push(message.text());
  });
  return { page, context, faults };
}

/** Signs in with e-mail and password, as anybody would. */
export async function signIn(page: Page, address: string, email: string, password: string): Promise<void> {
  await page.goto(address);
  await page.getByLabel('E-mail').fill(email);
  await page.getByLabel('Password').fill(password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeHidden();
}

/** Signs out by the menu; back when the page has loaded itself anew, as it then does: whoever goes on before is in its way. */
export async function signOut(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: `${name}: menu` }).click();
  const loaded = page.waitForEvent('load');
  await page.getByRole('menuitem', { name: 'Sign out' }).click();
  await loaded;
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
}

/** Opens the demo school as one of its people. */
export async function visitDemo(browser: Browser, demo: Application, who: string, visit: Visit = {}) {
  const opened = await openWindow(browser, visit);
  await signIn(opened.page, demo.address, `${who}@larkmoor.example`, 'larkmoor-demo');
  return opened;
}

/** A demo school of one's own, for journeys that change what all others see, or that read the letters it sends. */
export async function openDemo(browser: Browser, options: { mail?: boolean } = {}) {
  const template = process.env.VESTIBUL_DEMO_TEMPLATE!;
  const demo = await Application.start({ template, demo: true, ...options });
  schools.push(demo);
  const visit = (who: string, how: Visit = {}) => visitDemo(browser, demo, who, how);
  return { demo, visit };
}

/** Goes through a period's door, and is back when it is open. */
export async function toPeriod(page: Page, number: number): Promise<void> {
  const plate = page
    .getByRole('navigation', { name: 'Periods' })
    .getByRole('link', { name: new RegExp(`^Period ${number}`) });
  await plate.click();
  await expect(plate).toHaveAttribute('aria-current');
}

const placeOf = { t: 'Today', r: 'Rack', o: 'Sorting table', m: 'Mark book', l: 'Ledger', s: 'Set-up' };

/** To a place by its keys; back when it is open: before that, the plates at the left still lead to the place before. */
export async function go(page: Page, letter: keyof typeof placeOf): Promise<void> {
  const places = page.getByRole('navigation', { name: 'Places' });
  await expect(places).toBeVisible();
  await page.keyboard.press('g');
  await page.keyboard.press(letter);
  await expect(places.locator('[aria-current]')).toHaveText(new RegExp(`^${placeOf[letter]}`));
}

/** Opens a step of the set-up. */
export async function toStep(page: Page, step: RegExp): Promise<void> {
  await go(page, 's');
  await page
    .getByRole('navigation', { name: 'Steps of the set-up' })
    .getByRole('link', { name: step })
    .click();
}

/** Opens the rack of a period with one of its assignments; back when it is that one which is shown. */
export async function toRack(page: Page, period: number, assignment: string): Promise<void> {
  await go(page, 'r');
  await toPeriod(page, period);
  await page.getByRole('button', { name: /^Assignment: / }).click();
  await page.getByRole('menuitemradio', { name: assignment }).click();
  await expect(page.getByRole('button', { name: `Assignment: ${assignment}` })).toBeVisible();
}

/** Opens the mark book of a period; back with its table when that is there. */
export async function toMarkBook(page: Page, period: number): Promise<Locator> {
  await go(page, 'm');
  await toPeriod(page, period);
  const grid = page.getByRole('grid', { name: 'Mark book' });
  await expect(grid).toBeVisible();
  return grid;
}

/**
 * Opens the review desk with the work of a period; back when it says whose it is. The address changes before the page does, and
 * until then the rack has buttons of the same names.
 */
export async function toDesk(page: Page, period: number, assignment: string): Promise<void> {
  await toRack(page, period, assignment);
  await page.getByRole('button', { name: /^Review \d+/ }).click();
  const places = page.getByRole('navigation', { name: 'Places' });
  await expect(places.locator('[aria-current]')).toHaveText('Review desk');
  await expect(page).toHaveURL(/student=/);
}

/** A file that begins as a photo of a phone does. */
export const picture = (name: string) => ({
  name,
  mimeType: 'image/jpeg',
  buffer: Buffer.concat([
    Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0, 16, 0x4a, 0x46, 0x49, 0x46, 0]),
    randomBytes(2000),
  ]),
});

/** Waits until nothing of a page says any more that it is on its way. */
export const hasCome = (page: Page) =>
  expect(page.getByRole('status').filter({ hasText: '…' })).toHaveCount(0);

/** Everything that axe finds against WCAG 2.2 AA and below, and what the colours of the other theme make wrong, in short. */
export async function axeFindings(page: Page): Promise<string[]> {
  await hasCome(page);
  // What lies behind the foot of a page is scrolled from under it; it is measured where nothing is behind it.
  const size = page.viewportSize();
  const heightOf = () => page.evaluate(() => document.documentElement.scrollHeight);
  let shown = size?.height ?? Infinity;
  // Whatever fills the window grows with it, so this ends after a few times.
  for (let times = 0; times < 3; times++) {
    const height = await heightOf();
    if (height <= shown) break;
    await page.setViewportSize({ width: size!.width, height });
    shown = height;
  }
  const findings = await findingsOf(page);
  if (size && shown > size.height) await page.setViewportSize(size);
  return findings;
}

async function findingsOf(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'])
    .analyze();
  // The themes differ by their colours alone. What is out of sight and not drawn would keep the colours it had.
  const changeTheme = (isAllDrawn: boolean) =>
    page.evaluate((drawn) => {
      const { dataset } = document.documentElement;
      dataset.theme = dataset.theme === 'dark' ? 'light' : 'dark';
      const sheet = new CSSStyleSheet();
      sheet.replaceSync('* { content-visibility: visible !important }');
      document.adoptedStyleSheets = drawn ? [sheet] : [];
    }, isAllDrawn);
  await changeTheme(true);
  const other = await new AxeBuilder({ page }).withRules(['color-contrast', 'link-in-text-block']).analyze();
  await changeTheme(false);
  return [
    ...violations.map(sayFinding),
    ...other.violations.map((violation) => `in the other theme: ${sayFinding(violation)}`),
  ];
}

type Finding = Awaited<ReturnType<AxeBuilder['analyze']>>['violations'][number];

const sayFinding = ({ id, nodes }: Finding) =>
  `${id}: ${nodes
    .slice(0, 3)
    .map((node) => `${node.html.slice(0, 160)} ${node.failureSummary?.split('\n')[1] ?? ''}`)
    .join(' | ')}`;
