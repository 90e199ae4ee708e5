import { axeFindings, expect, go, openDemo, test, visitDemo } from './support/journey';

/** Weeks before today on which it is asked. */
const WEEKS_BACK = 8;

test('who owned a file on a day in autumn, and who could open it: answered in eight keys; what was changed since is compared', async ({
  browser,
  demo,
}) => {
  const { page, faults } = await visitDemo(browser, demo, 'itamsin');
  await go(page, 'l');
  await page.keyboard.press('o');
  await expect(page.getByRole('heading', { level: 1, name: 'Owners' })).toBeVisible();
  const files = page.getByRole('list', { name: 'Files' });
  await expect(files.getByRole('button').first()).toBeVisible();
  const today = await page.getByLabel('As it is on').inputValue();
  const then = new Date(Date.parse(`${today}T12:00:00Z`) - WEEKS_BACK * 7 * 86_400_000)
    .toISOString()
    .slice(0, 10);
  const [year, month, day] = then.split('-') as [string, string, string];
  await page.keyboard.press('d');
  for (const key of `${month}${day}${today.startsWith(year) ? '' : year}`) await page.keyboard.press(key);
  await expect(page.getByLabel('As it was at the end of')).toHaveValue(then);
  // Something that was turned in, not what was handed out.
  await files.getByRole('button').filter({ hasText: 'same bytes' }).first().click();
  const facts = page.getByRole('region', { name: /^Owner, holder and keys of 02-/ });
  await expect(facts).toContainText(/Owner.*since .*when it was turned in/is);
  await expect(facts).toContainText(/Holder.*02-/s);
  await expect(facts.getByRole('listitem').filter({ hasText: 'Tamsin, Imogen' })).toContainText(
    'teacher of the course',
  );
  expect(await axeFindings(page)).toEqual([]);

  await page.getByRole('button', { name: 'Today' }).click();
  await page.getByRole('link', { name: 'All periods' }).click();
  await expect(page.getByText(/who can open it · All periods$/)).toBeVisible();
  const changed = page.getByRole('button', { name: /changed since turned in$/ });
  await changed.click();
  await expect(changed).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByText(/^\d+ of [\d,]+ files$/)).toBeVisible();
  const count = Number.parseInt((await changed.textContent())!, 10);
  expect(count).toBeGreaterThan(3);
  await expect(files.getByRole('button')).toHaveCount(count);
  await expect(files.getByRole('button', { name: /changed (Mon|Tue|Wed|Thu|Fri|Sat|Sun) / })).toHaveCount(
    count,
  );
  await page.keyboard.press('j');
  await expect(files.getByRole('button').nth(1)).toBeFocused();
  await page.getByRole('link', { name: 'Compare with the sealed copy' }).click();
  await page.getByRole('button', { name: 'Compare with the sealed copy' }).click();
  await expect(page.getByRole('region', { name: 'What changed' })).toBeVisible();
  expect(faults).toEqual([]);
});

test('the office reads whose the files of a course are; on a phone too', async ({ browser, demo }) => {
  const { page, faults } = await visitDemo(browser, demo, 'office', { phone: true });
  await page
    .getByRole('link', { name: /Field Geography/ })
    .first()
    .click();
  await page.getByRole('link', { name: 'Ledger' }).click();
  await page
    .getByRole('navigation', { name: 'Views of the ledger' })
    .getByRole('link', { name: 'Owners' })
    .click();
  const left = page.getByRole('button', { name: /owner has left$/ });
  await expect(left).toContainText(/[1-9]/);
  await left.click();
  await expect(page.getByRole('list', { name: 'Files' }).getByRole('button').first()).toContainText(
    'has left',
  );
  const facts = page.getByRole('region', { name: /^Owner, holder and keys of / });
  await expect(facts).toContainText(/has left on .*; the file stays theirs/);
  await expect(facts.getByRole('link', { name: 'Show it at the desk' })).toHaveCount(0);
  expect(await axeFindings(page)).toEqual([]);
  expect(faults).toEqual([]);
});

test('copies are taken into the school’s keeping by keyboard, one and all that are shown, and given up again', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await go(page, 'l');
  await page.keyboard.press('o');
  await page.getByRole('link', { name: 'All periods' }).click();
  const files = page.getByRole('list', { name: 'Files' });
  const narrow = async (state: RegExp) => {
    await page.getByRole('button', { name: state }).click();
    await expect(page.getByRole('button', { name: state })).toHaveAttribute('aria-pressed', 'true');
    await expect(page.getByText(/^\d+ of [\d,]+ files$/)).toBeVisible();
  };
  await narrow(/deleted by its owner$/);
  await page.keyboard.press('j');
  await page.keyboard.press('c');
  const window = page.getByRole('dialog', { name: 'Keep a copy for the school' });
  await expect(window).toContainText('exactly as it was turned in. Files stay their owners’.');
  await page.keyboard.type('For the exhibition.');
  expect(await axeFindings(page)).toEqual([]);
  await page.keyboard.press('Enter');
  await expect(page.getByText('The school keeps 1 copy.')).toBeVisible();
  await expect(page.getByText(/The school keeps a copy since .*: For the exhibition\.$/)).toBeVisible();

  await page.getByRole('button', { name: 'Keep copies of these' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Keep copies' }).click();
  const done = page.getByRole('listitem').filter({ hasText: /The school keeps \d+ copies\./ });
  await done.getByRole('button', { name: 'Undo' }).click();
  await narrow(/the school’s$/);
  const kept = files.getByRole('button').filter({ hasText: 'the school’s keeping' });
  // That one, and what the demo keeps of somebody who has left.
  await expect(kept).toHaveCount(3);
  await kept.first().click();
  await expect(page.getByRole('link', { name: 'Download the school’s copy' })).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  expect(faults).toEqual([]);
});
