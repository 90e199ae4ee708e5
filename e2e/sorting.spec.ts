import type { Page } from '@playwright/test';
import { axeFindings, expect, go, openDemo, test } from './support/journey';
import { courseOf, rosterOf, zipOf, type OnRoster } from './support/pileOf';

/** Names as students give them, from whole ones to cut ones; all of them tell who it is. */
const told: readonly ((student: OnRoster) => string)[] = [
  ({ first, last }) => `stream gauge ${first} ${last} (1).txt`,
  ({ first, last }) => `${last}_${first}-StreamGaugeLog FINAL.txt`,
  ({ first, last }) => `Copy of STREAM-GAUGE-LOG - ${last}, ${first}.txt`.toUpperCase(),
  ({ username }) => `${username} stream gauge log.txt`,
];

/** Opens what brings a pile, and chooses a ZIP file that is all for the stream gauge log. */
async function choosePile(page: Page, name: string, buffer: Buffer): Promise<void> {
  await page.getByRole('button', { name: 'Bring a pile' }).click();
  await page.getByLabel('Files of the pile').setInputFiles({ name, mimeType: 'application/zip', buffer });
  await page.getByLabel('All of it is for').selectOption('Stream gauge log');
}

test('a ZIP of 150 badly named files: watched, left, sorted by keyboard, undone and done again; all are accounted for', async ({
  browser,
}) => {
  const { demo: school, visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await go(page, 'o');
  await expect(page.getByText('The table is empty')).toBeVisible();
  const roster = await rosterOf(page);
  const alone = roster.filter(
    ({ last, first }) => roster.filter((one) => one.last === last && one.first === first).length === 1,
  );
  const names = [
    ...alone.slice(0, 128).map((student, i) => `set ${i % 4}/${told[i % told.length]!(student)}`),
    ...Array.from({ length: 10 }, (_, i) => `IMG_48${10 + i}.txt`),
    'jenny k stream gauge 1.txt',
    'jenny k stream gauge 2.txt',
    'jenny k stream gauge 3.txt',
    'not a name at all.txt',
    'garden window.txt',
    'Mateo Quarrington stream gauge.txt',
  ];
  const pile = await zipOf([
    ...names,
    ['one.txt', 'the same bytes'],
    ['two.txt', 'the same bytes'],
    '__MACOSX/._one.txt',
    ['empty.txt', ''],
    '.DS_Store',
    'Thumbs.db',
  ]);
  expect(names.length + 6).toBe(150);

  await choosePile(page, 'old stick.zip', pile);
  expect(await axeFindings(page)).toEqual([]);
  await page.getByRole('button', { name: 'Bring 1 file to the table' }).click();
  await expect(page.getByText('The pile is on its way. You can leave this page.')).toBeVisible();

  // Left while it is taken apart; it goes on, and is there when she comes back.
  await go(page, 'r');
  await go(page, 'o');
  const account = page.getByText(/^old stick\.zip, .* arrived = /);
  await expect(account).toContainText('150 arrived');
  await expect(account).not.toContainText('being read');
  await expect(account).not.toContainText('about to be placed');
  const counted = async () => {
    const said = (await account.textContent())!;
    const of = (what: string) => Number(new RegExp(`(\\d+) ${what}`).exec(said)?.[1] ?? 0);
    const counts = {
      arrived: of('arrived'),
      placed: of('placed'),
      toSort: of('to sort'),
      later: of('for later'),
      repeats: of('exact repeat'),
      notOurs: of('not ours'),
      refused: of('refused'),
      onTheirWay: of('being read') + of('about to be placed'),
    };
    const { arrived, ...parts } = counts;
    expect(Object.values(parts).reduce((sum, count) => sum + count, 0)).toBe(arrived);
    return counts;
  };
  const first = await counted();
  expect(first).toMatchObject({ arrived: 150, repeats: 1, refused: 4 });
  expect(first.placed).toBeGreaterThan(115);
  expect(await axeFindings(page)).toEqual([]);

  // By keyboard: what it is for is known, so a name is typed, and Enter places it.
  const list = page.getByRole('list', { name: 'On the table' });
  await list.getByRole('button', { name: /^jenny k stream gauge 1/ }).click();
  await page.keyboard.press('t');
  const [friend] = alone.slice(140);
  await page.getByLabel('Any student, by part of the name (t)').fill(`${friend!.last} ${friend!.first}`);
  await page.keyboard.press('Enter');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/2 more were placed by what you decided\.$/)).toBeVisible();
  await expect.poll(async () => (await counted()).placed).toBe(first.placed + 3);

  // Undone: all three lie on the table again. Done again: all three are placed.
  await page.keyboard.press('u');
  await expect(page.getByText('Undone.')).toBeVisible();
  await expect.poll(async () => (await counted()).placed).toBe(first.placed);
  await page.keyboard.press('U');
  await expect(page.getByText('Redone.')).toBeVisible();
  await expect.poll(async () => (await counted()).placed).toBe(first.placed + 3);

  // Whoever presses on a piece and on a candidate with the mouse agrees with Enter, too.
  await list.getByRole('button', { name: /^Mateo Quarrington/ }).click();
  await page.getByRole('list', { name: 'Likeliest' }).getByRole('button').first().click();
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await counted()).placed).toBe(first.placed + 4);
  await page.keyboard.press('u');
  await expect.poll(async () => (await counted()).placed).toBe(first.placed + 3);

  // Assignment is chosen by keys as well; what is typed of its title does nothing else on the table.
  const untouched = await counted();
  const work = page.getByRole('button', { name: /^For which\?/ });
  await expect(work).toContainText('Stream gauge log');
  await page.keyboard.press('a');
  const titles = page.getByRole('menuitemradio');
  await expect(titles.first()).toBeVisible();
  await page.keyboard.type('footpath in');
  await expect(titles.filter({ hasText: 'Footpath interview' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(work).toContainText('Footpath interview');
  await page.keyboard.press('a');
  await expect(titles.nth(1)).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  const second = /^2(.*?)(?:(?:under )?\d+ %)?$/.exec((await titles.nth(1).textContent())!)![1]!;
  await page.keyboard.press('2');
  await expect(work).toContainText(second);
  await page.keyboard.press('a');
  await page.keyboard.press('Escape');
  await expect(titles).toHaveCount(0);
  await page.keyboard.press('t');
  await expect(page.getByLabel('Any student, by part of the name (t)')).toBeFocused();
  await page.keyboard.press('Escape');
  expect(await counted()).toEqual(untouched);

  // A photograph is not ours, another is for later, and ten alike are taken together.
  const photo = list.getByRole('button', { name: /^IMG_4810/ });
  await photo.click();
  await page.keyboard.press('x');
  await expect.poll(async () => (await counted()).notOurs).toBe(1);
  await list.getByRole('button', { name: /^IMG_4811/ }).click();
  await page.keyboard.press('l');
  await expect.poll(async () => (await counted()).later).toBe(1);
  await list.getByRole('button', { name: /^IMG_4812/ }).click();
  const together = page.getByRole('region', { name: 'Name strip' }).getByText(/^\d+ pieces selected$/);
  await page.keyboard.press('s');
  await expect(together).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(together).toBeHidden();
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('J');
  await page.keyboard.press('t');
  await page.getByLabel('Any student, by part of the name (t)').fill(friend!.last);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /^Place 4 pieces/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^4 pieces placed with /)).toBeVisible();
  await expect.poll(async () => (await counted()).placed).toBe(first.placed + 7);

  // Every one of them is told, with its reason, and the record has a line for each that came.
  await page.getByRole('button', { name: 'What happened' }).click();
  await page.getByRole('button', { name: 'Refused: 4' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'empty.txt' })).toContainText(
    'it is empty (0 bytes)',
  );
  expect(await axeFindings(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'What was learned' }).click();
  await expect(page.getByRole('list', { name: 'Words' }).getByText('jenny k')).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  await page.keyboard.press('Escape');
  const course = courseOf(page);
  let came = 0;
  let before = '';
  do {
    const answer = await page.request.get(
      `${new URL(page.url()).origin}/api/courses/${course}/ledger?kind=came%20in%20pile${before}`,
    );
    const { lines } = (await answer.json()) as { lines: { index: number }[] };
    came += lines.length;
    before = lines.length > 0 ? `&before=${lines.at(-1)!.index}` : '';
  } while (before !== '');
  expect(came).toBe(146);
  expect(faults).toEqual([]);
  await school.close();
});

test('what does not fit together lies on the table with both, says why, and is sorted by keyboard', async ({
  browser,
}) => {
  const { demo: school, visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await go(page, 'o');
  const roster = await rosterOf(page);
  const namesakes = (name: string) => roster.filter(({ last }) => last === name).length;
  const [mine, lent, marked] = roster.filter(({ last }) => /^\p{L}+$/u.test(last) && namesakes(last) === 1);
  const name = ({ first, last }: { first: string; last: string }) => `${first} ${last}`;
  const html = (author: string, ...lines: string[]) =>
    `<html><head><meta name="author" content="${author}"></head><body>${lines.map((line) => `<p>${line}</p>`).join('')}</body></html>`;
  const bytes = await zipOf([
    // On the account of a classmate; and one that only mentions a classmate, so that it is whose it says.
    [`${name(mine!)} weir.html`, html(name(lent!), 'The water rose.')],
    ['scan 0007.html', html('', `Name: ${name(marked!)}`, `Marked by: ${name(lent!)}`)],
  ]);
  await choosePile(page, 'lent.zip', bytes);
  await page.getByRole('button', { name: 'Bring 1 file to the table' }).click();
  const account = page.getByText(/^lent\.zip, .* arrived = /);
  await expect(account).toContainText('1 placed');
  await expect(account).toContainText('1 to sort');

  await expect(page.getByText('What is known of it names different people.')).toBeVisible();
  const likeliest = page.getByRole('list', { name: 'Likeliest' }).getByRole('button');
  // Each with what speaks for them, and neither chosen beforehand.
  await expect(likeliest.nth(0)).toContainText(mine!.last);
  await expect(likeliest.nth(0)).toContainText('The name of the file says so.');
  await expect(likeliest.nth(1)).toContainText(lent!.last);
  await expect(likeliest.nth(1)).toContainText(`The file says that ‘${name(lent!)}’ wrote it.`);
  await expect(page.getByRole('list', { name: 'Likeliest' }).locator('[aria-pressed=true]')).toHaveCount(0);
  expect(await axeFindings(page)).toEqual([]);
  await page.keyboard.press('1');
  await page.keyboard.press('Enter');
  await expect(account).toContainText('2 placed');
  expect(faults).toEqual([]);
  await school.close();
});

test('twenty pieces that several could have are sorted in forty keys; another is dragged onto its slot', async ({
  browser,
}) => {
  const { demo: school, visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await go(page, 'o');
  const roster = await rosterOf(page);
  const shared = [
    ...new Set(
      roster
        .map(({ first }) => first)
        .filter((first, _, all) => all.indexOf(first) !== all.lastIndexOf(first) && !first.includes(' ')),
    ),
  ];
  // Each name once: what is decided for one is known for all that are called the same.
  const names = shared.map((first) => `${first}.txt`);
  await choosePile(page, 'names.zip', await zipOf(names));
  await page.getByRole('button', { name: 'Bring 1 file to the table' }).click();
  const account = page.getByText(/^names\.zip, .* arrived = /);
  await expect(account).toContainText(`${names.length} arrived`);
  await expect(account).not.toContainText(/being read|about to be placed/);
  // Whose first name is nobody else's any more is placed by itself.
  const toSort = Number(/(\d+) to sort/.exec((await account.textContent())!)![1]);
  expect(toSort).toBeGreaterThan(20);
  await expect(page.getByRole('heading', { name: `${toSort} to sort` })).toBeVisible();
  await expect(page.getByRole('list', { name: 'Likeliest' })).toBeVisible();

  const began = Date.now();
  for (let i = 0; i < 20; i += 1) {
    await page.keyboard.press('1');
    await page.keyboard.press('Enter');
  }
  await expect(page.getByRole('heading', { name: `${toSort - 20} to sort` })).toBeVisible();
  console.log(
    `twenty pieces sorted in 40 keys and ${((Date.now() - began) / 1000).toFixed(1)} s of machine time`,
  );

  // The last one by dragging it from the list onto a candidate.
  const from = (await page
    .getByRole('list', { name: 'On the table' })
    .getByRole('listitem')
    .first()
    .boundingBox())!;
  const to = (await page
    .getByRole('list', { name: 'Likeliest' })
    .getByRole('listitem')
    .nth(1)
    .boundingBox())!;
  await page.mouse.move(from.x + 40, from.y + 20);
  await page.mouse.down();
  await page.mouse.move(to.x + 30, to.y + 10, { steps: 12 });
  await page.mouse.up();
  await expect(page.getByText(/^Placed with /).last()).toBeVisible();
  await expect(page.getByRole('heading', { name: `${toSort - 21} to sort` })).toBeVisible();
  await page.keyboard.press('u');
  await expect(page.getByRole('heading', { name: `${toSort - 20} to sort` })).toBeVisible();
  expect(faults).toEqual([]);

  // In the evening, for somebody who only looks.
  const aide = await visit('psandoval', { dark: true });
  await go(aide.page, 'o');
  await expect(aide.page.getByRole('list', { name: 'Likeliest' })).toBeVisible();
  await expect(aide.page.getByRole('button', { name: /^Place it/ })).toBeHidden();
  expect(await axeFindings(aide.page)).toEqual([]);
  expect(aide.faults).toEqual([]);
  await school.close();
});
