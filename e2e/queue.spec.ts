import { axeFindings, expect, openDemo, test, toDesk } from './support/journey';

test('the pile is gone through as its teacher chooses, who stays with what they look at, and it is so again tomorrow', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await toDesk(page, 4, 'Stream gauge log');
  const pile = page.getByRole('list', { name: 'Students with something in' });
  const lying = pile.getByRole('button');
  await expect(pile).toBeVisible();
  const all = await lying.count();
  await page.getByLabel('Work to show').selectOption('to review');
  await expect(page.getByText(/^\d+ to review$/)).toBeVisible();
  const toReview = Number((await page.getByText(/^\d+ to review$/).textContent())!.split(' ')[0]);
  await expect(lying).toHaveCount(toReview);
  expect(toReview).toBeLessThan(all);

  await page.getByLabel('Order of the work').selectOption('oldest first');
  const first = await lying.first().textContent();
  // What was chosen is what a key is for, however soon it comes.
  await lying.first().click();
  const student = page.getByRole('region', { name: 'Review' }).getByRole('heading');
  const name = (await student.textContent())!;
  await page.keyboard.press('r');
  await expect(student).not.toHaveText(name);
  await expect(lying).toHaveCount(toReview - 1);
  await expect(lying.first()).not.toHaveText(first!);

  await page.reload();
  await expect(page.getByLabel('Work to show')).toHaveValue('to review');
  await expect(page.getByLabel('Order of the work')).toHaveValue('oldest first');
  await expect(lying).toHaveCount(toReview - 1);
  await page.getByLabel('Work to show').selectOption('held');
  await lying.first().waitFor();
  await page.goto(page.url().replace(/&student=[^&]*/, ''));
  await page.getByRole('button', { name: 'Show all' }).click();
  await expect(lying).toHaveCount(all);
  expect(faults).toEqual([]);
});

test('what is reviewed is handed back at a set time, of which its student sees nothing, and is called off', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await toDesk(page, 4, 'Stream gauge log');
  const now = page.getByRole('button', { name: /^Hand back \d+$/ });
  const count = Number((await now.textContent())!.match(/\d+/)![0]);
  await page.getByRole('button', { name: 'Hand back at a set time' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('When').fill('2020-01-01T08:00');
  await dialog.getByRole('button', { name: `Hand back ${count} then` }).click();
  await expect(page.getByText('Choose a time that is still to come')).toBeVisible();
  await page.getByRole('button', { name: 'Hand back at a set time' }).click();
  expect(await axeFindings(page)).toEqual([]);
  await dialog.getByRole('button', { name: `Hand back ${count} then` }).click();
  await expect(page.getByText(/will be handed back on .*08:00/)).toBeVisible();
  await expect(now).toHaveCount(0);

  const pile = page.getByRole('list', { name: 'Students with something in' });
  await pile
    .getByRole('button', { name: /reviewed/ })
    .first()
    .click();
  const review = page.getByRole('region', { name: 'Review' });
  await expect(review.getByText(/^Will be handed back .*08:00/)).toBeVisible();
  await review.getByRole('button', { name: 'Undo' }).click();
  await expect(now).toHaveText('Hand back 1');
  await expect(review.getByText(/^Reviewed /)).toBeVisible();
  expect(faults).toEqual([]);
});
