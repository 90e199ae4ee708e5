import { expect, go, openDemo, test, toRack } from './support/journey';

test('a due time that is put right after work has come in says whom it touches, and they are late no longer', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page } = await visit('itamsin');
  await toRack(page, 4, 'Soil texture table');
  const late = page.getByRole('button', { name: /^D’Angelo, Pia: late/ });
  await expect(late).toBeVisible();

  await go(page, 's');
  const steps = page.getByRole('navigation', { name: 'Steps of the set-up' });
  await steps.getByRole('link', { name: /Assignments/ }).click();
  await page.getByRole('button', { name: /^Soil texture table/ }).click();
  const due = page.getByLabel('Due for Period 4');
  const was = await due.inputValue();
  // A week before it was, nearly everybody would be late; a week after, nobody is.
  const moved = (days: number) =>
    new Date(Date.parse(`${was}Z`) + days * 86_400_000).toISOString().slice(0, 16);
  await due.fill(moved(-7));
  await expect(page.getByText(/^\d+ become late: /)).toBeVisible();
  await due.fill(moved(7));
  await expect(page.getByText(/^\d+ (is|are) no longer late: .*D’Angelo, Pia/)).toBeVisible();
  await expect(page.getByLabel('Use the new times for work that is in already too')).toBeChecked();
  await page.getByRole('button', { name: 'Save changes' }).click();
  await expect(page.getByText('‘Soil texture table’ is changed.')).toBeVisible();

  await go(page, 'r');
  await expect(page.getByRole('button', { name: /^D’Angelo, Pia: turned in/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /: late/ })).toHaveCount(0);
  await go(page, 'l');
  await page.getByLabel('Kind').selectOption('lateness changed');
  await expect(page.getByText(/was late by/).first()).toBeVisible();
});
