import type { Locator } from '@playwright/test';
import { axeFindings, expect, go, openDemo, test, toRack } from './support/journey';
import { courseOf, zipOf } from './support/pileOf';

test('work that was placed with the wrong student is moved: the right one has it, the other keeps nothing of it', async ({
  browser,
}) => {
  const { demo, visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await go(page, 'o');
  await page.getByRole('button', { name: 'Bring a pile' }).click();
  await page.getByLabel('Files of the pile').setInputFiles({
    name: 'lab laptop.zip',
    mimeType: 'application/zip',
    buffer: await zipOf([
      ['Ebere Nwosu gauge.txt', 'Written by Mai at the laptop where Ebere was signed in.'],
    ]),
  });
  await page.getByLabel('All of it is for').selectOption('Stream gauge log');
  await page.getByRole('button', { name: 'Bring 1 file to the table' }).click();
  await expect(page.getByText(/^lab laptop\.zip, .* 1 arrived = 1 placed/)).toBeVisible();

  const course = courseOf(page);
  const read = async <Answer>(what: string) =>
    (await (await page.request.get(`${demo.address}/api/courses/${course}${what}`)).json()) as Answer;
  const { assignments, periods } = await read<{
    assignments: { id: string; title: string }[];
    periods: { id: string; number: number }[];
  }>('');
  const students = await read<{ id: string; username: string; periodId: string }[]>('/roster');
  const assignment = assignments.find(({ title }) => title === 'Stream gauge log')!.id;
  const review = async (who: string) => {
    const { id, periodId } = students.find(({ username }) => username === who)!;
    const { number } = periods.find((period) => period.id === periodId)!;
    const query = `period=${number}&assignment=${assignment}&student=${id}`;
    await page.goto(`${demo.address}/course/${course}/review?${query}`);
  };

  await review('enwosu');
  const panel = page.getByRole('region', { name: 'Review' });
  await expect(panel.getByRole('heading')).toHaveText('Ebere Nwosu');
  const dialog = page.getByRole('dialog', { name: 'This belongs to someone else' });
  /** Gives the work that is shown there to somebody else. */
  const move = async (shown: Locator) => {
    await shown.getByRole('button', { name: 'This belongs to someone else' }).click();
    await expect(dialog.getByRole('button', { name: 'Move it' })).toBeDisabled();
    await dialog.getByLabel('Student').selectOption('Đặng, Mai · 03-Đặng_Thị Mai');
    expect(await axeFindings(page)).toEqual([]);
    await dialog.getByRole('button', { name: 'Move it' }).click();
    await expect(page.getByText(/^Moved to /)).toBeVisible();
  };
  const takeBack = async () => {
    const moved = page
      .getByText(/^Moved to /)
      .locator('..')
      .locator('..');
    await moved.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByText('Moved back to Ebere Nwosu.')).toBeVisible();
  };
  // Back again with one press, and once more.
  await move(panel);
  await takeBack();

  // From the quick look, too: it stays open while the move is undone beside it.
  await toRack(page, 5, 'Stream gauge log');
  await page.getByRole('button', { name: /^Nwosu, Ebere: / }).click();
  const glance = page.getByRole('dialog', { name: 'Nwosu, Ebere' });
  await move(glance);
  await takeBack();
  await expect(glance).toBeVisible();
  await move(glance);
  await review('tdang');
  await expect(page.getByRole('region', { name: 'The work' }).locator('.document, pre')).toBeVisible();
  expect(faults).toEqual([]);
  await demo.close();
});
