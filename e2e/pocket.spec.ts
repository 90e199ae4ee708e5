import type { Page } from '@playwright/test';
import { axeFindings, expect, openDemo, test, toDesk, toPeriod } from './support/journey';
import { swipe } from './support/swipe';

const wider = (page: Page) =>
  page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);

test('between two lessons, on a phone: the period is looked through, somebody gets a comment, and those missing a reminder', async ({
  browser,
}) => {
  const { demo, visit } = await openDemo(browser, { mail: true });
  const { page, faults } = await visit('itamsin', { phone: true });
  await expect(page.getByRole('heading', { name: 'Due next' })).toBeVisible();
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Rack' }).tap();
  await expect(page.getByRole('heading', { name: /^Assignment: / })).toBeVisible();
  await toPeriod(page, 4);
  expect(await wider(page)).toBe(0);
  // The plates are below the work, within reach of a thumb.
  const plates = (await page.getByRole('navigation', { name: 'Periods' }).boundingBox())!;
  expect([plates.x, plates.width]).toEqual([0, 390]);
  expect(plates.y).toBeGreaterThan(700);

  const slots = page.getByRole('list', { name: 'Slots' }).getByRole('button');
  const own = slots.filter({ hasText: /(text|pages|photo|video)/ }).first();
  const name = (await own.getAttribute('aria-label'))!.split(':')[0]!;
  await own.tap();
  const glance = page.getByRole('dialog');
  await expect(glance.getByRole('heading')).toHaveText(name);
  for (const pressed of ['Close', 'Previous student', 'Next student', 'Review r'])
    await expect(glance.getByRole('button', { name: pressed })).toBeInViewport({ ratio: 1 });
  expect(await axeFindings(page)).toEqual([]);
  await swipe(page, 330, 60);
  await expect(glance.getByRole('heading')).not.toHaveText(name);
  await swipe(page, 60, 330);
  await expect(glance.getByRole('heading')).toHaveText(name);
  // A finger that stays where it is swipes nothing.
  await swipe(page, 200, 230);
  await glance.getByRole('button', { name: 'Next student' }).tap();
  await expect(glance.getByRole('heading')).not.toHaveText(name);
  await glance.getByRole('button', { name: 'Previous student' }).tap();
  await expect(glance.getByRole('heading')).toHaveText(name);

  await glance.getByRole('button', { name: /^Review/ }).tap();
  const review = page.getByRole('region', { name: 'Review' });
  await expect(review.getByRole('heading', { level: 2 })).toHaveText(name.split(', ').toReversed().join(' '));
  expect(await wider(page)).toBe(0);
  await review.getByLabel('Comment', { exact: true }).fill('Well read, from the corridor.');
  await review.getByRole('button', { name: 'Save comment' }).tap();
  await expect(review.getByRole('list', { name: 'Comments' })).toContainText('Well read, from the corridor.');

  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Rack' }).tap();
  await page.getByRole('button', { name: /^Not in yet: \d+ · Remind$/ }).tap();
  await page.getByRole('button', { name: /^Send \d+ reminders?$/ }).tap();
  await expect(page.getByText(/^\d+ reminders? (is|are) on the way\.$/)).toBeVisible();
  await expect.poll(async () => (await demo.letters()).length).toBeGreaterThan(0);
  expect(faults).toEqual([]);
  await demo.close();
});

test('on a tablet the work and what is said of it stand beside each other, and the keys of the desk are told first', async ({
  browser,
}) => {
  const { demo, visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await page.setViewportSize({ width: 820, height: 1180 });
  await toDesk(page, 4, 'Stream gauge log');
  const work = page.getByRole('region', { name: 'The work' });
  const review = page.getByRole('region', { name: 'Review' });
  await expect(review.getByLabel('Comment', { exact: true })).toBeInViewport({ ratio: 1 });
  await expect(work).toBeInViewport({ ratio: 1 });
  const [left, right] = [(await work.boundingBox())!, (await review.boundingBox())!];
  expect(left.x + left.width).toBeLessThanOrEqual(right.x + 1);
  expect(await wider(page)).toBe(0);
  await page.keyboard.press('?');
  const keys = page.getByRole('dialog', { name: 'Keyboard and symbols' });
  await expect(keys.getByRole('heading', { level: 3 }).first()).toHaveText('Review desk');
  // The forms are drawn whole.
  for (const form of await keys.getByRole('list', { name: 'Symbols' }).locator('.slot').all())
    expect(await form.evaluate((one) => one.scrollHeight - one.clientHeight)).toBe(0);
  expect(await axeFindings(page)).toEqual([]);
  expect(faults).toEqual([]);
  await demo.close();
});
