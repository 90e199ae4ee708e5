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
  if (who) {
    await page.getByLabel('E-mail').fill(`${who}@larkmoor.example`);
    await page.getByLabel('Password').fill('larkmoor-demo');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.getByRole('navigation', { name: 'Places' }).waitFor();
  }
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
  await page
    .getByRole('link', { name: new RegExp(`^Period ${period}`) })
    .first()
    .click();
  await page.getByRole('list', { name: 'Slots' }).waitFor();
  await page.keyboard.press(',');
  await page.getByRole('heading', { name: /Soil texture table/ }).waitFor();
  await page.keyboard.press('j');
}

/** A view is still moving in its first moments: pages are drawn and fonts come in. */
const settle = (page) => page.waitForTimeout(1200);

try {
  const nobody = await visit(null);
  await nobody.getByRole('heading', { name: 'This is the demo. Come in as' }).waitFor();
  await settle(nobody);
  await take(nobody, 'sign-in');
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
  await teacher.keyboard.press('r');
  await settle(teacher);
  await take(teacher, 'review-desk');
  await go(teacher, 'l');
  await teacher.getByRole('button').filter({ hasText: 'piece placed' }).first().click();
  await settle(teacher);
  await take(teacher, 'ledger');
  await go(teacher, 's');
  await teacher.getByRole('navigation', { name: 'Steps of the set-up' }).waitFor();
  await teacher.getByRole('link', { name: 'All periods' }).click();
  await teacher.getByRole('link', { name: /Names/ }).click();
  await settle(teacher);
  await take(teacher, 'set-up-names');
  await teacher.getByRole('link', { name: /Roster/ }).click();
  await teacher.getByRole('button', { name: 'Paste or drop a list' }).click();
  await teacher
    .getByLabel('Class list')
    .fill(
      'Surname;Given name;Mail;Hour\nNewman;Ada;anewman@larkmoor.example;2\nBerg;Emma;ebergmann@larkmoor.example;4\nEze;Ngozi;no address;3\nHaddad;Samir;shaddad@larkmoor.example;4\nvan Houten;Mies;mvanhouten@larkmoor.example;7',
    );
  await teacher.getByRole('button', { name: 'See what each row becomes' }).click();
  await settle(teacher);
  await take(teacher, 'set-up-list');
  await teacher.getByRole('button', { name: 'Back to the list' }).click();
  await teacher.getByRole('button', { name: 'Back to the roster' }).click();
  await teacher
    .getByRole('navigation', { name: 'Periods' })
    .getByRole('link', { name: /^Period 3/ })
    .click();
  await settle(teacher);
  await take(teacher, 'set-up-roster');
  await teacher.getByRole('link', { name: /Assignments/ }).click();
  await teacher.getByRole('button', { name: /Stream gauge log/ }).click();
  await settle(teacher);
  await take(teacher, 'set-up-assignment');
  await teacher.getByRole('link', { name: /Blanks/ }).click();
  await settle(teacher);
  await take(teacher, 'set-up-blanks');

  const evening = await visit('itamsin', { dark: true });
  await settle(evening);
  await openRack(evening, 4);
  await settle(evening);
  await take(evening, 'rack-evening');

  for (const dark of [false, true]) {
    const student = await visit('tdang', { phone: true, dark });
    await settle(student);
    if (!dark) await take(student, 'phone-today');
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
    await take(student, dark ? 'phone-turn-in-evening' : 'phone-turn-in');
    if (dark) continue;
    await student.getByRole('button', { name: /^Turn in \d+ piece/ }).click();
    await student.getByRole('heading', { name: 'It arrived.' }).waitFor();
    await settle(student);
    await take(student, 'phone-receipt');
  }
} finally {
  await browser.close();
  child.kill('SIGTERM');
  fs.rmSync(folder, { recursive: true, force: true });
}
