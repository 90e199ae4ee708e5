import type { Page } from '@playwright/test';
import { expect, openDemo, test, toRack } from './support/journey';

/** What shows that a piece can be read, by its kind; and the keys that choose a place in it, after `m`. */
const kinds = {
  document: { shown: '.document p', place: ['Enter'] },
  pages: { shown: '.pdf-words span', place: ['Enter'] },
  picture: { shown: 'img', place: ['Enter'] },
  // The moment that is heard is the place.
  sound: { shown: 'audio, video', place: [] },
  table: { shown: '[role=gridcell]', place: ['Enter'] },
  text: { shown: 'pre', place: ['Enter'] },
} as const;
type Kind = keyof typeof kinds;

const PIECES = 30;
const MOST_KEYS = 6;

/** Waits until the piece on the desk can be read; answers what it is; null of what is not shown. */
async function kindShown(page: Page): Promise<Kind | null> {
  const work = page.getByRole('region', { name: 'The work' });
  const readable = Object.entries(kinds).map(([kind, { shown }]) => ({
    kind,
    at: work.locator(shown).first(),
  }));
  const any = readable.map(({ at }) => at).reduce((all, one) => all.or(one));
  await expect(
    any
      .or(work.getByRole('slider'))
      .or(work.getByText(/can’t be shown here/))
      .first(),
  ).toBeVisible();
  for (const { kind, at } of readable) if (await at.isVisible()) return kind as Kind;
  return null;
}

test('an evening at the desk: thirty pieces are scored by the rubric, commented on at places, stamped and handed back, by keyboard', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await toRack(page, 4, 'Stream gauge log');
  const everybody = page.getByRole('link', { name: 'All periods' });
  await everybody.click();
  await expect(everybody).toHaveAttribute('aria-current');
  await page.getByRole('button', { name: /^Review \d+/ }).click();
  await expect(page).toHaveURL(/period=all.*student=/);
  const review = page.getByRole('region', { name: 'Review' });
  const student = review.getByRole('heading');
  const pile = page.getByRole('list', { name: 'Students with something in' });
  const comments = review.getByRole('list', { name: 'Comments' }).getByRole('listitem');
  const box = page.getByLabel('Comment', { exact: true });
  let keys = 0;
  const press = async (...pressed: string[]) => {
    keys += pressed.length;
    for (const key of pressed) await page.keyboard.press(key);
  };
  const done: string[] = [];
  const placed = new Set<Kind>();
  const counted = { rubric: 0, stamp: 0, phrase: 0, place: 0 };

  for (let nth = 0; nth < PIECES; nth += 1) {
    const name = (await student.textContent())!;
    done.push(((await pile.locator('[aria-current=true] > span').nth(1).textContent()) ?? '').trim());
    const kind = await kindShown(page);
    const before = await comments.count();
    await expect(review.getByText(/choose a level/)).toBeVisible();
    await press('1', '2', '1');
    counted.rubric += 1;
    // Each kind of piece has a comment at a place of it; else now a stamp, now a phrase, now the score alone.
    if (kind && (!placed.has(kind) || nth % 9 === 0)) {
      await press('m', ...kinds[kind].place);
      await expect(box).toBeFocused();
      await page.keyboard.insertText(`What did you see here, the ${nth + 1}th time?`);
      await press('Escape');
      placed.add(kind);
      counted.place += 1;
    } else if (nth % 4 === 2) {
      await press('t', String((nth % 8) + 1));
      await expect(comments).toHaveCount(before + 1);
      counted.stamp += 1;
    } else if (nth % 4 === 3) {
      await press(';', '2', 'Escape');
      counted.phrase += 1;
    }
    await press('r');
    await expect(student).not.toHaveText(name);
  }
  expect(new Set(done).size).toBe(PIECES);
  expect([...placed]).toEqual(expect.arrayContaining(['document', 'pages', 'picture', 'sound']));
  expect(Math.min(...Object.values(counted))).toBeGreaterThanOrEqual(4);

  // All that is reviewed goes back at once, as soon as what can be doubted was looked at.
  const handBack = page.getByRole('button', { name: /^Hand back \d+$/ });
  await handBack.focus();
  await press('Enter');
  const all = page.getByRole('dialog').getByRole('button', { name: /^Hand back all \d+$/ });
  await expect(all.or(page.getByText(/will be handed back in 10 seconds/)).first()).toBeVisible();
  if (await all.isVisible()) {
    await all.focus();
    await press('Enter');
  }
  console.log(
    `thirty pieces in ${keys} keys besides words: ${(keys / PIECES).toFixed(1)} for each; ${JSON.stringify(counted)}`,
  );
  expect(keys / PIECES).toBeLessThanOrEqual(MOST_KEYS);
  for (const name of done)
    await expect(pile.getByRole('button').filter({ hasText: name }).first()).toContainText(', handed back');
  expect(faults).toEqual([]);
});
