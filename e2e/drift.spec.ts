import { axeFindings, expect, go, openDemo, test, toRack } from './support/journey';
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

test('a student deletes a file that is turned in, by keyboard; the teacher keeps the sealed copy and is told, and it can be restored', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page: student, faults: studentFaults } = await visit('enwosu');
  await student.getByRole('link', { name: 'Drawer' }).click();
  const name = '05-Nwosu_Ebere_Soil texture table';
  const file = student.getByRole('listitem').filter({ hasText: name });
  await expect(file).toContainText(
    /It is yours\. It is in 05-Nwosu_Ebere\. You, Imogen Tamsin, .* and the office can open it\./,
  );
  await file.getByRole('button', { name: /^Delete 05-Nwosu_Ebere_Soil/ }).press('Enter');
  await expect(
    student.getByText(/is in the trash for 30 days\. What you turned in stays as it was\./),
  ).toBeVisible();
  await expect(student.getByRole('heading', { name: 'Turned in', exact: true })).toBeFocused();
  await expect(file).toHaveCount(0);
  const trash = student.getByRole('region', { name: 'Trash' });
  await expect(trash.getByRole('listitem').first()).toContainText(
    'what you turned in for Soil texture table stays',
  );
  expect(await axeFindings(student)).toEqual([]);

  const { page, faults } = await visit('itamsin');
  await go(page, 'l');
  await page.keyboard.press('o');
  await page.getByRole('button', { name: /deleted by its owner/ }).click();
  const row = page.getByRole('list', { name: 'Files' }).getByRole('button', { name: new RegExp(name) });
  await expect(row).toContainText(/deleted by its owner .*; the sealed copy is kept/);
  await page.goto(page.url().replace(/ledger.*/, 'rack?period=5'));
  await toRack(page, 5, 'Soil texture table');
  await page.getByRole('button', { name: /^Nwosu, Ebere: / }).focus();
  await page.keyboard.press('r');
  const work = page.getByRole('region', { name: 'The work' });
  await expect(work).toContainText(/Deleted: the owner deleted their file on .* Shown is the sealed copy/);

  await trash
    .getByRole('button', { name: /^Restore / })
    .first()
    .press('Enter');
  await expect(file).toBeVisible();
  const [download] = await Promise.all([
    student.waitForEvent('download'),
    student.getByRole('link', { name: 'Download everything' }).click(),
  ]);
  expect(download.suggestedFilename()).toMatch(/^My work \d{4}-\d\d-\d\d\.zip$/);
  expect(await download.failure()).toBeNull();
  expect([faults, studentFaults]).toEqual([[], []]);
});
