import { axeFindings, expect, openDemo, test, toRack } from './support/journey';
import { openAssignment, turnInFile } from './support/tray';

test('work is marked without knowing whose it is: names are hidden on the desk and in the work until it is handed back', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page: student } = await visit('enwosu', { phone: true });
  await openAssignment(student, /Stream gauge log/);
  const text = 'EBERE NWOSU, period 5\n\nOn Monday the gauge stood at 42 cm. Nwosu and partner.';
  await turnInFile(student, {
    name: 'ebere nwosu log.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from(text),
  });

  const { page, faults } = await visit('itamsin');
  await toRack(page, 5, 'Stream gauge log');
  await page.getByRole('button', { name: /^Nwosu, Ebere: turned in/ }).click();
  await page.keyboard.press('r');
  const main = page.getByRole('main');
  const written = page.getByRole('region', { name: 'The work' }).locator('pre');
  await expect(written).toContainText('EBERE NWOSU');
  await page.getByLabel('Hide names until handed back').check();

  const pile = page.getByRole('list', { name: 'Students with something in' });
  const current = pile.locator('[aria-current=true]');
  const heading = page.getByRole('region', { name: 'Review' }).getByRole('heading');
  await expect(heading).toHaveText(/^Work \d+$/);
  const label = (await heading.textContent())!;
  await expect(current).toContainText(label);
  // Of what is read of the page the name is left in the work alone, and there it is covered.
  const coveredWords = () => page.evaluate(() => [...(CSS.highlights.get('covered-name') ?? [])].map(String));
  await expect.poll(coveredWords).toEqual(['EBERE', 'NWOSU', 'Nwosu']);
  const rest = (await main.innerText()).replace(await written.innerText(), '');
  expect(rest).not.toMatch(/ebere|nwosu/i);
  await expect(page.getByText('Names are hidden')).toBeVisible();
  await expect(page.getByLabel('Order of the work')).toHaveCount(0);
  expect(await axeFindings(page)).toEqual([]);

  // A phrase that calls by name does so no more, and what is said is kept for whom it is said of.
  const box = page.getByLabel('Comment', { exact: true });
  await page.keyboard.press(';');
  await page.keyboard.press('2');
  await expect(box).toHaveValue('Good evidence.');
  await page.keyboard.press('Escape');
  await page.reload();
  await expect(current).toContainText(label);
  await expect(heading).toHaveText(label);
  await page.keyboard.press('h');
  await expect(page.getByText(`${label}’s work will be handed back in 10 seconds.`)).toBeVisible();

  // Handed back, it is theirs by name again, and their neighbours’ is hidden still.
  await expect(pile.getByRole('button', { name: /Nwosu, Ebere/ })).toBeVisible({ timeout: 20_000 });
  await expect(pile.getByRole('button', { name: /Work \d+/ }).first()).toBeVisible();
  await student.getByRole('link', { name: /^Handed back/ }).click();
  await expect(student.getByRole('link', { name: /Stream gauge log/ })).toContainText('1 comment');
  expect(faults).toEqual([]);
});
