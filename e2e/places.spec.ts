import type { Browser, Page } from '@playwright/test';
import { PDFDocument } from 'pdf-lib';
import { axeFindings, expect, openDemo, test, toRack } from './support/journey';
import { openAssignment, turnInFile } from './support/tray';
import { piecesOnDesk } from './support/piecesOnDesk';

const work = (page: Page) => page.getByRole('region', { name: 'The work' });
const comments = (page: Page) => page.getByRole('list', { name: 'Comments' });
const box = (page: Page) => page.getByLabel('Comment', { exact: true });

/** Chooses a place by keys, says something there, and is back on the page. */
async function sayAt(page: Page, keys: readonly string[], words: string): Promise<void> {
  await page.keyboard.press('m');
  for (const key of keys) await page.keyboard.press(key);
  await expect(box(page)).toBeFocused();
  await page.keyboard.insertText(words);
  await page.keyboard.press('Control+Enter');
  await expect(comments(page)).toContainText(words);
  await page.keyboard.press('Escape');
}

/** A teacher of the demo, and the address of a PDF on the desk that is still to be reviewed. */
async function withPages(browser: Browser) {
  const { demo, visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await expect(page.getByRole('heading', { name: 'Due next' })).toBeVisible();
  const found = (await piecesOnDesk(page)).find(
    ({ state, form }) => state === 'turned in' && form === 'pages',
  );
  return { page, faults, pages: demo.address + found!.path };
}

test('comments are put at places of every kind of piece by keyboard alone, and lead there', async ({
  browser,
}) => {
  const { demo, visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await expect(page.getByRole('heading', { name: 'Due next' })).toBeVisible();
  const pieces = await piecesOnDesk(page);
  const kinds: Record<string, { isShown: string; keys: string[]; says: RegExp }> = {
    text: { isShown: '.document p, pre', keys: ['ArrowDown', 'Enter'], says: /^\d+ “.+”/ },
    pages: { isShown: '.pdf-words span', keys: ['ArrowDown', 'Enter'], says: /^\d+ “.+”, page 1/ },
    photo: {
      isShown: 'img',
      keys: ['ArrowLeft', 'ArrowUp', 'Shift+ArrowRight', 'Enter'],
      says: /^\d+ a part of the picture/,
    },
    table: {
      isShown: '[role=gridcell]',
      keys: ['ArrowDown', 'ArrowRight', 'Shift+ArrowDown', 'Enter'],
      says: /^\d+ rows 2 to 3, column 2/,
    },
    sound: { isShown: 'audio', keys: [], says: /^\d+ at 0:00/ },
    video: { isShown: 'video', keys: [], says: /^\d+ at 0:00/ },
  };
  for (const [form, { isShown, keys, says }] of Object.entries(kinds)) {
    await test.step(form, async () => {
      const isTimed = form === 'sound' || form === 'video';
      const ofForm = pieces.filter((piece) => piece.form === form);
      const one = ofForm.find(({ state }) => state === 'turned in') ?? ofForm[0];
      expect(one, `the demo has a piece of the kind ${form}`).toBeDefined();
      await page.goto(demo.address + one!.path);
      await expect(work(page).locator(isShown).first()).toBeVisible();
      await sayAt(page, keys, `Said of a ${form}.`);
      const comment = comments(page)
        .getByRole('listitem')
        .filter({ hasText: `Said of a ${form}.` });
      const place = comment.getByRole('button', { name: says });
      const number = (await place.textContent())!.split(' ')[0]!;
      await place.press('Enter');
      await expect(comment).toHaveAttribute('data-current', 'true');
      await page.reload();
      const mark = work(page).getByRole('button', { name: isTimed ? /^\d+ 0:00/ : `Comment ${number}` });
      await mark.first().press('Enter');
      await expect(comment).toBeFocused();
    });
  }
  expect(faults).toEqual([]);
});

test('places are chosen with the pointer: words that are selected, and a frame that is drawn', async ({
  browser,
}) => {
  const { page, faults, pages } = await withPages(browser);
  await page.goto(pages);
  const line = work(page)
    .locator('.pdf-words span')
    .filter({ hasText: /\w{4,}/ })
    .nth(1);
  const words = (await line.boundingBox())!;
  const drag = async (from: [number, number], to: [number, number]) => {
    await page.mouse.move(...from);
    await page.mouse.down();
    await page.mouse.move(...to, { steps: 4 });
    await page.mouse.up();
  };
  const middle = words.y + words.height / 2;
  await drag([words.x + 2, middle], [words.x + words.width * 0.6, middle]);
  await work(page)
    .getByRole('button', { name: /^Comment here/ })
    .click();
  await page.keyboard.insertText('Of these words.');
  await page.getByRole('button', { name: 'Save comment' }).click();
  await expect(comments(page).getByRole('button', { name: /^1 “.+”, page 1/ })).toBeVisible();

  const sheet = (await work(page).locator('[data-page="1"]').boundingBox())!;
  const low = sheet.y + 300;
  await drag([sheet.x + 100, low], [sheet.x + 260, low + 60]);
  await expect(page.getByText('a part of page 1', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Comment on the whole instead' }).click();
  await expect(page.getByText('a part of page 1', { exact: true })).toBeHidden();
  await drag([sheet.x + 100, low], [sheet.x + 260, low + 60]);
  await page.keyboard.insertText('Draw it here.');
  // The place is kept with what is begun, also where the lid is closed.
  await page.reload();
  await expect(page.getByText('a part of page 1', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Save comment' }).click();
  await expect(comments(page).getByRole('button', { name: /^2 a part of page 1/ })).toBeVisible();
  // Without a keyboard: the place that is offered is taken by a press.
  await page.getByRole('button', { name: /^Choose a place for it/ }).click();
  expect(await axeFindings(page)).toEqual([]);
  await expect(work(page).locator('[data-place=chosen] .mark-words').first()).toBeVisible();
  await page.getByRole('button', { name: 'Take this place' }).click();
  await expect(page.getByRole('button', { name: 'Comment on the whole instead' })).toBeVisible();
  await expect(box(page)).toBeFocused();
  expect(faults).toEqual([]);
});

test('a span of a sound is chosen by its two ends, leads there, and ends where it ends', async ({
  browser,
}) => {
  const { demo, visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await expect(page.getByRole('heading', { name: 'Due next' })).toBeVisible();
  const sound = (await piecesOnDesk(page)).find(({ form }) => form === 'sound')!;
  await page.goto(demo.address + sound.path);
  const player = work(page).locator('audio');
  const hearUntil = (seconds: number) =>
    player.evaluate((audio: HTMLAudioElement, to) => void (audio.currentTime = to), seconds);
  await expect.poll(() => player.evaluate((audio: HTMLAudioElement) => audio.readyState)).toBeGreaterThan(0);
  await hearUntil(0.5);
  await page.keyboard.press('m');
  await expect(box(page)).toBeFocused();
  const written = page.locator('form').filter({ has: box(page) });
  await expect(written.getByText('at 0:00', { exact: true })).toBeVisible();
  await page.keyboard.press('Escape');
  await hearUntil(1.4);
  await work(page).getByRole('button', { name: 'Until this moment' }).click();
  await expect(written.getByText('at 0:00 to 0:01', { exact: true })).toBeVisible();
  await expect(box(page)).toBeFocused();
  await page.keyboard.insertText('Slower from here to there.');
  await page.keyboard.press('Control+Enter');
  await expect(comments(page)).toContainText('Slower from here to there.');
  await hearUntil(0);

  // Played from its beginning, it is heard as far as it goes.
  await work(page)
    .getByRole('button', { name: /0:00–0:01$/ })
    .click();
  const at = () => player.evaluate((audio: HTMLAudioElement) => audio.currentTime);
  await expect.poll(at).toBeCloseTo(0.5, 1);
  expect(await axeFindings(page)).toEqual([]);
  await player.evaluate((audio: HTMLAudioElement) => audio.play());
  await expect.poll(() => player.evaluate((audio: HTMLAudioElement) => audio.paused)).toBe(true);
  expect(await at()).toBeGreaterThanOrEqual(1.4);
  expect(faults).toEqual([]);
});

test('a place is chosen in a page whose words are still on their way, as soon as they are there', async ({
  browser,
}) => {
  const { page, faults, pages } = await withPages(browser);
  let goOn = () => {};
  const asked = new Promise<void>((resolve) => (goOn = resolve));
  await page.route('**/api/pieces/*/bytes', async (route) => {
    await asked;
    await route.continue();
  });
  await page.goto(pages);
  await page.getByRole('button', { name: /^Choose a place for it/ }).click();
  const take = page.getByRole('button', { name: 'Take this place' });
  await expect(take).toBeVisible();
  goOn();
  await expect(work(page).locator('[data-place=chosen] .mark-words').first()).toBeVisible();
  await take.click();
  await expect(page.getByRole('button', { name: 'Comment on the whole instead' })).toBeVisible();
  expect(faults).toEqual([]);
});

test('a student reads comments at their places on a phone; in the next attempt they are where their words still stand', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page: student, faults: theirFaults } = await visit('enwosu', { phone: true });
  const turnIn = async (text: string) => {
    await turnInFile(student, { name: 'log.txt', mimeType: 'text/plain', buffer: Buffer.from(text) });
  };
  await openAssignment(student, /Stream gauge log/);
  await turnIn(
    'On Monday the gauge stood at 42 cm. On Wednesday it rained, so the river was high everywhere.',
  );

  const { page, faults } = await visit('itamsin');
  await toRack(page, 5, 'Stream gauge log');
  await page.getByRole('button', { name: /^Nwosu, Ebere: turned in/ }).click();
  await page.keyboard.press('r');
  await expect(work(page).locator('pre')).toBeVisible();
  await sayAt(page, ['Enter'], 'Which gauge?');
  await sayAt(page, ['ArrowDown', 'Enter'], 'How do you know?');
  await page.keyboard.press('h');
  const shown = page.getByRole('region', { name: 'Review' }).getByRole('heading');
  await expect(shown).not.toHaveText('Ebere Nwosu');

  await student.goto(new URL('/handed-back', student.url()).href);
  await student.getByRole('link', { name: /Stream gauge log/ }).click();
  const said = comments(student).getByRole('listitem');
  await expect(said).toHaveText([
    /^1 “On Monday the gauge.*Which gauge\?/s,
    /^2 “On Wednesday.*How do you know\?/s,
  ]);
  await student.getByRole('button', { name: 'Comment 2' }).click();
  await expect(said.nth(1)).toBeFocused();
  await said.nth(0).getByRole('button', { name: /^1/ }).click();
  await expect(said.nth(0)).toHaveAttribute('data-current', 'true');
  expect(await axeFindings(student)).toEqual([]);

  await student.getByRole('link', { name: 'Turn in again' }).click();
  await turnIn('At the ford on Monday. On Monday the gauge stood at 42 cm. After that nobody went there.');
  await page
    .getByRole('list', { name: 'Students with something in' })
    .getByRole('button', { name: /Nwosu, Ebere/ })
    .click();
  await expect(shown).toHaveText('Ebere Nwosu');
  await expect(work(page).locator('pre')).toContainText('nobody went there');
  await expect(comments(page).getByRole('button', { name: /^1 “On Monday the gauge/ })).toBeVisible();
  await expect(
    comments(page).getByRole('button', { name: /^was at a passage that is gone: “On Wednesday/ }),
  ).toBeVisible();
  await expect(work(page).getByRole('button', { name: 'Comment 1' })).toBeVisible();
  await expect(work(page).getByRole('button', { name: 'Comment 2' })).toHaveCount(0);
  expect([faults, theirFaults]).toEqual([[], []]);
});

test('of a PDF with several pages, words that are selected on one are commented on by a key, with the page they stand on', async ({
  browser,
}) => {
  const pdf = await PDFDocument.create();
  for (const line of ['The gauge stood at 42 cm.', 'The river was high.', 'Nobody went there.'])
    pdf.addPage([400, 500]).drawText(line, { x: 40, y: 430, size: 20 });
  const { visit } = await openDemo(browser);
  const { page: student } = await visit('enwosu', { phone: true });
  await student
    .getByRole('link', { name: /Stream gauge log/ })
    .first()
    .click();
  await turnInFile(student, {
    name: 'log.pdf',
    mimeType: 'application/pdf',
    buffer: Buffer.from(await pdf.save()),
  });

  const { page, faults } = await visit('itamsin');
  await toRack(page, 5, 'Stream gauge log');
  await page.getByRole('button', { name: /^Nwosu, Ebere: turned in/ }).click();
  await page.keyboard.press('r');
  const second = work(page).locator('[data-page="2"] .pdf-words span').first();
  await second.scrollIntoViewIfNeeded();
  await second.dblclick();
  await expect(work(page).getByRole('button', { name: /^Comment here/ })).toBeVisible();
  await page.keyboard.press('c');
  await expect(box(page)).toBeFocused();
  await page.keyboard.insertText('Which river?');
  await page.keyboard.press('Control+Enter');
  await expect(comments(page).getByRole('button', { name: /^1 “\w+”, page 2/ })).toBeVisible();
  expect(faults).toEqual([]);
});
