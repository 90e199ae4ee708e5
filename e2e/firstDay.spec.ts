import type { Locator, Page } from '@playwright/test';
import { axeFindings, expect, go, openWindow, test, toPeriod } from './support/journey';
import { openSchool, password } from './support/openSchool';

/** Counts what a person does: a click, a choice, a filled field or a key, but for words and files. */
class Acts {
  count = 0;
  constructor(private readonly page: Page) {}

  async press(name: RegExp | string): Promise<void> {
    await this.click(this.page.getByRole('button', { name }));
  }
  async click(where: Locator): Promise<void> {
    this.count += 1;
    await where.click();
  }
  async fill(label: RegExp | string, text: string): Promise<void> {
    this.count += 1;
    await this.page.getByLabel(label, { exact: typeof label === 'string' }).fill(text);
  }
  async tick(box: Locator): Promise<void> {
    this.count += 1;
    await box.check();
  }
  async step(name: RegExp): Promise<void> {
    await this.click(
      this.page.getByRole('navigation', { name: 'Steps of the set-up' }).getByRole('link', { name }),
    );
  }
}

const last = [
  'KOVAČEVIĆ',
  'VAN DER BERG',
  'O’NEIL',
  'Đặng',
  'Pereira da Silva',
  'Lindqvist-Åkerblom',
  'MCDONALD',
];
const first = ['ANA', 'SAM', 'MARY ANN', 'Thị Mai', 'João Miguel', 'Hanna', 'IAN'];
const hours = ['2', '3', '5', '7'];

/** The office's list as it comes: a title, a line of the printer, headings of its own, capitals, nobody's rows, sums. */
const untidy = [
  'Larkmoor School;;;;',
  'Printed 29.11.;by the office;;;',
  '',
  'No.;Surname;Given name;Account;Hour',
  ...Array.from({ length: 124 }, (_, i) => {
    const kind = i % last.length;
    const [surname, given] = [`${last[kind]!}-${word(i)}`, first[kind]!];
    const isLoud = surname.startsWith(surname.slice(0, 3).toUpperCase());
    return `${i + 1};${isLoud ? surname.toUpperCase() : surname};${given};acc${i};${hours[i % hours.length]!}`;
  }),
  'Total;124;;;',
].join('\n');

/** Something that tells one surname from another: letters alone, as names have. */
function word(n: number): string {
  const letters = 'bdfgklmnprst';
  return `${letters[n % 12]!.toUpperCase()}o${letters[Math.floor(n / 12)]!}a`;
}

test('a first day: from an empty school and an untidy list to the first work, in fewer than 45 acts', async ({
  browser,
}) => {
  const { school, teacher } = await openSchool(browser);
  const { page, faults } = teacher;
  const acts = new Acts(page);

  await test.step('the year, the course and three of its four periods', async () => {
    await acts.press('Make the year');
    await acts.fill('Title', 'Field Geography');
    await acts.fill('Periods', '2, 3, 5');
    await acts.press('Make the course');
  });

  await test.step('the list as the office sends it: a period it names is added, capitals are mended', async () => {
    await acts.fill('Class list', untidy);
    await acts.press('Preview each row');
    await expect(page.getByRole('combobox', { name: 'Headings' })).toHaveValue('4');
    await expect(page.getByRole('region', { name: 'How the list is read' }).getByRole('row')).toHaveCount(12);
    await expect(page.getByText('93 will be added')).toBeVisible();
    await acts.press('Add period 7 (31 students)');
    await expect(page.getByText('124 will be added')).toBeVisible();
    await acts.tick(page.getByRole('checkbox', { name: /^Write \d+ names in small letters/ }));
    await expect(page.getByRole('cell', { name: /^Kovačević-/ }).first()).toBeVisible();
    expect(await axeFindings(page)).toEqual([]);
    await acts.press('Add 124 students');
    await expect(page.getByText('124 students have joined.')).toBeVisible();
  });

  await test.step('two change places', async () => {
    const pick = (name: string) => page.getByRole('checkbox', { name: `Pick ${name}` });
    await acts.click(page.getByRole('navigation', { name: 'Periods' }).getByRole('link', { name: /^All/i }));
    await acts.tick(pick('Ana Kovačević-Boba'));
    await acts.fill('Find a student', 'doba');
    await acts.tick(pick('Sam van der Berg-Doba'));
    await acts.press('Swap their periods');
    await expect(
      page.getByText('Ana Kovačević-Boba and Sam van der Berg-Doba have changed periods.'),
    ).toBeVisible();
  });

  await test.step('turn-in folders, and the first assignment', async () => {
    await acts.step(/Turn-in folders/);
    await acts.press(/^Make 124 turn-in folders/);
    await expect(page.getByText(/^All 124 students have a turn-in folder/)).toBeVisible();
    await acts.step(/Assignments/);
    await acts.fill('Title', 'Stream gauge log');
    await acts.press('Publish');
    await expect(page.getByText('‘Stream gauge log’ is published.')).toBeVisible();
  });

  let code = '';
  await test.step('sign-in slips for everyone; without an e-mail address they sign in by account', async () => {
    await acts.step(/Roster/);
    await acts.press('Sign-in slips');
    await acts.press('Make the slips');
    await expect(page.getByRole('listitem').filter({ hasText: 'acc' }).first()).toBeVisible();
    const slip = page.getByRole('listitem').filter({ hasText: 'Kovačević-Boba' });
    code = (await slip.locator('code').textContent())!;
    acts.count += 1;
    await page.keyboard.press('Escape');
  });

  await test.step('somebody signs in from paper and turns in; it stands on the rack', async () => {
    const student = await openWindow(browser, { phone: true });
    await student.page.goto(`${school.address}/welcome`);
    await student.page.getByLabel('Code').fill(code);
    await student.page.getByRole('button', { name: 'Continue' }).click();
    await student.page.getByLabel('Password').fill(password);
    await student.page.getByRole('button', { name: 'Continue' }).click();
    await student.page.getByText('Stream gauge log').click();
    await student.page
      .locator('input[type=file]')
      .first()
      .setInputFiles({
        name: 'IMG_2231.txt',
        mimeType: 'text/plain',
        buffer: Buffer.from('Gauge 1: 0.4 m'),
      });
    await student.page.getByRole('button', { name: /^Turn in/ }).click();
    await expect(student.page.getByRole('heading', { name: 'It arrived.' })).toBeVisible();

    acts.count += 2;
    await go(page, 'r');
    acts.count += 1;
    await toPeriod(page, 3);
    await expect(page.getByRole('button', { name: /^Kovačević-Boba, Ana: turned in, text/ })).toBeVisible();
  });

  console.log(`a first day in ${acts.count} acts`);
  expect(acts.count).toBeLessThan(45);
  expect(faults).toEqual([]);
  await school.close();
});
