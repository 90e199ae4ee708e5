import { axeFindings, expect, openDemo, test, toDesk } from './support/journey';

test('phrases are kept, put in by their keys and found by their words while a comment is written', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await toDesk(page, 4, 'Stream gauge log');
  const box = page.getByLabel('Comment', { exact: true });
  const bar = page.getByRole('region', { name: 'Phrases' });
  const name = (await page.getByRole('region', { name: 'Review' }).getByRole('heading').textContent())!;
  await expect(bar.getByRole('button', { name: /^;1 / })).toBeVisible();

  await test.step('by its key, from anywhere on the page, in two keys', async () => {
    await page.keyboard.press(';');
    await page.keyboard.press('2');
    await expect(box).toHaveValue(/^Good evidence, \S+\.$/);
    expect(name).toContain((await box.inputValue()).slice('Good evidence, '.length, -1));
  });

  await test.step('by the start of its words, and by a press', async () => {
    await page.keyboard.type(' ;compare');
    await expect(bar.getByRole('button', { name: /^;/ })).toHaveCount(1);
    await page.keyboard.press('Enter');
    await expect(box).toHaveValue(/\. Compare it with the reading of the week before\.$/);
    await page.keyboard.press('Enter');
    await bar.getByRole('button', { name: /^;1 / }).click();
    await expect(box).toHaveValue(/\.\nSay the unit\.$/);
    await expect(box).toBeFocused();
  });

  await test.step('what is written is kept as a phrase of one’s own, and changed, and removed with Undo', async () => {
    await box.fill('Look at it from the bridge, {first}.');
    await bar.getByRole('button', { name: 'All phrases' }).click();
    const dialog = page.getByRole('dialog');
    await expect(dialog.getByLabel('Words')).toHaveValue('Look at it from the bridge, {first}.');
    await dialog.getByLabel('Key').fill('1');
    await dialog.getByRole('button', { name: 'Keep phrase' }).click();
    await expect(page.getByText('You have a phrase with the key ;1 already.').first()).toBeVisible();
    await dialog.getByLabel('Key').fill('b r');
    await dialog.getByRole('button', { name: 'Keep phrase' }).click();
    await expect(dialog.getByRole('alert')).toContainText('Letters and digits only');
    await dialog.getByLabel('Key').fill('br');
    await dialog.getByRole('button', { name: 'Keep phrase' }).click();
    const kept = dialog.getByRole('listitem').filter({ hasText: ';br' });
    await expect(kept).toContainText('your own');
    expect(await axeFindings(page)).toEqual([]);
    await dialog.getByRole('button', { name: 'Remove ;br' }).click();
    await expect(kept).toHaveCount(0);
    await page
      .getByRole('listitem')
      .filter({ hasText: 'The phrase is removed.' })
      .getByRole('button', { name: 'Undo' })
      .click();
    await expect(kept).toBeVisible();
    await page.keyboard.press('Escape');
  });

  await test.step('a colleague has the course’s phrases, and not those of others', async () => {
    const { page: other } = await visit('bokonjo');
    await other.goto(page.url());
    const theirs = other.getByRole('region', { name: 'Phrases' });
    await expect(theirs.getByRole('button', { name: /^;post / })).toBeVisible();
    await expect(theirs.getByRole('button', { name: /^;br / })).toHaveCount(0);
  });
  expect(faults).toEqual([]);
});
