import type { Page } from '@playwright/test';
import { axeFindings, expect, openDemo, test, toMarkBook } from './support/journey';

/** What is settled for single students of the course that is open. */
async function ownDues(page: Page): Promise<unknown> {
  const course = new URL(page.url()).pathname.split('/')[2]!;
  const rack = await page.request.get(new URL(`/api/courses/${course}/rack`, page.url()).href);
  return ((await rack.json()) as { dues: unknown }).dues;
}

test('what was shown in class is written down from the mark book with its points; who is not asked is excused', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  const grid = await toMarkBook(page, 4);
  // Somebody of whom nothing is in for an assignment that is scored with points.
  const heads = await grid.getByRole('columnheader').allTextContents();
  const column = heads.findIndex((head) => head.startsWith('Soil texture table'));
  const inColumn = `[role=gridcell][aria-colindex="${column + 1}"]`;
  const empty = grid.getByRole('row').filter({ has: page.locator(inColumn, { hasText: /^(missing|–)$/ }) });
  const student = (await empty.first().getByRole('rowheader').textContent())!.trim();
  const row = grid
    .getByRole('row')
    .filter({ has: page.getByRole('rowheader', { name: student, exact: true }) });
  const cell = row.locator(inColumn);
  const before = /^(Missing|Nothing in yet)\.$/;
  await expect(cell).toHaveAccessibleName(before);
  await cell.click();
  // Points typed where nothing is in ask what it was.
  await page.keyboard.type('8');
  const dialog = page.getByRole('dialog', { name: /^Nothing in from / });
  await expect(dialog.getByRole('textbox', { name: /^Points/ })).toHaveValue('8');
  expect(await axeFindings(page)).toEqual([]);
  await dialog.getByRole('textbox', { name: /^Points/ }).fill('80');
  await dialog
    .getByRole('textbox', { name: 'What was shown in class' })
    .fill('A talk, with a model of the weir.');
  await page.keyboard.press('Tab');
  await dialog.getByRole('button', { name: 'Write it down' }).click();
  await expect(dialog.getByText(/^Give points from 0 to/)).toBeVisible();
  await dialog.getByRole('textbox', { name: /^Points/ }).fill('8,5');
  await page.keyboard.press('Enter');
  await expect(dialog).toHaveCount(0);
  await expect(cell).toHaveAccessibleName(/^8\.5 of .*not handed back yet$/);

  // It lies on the desk as work does, and can be taken out from there.
  await cell.click();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'The work' })).toContainText(
    'A talk, with a model of the weir.',
  );
  const review = page.getByRole('region', { name: 'Review' });
  await expect(review.getByText('Shown in class, with these words in place of a file.')).toBeVisible();
  await expect(review.getByRole('textbox', { name: /^Points/ })).toHaveValue('8.5');
  await review.getByRole('button', { name: 'Take it out' }).click();
  await expect(page.getByText(/^Nothing from /)).toBeVisible();

  const duesBefore = await ownDues(page);
  await toMarkBook(page, 4);
  await cell.click();
  await page.keyboard.press('Enter');
  await dialog.getByRole('button', { name: /^Excuse / }).click();
  await expect(cell).toHaveAccessibleName('Excused: it does not count.');
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(cell).toHaveAccessibleName(before);
  // It is as it was: due for them when it is for their period, and not at a time of their own.
  expect(await ownDues(page)).toEqual(duesBefore);
  expect(faults).toEqual([]);
});
