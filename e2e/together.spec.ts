import { axeFindings, expect, openDemo, test, toDesk } from './support/journey';

test('two who review the same piece see each other there, and what each gives and says stands beside what the other did', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await toDesk(page, 4, 'Stream gauge log');
  await page.getByLabel('Work to show').selectOption('to review');
  const pile = page.getByRole('list', { name: 'Students with something in' }).getByRole('button');
  await pile.first().click();
  const review = page.getByRole('region', { name: 'Review' });
  const name = (await review.getByRole('heading', { level: 2 }).textContent())!;

  const { page: colleague, faults: theirs } = await visit('bokonjo');
  await colleague.goto(page.url());
  const their = colleague.getByRole('region', { name: 'Review' });
  await expect(their.getByRole('heading', { name })).toBeVisible();
  await expect(review.getByText('Bastien Okonjo has it open too.')).toBeVisible();
  await expect(their.getByText('Imogen Tamsin has it open too.')).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);

  // Each gives a level of another criterion: both stand.
  await review.locator('label').filter({ hasText: 'complete' }).click();
  await their.locator('label').filter({ hasText: 'vivid' }).click();
  for (const side of [review, their]) {
    await expect(side.getByRole('radio', { name: /complete/ })).toBeChecked();
    await expect(side.getByRole('radio', { name: /vivid/ })).toBeChecked();
  }
  // Both write at once: nothing that one is writing is lost by what the other saves.
  await review.getByLabel('Comment', { exact: true }).fill('The third reading is the best.');
  await their.getByLabel('Comment', { exact: true }).fill('Which gauge was it?');
  await their.getByRole('button', { name: 'Save comment' }).click();
  await expect(review.getByText('Which gauge was it?')).toBeVisible();
  await expect(review.getByLabel('Comment', { exact: true })).toHaveValue('The third reading is the best.');
  await review.getByRole('button', { name: 'Save comment' }).click();
  await expect(their.getByText('The third reading is the best.')).toBeVisible();

  // One goes on, and is not there any more.
  await colleague.getByRole('heading', { level: 1 }).click();
  await colleague.keyboard.press('Escape');
  await colleague.keyboard.press('j');
  await expect(their.getByRole('heading', { name })).toHaveCount(0);
  await expect(review.getByText(/open too/)).toHaveCount(0);
  expect([faults, theirs]).toEqual([[], []]);
});
