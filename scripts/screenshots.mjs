// node scripts/screenshots.mjs: one picture of each main view into docs/screenshots, from a demo school made for it.
import { execFileSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { ensureBuilt, ensureChromium, ensureInstalled, freePort, root, say, startBuilt } from './tools.mjs';

ensureInstalled();
const executablePath = ensureChromium();
await ensureBuilt();
const { chromium } = await import('@playwright/test');

const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'vestibul-pictures-'));
execFileSync(process.execPath, [path.join(root, '.build/demo/make.mjs'), path.join(folder, 'school')], {
  stdio: 'inherit',
});
const { child, ready } = startBuilt({
  VESTIBUL_DATA: path.join(folder, 'school'),
  VESTIBUL_DEMO: '1',
  PORT: String(await freePort()),
});
const address = await ready;
const browser = await chromium.launch({ executablePath, args: ['--no-sandbox', '--disable-gpu'] });

async function visit(who, { phone = false, dark = false } = {}) {
  const context = await browser.newContext({
    ...(phone
      ? { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true }
      : { viewport: { width: 1280, height: 800 } }),
    colorScheme: dark ? 'dark' : 'light',
    reducedMotion: 'reduce',
  });
  const page = await context.newPage();
  await page.goto(address);
  await page.getByLabel('E-mail').fill(`${who}@larkmoor.example`);
  await page.getByLabel('Password').fill('larkmoor-demo');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('navigation', { name: 'Places' }).waitFor();
  return page;
}

async function go(page, letter) {
  await page.keyboard.press('g');
  await page.keyboard.press(letter);
}

async function take(page, name) {
  await page.waitForLoadState('networkidle').catch(() => undefined);
  await page.screenshot({ path: path.join(root, 'docs/screenshots', `${name}.png`) });
  say(name);
}

/** The rack of a period for last week's work, where every form of a slot is to be seen. */
async function openRack(page, period) {
  await go(page, 'r');
  await page.locator('[aria-current=page]', { hasText: 'Rack' }).waitFor();
  await page
    .getByRole('link', { name: new RegExp(`^Period ${period}`) })
    .first()
    .click();
  await page.getByRole('list', { name: 'Slots' }).waitFor();
  await page.keyboard.press(',');
  await page.getByRole('heading', { name: /Soil texture table/ }).waitFor();
  await page.keyboard.press('j');
}

/** Chooses a place of the piece that is shown; the comment is then about to be written. */
async function choosePlace(page, keys) {
  await page.keyboard.press('m');
  for (const key of keys) await page.keyboard.press(key);
}

/** Says something there, and is back on the page. */
async function sayAt(page, keys, words) {
  await choosePlace(page, keys);
  await page.keyboard.type(words);
  await page.keyboard.press('Control+Enter');
  await page.getByRole('button', { name: 'Save comment', disabled: true }).waitFor();
  await page.keyboard.press('Escape');
}

/** A view is still moving in its first moments: pages are drawn and fonts come in. */
const settle = (page) => page.waitForTimeout(1200);

try {
  const teacher = await visit('itamsin');
  await settle(teacher);
  await take(teacher, 'today');
  await teacher.getByRole('link', { name: 'Month' }).click();
  await settle(teacher);
  await take(teacher, 'calendar');
  await openRack(teacher, 4);
  await settle(teacher);
  await take(teacher, 'rack');
  await teacher.keyboard.press(' ');
  await settle(teacher);
  await take(teacher, 'glance');
  await teacher.keyboard.press('Escape');
  await teacher.keyboard.press('.');
  await teacher.getByRole('heading', { name: /Stream gauge log/ }).waitFor();
  await teacher.getByRole('button', { name: /^Review \d+/ }).click();
  await teacher.getByLabel('The work').locator('.document p').nth(4).waitFor();
  await sayAt(teacher, ['ArrowDown', 'ArrowDown', 'Enter'], 'Which gauge? Say the post.');
  await choosePlace(teacher, ['ArrowDown', 'ArrowDown', 'ArrowDown', 'ArrowDown', 'Enter']);
  for (const key of ['Escape', 't', '2']) await teacher.keyboard.press(key);
  await teacher.getByText('Well seen.', { exact: true }).waitFor();
  for (const key of ['1', '2']) await teacher.keyboard.press(key);
  await settle(teacher);
  await take(teacher, 'review-desk');
  await go(teacher, 'm');
  await teacher.getByRole('grid', { name: 'Mark book' }).waitFor();
  for (const key of ['j', 'j', 'ArrowRight']) await teacher.keyboard.press(key);
  await settle(teacher);
  await take(teacher, 'mark-book');
  await go(teacher, 'l');
  await teacher.getByRole('button').filter({ hasText: 'piece placed' }).first().click();
  await settle(teacher);
  await take(teacher, 'ledger');
  await teacher.keyboard.press('o');
  await teacher.getByRole('link', { name: 'All periods' }).click();
  // Some weeks into the year, where some have gone on working and some have left.
  await teacher.getByLabel('Day of the year').fill('75');
  await teacher.getByRole('button', { name: /changed since turned in$/ }).click();
  await teacher.getByText(/^\d+ of [\d,]+ files$/).waitFor();
  await settle(teacher);
  await take(teacher, 'owners');
  await go(teacher, 's');
  await teacher.getByRole('navigation', { name: 'Steps of the set-up' }).waitFor();
  await teacher.getByRole('link', { name: 'All periods' }).click();
  await teacher.getByRole('link', { name: /Names/ }).click();
  await teacher.getByLabel('Rule for the names of turn-in folders').fill('{last}, {initial} ({period})');
  await teacher.getByRole('button', { name: /Fix:/ }).waitFor();
  await settle(teacher);
  await take(teacher, 'set-up-names');
  await teacher.getByRole('link', { name: /Roster/ }).click();
  await teacher
    .getByRole('navigation', { name: 'Periods' })
    .getByRole('link', { name: /^Period 3/ })
    .click();
  await settle(teacher);
  await take(teacher, 'set-up-roster');
  await openRack(teacher, 3);
  const plates = teacher.getByRole('navigation', { name: 'Periods' });
  await plates.getByRole('button', { name: 'several' }).click();
  await plates.getByRole('link', { name: /^Period 4/ }).click();
  await teacher
    .getByRole('navigation', { name: 'Views of the rack' })
    .getByRole('link', { name: 'What happened' })
    .click();
  await settle(teacher);
  await take(teacher, 'what-happened');

  const evening = await visit('itamsin', { dark: true });
  await settle(evening);
  await openRack(evening, 4);
  await evening.getByRole('link', { name: 'Whole term' }).click();
  await evening.getByRole('link', { name: 'All periods' }).click();
  await evening.getByRole('grid').waitFor();
  await settle(evening);
  await take(evening, 'rack-map');

  await go(teacher, 'o');
  // A pile from an old stick: what can be told is placed, the rest lies on the table.
  await teacher.getByRole('button', { name: 'Bring a pile' }).click();
  await teacher
    .getByLabel('Files of the pile')
    .setInputFiles({ name: 'old stick.zip', mimeType: 'application/zip', buffer: await madePile() });
  await teacher.getByRole('button', { name: 'Bring 1 file to the table' }).click();
  await teacher.getByText(/arrived = .* to sort/).waitFor();
  await teacher.getByText(/being read|about to be placed/).waitFor({ state: 'hidden' });
  await teacher.getByRole('button', { name: /^berg emma/ }).click();
  await teacher.locator('[data-sonner-toast]').first().waitFor({ state: 'detached' });
  await settle(teacher);
  await take(teacher, 'sorting-table');

  const onPhone = await visit('itamsin', { phone: true });
  await openRack(onPhone, 4);
  await settle(onPhone);
  await take(onPhone, 'phone-rack');

  const student = await visit('tdang', { phone: true });
  await settle(student);
  await take(student, 'phone-today');
  await student
    .getByRole('link', { name: /Stream gauge log/ })
    .first()
    .click();
  await student.getByLabel('Files to turn in').setInputFiles([
    {
      name: 'IMG_4821.JPG',
      mimeType: 'image/jpeg',
      buffer: Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0, 16, 0x4a, 0x46, 0x49, 0x46, 0, 1]),
    },
    {
      name: 'mai stream log FINAL (1).txt',
      mimeType: 'text/plain',
      buffer: Buffer.from('Five readings.'.repeat(900)),
    },
  ]);
  await student.getByRole('button', { name: /^Turn in \d+ piece/ }).waitFor();
  await settle(student);
  await take(student, 'phone-turn-in');
  await student.getByRole('button', { name: /^Turn in \d+ piece/ }).click();
  await student.getByRole('heading', { name: 'It arrived.' }).waitFor();
  await settle(student);
  await take(student, 'phone-receipt');
  await student.goto(`${student.url()}/record`);
  await student.getByRole('button', { name: 'Get ready' }).waitFor();
  await settle(student);
  await take(student, 'phone-record');
  const reader = await visit('kthorsen', { phone: true });
  await reader.goto(new URL('/handed-back', reader.url()).href);
  await reader.getByRole('link', { name: /Summer land use map/ }).click();
  await reader.getByRole('button', { name: 'Comment 1' }).waitFor();
  await reader.getByRole('button', { name: /^1 a part of the picture/ }).click();
  await settle(reader);
  await take(reader, 'phone-back');
} finally {
  await browser.close();
  child.kill('SIGTERM');
  fs.rmSync(folder, { recursive: true, force: true });
}

/** A ZIP as it comes from a stick: names in a hurry, litter, and the same file twice. */
async function madePile() {
  const { ZipFile } = await import('yazl');
  const zip = new ZipFile();
  const text = (title, name) =>
    `${title}\n\nName: ${name}\n\nMonday 42 cm\nTuesday 43 cm\nWednesday 51 cm, after the rain\nThursday 47 cm\n`;
  const files = {
    'set a/Chidi Abara stream gauge log.txt': text('Stream gauge log', 'Chidi Abara'),
    'set a/adeyemi_astrid-StreamGaugeLog FINAL.txt': text('Stream gauge log', 'Astrid Adeyemi'),
    'set a/Copy of STREAM GAUGE - Bakshi, Alejandro.txt': text('Stream gauge log', 'Alejandro Bakshi'),
    'berg emma - 2nd hr - stream gauge v2.txt': text('Stream gauge log', 'E. Berg'),
    'IMG_4821.txt': 'A photograph of the ford.',
    'Barros p4 hedgerow.txt': text('Hedgerow survey', ''),
    'jenny k footpath.txt': text('Footpath interview', 'Jenny'),
    'garden window.txt': 'Seen from the garden.',
    'Mateo Quarrington hill profile.txt': text('Hill profile sketch', 'Mateo Quarrington'),
    'Emil.txt': text('Weather diary week 2', 'Emil'),
    'scan_0033.txt': 'A page of readings.',
    'Coyle, Liam & Coyle, Nico soil texture.txt': text('Soil texture table', 'Liam and Nico Coyle'),
    'copy of the stick/Chidi Abara stream gauge log.txt': text('Stream gauge log', 'Chidi Abara'),
    'Thumbs.db': 'x',
  };
  for (const [name, body] of Object.entries(files)) zip.addBuffer(Buffer.from(body), name);
  zip.end();
  const parts = [];
  for await (const part of zip.outputStream) parts.push(part);
  return Buffer.concat(parts);
}
