import AxeBuilder from '@axe-core/playwright';
import { test as base, expect, type Browser, type BrowserContext, type Page } from '@playwright/test';
import { Application } from './Application';

export { expect };

const phone = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

/** What every journey starts from: the demo school of its worker. */
export const test = base.extend<object, { demo: Application }>({
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
    acceptDownloads: true,
  });
  const page = await context.newPage();
  const faults: string[] = [];
  page.on('pageerror', (error) => faults.push(error.message));
  page.on('console', (message) => {
    // A refused policy shows here and nowhere else.
    if (/Content Security Policy|unique "key"/.test(message.text())) faults.push(message.text());
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

/** Opens the demo school as one of its people. */
export async function visitDemo(browser: Browser, demo: Application, who: string, visit: Visit = {}) {
  const opened = await openWindow(browser, visit);
  await signIn(opened.page, demo.address, `${who}@larkmoor.example`, 'larkmoor-demo');
  return opened;
}

/** Everything that axe finds against WCAG 2.2 AA and below, in short. */
export async function axeFindings(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'])
    .analyze();
  return violations.map(
    ({ id, nodes }) =>
      `${id}: ${nodes
        .slice(0, 3)
        .map((node) => `${node.html.slice(0, 160)} ${node.failureSummary?.split('\n')[1] ?? ''}`)
        .join(' | ')}`,
  );
}
