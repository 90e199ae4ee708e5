import type { Page } from '@playwright/test';
import { cutOff } from './support/cutOff';
import { expect, test, visitDemo } from './support/journey';
import { mainViews } from './support/mainViews';
import { throughViews } from './support/throughViews';

/** 320 pixels: a window of 1280 at 400 %. */
const NARROW = { width: 320, height: 640 };

/**
 * What unfolds and is less than 24 pixels high (WCAG 2.2, 2.5.8). axe finds it only where something else to press is near, and
 * that goes by what there is to show.
 */
const tooLow = (page: Page) =>
  page
    .locator('summary:visible')
    .evaluateAll((all) =>
      all.filter((one) => one.getBoundingClientRect().height < 24).map((one) => one.textContent),
    );

for (const { name, who, pages } of mainViews)
  test(`at 320 pixels nothing of the pages of ${name} is cut off`, async ({ browser, demo }) => {
    const { page, faults } = await visitDemo(browser, demo, who);
    await page.setViewportSize(NARROW);
    await throughViews(page, pages, async (path) => {
      expect.soft(await cutOff(page), path).toEqual([]);
      expect.soft(await tooLow(page), `${path}: too low to be pressed`).toEqual([]);
    });
    expect(faults).toEqual([]);
  });

test('on a narrow screen the name strip is one line, and unfolds', async ({ browser, demo }) => {
  const { page } = await visitDemo(browser, demo, 'itamsin');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  const home = new URL(page.url());
  await page.setViewportSize(NARROW);
  await page.goto(`${home.origin}${home.pathname.replace('today', 'rack')}?period=4`);
  const strip = page.getByRole('region', { name: 'Name strip' });
  await expect(strip).toBeVisible();
  expect((await strip.boundingBox())!.height).toBeLessThan(60);
  const more = strip.getByRole('button', { name: /More about this name$/ });
  await more.click();
  await expect(strip.getByRole('button', { name: 'Less about this name' })).toHaveAttribute(
    'aria-expanded',
    'true',
  );
  await expect(strip.getByText('Follows the rule')).toBeVisible();
});

test('where the system chooses the colours, the place one is at is marked by its form', async ({
  browser,
  demo,
}) => {
  const { page } = await visitDemo(browser, demo, 'itamsin');
  await page.emulateMedia({ forcedColors: 'active' });
  const places = page.getByRole('navigation', { name: 'Places' });
  const outlineOf = (name: string) =>
    places.getByRole('link', { name }).evaluate((link) => getComputedStyle(link).outlineStyle);
  expect([await outlineOf('Today'), await outlineOf('Rack')]).toEqual(['solid', 'none']);
});
