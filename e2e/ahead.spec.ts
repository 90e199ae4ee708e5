import type { Page } from '@playwright/test';
import { expect, go, openDemo, test, toRack, visitDemo } from './support/journey';
import { zipOf } from './support/pileOf';
import { swipe } from './support/swipe';

/** The bytes of pieces that a page has got by now, by their addresses. */
function piecesFetched(page: Page): Set<string> {
  const fetched = new Set<string>();
  page.on('requestfinished', (request) => {
    const { pathname } = new URL(request.url());
    if (/^\/api\/(?:pieces|pile-pieces)\/[^/]+\/bytes$/.test(pathname)) fetched.add(pathname);
  });
  return fetched;
}

/** What lies on top in a student's slot for the assignment that is looked at. */
function topPieceOf(page: Page, student: string): Promise<string> {
  const { pathname, searchParams } = new URL(page.url());
  const asked = { student, course: pathname.split('/')[2]!, assignment: searchParams.get('assignment') };
  return page.evaluate(async ({ course, ...of }) => {
    const answer = await fetch(`/api/courses/${course}/rack`);
    const { slots } = (await answer.json()) as {
      slots: { studentId: string; assignmentId: string; topPieceId: string }[];
    };
    return slots.find((slot) => slot.studentId === of.student && slot.assignmentId === of.assignment)!
      .topPieceId;
  }, asked);
}

test('in the glance the next work is there before its key: it is shown although the school cannot be reached', async ({
  browser,
  demo,
}) => {
  const { page } = await visitDemo(browser, demo, 'itamsin');
  await toRack(page, 4, 'Stream gauge log');
  const slots = page.getByRole('list', { name: 'Slots' }).getByRole('button');
  await expect(slots.first()).toBeVisible();
  const inSlots = await slots.allTextContents();
  const isText = (at: number) => inSlots[at]?.startsWith('text') ?? false;
  // Two with a text, one beside the other.
  const at = inSlots.findIndex((_, i) => isText(i) && isText(i + 1));
  expect(at).toBeGreaterThanOrEqual(0);
  const fetched = piecesFetched(page);
  const next = await topPieceOf(page, (await slots.nth(at + 1).getAttribute('data-student'))!);
  await slots.nth(at).focus();
  await page.keyboard.press(' ');
  const glance = page.getByRole('dialog');
  const name = (await glance.getByRole('heading').textContent())!;
  await expect.poll(() => [...fetched]).toContain(`/api/pieces/${next}/bytes`);
  await page.context().setOffline(true);
  await page.keyboard.press('ArrowRight');
  await expect(glance.getByRole('heading')).not.toHaveText(name);
  await expect(glance.locator('pre, .document')).toContainText(/\w{3}/);
  await page.context().setOffline(false);
});

test('on the sorting table the next piece is there before its key, with a finger too', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page } = await visit('itamsin', { phone: true });
  await go(page, 'o');
  await expect(page.getByText('The table is empty')).toBeVisible();
  await page.getByRole('button', { name: 'Bring a pile' }).click();
  const words = ['heron', 'otter', 'alder', 'sedge'];
  await page.getByLabel('Files of the pile').setInputFiles({
    name: 'pile.zip',
    mimeType: 'application/zip',
    buffer: await zipOf(words.map((word, i) => [`IMG_480${i}.txt`, `Seen at the weir: ${word}.`])),
  });
  const fetched = piecesFetched(page);
  await page.getByRole('button', { name: 'Bring 1 file to the table' }).click();
  const work = page.getByRole('region', { name: 'The work' });
  await expect(work.locator('pre')).toBeVisible();
  const first = (await work.locator('pre').textContent())!;
  await expect.poll(() => fetched.size).toBe(words.length);
  await page.context().setOffline(true);
  const seen = [first];
  for (const [i] of words.slice(1).entries()) {
    const before = seen.at(-1)!;
    if (i === 0) {
      await work.locator('pre').scrollIntoViewIfNeeded();
      const { y, height } = (await work.locator('pre').boundingBox())!;
      await swipe(page, 330, 60, y + height / 2);
    } else await page.keyboard.press('j');
    await expect(work.locator('pre')).not.toHaveText(before);
    seen.push((await work.locator('pre').textContent())!);
  }
  expect(seen.toSorted()).toEqual(words.map((word) => `Seen at the weir: ${word}.`).toSorted());
  await page.context().setOffline(false);
});
