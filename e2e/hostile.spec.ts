import { axeFindings, expect, openDemo, test, toDesk, toRack } from './support/journey';
import { bombDocx, brokenPdf, hugePng, lockedPdf, pdfOf, tableOf } from './support/hostileFiles';
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
  // A press opens the glance; a key beside it would close it again, where it is there already.
  await page.getByRole('button', { name: /^Tūroa, Mere: / }).click();
  const glance = page.getByRole('dialog');
  await expect(glance.getByText('Five readings.')).toBeVisible();
  await expect(glance.getByText('Shown as plain text.')).toBeVisible();
  // It is the worker that was busy, not the page.
  await page.keyboard.press('Escape');
  await expect(glance).toBeHidden();
  expect(faults).toEqual([]);
  await school.close();
});

test('work that is broken, or too much of it, says at the desk what it is, and the desk goes on', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const student = await visit('mturoa');
  await openAssignment(student.page, /Stream gauge log/);
  const DOCX = 'application/vnd.openxmlformats-officedocument.wordprocessingml.document';
  const files: [name: string, mimeType: string, buffer: Buffer, says: RegExp][] = [
    ['book.pdf', 'application/pdf', await pdfOf(10_000), /^the first 200 of 10000 pages/],
    ['locked.pdf', 'application/pdf', await lockedPdf(), /^This PDF asks for a password/],
    ['broken.pdf', 'application/pdf', brokenPdf(), /^This PDF is damaged/],
    ['bomb.docx', DOCX, await bombDocx(), /^This text is too long to be shown here/],
    ['gauge.csv', 'text/csv', tableOf(500_000), /^Only the first 50,000 rows are shown/],
    ['years.csv', 'text/csv', tableOf(2_000_000), /^This table is too long to be shown here/],
    ['wall.png', 'image/png', hugePng(), /^This picture has 30000 × 30000 pixels/],
    [
      'torn.jpg',
      'image/jpeg',
      Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0, 16, 74, 70, 73, 70]),
      /^This photo is damaged/,
    ],
  ];
  await student.page
    .getByLabel('Files to turn in')
    .setInputFiles(files.map(([name, mimeType, buffer]) => ({ name, mimeType, buffer })));
  await student.page.getByRole('button', { name: `Turn in ${files.length} pieces` }).click();
  await expect(student.page.getByRole('heading', { name: 'It arrived.' })).toBeVisible();

  const { page, faults } = await visit('itamsin');
  await toDesk(page, 5, 'Stream gauge log');
  await page.getByRole('button', { name: /^Tūroa, Mere/ }).click();
  const review = page.getByRole('region', { name: 'Review' });
  await expect(review.getByRole('heading')).toContainText('Tūroa');
  const work = page.getByRole('region', { name: 'The work' });
  const said = review.getByRole('list', { name: 'Comments' }).getByRole('listitem');
  for (const [i, [name, , , says]] of files.entries()) {
    await work.getByRole('group', { name: 'Pieces' }).getByRole('button').nth(i).click();
    await expect(work.getByText(`came as ${name}`)).toBeVisible();
    await expect(work.getByText(says)).toBeVisible();
    // The desk goes on: something is said of it, on the whole.
    await page.keyboard.press('c');
    const box = page.getByLabel('Comment', { exact: true });
    await expect(box).toBeFocused();
    await box.fill(`I cannot read ${name}.`);
    await page.keyboard.press('Control+Enter');
    await expect(said).toHaveCount(i + 1);
    await page.keyboard.press('Escape');
  }
  expect(await axeFindings(page)).toEqual([]);
  await page.keyboard.press('j');
  await expect(review.getByRole('heading')).not.toContainText('Tūroa');
  expect(faults).toEqual([]);
});
