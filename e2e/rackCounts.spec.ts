import { axeFindings, expect, test, toPeriod, toRack, visitDemo } from './support/journey';

test('each count above the rack leads to those it counts, who stay while they are looked through', async ({
  browser,
  demo,
}) => {
  const { page, faults } = await visitDemo(browser, demo, 'itamsin');
  await toRack(page, 4, 'Soil texture table');
  const counts = page.getByRole('group', { name: 'Counts' });
  const slots = page.getByRole('list', { name: 'Slots' }).getByRole('button');
  const everybody = await slots.count();
  const countOf = async (what: string) =>
    Number(/^\d+/.exec((await counts.getByRole('button', { name: what }).textContent())!)![0]);

  const missing = await countOf('missing');
  expect(missing).toBeGreaterThan(0);
  await counts.getByRole('button', { name: 'missing' }).press('Enter');
  await expect(slots).toHaveCount(missing);
  for (const slot of await slots.all()) await expect(slot).toHaveAccessibleName(/: missing/);
  // Of the next period too, and of all of it again.
  await toPeriod(page, 5);
  await expect(counts.getByRole('button', { name: 'missing' })).toHaveAttribute('aria-pressed', 'true');
  await toPeriod(page, 4);
  await expect(slots).toHaveCount(missing);
  expect(await axeFindings(page)).toEqual([]);
  await counts.getByRole('button', { name: 'missing' }).press('Enter');
  await expect(slots).toHaveCount(everybody);

  const unseen = await countOf('not seen');
  await counts.getByRole('button', { name: 'not seen' }).click();
  await expect(slots).toHaveCount(unseen);
  const first = slots.first();
  const name = (await first.getAttribute('aria-label'))!.split(':')[0]!;
  await first.focus();
  await page.keyboard.press(' ');
  await expect(page.getByRole('dialog').getByRole('heading')).toHaveText(name);
  await page.keyboard.press('Escape');
  await expect(counts.getByRole('button', { name: 'not seen' })).toHaveText(`${unseen - 1}not seen`);
  await expect(first).toBeFocused();
  await expect(first).toHaveAccessibleName(new RegExp(`^${name}: (?!.*not seen)`));
  await expect(slots).toHaveCount(unseen);
  await page.reload();
  await expect(slots).toHaveCount(unseen - 1);
  expect(faults).toEqual([]);
});

test('some periods are looked at beside each other, wherever one goes with them, and one alone again', async ({
  browser,
  demo,
}) => {
  const { page, faults } = await visitDemo(browser, demo, 'itamsin');
  await toRack(page, 3, 'Stream gauge log');
  const plates = page.getByRole('navigation', { name: 'Periods' });
  const headings = page.getByRole('heading', { level: 2, name: /^Period \d$/ });
  await expect(headings).toHaveCount(0);
  await plates.getByRole('button', { name: 'several' }).press('Enter');
  await plates.getByRole('link', { name: /^Period 5.*look at it too/ }).press('Enter');
  await expect(headings).toHaveText(['Period 3', 'Period 5']);
  await expect(page.getByText('Period 3 and Period 5', { exact: true })).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);

  await page.getByRole('link', { name: 'Whole term' }).click();
  const map = page.getByRole('grid', { name: 'Map of Autumn term' });
  await expect(map.getByText('Period 3', { exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'Mark book' }).click();
  await expect(page.getByRole('heading', { name: 'Mark book', level: 1 })).toBeVisible();
  await expect(plates.getByRole('link', { name: /^Period 3.*leave it out/ })).toBeVisible();
  await expect(plates.getByRole('link', { name: /^Period 4.*look at it too/ })).toBeVisible();

  await plates.getByRole('link', { name: /^Period 3.*leave it out/ }).click();
  await expect(plates.getByRole('link', { name: /^Period 5.*leave it out/ })).toHaveAttribute(
    'aria-current',
    'true',
  );
  await plates.getByRole('button', { name: 'several' }).click();
  await expect(plates.getByRole('link', { name: /^Period 5/ })).toHaveAttribute('aria-current', 'page');
  expect(faults).toEqual([]);
});
