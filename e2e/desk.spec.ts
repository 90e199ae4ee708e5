import type { Page } from '@playwright/test';
import {
  axeFindings,
  expect,
  go,
  openDemo,
  test,
  toDesk,
  toPeriod,
  toRack,
  visitDemo,
} from './support/journey';
import { turnInFile } from './support/tray';
import { piecesOnDesk } from './support/piecesOnDesk';

async function openRack(page: Page, period: number): Promise<void> {
  await go(page, 'r');
  await toPeriod(page, period);
  await expect(page.getByRole('list', { name: 'Slots' })).toBeVisible();
}

test('the rack is walked by keyboard: students, periods, assignments, and back to the slot after a glance', async ({
  browser,
  demo,
}) => {
  const { page, faults } = await visitDemo(browser, demo, 'bokonjo');
  await openRack(page, 2);
  const current = page.locator('.slot[aria-current=true]');
  const first = await current.getAttribute('data-student');
  await page.keyboard.press('j');
  await expect(current).not.toHaveAttribute('data-student', first!);
  await page.keyboard.press('k');
  await expect(current).toHaveAttribute('data-student', first!);
  await expect(current).toBeFocused();
  await page.keyboard.press('ArrowDown');
  const slots = page.locator('.slot');
  await expect(slots.nth(6)).toHaveAttribute('aria-current', 'true');

  await page.keyboard.press(']');
  await expect(page.getByRole('link', { name: /^Period 3/ }).first()).toHaveAttribute('aria-current', 'page');
  await page.keyboard.press('[');
  const heading = page.getByRole('heading', { level: 1 });
  const before = await heading.textContent();
  await page.keyboard.press(',');
  await expect(heading).not.toHaveText(before!);

  await page.keyboard.press('j');
  await page.keyboard.press(' ');
  const glance = page.getByRole('dialog');
  const name = await glance.getByRole('heading').textContent();
  await page.keyboard.press('j');
  await expect(glance.getByRole('heading')).not.toHaveText(name!);
  await page.keyboard.press('Escape');
  await expect(glance).toBeHidden();
  await expect(current).toBeFocused();
  expect(faults).toEqual([]);
});

test('every kind of piece is shown in place', async ({ browser, demo }) => {
  const { page, faults } = await visitDemo(browser, demo, 'bokonjo');
  await expect(page.getByRole('heading', { name: 'Due next' })).toBeVisible();
  const views: Record<string, () => Promise<void>> = {
    text: async () =>
      expect(page.getByRole('region', { name: 'The work' }).locator('.document, pre')).toBeVisible(),
    pages: async () =>
      expect(page.getByRole('region', { name: 'The work' }).locator('canvas').first()).toBeVisible(),
    table: async () =>
      expect(
        page.getByRole('region', { name: 'The work' }).getByRole('gridcell', { name: 'place', exact: true }),
      ).toBeVisible(),
    photo: async () => expectDecoded(page),
    picture: async () => expectDecoded(page),
    track: async () => {
      const work = page.getByRole('region', { name: 'The work' });
      await expect(work.getByRole('img', { name: /^The way of .*, north at the top$/ })).toBeVisible();
      // Whoever walks along it by keyboard hears where they are; as text it is there too.
      await work.getByRole('slider').press('End');
      await expect(work.getByRole('slider')).toHaveAttribute('aria-valuetext', /^\d+ m, .*after \d+ min$/);
      await work.getByRole('button', { name: 'Show it as text' }).click();
      await expect(work.locator('pre')).toContainText('<gpx');
    },
    sound: async () => expectPlays(page, 'audio'),
    video: async () => expectPlays(page, 'video'),
  };
  const found = await piecesOnDesk(page);
  for (const [form, isShown] of Object.entries(views)) {
    await test.step(form, async () => {
      const one = found.find((slot) => slot.form === form);
      expect(one, `the demo has a piece of the kind ${form}`).toBeDefined();
      await page.goto(demo.address + one!.path);
      await isShown();
    });
  }
  expect(faults).toEqual([]);
});

/** The picture is there and not only its frame. */
async function expectDecoded(page: Page): Promise<void> {
  const picture = page.getByRole('region', { name: 'The work' }).getByRole('img');
  await expect(picture).toBeVisible();
  await expect.poll(() => picture.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBeGreaterThan(100);
}

async function expectPlays(page: Page, tag: 'audio' | 'video'): Promise<void> {
  const player = page.getByRole('region', { name: 'The work' }).locator(tag);
  await expect.poll(() => player.evaluate((media: HTMLMediaElement) => media.duration)).toBeGreaterThan(1);
  await player.evaluate((media: HTMLMediaElement) => {
    media.muted = true;
    return media.play();
  });
  await expect.poll(() => player.evaluate((media: HTMLMediaElement) => media.currentTime)).toBeGreaterThan(0);
}

test('a comment that was not kept goes along with the mark; the mark can be undone; hand back takes all that is reviewed', async ({
  browser,
  demo,
}) => {
  const { page, faults } = await visitDemo(browser, demo, 'itamsin');
  await openRack(page, 7);
  await page.getByRole('button', { name: /^Review \d+/ }).click();
  const panel = page.getByRole('region', { name: 'Review' });
  await expect(panel).toBeVisible();
  const name = await panel.getByRole('heading').textContent();
  await page.keyboard.press('c');
  await page.keyboard.type('Label the axes, Ebere.');
  await panel.getByRole('button', { name: /^Reviewed/ }).click();
  // The next one lies on the desk at once.
  await expect(panel.getByRole('heading')).not.toHaveText(name!);
  await page.keyboard.press('k');
  await expect(panel.getByRole('heading')).toHaveText(name!);
  await expect(panel.getByText('Label the axes, Ebere.')).toBeVisible();
  await panel.getByRole('button', { name: 'Undo' }).click();
  await expect(panel.getByRole('button', { name: /^Reviewed/ })).toBeVisible();
  await page.keyboard.press('r');
  // Marked, and the next one lies on the desk.
  await expect(panel.getByRole('heading')).not.toHaveText(name!);
  // Thought better of in the pause, nothing has happened.
  const handBack = page.getByRole('button', { name: /^Hand back \d+/ });
  const said = page.getByText(/^\d+ pieces? of work will be handed back in 10 seconds\.$/);
  await handBack.click();
  // This one has no score, and the comment calls them by the name of somebody else of another period: both is said before.
  const asked = page.getByRole('dialog', { name: /^Hand back \d+/ });
  await expect(asked).toContainText('1 has no score: ');
  await expect(asked).toContainText(/1 comment names somebody else: .* \(Nwosu, Ebere\)/);
  expect(await axeFindings(page)).toEqual([]);
  await asked.getByRole('button', { name: /^Hand back all/ }).click();
  await expect(said).toBeVisible();
  await page.getByRole('listitem').filter({ has: said }).getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Not handed back.')).toBeVisible();
  await handBack.click();
  await asked.getByRole('button', { name: /^Hand back all/ }).click();
  await expect(handBack).toHaveCount(0);
  // And once it has, it is taken back into review.
  await page.keyboard.press('k');
  await panel.getByRole('button', { name: 'Take back into review' }).click();
  await expect(page.getByText('Taken back into review.')).toBeVisible();
  await expect(panel.getByText(/^Reviewed /)).toBeVisible();
  expect(faults).toEqual([]);
});

test('the desk stays with whom the teacher looks at, also while they take their work back and turn it in again', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page: student } = await visit('enwosu', { phone: true });
  await student
    .getByRole('link', { name: /Stream gauge log/ })
    .first()
    .click();
  await turnInFile(student, {
    name: 'log.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from('five readings'),
  });

  const { page } = await visit('itamsin');
  await toRack(page, 5, 'Stream gauge log');
  await page.getByRole('button', { name: /^Nwosu, Ebere: turned in/ }).click();
  await page.keyboard.press('r');
  const review = page.getByRole('region', { name: 'Review' });
  await expect(review.getByRole('heading', { name: 'Ebere Nwosu' })).toBeVisible();
  const comment = page.getByLabel('Comment', { exact: true });
  await comment.fill('The third reading');

  await student.getByRole('button', { name: 'Turn in something more' }).click();
  await student.getByRole('button', { name: 'Take back' }).click();
  await student.getByRole('group', { name: 'Take back' }).getByRole('button', { name: 'Take back' }).click();
  await expect(page.getByText('Nothing from Ebere Nwosu')).toBeVisible();
  await student.getByRole('button', { name: 'Turn in 1 piece' }).click();
  await expect(review.getByRole('heading', { name: 'Ebere Nwosu' })).toBeVisible();
  await expect(comment).toHaveValue('The third reading');
});

test('ten pieces are commented on and handed back in three acts each, one after another; who has nothing in is reminded in two', async ({
  browser,
}) => {
  // A school of its own: what is handed back here would be missing to others.
  const { demo, visit } = await openDemo(browser, { mail: true });
  const { page, faults } = await visit('itamsin');
  await openRack(page, 7);
  await page.getByRole('button', { name: /^Review \d+/ }).click();
  const panel = page.getByRole('region', { name: 'Review' });
  const student = panel.getByRole('heading');
  await expect(page).toHaveURL(/student=/);
  const address = page.url();
  const done = new Map<string, string>();
  let acts = 0;
  const press = (key: string) => {
    acts += 1;
    return page.keyboard.press(key);
  };
  for (let nth = 1; nth <= 10; nth += 1) {
    const name = (await student.textContent())!;
    const words = `Piece ${nth}: your second jar shows it best.`;
    expect(done.has(name)).toBe(false);
    done.set(name, words);
    await press('c');
    await page.keyboard.insertText(words);
    await press('Escape');
    await press('h');
    await expect(student).not.toHaveText(name);
  }
  expect(acts).toBeLessThanOrEqual(30);
  const [[first, words]] = [...done] as [[string, string]];
  await page.goto(address);
  await expect(student).toHaveText(first);
  await expect(panel.getByRole('list', { name: 'Comments' })).toContainText(words);
  await expect(panel.getByText(/^Handed back /)).toBeVisible();

  await toRack(page, 3, 'Soil texture table');
  await page.getByRole('button', { name: /^Not in yet: \d+ · Remind$/ }).click();
  await page.getByRole('button', { name: /^Send \d+ reminders?$/ }).click();
  await expect(page.getByText(/^\d+ reminders? (is|are) on the way\.$/)).toBeVisible();
  expect(faults).toEqual([]);
  await demo.close();
});

test('a private note is there for the other staff at once, is removed with Undo, and is none of its student’s', async ({
  browser,
}) => {
  // A school of its own: others count what is said on this desk.
  const { visit } = await openDemo(browser);
  const { page } = await visit('itamsin');
  await toDesk(page, 4, 'Soil texture table');
  await expect(page.getByRole('button', { name: /^Write a private note/ })).toBeVisible();
  const { page: other } = await visit('bokonjo');
  await other.goto(page.url());
  const theirs = other.getByRole('region', { name: 'Private notes' });
  await expect(theirs).toBeVisible();

  await page.keyboard.press('p');
  await page.keyboard.type('Ask about the second count.');
  await expect(page.getByText('No student ever does.')).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(theirs).toContainText('Ask about the second count.');
  await expect(theirs.getByRole('button', { name: 'Remove note' })).toHaveCount(0);
  expect(await axeFindings(page)).toEqual([]);

  await page.getByRole('button', { name: 'Remove note' }).click();
  await expect(theirs).not.toContainText('Ask about');
  await page
    .getByRole('listitem')
    .filter({ hasText: 'The private note is removed.' })
    .getByRole('button', { name: 'Undo' })
    .click();
  await expect(theirs).toContainText('Ask about the second count.');
});

test('in an open window no key acts on the page below it', async ({ browser, demo }) => {
  const { page } = await visitDemo(browser, demo, 'bokonjo');
  await toDesk(page, 4, 'Stream gauge log');
  const panel = page.getByRole('region', { name: 'Review' });
  const name = await panel.getByRole('heading').textContent();
  const score = await page.getByRole('region', { name: 'Score' }).textContent();
  await page.keyboard.press('?');
  const help = page.getByRole('dialog', { name: 'Keyboard and symbols' });
  await expect(help).toBeVisible();
  for (const key of ['1', 'r', 'j', ']', '?']) await page.keyboard.press(key);
  await expect(help).toHaveCount(1);
  await page.keyboard.press('Escape');
  await expect(help).toHaveCount(0);
  await expect(panel.getByRole('heading')).toHaveText(name!);
  await expect(page.getByRole('region', { name: 'Score' })).toHaveText(score!);
  await expect(panel.getByRole('button', { name: /^Reviewed/ })).toBeVisible();
});

test('work is scored by number keys, shows at a colleague’s desk at once, and its student reads the levels when it is handed back', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await toRack(page, 4, 'Stream gauge log');
  await page
    .getByRole('button', { name: /: turned in, photo/ })
    .first()
    .click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.keyboard.press('r');
  await expect(page).toHaveURL(/student=/);
  const score = page.getByRole('region', { name: 'Score' });
  await expect(score).toContainText('not scored yet');
  const { page: other } = await visit('bokonjo');
  await other.goto(page.url());
  const theirs = other.getByRole('region', { name: 'Score' });
  await expect(theirs).toContainText('not scored yet');

  // Three criteria in three keys; the second is thought over.
  await page.keyboard.press('1');
  await page.keyboard.press('2');
  await page.keyboard.press('1');
  await expect(score).toContainText('8 of 9');
  await expect(theirs).toContainText('8 of 9');
  await score.getByRole('radio', { name: 'thin 0' }).check({ force: true });
  await expect(theirs).toContainText('6 of 9');
  expect(await axeFindings(page)).toEqual([]);

  await score.getByRole('button', { name: 'Remove score' }).click();
  await expect(theirs).toContainText('not scored yet');
  await page
    .getByRole('listitem')
    .filter({ hasText: 'The score is removed.' })
    .getByRole('button', { name: 'Undo' })
    .click();
  await expect(theirs).toContainText('6 of 9');
  await expect(page.getByRole('region', { name: 'Review' }).getByRole('heading')).toHaveText('Kai Thorsen');
  await page.keyboard.press('h');
  const { page: student } = await visit('kthorsen', { phone: true });
  await student.goto(new URL('/handed-back', student.url()).href);
  const back = student.getByRole('link', { name: /Stream gauge log/ });
  await expect(back).toContainText('6 of 9');
  await back.click();
  const reached = student.getByRole('region', { name: 'Score' }).getByText('reached:');
  await expect(reached).toHaveCount(3);
  await expect(reached.nth(1).locator('..')).toContainText('thin');
  expect(await axeFindings(student)).toEqual([]);

  // Changed after that with a reason, which is begun, left and there again.
  const changed = page.getByRole('button', { name: 'Change score' });
  const list = page.getByRole('list', { name: 'Students with something in' });
  await list.getByRole('button', { name: /Thorsen, Kai/ }).click();
  await changed.click();
  await page.keyboard.press('s');
  await page.keyboard.press('1');
  await page.getByLabel('Why it is changed').fill('I had the wrong photo in mind.');
  await page.reload();
  await expect(page.getByText(/^Your score from .* is not saved yet/)).toBeVisible();
  await page.getByRole('button', { name: 'Save score' }).click();
  await expect(changed).toBeVisible();
  await expect(student.getByRole('region', { name: 'Score' })).toContainText(
    /Changed from 6: I had the wrong photo in mind/,
  );

  // Points are typed, with a comma or a dot; what cannot be given is said and stays to be put right.
  await page.goto(page.url().replace(/review\?.*/, 'rack?period=4'));
  await toDesk(page, 4, 'Soil texture table');
  const points = page.getByRole('textbox', { name: 'Points, up to 10' });
  await expect(points).toHaveValue('');
  await page.keyboard.press('s');
  await page.keyboard.type('85');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Give points from 0 to 10, in halves at most.')).toBeVisible();
  await expect(points).toHaveValue('85');
  await page.keyboard.press('s');
  await page.keyboard.type('8,5');
  await page.keyboard.press('Enter');
  await expect(score).toContainText('8.5 of 10');
  await page.reload();
  await expect(points).toHaveValue('8.5');
  expect(faults).toEqual([]);
});
