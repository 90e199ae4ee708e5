import { axeFindings, expect, test, visitDemo } from './support/journey';

test('anything is found by words in any order and opened by keyboard, and the focus is where one needs it', async ({
  browser,
  demo,
}) => {
  const { page, faults } = await visitDemo(browser, demo, 'itamsin');
  await expect(page.getByRole('heading', { name: 'Due next' })).toBeVisible();
  const field = page.getByRole('combobox', { name: /^Any words/ });
  const hits = page.getByRole('listbox', { name: 'Matches' });

  await test.step('a piece by its student and what it is for, in nine keys', async () => {
    await page.keyboard.press('/');
    await expect(field).toBeFocused();
    await page.keyboard.type('gau dan');
    await expect(hits.getByRole('option').first()).toContainText('Đặng, Mai · Stream gauge log');
    expect(await axeFindings(page)).toEqual([]);
    const name = await hits.getByRole('option').first().getByRole('code').first().textContent();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('region', { name: 'Review' }).getByRole('heading')).toHaveText('Mai Đặng');
    await expect(page).toHaveURL(/piece=q_/);
    await expect(page.getByRole('region', { name: 'Name strip' })).toContainText(name!.replace(/\.\w+$/, ''));
  });

  await test.step('arrow keys choose among the hits; a folder is chosen and in sight', async () => {
    await page.keyboard.press('/');
    await page.keyboard.type('mai dang');
    const folder = hits.getByRole('option').filter({ hasText: 'turn-in folder' }).first();
    await expect(folder).toBeVisible();
    const all = await hits.getByRole('option').allTextContents();
    for (let to = all.findIndex((hit) => hit.includes('turn-in folder')); to > 0; to -= 1)
      await page.keyboard.press('ArrowDown');
    await expect(folder).toHaveAttribute('aria-selected', 'true');
    await page.keyboard.press('Enter');
    const found = page.getByRole('button', { name: /Đặng_Thị Mai/ });
    await expect(found).toHaveAttribute('aria-current', 'true');
    await expect(found).toBeInViewport();
  });

  await test.step('a student is chosen on the rack', async () => {
    await page.keyboard.press('/');
    await page.keyboard.type('ebere nwo');
    // Arrows move among the hits that are there; pressed before, they would move among others.
    await expect(hits.getByRole('option').first()).toContainText('Nwosu, Ebere');
    await page.keyboard.press('ArrowUp');
    await page.keyboard.press('ArrowDown');
    await expect(hits.getByRole('option').first()).toHaveAttribute('aria-selected', 'true');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: /^Nwosu, Ebere: / })).toBeFocused();
  });

  await test.step('a window gives the focus back to what opened it, also from a menu', async () => {
    const opener = page.getByRole('button', { name: 'Find', exact: true });
    await opener.press('Enter');
    await expect(field).toBeFocused();
    await page.keyboard.press('Escape');
    await expect(opener).toBeFocused();
    const menu = page.getByRole('button', { name: /: menu$/ });
    await menu.press('Enter');
    await page.getByRole('menuitem', { name: /^Keyboard and symbols/ }).press('Enter');
    await expect(page.getByRole('dialog', { name: 'Keyboard and symbols' })).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(menu).toBeFocused();
  });
  expect(faults).toEqual([]);
});
