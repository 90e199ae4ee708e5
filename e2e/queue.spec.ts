import type { Browser } from '@playwright/test';
import { axeFindings, expect, openDemo, test, toDesk } from './support/journey';
import { openForReading } from './support/readDatabase';
import { openAssignment, turnInFile } from './support/tray';

/** A teacher of the demo at the pile of one period. */
async function openPile(browser: Browser) {
  const { visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await toDesk(page, 4, 'Stream gauge log');
  const pile = page.getByRole('list', { name: 'Students with something in' });
  await expect(pile).toBeVisible();
  return { visit, page, faults, pile, lying: pile.getByRole('button') };
}

test('the pile is gone through as its teacher chooses, who stays with what they look at, and it is so again tomorrow', async ({
  browser,
}) => {
  const { page, faults, lying } = await openPile(browser);
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

test('two who share the pile of several periods see what the other has begun, and take what nobody has', async ({
  browser,
}) => {
  const { visit, page, faults, pile, lying } = await openPile(browser);
  const ofFour = await lying.count();
  const plates = page.getByRole('navigation', { name: 'Periods' });
  await plates.getByRole('button', { name: 'several' }).click();
  await plates.getByRole('link', { name: /^Period 5.*look at it too/ }).click();
  await expect(plates.getByRole('link', { name: /^Period 5.*leave it out/ })).toBeVisible();
  await expect(lying).not.toHaveCount(ofFour);
  expect(await axeFindings(page)).toEqual([]);

  const whose = page.getByLabel('Whose work it is to review');
  await page.getByLabel('Work to show').selectOption('to review');
  await whose.selectOption('begun by nobody');
  const first = lying.first();
  await first.click();
  const name = (await page
    .getByRole('region', { name: 'Review' })
    .getByRole('heading', { level: 2 })
    .textContent())!;
  const address = page.url();

  const { page: colleague, faults: theirs } = await visit('bokonjo');
  await colleague.goto(address);
  await expect(
    colleague.getByRole('region', { name: 'Review' }).getByRole('heading', { name }),
  ).toBeVisible();
  await colleague.getByLabel('Comment', { exact: true }).fill('I have begun with this one.');
  await colleague.getByRole('button', { name: 'Save comment' }).click();
  // It is said where it lies, while it is looked at; then it lies among what others have begun.
  await expect(pile.getByText('begun by Bastien Okonjo')).toBeVisible();
  const left = await lying.count();
  await lying.nth(1).click();
  await expect(lying).toHaveCount(left - 1);
  await whose.selectOption('begun by others');
  await expect(pile.getByRole('button').filter({ hasText: 'begun by Bastien Okonjo' }).first()).toBeVisible();
  expect([faults, theirs]).toEqual([[], []]);
});

test('all that one student did through the year is gone through, and one is back at everybody’s', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await toDesk(page, 4, 'Stream gauge log');
  const student = page.getByRole('region', { name: 'Review' }).getByRole('heading', { level: 2 });
  await expect(student).toBeVisible();
  const name = (await student.textContent())!;
  await page.keyboard.press('y');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(name);
  const pile = page.getByRole('list', { name: 'Work through the year' });
  const titles = pile.getByRole('button');
  const here = pile.locator('[aria-current=true]');
  await expect(here).toContainText('Stream gauge log');
  expect(await titles.count()).toBeGreaterThan(2);
  await page.keyboard.press('k');
  await expect(here).toContainText('Soil texture table');
  await expect(student).toHaveText(name);
  expect(await axeFindings(page)).toEqual([]);
  await titles.first().click();
  await expect(here).toContainText('Summer land use map');
  await page.keyboard.press('y');
  await expect(page.getByRole('button', { name: 'Assignment: Summer land use map' })).toBeVisible();
  await expect(student).toHaveText(name);
  await expect(page.getByRole('list', { name: 'Students with something in' })).toBeVisible();
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

test('the school is off at the time that was set for a hand-back: it is done once the school is there again, once', async ({
  browser,
}) => {
  const { demo, visit } = await openDemo(browser);
  const { page: student } = await visit('enwosu', { phone: true });
  await openAssignment(student, /Stream gauge log/);
  await turnInFile(student, {
    name: 'log.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from('On Monday the gauge stood at 42 cm.'),
  });
  const { page, faults } = await visit('itamsin');
  await toDesk(page, 5, 'Stream gauge log');
  const pile = page.getByRole('list', { name: 'Students with something in' });
  await pile.getByRole('button', { name: /^Nwosu, Ebere/ }).click();
  const review = page.getByRole('region', { name: 'Review' });
  await expect(review.getByRole('heading')).toContainText('Nwosu');
  await page.getByLabel('Comment', { exact: true }).fill('Name the post that you read.');
  await page.keyboard.press('Escape');
  await page.keyboard.press('r');
  await expect(pile.getByRole('button', { name: /^Nwosu, Ebere.*reviewed/ })).toBeVisible();
  await page.getByRole('button', { name: 'Hand back at a set time' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Hand back \d+ then$/ })
    .click();
  await expect(page.getByText(/will be handed back on .*08:00/)).toBeVisible();
  const back = student.getByRole('link', { name: /^Handed back/ });
  await back.click();
  await expect(student.getByRole('heading', { name: 'Handed back' })).toBeVisible();
  const list = student.getByRole('main').getByRole('link', { name: /Stream gauge log/ });
  await expect(list).toHaveCount(0);

  // The power goes, and is back two days later: the time has passed while nothing ran.
  await demo.kill();
  const ahead = Number(process.env.VESTIBUL_CLOCK_AHEAD_MS ?? 0);
  demo.env = { VESTIBUL_CLOCK_AHEAD_MS: String(ahead + 2 * 86_400_000) };
  await demo.run();
  await student.reload();
  await expect(list).toBeVisible();
  await list.click();
  await expect(student.getByText('Name the post that you read.')).toBeVisible();
  const handedBack = () =>
    openForReading(demo.folder).all<{ lines: number }>(
      "SELECT COUNT(*) AS lines FROM event WHERE kind = 'handed back'",
    )[0]!.lines;
  const lines = handedBack();

  // Another start hands nothing back once more.
  await demo.kill();
  await demo.run();
  await student.reload();
  await expect(student.getByText('Name the post that you read.')).toBeVisible();
  expect(handedBack()).toBe(lines);
  await page.reload();
  await pile.getByRole('button', { name: /^Nwosu, Ebere/ }).click();
  await expect(review.getByRole('heading')).toContainText('Nwosu');
  await expect(review.getByText(/^Handed back /)).toBeVisible();
  expect(faults).toEqual([]);
});
