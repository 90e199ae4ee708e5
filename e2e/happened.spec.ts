import type { Page } from '@playwright/test';
import { axeFindings, expect, openDemo, test, toPeriod, toRack } from './support/journey';
import { openAssignment, turnInFile } from './support/tray';

const region = (page: Page, name: string) => page.getByRole('region', { name, exact: true });
/** The numbers of a column, by its heading, in the picture of a name. */
async function column(page: Page, picture: string, heading: string): Promise<number[]> {
  const table = region(page, picture).getByRole('table');
  const at = (await table.getByRole('columnheader').allTextContents()).indexOf(heading);
  const cells = await table.locator(`tbody tr > :nth-child(${at + 1})`).allTextContents();
  return cells.map((text) => (text === '–' ? 0 : Number(text)));
}
const sum = (numbers: readonly number[]) => numbers.reduce((all, number) => all + number, 0);

test('what happened in a term: when work came, who has gone quiet, what waits for whom, and the way to each', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await toRack(page, 5, 'Soil texture table');
  await page
    .getByRole('navigation', { name: 'Views of the rack' })
    .getByRole('link', { name: 'What happened' })
    .click();
  await expect(page.getByRole('heading', { name: 'What happened', level: 1 })).toBeVisible();
  await expect(region(page, 'When work came').getByRole('table')).toBeVisible();

  // Every picture tells of the same work.
  const isIn = sum(await column(page, 'Assignment by assignment', 'In'));
  expect(isIn).toBeGreaterThan(20);
  expect(sum(await column(page, 'When work came', 'Work'))).toBe(isIn);
  expect(sum(await column(page, 'Week by week', 'All'))).toBe(isIn);
  expect(
    sum(
      await Promise.all(
        ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'].map(async (day) =>
          sum(await column(page, 'Week by week', day)),
        ),
      ),
    ),
  ).toBe(isIn);
  expect(await axeFindings(page)).toEqual([]);

  await test.step('what comes in is told at once', async () => {
    const { page: student } = await visit('enwosu');
    await openAssignment(student, /Stream gauge log/);
    await turnInFile(student, { name: 'log.txt', mimeType: 'text/plain', buffer: Buffer.from('42 cm') });
    await expect.poll(async () => sum(await column(page, 'When work came', 'Work'))).toBe(isIn + 1);
    expect(sum(await column(page, 'Week by week', 'All'))).toBe(isIn + 1);
  });

  await test.step('what was done is told by week, day, student and assignment, each the way to its lines', async () => {
    const table = region(page, 'What was done').getByRole('table');
    const way = page.getByLabel('How it is told');
    await expect(table).toBeVisible();
    const reviewed = sum(await column(page, 'What was done', 'Reviewed'));
    expect(reviewed).toBeGreaterThan(0);
    // Who turned in twice did it twice.
    await expect
      .poll(async () => sum(await column(page, 'What was done', 'Turned in')))
      .toBeGreaterThanOrEqual(isIn + 1);
    for (const [by, head] of [
      ['by day', 'Day'],
      ['by student', 'Student'],
      ['by assignment', 'Assignment'],
    ] as const) {
      await way.selectOption(by);
      await expect(table.getByRole('columnheader', { name: head })).toBeVisible();
      const all = page.getByRole('button', { name: /^Show all \d+$/ });
      if (await all.isVisible()) await all.click();
      await expect(all).toBeHidden();
      expect(sum(await column(page, 'What was done', 'Reviewed'))).toBe(reviewed);
    }
    await way.selectOption('by student');
    const student = table.getByRole('link').first();
    const name = (await student.textContent())!;
    await student.press('Enter');
    await expect(page.getByRole('combobox', { name: 'Student' }).locator('option:checked')).toHaveText(name);
    await expect(page.getByText(/^\d+ lines? · nothing here/)).toBeVisible();
    await page.goBack();
    await expect(way).toHaveValue('student');
  });

  await test.step('what is missing is a way to those who lack it', async () => {
    const missing = sum(await column(page, 'Assignment by assignment', 'Missing'));
    expect(missing).toBeGreaterThan(0);
    await page
      .getByRole('list', { name: 'Waits for students' })
      .getByRole('link', { name: `${missing} missing` })
      .press('Enter');
    await expect(page.getByRole('grid').getByRole('gridcell', { name: /: missing/ })).toHaveCount(missing);
    await page.goBack();
  });

  await test.step('what is to be reviewed is a way to the desk', async () => {
    await page
      .getByRole('list', { name: 'Waits for you' })
      .getByRole('link', { name: /to review$/ })
      .click();
    await expect(page.getByRole('region', { name: 'Review' }).getByRole('heading').first()).toBeVisible();
    await page.goBack();
    await expect(region(page, 'When work came')).toBeVisible();
  });

  await test.step('who has gone quiet is a way to all that they did', async () => {
    await page.getByRole('link', { name: 'All periods' }).click();
    await expect(page.getByText(/^15\d students · /)).toBeVisible();
    const quiet = region(page, 'Gone quiet').getByRole('listitem').first();
    await expect(quiet).toContainText(/last on .* · \d+ fell due|nothing yet/);
    const name = (await quiet.getByRole('link').textContent())!;
    await quiet.getByRole('link').click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText(name.split(',')[0]!);
  });
  expect(faults).toEqual([]);
});

test('what happened is read on a phone, and of a term without work it is said', async ({ browser }) => {
  const { visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin', { phone: true });
  await toPeriod(page, 4);
  await toRack(page, 4, 'Stream gauge log');
  await page
    .getByRole('navigation', { name: 'Views of the rack' })
    .getByRole('link', { name: 'What happened' })
    .click();
  await expect(region(page, 'Gone quiet')).toBeVisible();
  expect(
    await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
  ).toBe(0);
  const term = page.getByRole('combobox', { name: 'Term', exact: true });
  const last = (await term.locator('option').allTextContents()).at(-2)!;
  await term.selectOption(last);
  await expect(page.getByText('No assignments in this term yet')).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  expect(faults).toEqual([]);
});
