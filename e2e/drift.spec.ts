import { axeFindings, expect, openDemo, test, toRack } from './support/journey';
import { openAssignment, turnInFile } from './support/tray';

test('a student works on after turning in, on a phone; the teacher is told, and compares with the sealed copy', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page: student, faults: studentFaults } = await visit('enwosu', { phone: true });
  const text = (words: string, name: string) => ({
    name,
    mimeType: 'text/plain',
    buffer: Buffer.from(words),
  });
  await openAssignment(student, /Stream gauge log/);
  await turnInFile(student, text('The water stood low at nine.', 'log.txt'));
  await student.getByRole('link', { name: 'Drawer' }).click();
  const file = student.getByRole('listitem').filter({ hasText: 'was log.txt' });
  await file
    .getByLabel(/^Upload newer version of 05-Nwosu_Ebere_Stream gauge log/)
    .setInputFiles(text('The water stood high at nine.', 'log after.txt'));
  await expect(file).toContainText('what you turned in is kept as it was');
  const [download] = await Promise.all([
    student.waitForEvent('download'),
    file.getByRole('link', { name: 'Open your version' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('log after.txt');
  expect(await axeFindings(student)).toEqual([]);

  const { page, faults } = await visit('itamsin');
  await toRack(page, 5, 'Stream gauge log');
  const slot = page.getByRole('button', { name: /^Nwosu, Ebere: turned in, .*drift/ });
  await slot.focus();
  await page.keyboard.press('r');
  const work = page.getByRole('region', { name: 'The work' });
  await expect(work).toContainText('The water stood low at nine.');
  await expect(work).toContainText(/Drift: the owner changed this file on .* Shown is the sealed copy/);
  await work.getByRole('button', { name: 'Compare with the sealed copy' }).press('Enter');
  const changed = work.getByRole('region', { name: 'What changed' });
  await expect(changed).toContainText('low');
  await expect(changed).toContainText('high');
  await expect(work.getByRole('combobox', { name: 'beside' })).toContainText('as its owner has it now');
  expect(await axeFindings(page)).toEqual([]);
  expect([faults, studentFaults]).toEqual([[], []]);
});
