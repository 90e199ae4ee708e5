import { createHash, randomBytes } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import papa from 'papaparse';
import { Application } from './support/Application';
import { expect, go, openWindow, test } from './support/journey';

const password = 'a long sentence of my own';
/** A picture of one pixel: PNG specification, third edition. */
const png = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==',
  'base64',
);

test('from an empty school to a handed back file on the record, through an interrupted upload', async ({
  browser,
}) => {
  const school = await Application.start();
  const office = await openWindow(browser);
  const teacher = await openWindow(browser);
  const student = await openWindow(browser, { phone: true });
  let teacherLink = '';
  let studentCode = '';

  await test.step('the office opens the school through the printed link, and adds a teacher', async () => {
    const { page } = office;
    await page.goto(school.address);
    await expect(page.getByRole('heading', { name: 'This school is not open yet' })).toBeVisible();
    await page.goto(school.firstLink());
    await page.getByLabel('Name of the school').fill('Larkmoor School');
    await page.getByLabel('Time zone').selectOption('America/New_York');
    await page.getByLabel('Your first name').fill('Odile');
    await page.getByLabel('Your last name').fill('Ferncastle');
    await page.getByLabel('Your e-mail').fill('office@larkmoor.example');
    await page.getByLabel('Password').fill(password);
    await page.getByRole('button', { name: 'Open the school' }).click();
    await page.getByRole('button', { name: 'Add a teacher or office account' }).click();
    await page.getByLabel('First name').fill('Imogen');
    await page.getByLabel('Last name', { exact: true }).fill('Tamsin');
    await page.getByLabel('E-mail').fill('not an address');
    await page.getByRole('button', { name: /^Add, and/ }).click();
    await expect(page.getByText('This is not an e-mail address')).toBeVisible();
    await page.getByLabel('E-mail').fill('itamsin@larkmoor.example');
    await page.getByRole('button', { name: /^Add, and/ }).click();
    teacherLink = (await page.getByRole('dialog').locator('code').textContent())!;
    expect(teacherLink).toContain(`${school.address}/welcome/`);
  });

  await test.step('the teacher makes the year, the course and its periods', async () => {
    const { page } = teacher;
    await page.goto(teacherLink);
    await page.getByLabel('Password').fill(password);
    await page.getByRole('button', { name: 'Continue' }).click();
    await page.getByRole('button', { name: 'Make the year' }).click();
    await page.getByLabel('Title').fill('Field Geography');
    await page.getByLabel('Periods').fill('2, 3 and 10');
    await page.getByRole('button', { name: 'Make the course' }).click();
    await expect(page.getByRole('heading', { name: 'Roster' })).toBeVisible();
  });

  await test.step('a list in Windows-1252 is dropped; its rows’ rowOutcomes are shown; 160 people join', async () => {
    const { page } = teacher;
    const rows = Array.from(
      { length: 158 },
      (_, i) => `Stre\u00dfer${i};Zo\u00eb;z${i}@larkmoor.example;${[2, 3, 10][i % 3]}`,
    );
    const list = [
      'Surname;Given name;E-mail;Hour',
      'O\u2019Brien;S\u00edle;sobrien@larkmoor.example;3',
      'Nowhere;Ann;ann@larkmoor.example;9',
      'Mu\u00f1oz;Ana;amunoz@larkmoor.example;2',
      ...rows,
    ].join('\r\n');
    const bytes = Buffer.from(list.replaceAll('\u2019', '\u0092'), 'latin1');
    await page
      .locator('input[type=file]')
      .setInputFiles({ name: 'roster.csv', mimeType: 'text/csv', buffer: bytes });
    await expect(page.getByText('this course has no such period')).toBeVisible();
    await expect(
      page
        .getByRole('region', { name: 'Rows of the list' })
        .getByRole('cell', { name: 'O’Brien', exact: true }),
    ).toBeVisible();
    await page.getByRole('button', { name: 'Add 160 students' }).click();
    await expect(page.getByText('160 students have joined.')).toBeVisible();
  });

  await test.step('the naming rule is mended and set; every student gets a folder with one press', async () => {
    const { page } = teacher;
    await page.getByRole('link', { name: /Names/ }).click();
    const rule = page.getByLabel('Rule for the names of turn-in folders');
    await rule.fill('{hour|pad 2} {last|upper}, {first}');
    await expect(page.getByText('There is no part called ‘hour’. Did you mean period?')).toBeVisible();
    await page.getByRole('button', { name: /^Fix/ }).click();
    await expect(rule).toHaveValue('{period|pad 2} {last|upper}, {first}');
    await page.getByRole('button', { name: 'Set the rule' }).click();
    await page.getByRole('link', { name: /Turn-in folders/ }).click();
    await page.getByRole('button', { name: 'Make 160 turn-in folders' }).click();
    await expect(page.getByRole('button', { name: '02 MUÑOZ, Ana' })).toBeVisible();
  });

  await test.step('a late joiner gets a folder in the same step', async () => {
    const { page } = teacher;
    await page.getByRole('link', { name: /Roster/ }).click();
    await page.getByRole('button', { name: 'Add a late joiner' }).click();
    await page.getByLabel('Last name').fill('Đặng');
    await page.getByLabel('First name').fill('Thị Mai');
    await page.getByLabel('Called').fill('Mai');
    await page.getByLabel('E-mail').fill('mdang@larkmoor.example');
    await page.getByRole('dialog').getByLabel('Period').selectOption('Period 3');
    await page.getByRole('button', { name: 'Join, with a turn-in folder' }).click();
    await expect(page.getByText('has joined, with a turn-in folder')).toBeVisible();
    // Whoever joined stands open, with what is asked of them; here that is nothing yet.
    await expect(page.getByRole('dialog', { name: 'Mai Đặng' })).toBeVisible();
    await page.keyboard.press('Escape');
    // Without its marks, as somebody writes it in a hurry.
    await page.getByLabel('Find a student').fill('dang');
    await expect(page.getByRole('button', { name: '03 ĐẶNG, Thị Mai' })).toBeVisible();
    await page.getByRole('button', { name: 'Sign-in slips' }).click();
    await page.getByRole('button', { name: 'Make the slips' }).click();
    const slip = page.getByRole('listitem').filter({ hasText: 'mdang@larkmoor.example' });
    studentCode = (await slip.locator('code').textContent())!;
    await page.keyboard.press('Escape');
  });

  await test.step('an assignment is given, due in the school’s time', async () => {
    const { page } = teacher;
    await page.getByRole('link', { name: /Assignments/ }).click();
    await page.getByLabel('Title').fill('Stream gauge log');
    await page.getByLabel('Directions').fill('Five readings at the ford.');
    await page.getByLabel('Due for Period 3').fill('2031-03-09T23:59');
    await page.getByRole('button', { name: 'Publish' }).click();
    await expect(page.getByText('Sun 9 Mar, 23:59')).toBeVisible();
  });

  const video = randomBytes(24 * 1024 * 1024);
  await test.step('the student sets a password and turns in a photo and a long file, over a killed server and a lost line', async () => {
    const { page, context } = student;
    // Typed from paper, in small letters.
    await page.goto(school.address);
    await page.getByRole('link', { name: 'Type the code of your sign-in slip' }).click();
    await page.getByLabel('Code').fill(studentCode.toLowerCase().slice(0, 7));
    await page.getByRole('button', { name: 'Continue' }).click();
    await expect(page.getByText('A code has 10 letters and digits.')).toBeVisible();
    await page.getByLabel('Code').fill(studentCode.toLowerCase());
    await page.getByRole('button', { name: 'Continue' }).click();
    await expect(page.getByText('You sign in with mdang@larkmoor.example from now on.')).toBeVisible();
    await page.getByLabel('Password').fill(password);
    await page.getByRole('button', { name: 'Continue' }).click();
    await page.getByRole('link', { name: /Stream gauge log/ }).click();
    await expect(page.getByText('Five readings at the ford.')).toBeVisible();
    await page
      .getByLabel('Files to turn in')
      .setInputFiles({ name: 'IMG_4821.JPG', mimeType: 'image/jpeg', buffer: png });
    await expect(page.getByText('03-Đặng_Thị Mai_Stream gauge log.png', { exact: true })).toBeVisible();

    let patches = 0;
    await page.route('**/api/uploads/*', async (route) => {
      // The line is cut in the middle of the second part of the long file.
      if (route.request().method() === 'PATCH' && (patches += 1) === 2) {
        await school.kill();
        await route.abort('connectionreset');
        await school.run();
        return;
      }
      await route.continue();
    });
    // A file on the disk, as a real one is: handed over in one piece it would only be the test that is slow.
    const long = path.join(school.folder, 'gauge.bin');
    fs.writeFileSync(long, video);
    await page.getByLabel('Files to turn in').setInputFiles(long);
    await expect(
      page
        .getByText('connection lost; it continues by itself')
        .or(page.getByRole('button', { name: 'Turn in 2 pieces' })),
    ).toBeVisible();
    await context.setOffline(true);
    await context.setOffline(false);
    await expect(page.getByRole('button', { name: 'Turn in 2 pieces' })).toBeEnabled();
    expect(patches).toBeGreaterThan(3);
    await page.getByRole('button', { name: 'Turn in 2 pieces' }).dblclick();
    await expect(page.getByRole('heading', { name: 'It arrived.' })).toBeVisible();
    const receipt = page.getByRole('region', { name: 'Receipt' });
    await expect(receipt).toContainText('in time');
    await expect(receipt).toContainText('was IMG_4821.JPG');
    await expect(receipt).toContainText(createHash('sha256').update(video).digest('hex'));
  });

  await test.step('the piece is on the teacher’s rack; glance, comment, review, hand back, by keyboard', async () => {
    const { page } = teacher;
    // The server was killed in between; the page has found it again by itself.
    await go(page, 'r');
    await page.getByRole('link', { name: /^Period 3/ }).click();
    const slot = page.getByRole('button', { name: /^Đặng, Mai: turned in, 2 pieces, not seen/ });
    await expect(slot).toBeVisible();
    await slot.focus();
    await expect(page.getByRole('region', { name: 'Name strip' })).toContainText(
      '03-Đặng_Thị Mai_Stream gauge log.png',
    );
    await page.keyboard.press(' ');
    await expect(page.getByRole('dialog').getByRole('img')).toBeVisible();
    await page.keyboard.press('r');
    await expect(page.getByRole('region', { name: 'Review' })).toBeVisible();
    await page.keyboard.press('c');
    await page.keyboard.type('Which reading do you trust?');
    await page.keyboard.press('Escape');
    await page.keyboard.press('h');
    await expect(page.getByText('Mai Đặng’s work will be handed back in 10 seconds.')).toBeVisible();
  });

  await test.step('the student sees the comment and the state', async () => {
    const { page } = student;
    await page.getByRole('link', { name: /^Handed back/ }).click();
    await page.getByRole('link', { name: /Stream gauge log/ }).click();
    await expect(page.getByText('Which reading do you trust?')).toBeVisible();
    await expect(page.getByText('handed back', { exact: true })).toBeVisible();
    // What the comment is about stands below it.
    const work = page.getByRole('region', { name: 'Your work' });
    await expect(work.getByRole('img', { name: /^03-Đặng_Thị Mai_Stream gauge log/ })).toBeVisible();
  });

  await test.step('every step is on the ledger, and the record reads back', async () => {
    const { page } = teacher;
    await go(page, 'l');
    const lines = page.getByRole('list', { name: 'Lines' });
    await expect(lines).toContainText('handed back');
    await page.getByLabel('Student').selectOption({ label: 'Đặng, Mai' });
    for (const kind of [
      'joined',
      'folder made',
      'turned in',
      'piece placed',
      'seen',
      'commented',
      'reviewed',
      'handed back',
    ]) {
      await expect(lines).toContainText(kind);
    }
    await page.getByLabel('Kind').selectOption('piece placed');
    await expect(page.getByText('2 lines')).toBeVisible();
    await expect(lines).toContainText('owner Mai Đặng');

    const download = async () => {
      const coming = page.waitForEvent('download');
      await page.getByRole('link', { name: 'Record as CSV' }).click();
      const text = fs.readFileSync(await (await coming).path(), 'utf8');
      return papa.parse<Record<string, string>>(text.replace(/^\ufeff/, ''), {
        header: true,
        skipEmptyLines: true,
      });
    };
    // Of the student that is chosen, and of everybody.
    expect((await download()).data).toHaveLength(2);
    await page.getByLabel('Student').selectOption('every student');
    const record = await download();
    expect(record.errors).toEqual([]);
    expect(record.data).toHaveLength(162);
    const mine = record.data.filter((row) => row['e-mail'] === 'mdang@larkmoor.example');
    expect(mine.map((row) => [row.state, row['original name'], row.name, row.due])).toEqual([
      ['handed back', 'IMG_4821.JPG', '03-Đặng_Thị Mai_Stream gauge log.png', '2031-03-10T03:59:00.000Z'],
      ['handed back', 'gauge.bin', '03-Đặng_Thị Mai_Stream gauge log.bin', '2031-03-10T03:59:00.000Z'],
    ]);
  });

  for (const { faults } of [office, teacher, student]) expect(faults).toEqual([]);
  await school.close();
});
