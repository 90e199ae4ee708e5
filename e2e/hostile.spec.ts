import { expect, openDemo, test, toRack } from './support/journey';
import { openAssignment } from './support/tray';

test('a text made to freeze the page of whoever reads it is shown as it is, and the page goes on', async ({
  browser,
}) => {
  const { demo: school, visit } = await openDemo(browser);
  const student = await visit('mturoa', { phone: true });
  await openAssignment(student.page, /Stream gauge log/);
  await student.page.getByLabel('Files to turn in').setInputFiles({
    name: 'notes.md',
    mimeType: 'text/markdown',
    buffer: Buffer.from(`Five readings.\n\n${'[a](<b'.repeat(60_000)}`),
  });
  await student.page.getByRole('button', { name: /^Turn in \d piece/ }).click();
  await expect(student.page.getByRole('heading', { name: 'It arrived.' })).toBeVisible();

  const { page, faults } = await visit('itamsin');
  await toRack(page, 5, 'Stream gauge log');
  await page.getByRole('button', { name: /^Tūroa, Mere: / }).click();
  await page.keyboard.press(' ');
  const glance = page.getByRole('dialog');
  await expect(glance.getByText('Five readings.')).toBeVisible();
  await expect(glance.getByText('Shown as plain text.')).toBeVisible();
  // It is the worker that was busy, not the page.
  await page.keyboard.press('Escape');
  await expect(glance).toBeHidden();
  expect(faults).toEqual([]);
  await school.close();
});
