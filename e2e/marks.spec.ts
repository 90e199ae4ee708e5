import { axeFindings, expect, openDemo, test, toMarkBook, toPeriod, visitDemo } from './support/journey';

test('the mark book is filled by keyboard, keeps what was typed, takes it away and back, and leads to the desk', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  const grid = await toMarkBook(page, 4);
  // To the first piece of Soil texture table that is to be scored.
  const heads = await grid.getByRole('columnheader').allTextContents();
  const column = heads.findIndex((head) => head.startsWith('Soil texture table'));
  const rows = await grid.getByRole('row').count();
  const cell = (row: number) =>
    grid
      .getByRole('row')
      .nth(row)
      .getByRole('gridcell')
      .nth(column - 1);
  let row = 1;
  while (row < rows && !(await cell(row).textContent())!.includes('to score')) row += 1;
  const student = (await grid.getByRole('row').nth(row).getByRole('rowheader').textContent())!;
  await page.keyboard.press('j');
  await page.keyboard.press('k');
  await expect(grid).toBeFocused();
  for (let i = 2; i < column; i += 1) await page.keyboard.press('ArrowRight');
  for (let i = 1; i < row; i += 1) await page.keyboard.press('ArrowDown');
  await expect(cell(row)).toHaveAttribute('aria-selected', 'true');

  // More than can be given stays in the field, to be put right.
  await page.keyboard.type('75');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Give points from 0 to 10, in halves at most.')).toBeVisible();
  const field = page.getByRole('textbox', { name: 'Points, up to 10' });
  await expect(field).toHaveValue('75');
  await field.fill('7.5');
  await page.keyboard.press('Enter');
  await expect(field).toHaveCount(0);
  await expect(cell(row)).toHaveAccessibleName(/^7\.5 of 10.*not handed back yet$/);
  await expect(cell(row + 1)).toHaveAttribute('aria-selected', 'true');
  await expect(grid).toBeFocused();

  await page.reload();
  await expect(cell(row)).toHaveAccessibleName(/^7\.5 of 10/);
  await expect(cell(row)).toContainText('7.5');
  expect(await axeFindings(page)).toEqual([]);

  // Taken away, and back again with one press.
  await cell(row).click();
  await page.keyboard.press('Delete');
  await expect(cell(row)).toContainText('to score');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(cell(row)).toContainText('7.5');

  await cell(row).click();
  await page.keyboard.press('Enter');
  const review = page.getByRole('region', { name: 'Review' });
  await expect(review.getByRole('textbox', { name: 'Points, up to 10' })).toHaveValue('7.5');
  const [last] = student.split(',');
  await expect(review.getByRole('heading')).toContainText(last!);
  expect(faults).toEqual([]);
});

test('the mark book is taken along as a table, a workbook and a gradebook package', async ({ browser }) => {
  const { visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await toMarkBook(page, 4);
  for (const [label, name] of [
    ['Workbook (XLSX)', /marks .*\.xlsx$/],
    ['Table (CSV)', /marks .*\.csv$/],
    ['Gradebook package (OneRoster 1.2)', /gradebook\.zip$/],
  ] as const) {
    await page.getByRole('button', { name: 'Download' }).click();
    const coming = page.waitForEvent('download');
    await page.getByRole('menuitem', { name: label }).click();
    expect((await coming).suggestedFilename()).toMatch(name);
  }
  expect(faults).toEqual([]);
});

test('whoever is meant in the mark book is in sight, on a phone too', async ({ browser }) => {
  const { visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  const grid = await toMarkBook(page, 4);
  const meant = grid.locator('[aria-selected=true]');
  for (const width of [1280, 390]) {
    await page.setViewportSize({ width, height: 800 });
    await grid.focus();
    for (const key of ['PageDown', 'PageDown', 'PageDown', 'End', 'PageUp', 'Home', 'PageUp', 'PageUp']) {
      await page.keyboard.press(key);
      await expect(meant).toBeInViewport({ ratio: 1 });
    }
  }
  expect(faults).toEqual([]);
});

test('the scores of an assignment and of a student are shown in pictures with their numbers, period by period', async ({
  browser,
  demo,
}) => {
  const { page, faults } = await visitDemo(browser, demo, 'itamsin');
  await toMarkBook(page, 4);
  await page.getByRole('link', { name: 'Pictures' }).click();
  await page.getByLabel('Assignment').selectOption({ label: 'Stream gauge log' });
  const many = page.getByRole('region', { name: 'How many reached what' });
  const numbers = async (row: RegExp) =>
    (await many.getByRole('row', { name: row }).getByRole('cell').allTextContents()).map(Number);
  // Until its rubric stands there, what is read could be of the assignment before.
  const rubric = page.getByRole('region', { name: 'The rubric, criterion by criterion' });
  await expect(rubric.getByRole('row', { name: /^What you saw/ })).toContainText('vivid');
  await expect(many.locator('svg').first()).toBeVisible();
  const inFours = [...(await numbers(/^7–8/)), ...(await numbers(/^8–9/))];
  const periods = page.getByRole('region', { name: 'Period by period' });
  const four = periods.getByRole('row', { name: /^Period 4/ }).getByRole('cell');
  // Whoever has a score stands in a bar, and in the figures of the period.
  const scored = Number(await four.first().textContent());
  expect(scored).toBeGreaterThan(0);
  expect(inFours.reduce((sum, count) => sum + count, 0)).toBeLessThanOrEqual(scored);
  const drawn = many.locator('svg').first();
  const before = await drawn.innerHTML();
  // Another assignment is another picture; another period stays where one is.
  await page.getByLabel('Assignment').selectOption({ label: 'Soil texture table' });
  await expect.poll(() => drawn.innerHTML()).not.toBe(before);
  await expect(rubric).toHaveCount(0);
  const year = page.getByRole('region', { name: 'One student over the year' });
  await year.getByLabel('Student').selectOption({ index: 2 });
  await expect(year.getByRole('rowheader').first()).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  await toPeriod(page, 5);
  await expect(many).toBeVisible();
  expect(faults).toEqual([]);
});
