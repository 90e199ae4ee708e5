import { axeFindings, expect, openDemo, test, toRack } from './support/journey';
import { openAssignment, turnInFile } from './support/tray';

test('who has only handed the sheet back is seen at a glance, and how much the others have added', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await toRack(page, 4, 'Stream gauge log');
  const slots = page.getByRole('list', { name: 'Slots' }).getByRole('button');
  const untouched = slots.and(page.getByRole('button', { name: /untouched copy/ }));
  await expect(untouched).toHaveCount(1);
  await expect(untouched).toHaveAccessibleName(/^Weber, Maeve: turned in/);
  await expect(slots.and(page.getByRole('button', { name: /\+ \d+ words/ })).first()).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);

  await page.getByRole('group', { name: 'Counts' }).getByRole('button', { name: 'untouched' }).press('Enter');
  await expect(slots).toHaveCount(1);
  await slots.first().focus();
  await page.keyboard.press(' ');
  const glance = page.getByRole('dialog');
  await expect(glance.getByText('An untouched copy of what was handed out.')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('group', { name: 'Counts' }).getByRole('button', { name: 'untouched' }).press('Enter');

  // What comes in is measured while the rack is open.
  const { page: student, faults: theirs } = await visit('kthorsen');
  await openAssignment(student, /Stream gauge log/);
  const text = Array.from({ length: 60 }, (_, i) => `Reading ${i} was high.`).join(' ');
  await turnInFile(student, { name: 'log.txt', mimeType: 'text/plain', buffer: Buffer.from(text) });
  const own = slots.and(page.getByRole('button', { name: /^Thorsen, Kai: / }));
  await expect(own).toHaveAccessibleName(/\+ \d+ words$/);
  await own.click();
  await expect(glance.getByText(/Written more than was handed out: \d+ words added/)).toBeVisible();
  expect([faults, theirs]).toEqual([[], []]);
});
