import { expect, go, openDemo, test, toRack } from './support/journey';

test('nothing typed is lost: a comment, an assignment and a list are there again after Escape, Back and a reload', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page } = await visit('itamsin');
  await toRack(page, 4, 'Soil texture table');
  await page.getByRole('button', { name: /^Review \d+/ }).click();
  const comment = page.getByLabel('Comment', { exact: true });
  const student = page.getByRole('region', { name: 'Review' }).getByRole('heading', { level: 2 });
  const first = (await student.textContent())!;
  await comment.fill('The second jar has settled better than');
  await comment.press('Escape');
  await page.keyboard.press('j');
  await expect(student).not.toHaveText(first);
  await expect(comment).toHaveValue('');
  await page.keyboard.press('k');
  await expect(student).toHaveText(first);
  await expect(comment).toHaveValue('The second jar has settled better than');
  await page.reload();
  await expect(comment).toHaveValue('The second jar has settled better than');
  await expect(page.getByText(/^Your comment from .* is not saved yet\./)).toBeVisible();
  // Thrown away, it comes back by one press.
  await page.getByRole('button', { name: 'Discard' }).click();
  await expect(comment).toHaveValue('');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(comment).toHaveValue('The second jar has settled better than');
  await comment.press('Control+Enter');
  await expect(page.getByRole('list', { name: 'Comments' })).toContainText('The second jar has settled');
  await page.reload();
  await expect(page.getByRole('list', { name: 'Comments' })).toContainText('The second jar has settled');
  await expect(comment).toHaveValue('');

  const steps = page.getByRole('navigation', { name: 'Steps of the set-up' });
  await go(page, 's');
  await steps.getByRole('link', { name: /Assignments/ }).click();
  await page.getByRole('button', { name: 'New assignment' }).click();
  await page.getByLabel('Title').fill('Culvert survey');
  await page.goBack();
  await go(page, 's');
  await steps.getByRole('link', { name: /Assignments/ }).click();
  await page.getByRole('button', { name: 'New assignment' }).click();
  await expect(page.getByLabel('Title')).toHaveValue('Culvert survey');
  await page.getByRole('button', { name: 'Cancel' }).click();
  await page.getByRole('button', { name: 'New assignment' }).click();
  await expect(page.getByLabel('Title')).toHaveValue('');

  await steps.getByRole('link', { name: /Roster/ }).click();
  await page.getByRole('button', { name: 'Paste or drop a list' }).click();
  await page.getByLabel('Class list').fill('Last;First;Period\nReed;Ada;9');
  // The period has to be made first.
  await steps.getByRole('link', { name: /Course and periods/ }).click();
  await steps.getByRole('link', { name: /Roster/ }).click();
  await page.getByRole('button', { name: 'Paste or drop a list' }).click();
  await expect(page.getByLabel('Class list')).toHaveValue('Last;First;Period\nReed;Ada;9');
});
