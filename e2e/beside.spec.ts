import type { Page } from '@playwright/test';
import { axeFindings, expect, openDemo, test, toRack } from './support/journey';
import { openAssignment, turnInFile } from './support/tray';

const work = (page: Page) => page.getByRole('region', { name: 'The work' });
const changed = (page: Page) => page.getByRole('region', { name: 'What changed' });
// What is opened below it says so too.
const said = (page: Page) => work(page).getByRole('status').first();

/** A drawing as a student would scan it: boxes on a white sheet. */
async function drawingOf(page: Page, boxes: readonly [x: number, y: number, w: number, h: number][]) {
  const address = await page.evaluate((drawn) => {
    const canvas = Object.assign(document.createElement('canvas'), { width: 400, height: 300 });
    const pen = canvas.getContext('2d')!;
    pen.fillStyle = '#fff';
    pen.fillRect(0, 0, 400, 300);
    pen.fillStyle = '#123';
    for (const box of drawn) pen.fillRect(...box);
    return canvas.toDataURL('image/png');
  }, boxes);
  return Buffer.from(address.split(',')[1]!, 'base64');
}

test('what changed since the attempt before: words, cells and pictures, and the work beside its blank', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page: student, faults: theirFaults } = await visit('enwosu');
  await openAssignment(student, /Stream gauge log/);
  const here = student.url();
  const turnIn = async (name: string, mimeType: string, content: string | Buffer) => {
    await student.goto(here);
    await turnInFile(student, { name, mimeType, buffer: Buffer.from(content) });
  };
  const lines = Array.from({ length: 12 }, (_, i) => `Line ${i + 1} of what we saw at the ford.`);
  await turnIn(
    'log.txt',
    'text/plain',
    ['On Monday the gauge stood at 42 cm.', ...lines, 'The end.'].join('\n'),
  );

  const { page, faults } = await visit('itamsin');
  await toRack(page, 5, 'Stream gauge log');
  await page.getByRole('button', { name: /^Nwosu, Ebere: turned in/ }).click();
  await page.keyboard.press('r');
  await expect(work(page).locator('pre')).toBeVisible();
  // Of a first attempt there is the blank alone.
  await page.keyboard.press('w');
  await expect(work(page).getByLabel('beside')).toHaveText(/^blank · Stream gauge sheet$/);
  await expect(said(page)).toHaveText(/^\d+ words new, \d+ gone\.$|^Nearly all/);
  await page.keyboard.press('Escape');
  await expect(work(page).locator('pre')).toBeVisible();

  await test.step('words', async () => {
    const now = ['On Monday the gauge stood at 24 cm.', ...lines, 'It fell after that.', 'The end.'];
    await turnIn('log.txt', 'text/plain', now.join('\n'));
    await expect(work(page).getByRole('button', { name: /attempt 2/ })).toBeVisible();
    await page.keyboard.press('w');
    await expect(said(page)).toHaveText('5 words new, 1 gone.');
    await expect(changed(page).getByRole('columnheader')).toHaveText([
      'attempt 1 · text 1',
      'attempt 2 · text 1',
    ]);
    await expect(changed(page).locator('del')).toHaveText(['42']);
    await expect(changed(page).locator('ins')).toHaveText(['24', 'It fell after that.']);
    expect(await axeFindings(page)).toEqual([]);
    // The same key goes on to the next change, and around.
    const change = (text: string) => changed(page).getByRole('row').filter({ hasText: text });
    await page.keyboard.press('w');
    await expect(change('On Monday')).toBeFocused();
    await page.keyboard.press('w');
    await expect(change('It fell')).toBeFocused();
    await page.keyboard.press('w');
    await expect(change('On Monday')).toBeFocused();
    await expect(changed(page).getByText('Line 6')).toHaveCount(0);
    await changed(page).getByRole('button', { name: '8 paragraphs that are the same' }).press('Enter');
    await expect(changed(page).getByText('Line 6')).toHaveCount(2);
    // A place is chosen in the piece itself.
    await page.keyboard.press('m');
    await expect(page.getByRole('button', { name: 'Take this place' })).toBeVisible();
    await expect(changed(page)).toHaveCount(0);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('button', { name: 'Take this place' })).toHaveCount(0);
  });

  await test.step('cells', async () => {
    await turnIn('readings.csv', 'text/csv', 'day,cm\nMon,42\nTue,40\nWed,44\n');
    await turnIn('readings.csv', 'text/csv', 'day,cm\nMon,42\nTue,41\nWed,44\nThu,39\n');
    await expect(work(page).getByRole('button', { name: /attempt 4/ })).toBeVisible();
    await page.keyboard.press('w');
    await expect(said(page)).toHaveText('1 cell changed and 1 row new.');
    await expect(changed(page).locator('del')).toHaveText(['40']);
    await expect(changed(page).locator('ins')).toHaveText(['41', 'Thu', '39']);
    expect(await axeFindings(page)).toEqual([]);
    await page.keyboard.press('Escape');
  });

  await test.step('a picture', async () => {
    await turnIn('map.png', 'image/png', await drawingOf(student, [[40, 40, 60, 60]]));
    await turnIn(
      'map.png',
      'image/png',
      await drawingOf(student, [
        [40, 40, 60, 60],
        [250, 180, 100, 60],
      ]),
    );
    await expect(work(page).getByRole('button', { name: /attempt 6/ })).toBeVisible();
    await page.keyboard.press('w');
    await expect(said(page)).toHaveText('5 % of the picture changed, in 1 place.');
    await expect(changed(page).getByRole('img', { name: 'Changed part 1' })).toHaveCount(2);
    await page.keyboard.press('w');
    await expect(changed(page).getByRole('img', { name: 'Changed part 1' }).first()).toBeFocused();
    expect(await axeFindings(page)).toEqual([]);
    // Of two kinds, both are looked at.
    await work(page).getByLabel('beside').selectOption('attempt 1 · text 1');
    await expect(said(page)).toHaveText(/^Shown beside each other/);
    await expect(
      changed(page).getByRole('region', { name: 'attempt 1 · text 1' }).locator('pre'),
    ).toContainText('42 cm');
    await expect(
      changed(page)
        .getByRole('region', { name: /^attempt 6/ })
        .locator('img'),
    ).toBeVisible();
    expect(await axeFindings(page)).toEqual([]);
  });
  expect([faults, theirFaults]).toEqual([[], []]);
});
