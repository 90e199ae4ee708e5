import type { Page } from '@playwright/test';
import { expect, openDemo, openWindow, test } from './support/journey';
import { turnInFile } from './support/tray';

/** What a page gets of an address that somebody guessed or was given. */
const statusOf = (page: Page, address: string) =>
  page.evaluate(async (url) => (await fetch(url)).status, address);

test('afterwards others see what the assignment says, by the page and by guessing addresses', async ({
  browser,
}) => {
  const { demo: school, visit } = await openDemo(browser);
  const signedIn = async (who: string, phone = true) => {
    const { page } = await visit(who, { phone });
    await expect(page.getByRole('navigation', { name: 'Places' })).toBeVisible();
    return page;
  };
  const teacher = await signedIn('itamsin', false);
  const give = (title: string, afterwards: string) =>
    teacher.evaluate(
      async ({ title: name, afterwards: shown }) => {
        const [course] = (await (await fetch('/api/courses')).json()) as { id: string }[];
        const known = (await (await fetch(`/api/courses/${course!.id}`)).json()) as {
          periods: { id: string }[];
        };
        const dues = known.periods.map(({ id }) => ({ periodId: id, dueLocal: '2031-01-15T23:59' }));
        await fetch(`/api/courses/${course!.id}/assignments`, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json' },
          body: JSON.stringify({ title: name, dues, afterwards: shown }),
        });
      },
      { title, afterwards },
    );
  const settings = { nothing: 'Culvert sketch', own: 'Sluice sketch', period: 'Towpath sketch' };
  for (const [afterwards, title] of Object.entries(settings)) await give(title, afterwards);

  const ebere = await signedIn('enwosu');
  const mere = await signedIn('mturoa');
  const mai = await signedIn('tdang');
  const turnIn = async (page: Page, title: string) => {
    await page.goto(`${school.address}/today`);
    await page
      .getByRole('link', { name: new RegExp(title) })
      .first()
      .click();
    await turnInFile(page, {
      name: 'sketch.txt',
      mimeType: 'text/plain',
      buffer: Buffer.from(`${title} sketch`),
    });
    const id = new URL(page.url()).pathname.split('/')[2]!;
    return page.evaluate(async (assignment) => {
      const tray = (await (await fetch(`/api/assignments/${assignment}/tray`)).json()) as {
        receipts: { pieces: { id: string }[] }[];
      };
      return `/api/pieces/${tray.receipts[0]!.pieces[0]!.id}/bytes`;
    }, id);
  };
  const addresses: Record<string, string> = {};
  for (const [afterwards, title] of Object.entries(settings))
    addresses[afterwards] = await turnIn(ebere, title);

  // Her own: the receipt she always has, the piece where the assignment shows it.
  expect(await statusOf(ebere, addresses.nothing!)).toBe(409);
  expect(await statusOf(ebere, addresses.own!)).toBe(200);
  // Another of her period, who has not turned in: nothing in any setting, nor by the list.
  for (const address of Object.values(addresses)) expect(await statusOf(mere, address)).toBe(403);
  await turnIn(mere, settings.period);
  expect(await statusOf(mere, addresses.period!)).toBe(200);
  await mere.getByRole('button', { name: 'Turn in something more' }).click();
  await mere.getByRole('link', { name: 'What the others of Period 5 turned in' }).click();
  await expect(mere.getByText('Ebere Nwosu')).toBeVisible();
  for (const afterwards of ['nothing', 'own']) expect(await statusOf(mere, addresses[afterwards]!)).toBe(403);
  // Another period, also with something in: nothing.
  await turnIn(mai, settings.period);
  for (const address of Object.values(addresses)) expect(await statusOf(mai, address)).toBe(403);
  // Nobody at all.
  const nobody = await openWindow(browser);
  await nobody.page.goto(school.address);
  for (const address of Object.values(addresses)) expect(await statusOf(nobody.page, address)).toBe(401);
  await school.close();
});
