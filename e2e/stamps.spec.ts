import { axeFindings, expect, openDemo, test, toRack } from './support/journey';
import { openAssignment, turnInFile } from './support/tray';

test('stamps are put on the whole and at a place by keyboard and by press, and their student has them', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page: student } = await visit('enwosu', { phone: true });
  await openAssignment(student, /Stream gauge log/);
  await turnInFile(student, {
    name: 'log.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from('On Monday the gauge stood at 42 cm. On Tuesday it rained.'),
  });
  const { page, faults } = await visit('itamsin');
  await toRack(page, 5, 'Stream gauge log');
  await page.getByRole('button', { name: /^Nwosu, Ebere: turned in/ }).click();
  await page.keyboard.press('r');
  const review = page.getByRole('region', { name: 'Review' });
  await expect(review.getByRole('heading')).toContainText('Nwosu');
  const work = page.getByRole('region', { name: 'The work' });
  await expect(work.locator('pre')).toContainText('42 cm');
  const stamps = review.getByRole('toolbar', { name: 'Stamps' });
  const comments = review.getByRole('list', { name: 'Comments' });
  const said = comments.getByRole('listitem');
  const before = await said.count();
  // Its number is the stamp's where one has gone to them, and the rubric's where one has not.
  const score = await review.getByRole('group').allTextContents();
  await page.keyboard.press('t');
  await expect(stamps.getByRole('button').first()).toBeFocused();
  await page.keyboard.press('2');
  await expect(said).toHaveCount(before + 1);
  await expect(comments.getByText('Well seen.', { exact: true })).toBeVisible();
  expect(await review.getByRole('group').allTextContents()).toEqual(score);
  await expect(stamps.getByRole('button').nth(1)).not.toBeFocused();

  // At a place that is chosen with keys.
  await page.keyboard.press('m');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Comment', { exact: true })).toBeFocused();
  await page.keyboard.press('Escape');
  await page.keyboard.press('t');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Enter');
  await expect(said).toHaveCount(before + 2);
  const atPlace = said.filter({ hasText: 'Say more about this.' });
  await expect(atPlace.getByRole('button').first()).toContainText('“');
  await expect(work.locator('.mark-number svg')).toHaveCount(1);
  // The place is used up: the next one is on the whole, by a press; and it can be removed.
  await stamps.getByRole('button', { name: 'Stamp 1: Clear.' }).click();
  await expect(said).toHaveCount(before + 3);
  const clear = said.filter({ has: page.getByText('Clear.', { exact: true }) });
  await expect(clear.getByText('“')).toHaveCount(0);
  await clear.getByRole('button', { name: 'Remove' }).click();
  await expect(clear).toHaveCount(0);
  expect(await axeFindings(page)).toEqual([]);

  await expect(student.getByText('Well seen.', { exact: true })).toHaveCount(0);
  await page.keyboard.press('h');
  await expect(page.getByText(/will be handed back in 10 seconds/)).toBeVisible();
  await student.getByRole('link', { name: /^Handed back/ }).click();
  await student.getByRole('link', { name: /Stream gauge log/ }).click();
  const read = student.getByRole('list', { name: 'Comments' }).getByRole('listitem');
  await expect(read.filter({ hasText: 'Well seen.' }).locator('svg').first()).toBeVisible();
  await expect(student.locator('.mark-number svg')).toHaveCount(1);
  expect(await axeFindings(student)).toEqual([]);
  expect(faults).toEqual([]);
});
