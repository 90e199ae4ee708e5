import type { Page } from '@playwright/test';
import { axeFindings, expect, openDemo, test, toPeriod, toRack, visitDemo } from './support/journey';
import { pagesOnPaper } from './support/pagesOnPaper';
import { openAssignment, turnInFile } from './support/tray';

const toView = async (page: Page, name: string) => {
  await page.getByRole('navigation', { name: 'Views of the rack' }).getByRole('link', { name }).click();
};
/** The cell that the keys are at, by what it says. */
const meant = async (page: Page) => {
  const id = await page.getByRole('grid').getAttribute('aria-activedescendant');
  return page.locator(`[id="${id}"]`);
};

test('a whole term on one map: who is missing what, by mouse and keyboard, and on to the slots', async ({
  browser,
  demo,
}) => {
  const { page, faults } = await visitDemo(browser, demo, 'itamsin');
  await toRack(page, 4, 'Soil texture table');
  await toView(page, 'Whole term');
  const map = page.getByRole('grid', { name: 'Map of Autumn term' });
  await expect(map).toBeVisible();
  const rows = map.getByRole('row');
  const everybody = await map.getAttribute('aria-rowcount');
  const counts = page.getByRole('group', { name: 'Counts' });
  const missing = Number(
    /^\d+/.exec((await counts.getByRole('button', { name: 'missing' }).textContent())!)![0],
  );
  expect(missing).toBeGreaterThan(0);
  // The count leads to those it counts, and every one of them is on the map.
  await counts.getByRole('button', { name: 'missing' }).click();
  await expect(map).not.toHaveAttribute('aria-rowcount', everybody!);
  const lacking = map.getByRole('gridcell', { name: /: missing/ });
  await expect(lacking).toHaveCount(missing);
  await expect(map.getByRole('rowheader').first()).toBeVisible();
  expect(await rows.count()).toBeLessThanOrEqual(missing + 1);
  expect(await axeFindings(page)).toEqual([]);

  // Whoever lacks most comes first, and so for the next period too.
  await page.getByLabel('Who comes first').selectOption('most missing first');
  const inRow = async (row: number) =>
    Number(await rows.nth(row).getByRole('gridcell').first().textContent());
  const last = (await rows.count()) - 1;
  expect(await inRow(1)).toBeGreaterThanOrEqual(await inRow(last));
  await toPeriod(page, 5);
  await expect(page.getByLabel('Who comes first')).toHaveValue('missing');
  await toPeriod(page, 4);

  // By keyboard, from a mark to what is in the slot, and to the slots of its assignment.
  await counts.getByRole('button', { name: 'missing' }).click();
  await page.getByLabel('Who comes first').selectOption('in order');
  await map.focus();
  await page.keyboard.press('Home');
  await expect(await meant(page)).toHaveAccessibleName(/^Summer land use/);
  await page.keyboard.press('ArrowDown');
  const label = (await (await meant(page)).getAttribute('aria-label'))!;
  const [, title, student] = /^(.*?), (.*): /.exec(label)!;
  await page.keyboard.press(' ');
  await expect(page.getByRole('dialog').getByRole('heading')).toHaveText(student!);
  await page.keyboard.press('j');
  await expect(page.getByRole('dialog').getByRole('heading')).not.toHaveText(student!);
  await page.keyboard.press('k');
  await page.keyboard.press('Escape');
  await expect(map).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: `Assignment: ${title}` })).toBeVisible();
  await expect(page.getByRole('button', { name: `${student}:` })).toBeFocused();
  expect(faults).toEqual([]);
});

test('the map is printed across, each period on one page, with what its marks mean', async ({
  browser,
  demo,
}) => {
  const { page, faults } = await visitDemo(browser, demo, 'itamsin');
  await toRack(page, 4, 'Soil texture table');
  await toView(page, 'Whole term');
  const map = page.getByRole('grid', { name: 'Map of Autumn term' });
  // The plates lead to the map of other periods once the map is there.
  await expect(map.getByRole('rowheader').first()).toBeVisible();
  await page.getByRole('link', { name: 'All periods' }).click();
  await expect(map.getByText('Period 2', { exact: true })).toBeVisible();
  expect(await pagesOnPaper(page)).toBe(5);
  await page.emulateMedia({ media: 'print' });
  await page.evaluate(() => window.dispatchEvent(new Event('beforeprint')));
  const sheet = page.getByRole('region', { name: 'Period 4' });
  await expect(sheet.getByRole('cell', { name: /: missing/ }).first()).toBeAttached();
  await expect(sheet.getByRole('list', { name: 'What the marks mean' })).toBeVisible();
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeHidden();
  await page.evaluate(() => window.dispatchEvent(new Event('afterprint')));
  await page.emulateMedia({ media: 'screen' });
  await expect(sheet).toHaveCount(0);
  expect(faults).toEqual([]);
});

test('the map is read on a phone, and nothing runs off its side', async ({ browser, demo }) => {
  const { page, faults } = await visitDemo(browser, demo, 'itamsin', { phone: true });
  await toRack(page, 4, 'Soil texture table');
  await toView(page, 'Whole term');
  const map = page.getByRole('grid', { name: 'Map of Autumn term' });
  await map
    .getByRole('gridcell', { name: /: handed back/ })
    .first()
    .tap();
  await expect(page.getByRole('dialog').getByRole('heading')).toBeVisible();
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).tap();
  expect(
    await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
  ).toBe(0);
  expect(await axeFindings(page)).toEqual([]);
  await toView(page, 'Newest work');
  await expect(page.getByRole('grid', { name: 'Newest work' })).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  expect(faults).toEqual([]);
});

test('the newest work of each student stands side by side, is looked through by a word, and does not move when more comes', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await toRack(page, 5, 'Soil texture table');
  await toView(page, 'Newest work');
  const table = page.getByRole('grid', { name: 'Newest work' });
  await page.getByLabel('How many of each student').selectOption('the newest 3');
  await expect(table.getByRole('columnheader')).toHaveCount(4);
  await page.reload();
  await expect(table.getByRole('columnheader')).toHaveCount(4);
  expect(await axeFindings(page)).toEqual([]);
  // What lies in a slot is seen small, once it is drawn.
  const small = table.locator('img').first();
  await expect.poll(() => small.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBeGreaterThan(0);

  await page.getByLabel('Word in title, name or text').fill('hedgeROW SURV');
  const found = table.getByRole('gridcell', { name: /^Hedgerow survey, / });
  await expect(found.first()).toBeVisible();
  await expect(
    table.getByRole('gridcell', {
      name: /^(?!Hedgerow survey).*: (turned in|late|held|reviewed|handed back)/,
    }),
  ).toHaveCount(0);
  // What stands in a text alone is found once the texts were read.
  await page.getByLabel('Word in title, name or text').fill('planted in his GRANDFATHER');
  await expect(
    table.getByRole('gridcell', { name: /: (turned in|late|reviewed|handed back)/ }).first(),
  ).toBeVisible();
  await expect(page.getByText('still to be read')).toBeHidden();
  await page.getByLabel('Kind of file').selectOption('sound');
  await page.getByRole('button', { name: 'Show all work' }).click();
  await expect(page.getByLabel('Kind of file')).toHaveValue('');

  // Somebody turns in: nothing moves until it is asked for.
  const theirs = table.getByRole('row').filter({ hasText: 'Nwosu, Ebere' });
  const first = theirs.getByRole('gridcell').first();
  // Among the first by that, and so on screen.
  await page.getByLabel('Order of students').selectOption('first name');
  await expect(theirs.getByRole('rowheader')).toBeVisible();
  const before = (await first.getAttribute('aria-label'))!;
  expect(before).not.toContain('Stream gauge log');
  const { page: student, faults: studentFaults } = await visit('enwosu');
  await openAssignment(student, /Stream gauge log/);
  await turnInFile(student, { name: 'log.txt', mimeType: 'text/plain', buffer: Buffer.from('Read at 8.') });
  await page.getByRole('button', { name: 'Show 1 new piece' }).click();
  await expect(first).toHaveAccessibleName(/^Stream gauge log, Nwosu, Ebere: .*not seen/);
  expect([faults, studentFaults]).toEqual([[], []]);
});
