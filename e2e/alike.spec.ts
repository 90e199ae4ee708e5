import { axeFindings, expect, test, toRack, visitDemo } from './support/journey';

test('two works that are much the same are seen quietly, read side by side by keyboard, and opened on the desk', async ({
  browser,
  demo,
}) => {
  const { page, faults } = await visitDemo(browser, demo, 'itamsin');
  await toRack(page, 4, 'Stream gauge log');
  await page.getByRole('link', { name: '1 pair much the same' }).click();
  await expect(page.getByText('It says nothing of how that came.')).toBeVisible();
  const pairs = page.getByRole('navigation', { name: 'Pairs' });
  await expect(pairs.getByRole('button')).toHaveText(
    /^8\d % the sameEmil Wanjiru · Period 4Otis Lowe · Period 4$/,
  );
  const emils = page.getByRole('region', { name: 'Text of Emil Wanjiru · Period 4' });
  const otis = page.getByRole('region', { name: 'Text of Otis Lowe · Period 4' });
  // What both have is marked, with the same number; their names, and what only one of them wrote, are not.
  await expect(emils.locator('mark').first()).toContainText('The slope is');
  await expect(otis.locator('mark').first()).toHaveText(await emils.locator('mark').first().innerText());
  const marked = (await emils.locator('mark').allInnerTexts()).join(' ');
  expect(marked).not.toContain('Emil');
  await expect(emils).toContainText('Name: Emil Wanjiru');

  await page.keyboard.press('w');
  await expect(emils.locator('mark').first()).toBeFocused();
  await page.keyboard.press('w');
  await expect(emils.locator('mark').nth(1)).toBeFocused();
  await page.keyboard.press('Tab');
  await expect(page.getByRole('button', { name: /^Passage 2 of Emil Wanjiru/ })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(otis.locator('mark').nth(1)).toBeFocused();

  await page.getByRole('link', { name: '04-Lowe_Otis_Stream gauge log.docx' }).click();
  await expect(page).toHaveURL(/review/);
  await expect(page.getByText('Otis Lowe').first()).toBeVisible();
  expect(faults).toEqual([]);
});

test('on a phone the two works stand below each other, and who has none alike is told so', async ({
  browser,
  demo,
}) => {
  const { page } = await visitDemo(browser, demo, 'itamsin', { phone: true });
  await toRack(page, 4, 'Stream gauge log');
  await page.getByRole('link', { name: '1 pair much the same' }).click();
  await expect(page.getByRole('region', { name: /^Text of Otis Lowe/ })).toContainText('The slope is');
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  expect(await axeFindings(page)).toEqual([]);
  await page.getByRole('button', { name: /^Assignment: / }).click();
  await page.getByRole('menuitemradio', { name: 'Soil texture table' }).click();
  await expect(page.getByText('No two works are much the same')).toBeVisible();
  await expect(page.getByText(/^\d+ pieces looked through$/)).toBeVisible();
  await page.getByRole('button', { name: 'Back to the slots' }).click();
  await expect(page.getByRole('list', { name: 'Slots' })).toBeVisible();
});
