import type { Locator } from '@playwright/test';
import { axeFindings, expect, openDemo, test, toDesk } from './support/journey';
import { openAssignment, turnInFile } from './support/tray';

const TASK = 'Stream gauge log';

/** How long a player finds what it plays to be, in seconds, once it has read so far. */
const lengthOf = (player: Locator) =>
  player.evaluate((audio: HTMLAudioElement) => {
    audio.preload = 'metadata';
    return new Promise<number>((resolve) => {
      if (audio.readyState > 0) return resolve(audio.duration);
      audio.addEventListener('loadedmetadata', () => resolve(audio.duration), { once: true });
    });
  });

test('a comment is spoken by keyboard, goes along with what is done next, and its student hears it', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page: student } = await visit('enwosu', { phone: true });
  await openAssignment(student, new RegExp(TASK));
  await turnInFile(student, {
    name: 'log.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from('On Monday the gauge stood at 42 cm. On Tuesday it rained.'),
  });
  const { page, faults } = await visit('itamsin');
  await toDesk(page, 5, TASK);
  await page.getByRole('button', { name: /^Nwosu, Ebere/ }).click();
  const review = page.getByRole('region', { name: 'Review' });
  await expect(review.getByRole('heading')).toContainText('Nwosu');
  const spoken = review.getByRole('group', { name: 'Spoken comment' });
  const said = review.getByRole('list', { name: 'Comments' }).getByRole('listitem');
  const before = await said.count();

  // Spoken, thrown away, and spoken again: `v` begins and ends it.
  await page.keyboard.press('v');
  await expect(spoken.getByText('Recording · kept as you speak')).toBeVisible();
  await spoken.getByRole('button', { name: 'Throw it away' }).click();
  await expect(spoken).toHaveCount(0);
  await page.keyboard.press('v');
  await expect(spoken.getByText('Recording · kept as you speak')).toBeVisible();
  await expect(spoken.getByRole('button', { name: 'Done' })).toBeInViewport();
  expect(await axeFindings(page)).toEqual([]);
  await page.keyboard.press('v');
  await expect(spoken.getByLabel('What you spoke')).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  await review.getByRole('button', { name: 'Save comment' }).click();
  await expect(said).toHaveCount(before + 1);
  await expect(spoken).toHaveCount(0);
  const own = said.filter({ hasText: /spoken, \d:\d\d/ }).last();
  expect(await lengthOf(own.locator('audio'))).toBeGreaterThan(0.1);
  expect(await axeFindings(page)).toEqual([]);

  // Removed, and back with what it said.
  await own.getByRole('button', { name: 'Remove' }).click();
  await expect(said).toHaveCount(before);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(said).toHaveCount(before + 1);

  // With words beside it, and not saved: it goes along with the hand-back.
  await page.getByLabel('Comment', { exact: true }).fill('Listen to how I read it.');
  await page.keyboard.press('Escape');
  await page.keyboard.press('v');
  await expect(spoken.getByText('Recording · kept as you speak')).toBeVisible();
  await page.keyboard.press('h');
  await expect(page.getByText(/will be handed back in 10 seconds/)).toBeVisible();

  await student.getByRole('link', { name: /^Handed back/ }).click();
  await student.getByRole('link', { name: new RegExp(TASK) }).click();
  const read = student.getByRole('list', { name: 'Comments' }).getByRole('listitem');
  const withWords = read.filter({ hasText: 'Listen to how I read it.' });
  const player = withWords.getByLabel(/’s spoken comment, \d:\d\d$/);
  await expect(player).toBeVisible();
  expect(await lengthOf(player)).toBeGreaterThan(0.1);
  await expect(read.getByLabel(/’s spoken comment, /)).toHaveCount(2);
  expect(await axeFindings(student)).toEqual([]);
  expect(faults).toEqual([]);
});

test('what is being spoken is still there after the window was closed', async ({ browser }) => {
  const { visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await toDesk(page, 4, 'Soil texture table');
  const review = page.getByRole('region', { name: 'Review' });
  await expect(review.getByRole('heading').first()).toBeVisible();
  const spoken = review.getByRole('group', { name: 'Spoken comment' });
  const said = review.getByRole('list', { name: 'Comments' }).getByRole('listitem');
  await expect(page).toHaveURL(/student=/);
  const before = await said.count();
  await page.keyboard.press('v');
  await expect(spoken.getByText('Recording · kept as you speak')).toBeVisible();

  const again = await page.context().newPage();
  const address = page.url();
  await page.close();
  await again.goto(address);
  const kept = again.getByRole('group', { name: 'Spoken comment' });
  await expect(kept).toContainText('What you spoke is here, as far as it was recorded. It is not saved yet.');
  const region = again.getByRole('region', { name: 'Review' });
  await region.getByRole('button', { name: 'Save comment' }).click();
  const now = region.getByRole('list', { name: 'Comments' }).getByRole('listitem');
  await expect(now).toHaveCount(before + 1);
  await expect(kept).toHaveCount(0);
  expect(await lengthOf(now.last().locator('audio'))).toBeGreaterThan(0.1);
  expect(faults).toEqual([]);
});
