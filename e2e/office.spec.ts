import type { Page } from '@playwright/test';
import { zipSync, strToU8 } from 'fflate';
import { utils, write } from 'xlsx';
import { axeFindings, expect, openDemo, test, toDesk } from './support/journey';
import { openAssignment, turnInFile } from './support/tray';

const ODT = 'application/vnd.oasis.opendocument.text';
const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';
const ODS = 'application/vnd.oasis.opendocument.spreadsheet';

/** A workbook of two sheets, as another program writes it; the second is far longer than a screen. */
function workbookOf(last: string, bookType: 'xlsx' | 'ods'): Buffer {
  const book = utils.book_new();
  utils.book_append_sheet(
    book,
    utils.aoa_to_sheet([
      ['gauge', 'post'],
      ['ford', 3],
    ]),
    'About',
  );
  const readings = Array.from({ length: 400 }, (_, i) => [`reading ${i + 1}`, 40 + (i % 9), last]);
  utils.book_append_sheet(book, utils.aoa_to_sheet([['what', 'cm', 'note'], ...readings]), 'Đặng’s readings');
  return write(book, { type: 'buffer', bookType }) as Buffer;
}

/** A text document with a comment in it, which is not shown. */
const documentOf = (words: string): Buffer =>
  Buffer.from(
    zipSync({
      mimetype: [strToU8(ODT), { level: 0 }],
      'content.xml': strToU8(
        `<office:document-content xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0"><office:body><office:text><text:h>Gauge log</text:h><text:p>${words}<office:annotation><text:p>aside</text:p></office:annotation></text:p></office:text></office:body></office:document-content>`,
      ),
    }),
  );

const work = (page: Page) => page.getByRole('region', { name: 'The work' });
const comments = (page: Page) => page.getByRole('list', { name: 'Comments' }).getByRole('listitem');

test('a workbook and an open document are read in place, said something of, and set beside the next attempt', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page: student, faults: theirs } = await visit('mturoa', { phone: true });
  await openAssignment(student, /Stream gauge log/);
  const turnIn = async (name: string, mimeType: string, buffer: Buffer) => {
    await turnInFile(student, { name, mimeType, buffer });
    await student.getByRole('button', { name: 'Turn in something more' }).click();
  };
  await turnIn('readings.xlsx', XLSX, workbookOf('clear', 'xlsx'));

  const { page, faults } = await visit('itamsin');
  await toDesk(page, 5, 'Stream gauge log');
  await page.getByRole('button', { name: /^Tūroa, Mere/ }).click();
  await expect(page.getByRole('region', { name: 'Review' }).getByRole('heading')).toContainText('Tūroa');

  await test.step('a workbook', async () => {
    const sheets = work(page).getByRole('group', { name: 'Sheets' });
    await expect(sheets.getByRole('button', { name: 'About' })).toHaveAttribute('aria-pressed', 'true');
    await sheets.getByRole('button', { name: 'Đặng’s readings' }).click();
    const grid = work(page).getByRole('grid');
    await expect(grid.getByRole('columnheader').nth(1)).toHaveText('A');
    await expect(grid.getByRole('gridcell', { name: 'reading 1', exact: true })).toBeVisible();
    // What is far below is not drawn, and is there at the press of keys.
    await expect(grid.getByRole('gridcell', { name: 'reading 60', exact: true })).toHaveCount(0);
    await grid.focus();
    for (let i = 0; i < 3; i += 1) await page.keyboard.press('PageDown');
    await expect(work(page).getByText('A61 reading 60')).toBeVisible();
    await expect(grid.getByRole('gridcell', { name: 'reading 60', exact: true })).toBeVisible();
    await page.keyboard.press('m');
    for (const key of ['ArrowDown', 'ArrowRight', 'Shift+ArrowDown', 'Enter']) await page.keyboard.press(key);
    await page.keyboard.type('Twice the same?');
    await page.keyboard.press('Control+Enter');
    await page.keyboard.press('Escape');
    const place = comments(page).getByRole('button', { name: 'Đặng’s readings, B2 to B3' });
    await expect(place).toBeVisible();
    expect(await axeFindings(page)).toEqual([]);
    // Whoever is led there is led to its sheet, again and again.
    await page.reload();
    await expect(sheets.getByRole('button', { name: 'About' })).toHaveAttribute('aria-pressed', 'true');
    for (let i = 0; i < 2; i += 1) {
      await place.press('Enter');
      await expect(work(page).getByRole('button', { name: 'Comment 1' })).toBeInViewport();
      await sheets.getByRole('button', { name: 'About' }).click();
      await expect(work(page).getByRole('button', { name: 'Comment 1' })).toHaveCount(0);
    }
  });

  await test.step('its next attempt, made with another program', async () => {
    await turnIn('readings.ods', ODS, workbookOf('muddy', 'ods'));
    await expect(work(page).getByRole('button', { name: /attempt 2/ })).toBeVisible();
    await expect(work(page).getByText('came as readings.ods')).toBeVisible();
    await page.keyboard.press('w');
    await expect(page.getByText('400 cells changed.')).toBeVisible();
    await page.keyboard.press('Escape');
  });

  await test.step('an open document', async () => {
    await turnIn('log.odt', ODT, documentOf('We read 42 cm at the ford.'));
    await turnIn('log.odt', ODT, documentOf('We read 24 cm at the ford.'));
    await expect(work(page).getByRole('button', { name: /attempt 4/ })).toBeVisible();
    await expect(work(page).locator('.document')).toContainText('We read 24 cm at the ford.');
    await expect(work(page).getByText('Not shown here: comments.')).toBeVisible();
    await page.keyboard.press('m');
    for (const key of ['ArrowDown', 'Enter']) await page.keyboard.press(key);
    await page.keyboard.type('Say the post.');
    await page.keyboard.press('Control+Enter');
    await page.keyboard.press('Escape');
    await expect(comments(page).getByRole('button', { name: /“We read 24 cm at the ford\.”/ })).toBeVisible();
    await page.keyboard.press('w');
    const changed = page.getByRole('region', { name: 'What changed' });
    await expect(changed.locator('del')).toHaveText(['42']);
    await expect(changed.locator('ins')).toHaveText(['24']);
  });
  expect([faults, theirs]).toEqual([[], []]);
});
