import { expect, go, openDemo, test, toRack, toStep } from './support/journey';

test('a due time that is put right after work has come in says whom it touches, and they are late no longer', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page } = await visit('itamsin');
  await toRack(page, 4, 'Soil texture table');
  const late = page.getByRole('button', { name: /^D’Angelo, Pia: late/ });
  await expect(late).toBeVisible();

  await toStep(page, /Assignments/);
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

test('a due time that is moved shows on the page that a student has open', async ({ browser }) => {
  const { visit } = await openDemo(browser);
  const { page: student } = await visit('enwosu', { phone: true });
  const gauge = student.getByRole('link', { name: /Stream gauge log/ }).first();
  const before = await gauge.innerText();
  const { page } = await visit('itamsin');
  await toStep(page, /Assignments/);
  await page.getByRole('button', { name: /^Stream gauge log/ }).click();
  await page.getByLabel('Due for Period 5').fill('2027-06-01T09:17');
  await page.getByRole('button', { name: 'Save changes' }).click();
  await expect(page.getByText('‘Stream gauge log’ is changed.')).toBeVisible();
  await expect(gauge).toContainText('09:17');
  expect(before).not.toContain('09:17');
});
