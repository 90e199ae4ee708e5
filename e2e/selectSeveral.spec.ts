import type { Page } from '@playwright/test';
import { pagesOnPaper } from './support/pagesOnPaper';
import { axeFindings, expect, openDemo, test, toPeriod, toRack, visitDemo } from './support/journey';

const slots = (page: Page) => page.getByRole('list', { name: 'Slots' }).getByRole('button');
const bar = (page: Page) => page.getByRole('toolbar', { name: 'Selected' });
const nameOf = async (page: Page, at: number) =>
  (await slots(page).nth(at).getAttribute('aria-label'))!.split(':')[0]!;

test('several slots are selected by keyboard and mouse, and those students are given more time or excused at once, and back', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await toRack(page, 4, 'Soil texture table');
  const missing = page.getByRole('group', { name: 'Counts' }).getByRole('button', { name: 'missing' });
  await missing.press('Enter');
  const names = [await nameOf(page, 0), await nameOf(page, 1), await nameOf(page, 2)];
  await slots(page).first().focus();
  await page.keyboard.press('v');
  await expect(page.getByText('1 selected')).toBeVisible();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByText('2 selected')).toBeVisible();
  await slots(page).nth(2).click();
  await expect(page.getByText('3 selected')).toBeVisible();
  await slots(page).nth(2).click();
  await expect(page.getByText('2 selected')).toBeVisible();
  await slots(page)
    .nth(2)
    .click({ modifiers: ['Shift'] });
  await expect(page.getByText('3 selected')).toBeVisible();
  await expect(slots(page).nth(1)).toHaveAttribute('aria-pressed', 'true');
  expect(await axeFindings(page)).toEqual([]);

  // Excused, and asked again with one press.
  const slotOf = (name: string) => page.getByRole('button', { name: `${name}:` });
  await bar(page).getByRole('button', { name: 'Due time' }).click();
  const dialog = page.getByRole('dialog');
  expect(await axeFindings(page)).toEqual([]);
  await dialog.getByRole('button', { name: 'Excuse 3 students' }).click();
  for (const name of names) await expect(slotOf(name)).toHaveAccessibleName(/: excused/);
  await page.getByRole('button', { name: 'Undo' }).click();
  for (const name of names) await expect(slotOf(name)).toHaveAccessibleName(/: missing/);

  // More time for them alone: nobody of them is missing any more, and then again as for their period.
  await bar(page).getByRole('button', { name: 'Due time' }).click();
  await dialog.getByLabel('New due time').fill('2027-06-01T12:00');
  await page.keyboard.press('Enter');
  for (const name of names) await expect(slotOf(name)).toHaveAccessibleName(/: not started/);
  await bar(page).getByRole('button', { name: 'Due time' }).click();
  await dialog.getByRole('button', { name: 'Back to the due time of the period' }).click();
  for (const name of names) await expect(slotOf(name)).toHaveAccessibleName(/: missing/);

  await page.keyboard.press('Escape');
  await expect(bar(page)).toHaveCount(0);
  await slots(page).first().click();
  await expect(page.getByRole('dialog').getByRole('heading')).toHaveText(names[0]!);
  expect(faults).toEqual([]);
});

test('the work of those who are selected is downloaded, and handed back where it is reviewed; the others keep theirs', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await toRack(page, 4, 'Soil texture table');
  const reviewed = slots(page).filter({ has: page.locator('.sheet-edge') });
  const labels = await reviewed.evaluateAll((all) => all.map((slot) => slot.getAttribute('aria-label')!));
  const [first, second] = labels
    .filter((label) => label.includes(': reviewed'))
    .map((label) => label.split(':')[0]!);
  for (const name of [first, second])
    await page.getByRole('button', { name: `${name}:` }).click({ modifiers: ['ControlOrMeta'] });
  const coming = page.waitForEvent('download');
  await bar(page).getByRole('link', { name: 'Download 2' }).click();
  const file = await coming;
  expect(file.suggestedFilename()).toBe('Soil texture table.zip');
  expect(await file.failure()).toBeNull();

  await bar(page).getByRole('button', { name: 'Hand back 2' }).click();
  await page.keyboard.press('Escape');
  const others = labels.filter((label) => label.includes(': reviewed')).length - 2;
  await expect(page.getByRole('button', { name: `Hand back ${others}`, exact: true })).toBeVisible();
  expect(faults).toEqual([]);
});

test('the rack is printed as a list, each period on one page, and of those selected only theirs', async ({
  browser,
  demo,
}) => {
  const { page, faults } = await visitDemo(browser, demo, 'itamsin');
  await toRack(page, 4, 'Soil texture table');
  await page.getByRole('link', { name: 'All periods' }).click();
  await expect(page.getByRole('heading', { level: 2, name: 'Period 7' })).toBeVisible();
  expect(await pagesOnPaper(page)).toBe(
    await page.getByRole('heading', { level: 2, name: /^Period/ }).count(),
  );

  await toPeriod(page, 4);
  await page.getByRole('button', { name: 'Select several' }).click();
  await slots(page).nth(0).click();
  await slots(page).nth(3).click();
  const names = [await nameOf(page, 0), await nameOf(page, 3)];
  expect(await pagesOnPaper(page)).toBe(1);
  await page.emulateMedia({ media: 'print' });
  await page.evaluate(() => window.dispatchEvent(new Event('beforeprint')));
  const sheet = page.getByRole('region', { name: 'Period 4' });
  await expect(sheet.getByRole('listitem')).toHaveText(
    names.map((name) => new RegExp(`^${name.replace(/[()]/g, '.')}`)),
  );
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeHidden();
  await page.evaluate(() => window.dispatchEvent(new Event('afterprint')));
  await page.emulateMedia({ media: 'screen' });
  await expect(sheet).toHaveCount(0);
  expect(faults).toEqual([]);
});
