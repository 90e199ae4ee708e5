import type { Page } from '@playwright/test';
import { Application } from './support/Application';
import { axeFindings, expect, test, toStep, visitDemo } from './support/journey';

test.describe.configure({ mode: 'serial' });

let school: Application;
test.beforeAll(async () => {
  // A school of its own: this journey changes the names of a whole course.
  school = await Application.start({ template: process.env.VESTIBUL_DEMO_TEMPLATE!, demo: true });
});
test.afterAll(() => school.close());

async function toNames(page: Page, tab: string): Promise<void> {
  await toStep(page, /Names/);
  await page.getByRole('button', { name: tab }).click();
}

const ruleField = (page: Page) => page.getByLabel('Rule for the names of turn-in folders');

test('a rule that fails is mended with the offered mends, applied to an existing course, and undone', async ({
  browser,
}) => {
  const { page, faults } = await visitDemo(browser, school, 'itamsin');

  await test.step('a period 10 joins the course', async () => {
    await toStep(page, /Course and periods/);
    await page.getByRole('button', { name: 'Add a period' }).click();
    await page.getByRole('dialog').getByLabel('Number').fill('10');
    await page.getByRole('dialog').getByRole('button', { name: /^Add/ }).click();
    await expect(page.getByRole('link', { name: /Period 10/ })).toBeVisible();
    await page.getByRole('link', { name: /Roster/ }).click();
    await page.getByRole('button', { name: 'Add a late joiner' }).click();
    await page.getByLabel('Last name').fill('Zubiri');
    await page.getByLabel('First name').fill('Oihan');
    await page.getByLabel('E-mail').fill('ozubiri@larkmoor.example');
    await page.getByRole('dialog').getByLabel('Period').selectOption('Period 10');
    await page.getByRole('button', { name: 'Join, with a turn-in folder' }).click();
    await expect(page.getByText('has joined, with a turn-in folder')).toBeVisible();
    await expect(page.getByRole('dialog', { name: 'Oihan Zubiri' })).toBeVisible();
    await page.keyboard.press('Escape');
  });

  await test.step('the rule is typed; what is wrong with it shows live, on the real roster', async () => {
    await page.getByRole('link', { name: /Names/ }).click();
    await ruleField(page).fill('{period}-{last}_{initial}');
    await expect(page.getByText('Each period is together, but not in order:').first()).toBeVisible();
    await expect(page.getByText(/people have one name to any computer/).first()).toBeVisible();
    await expect(page.getByText('10-Zubiri_O', { exact: true }).first()).toBeVisible();
  });

  await test.step('chips and text are in step, by keyboard', async () => {
    const chips = page.getByRole('list', { name: 'Parts of the rule' });
    await chips.getByRole('button', { name: 'initial' }).focus();
    await page.keyboard.press('Delete');
    await expect(ruleField(page)).toHaveValue('{period}-{last}_');
    await page.getByLabel('Add a part or text').fill('initial');
    await page.keyboard.press('Enter');
    await expect(ruleField(page)).toHaveValue('{period}-{last}_{initial}');
    await chips.getByRole('button', { name: 'period' }).focus();
    await page.keyboard.press('Enter');
    await page.getByLabel('Filters').fill('upper');
    await expect(ruleField(page)).toHaveValue('{period|upper}-{last}_{initial}');
    await page.getByLabel('Filters').fill('');
    // Space takes a chip up, arrows move it.
    await chips.getByRole('button', { name: 'last' }).focus();
    await page.keyboard.press('Space');
    await expect(chips.getByRole('button', { name: 'last' })).toHaveAttribute('aria-pressed', 'true');
    // The package listens for arrows from its next task on: nobody presses one sooner.
    await page.evaluate(() => new Promise((done) => setTimeout(done)));
    await page.keyboard.press('ArrowLeft');
    await expect(page.getByText(/was moved over droppable area chip 1/)).toBeAttached();
    await page.keyboard.press('Space');
    await expect(ruleField(page)).toHaveValue('{period}{last}-_{initial}');
    await ruleField(page).fill('{period}-{last}_{initial}');
  });

  await test.step('one key takes the best mend', async () => {
    await expect(page.getByRole('button', { name: /pad 2/ }).first()).toBeVisible();
    await ruleField(page).focus();
    await page.keyboard.press('Enter');
    await expect(ruleField(page)).toHaveValue(/\{period\|pad 2\}-/);
    await expect(page.getByText('Each period is together, in order.')).toHaveCount(3);
    await expect(page.getByText(/people have one name to any computer/)).toHaveCount(0);
    expect(await axeFindings(page)).toEqual([]);
  });

  await test.step('a sign that is left hanging for somebody is told, and mended with one press', async () => {
    await ruleField(page).fill('{period|pad 2}-{last}_{first}');
    const unfinished = page.getByRole('heading', { name: 'What looks unfinished' });
    await expect(unfinished).toBeVisible();
    await expect(page.getByText(/^Wayan: \d\d-Wayan_$/)).toBeVisible();
    expect(await axeFindings(page)).toEqual([]);
    await page.getByRole('button', { name: /^\{period\|pad 2\}-\{last\}\[_\{first\}\]/ }).press('Enter');
    await expect(ruleField(page)).toHaveValue('{period|pad 2}-{last}[_{first}]');
    await expect(unfinished).toHaveCount(0);
    // Both are known at once: what is still wrong with the rule, and that nothing of it hangs.
    await expect(page.getByRole('button', { name: /no name twice/ }).first()).toBeVisible();
    await expect(unfinished).toHaveCount(0);
  });

  await test.step('the change is looked through, made, and undone with one action', async () => {
    await ruleField(page).fill('{last}, {first} ({period|pad 2})');
    await page.getByRole('button', { name: 'Set the rule …' }).click();
    const preview = page.getByRole('region', { name: 'What would be renamed' });
    await expect(preview.getByRole('heading')).toHaveText(/^\d+ turn-in folders would get another name$/);
    await expect(preview.getByText('Abara, Chidi (02)')).toBeVisible();
    expect(await axeFindings(page)).toEqual([]);
    await preview.getByRole('button', { name: /^Set the rule and rename all/ }).click();
    await expect(page.getByText(/^\d+ names changed\.$/)).toBeVisible();
    await page.getByRole('link', { name: /Turn-in folders/ }).click();
    await expect(page.getByRole('button', { name: 'Abara, Chidi (02)' })).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByText(/^\d+ names are as before\.$/)).toBeVisible();
    await expect(page.getByRole('button', { name: '02-Abara_Chidi' })).toBeVisible();
  });
  expect(faults).toEqual([]);
});

test('what exists is checked: names that do not follow, by fault, mended one by one and all alike, and undone', async ({
  browser,
}) => {
  const { page, faults } = await visitDemo(browser, school, 'itamsin');
  await toNames(page, 'Check what exists');
  await expect(page.getByText(/^\d+ of \d+ folders do not follow the rule\.$/)).toBeVisible();
  const before = Number((await page.getByText(/do not follow the rule/).textContent())!.split(' ')[0]);
  expect(await axeFindings(page)).toEqual([]);
  const order = page.getByRole('region', { name: 'Parts in another order' });
  await order.getByRole('button', { name: 'Fix', exact: true }).first().click();
  await expect(page.getByText('1 name changed.')).toBeVisible();
  await expect(page.getByText(new RegExp(`^${before - 1} of`))).toBeVisible();
  await page.getByRole('button', { name: `Fix all ${before - 1}` }).click();
  await expect(page.getByText(/^All \d+ folders follow the rule\.$/)).toBeVisible();
  await page
    .getByRole('listitem')
    .filter({ hasText: `${before - 1} folders renamed` })
    .getByRole('button', { name: 'Undo' })
    .click();
  await expect(page.getByText(new RegExp(`^${before - 1} of`))).toBeVisible();
  expect(faults).toEqual([]);
});

test('the strip mends the selected name, and a search for the old one finds it', async ({ browser }) => {
  const { page } = await visitDemo(browser, school, 'itamsin');
  await toStep(page, /Turn-in folders/);
  const loose = page.getByRole('button', { name: /turn in folder$/ }).first();
  const old = (await loose.textContent())!;
  await loose.click();
  const strip = page.getByRole('region', { name: 'Name strip' });
  await expect(strip.getByText('Does not follow the rule')).toBeVisible();
  await expect(strip.getByText(/The period is missing/)).toBeVisible();
  await page.keyboard.press('n');
  const dialog = page.getByRole('dialog', { name: 'Fix the name' });
  await dialog.getByLabel('Name').fill('something else');
  await expect(dialog.getByRole('alert')).toContainText('is missing');
  await dialog.getByRole('button', { name: 'Use the rule’s name' }).click();
  const proper = await dialog.getByLabel('Name').inputValue();
  await dialog.getByRole('button', { name: 'Rename' }).click();
  await expect(page.getByRole('button', { name: proper, exact: true })).toBeVisible();
  await page.keyboard.press('/');
  await page
    .getByLabel('Any words: a student, an assignment, part of a name')
    .fill(old.slice(0, 9).toUpperCase());
  await expect(page.getByRole('dialog').getByText(proper, { exact: true })).toBeVisible();
  await expect(page.getByRole('dialog').getByText(old).first()).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
});

test('a student is asked about the name, sees why, and turns in with one press', async ({ browser }) => {
  const teacher = await visitDemo(browser, school, 'itamsin');
  await toNames(teacher.page, 'Files turned in');
  await teacher.page.getByLabel('A name that does not follow:').selectOption('Ask the student');
  await expect(teacher.page.getByText('They see the proper name and why')).toBeVisible();

  const { page } = await visitDemo(browser, school, 'tdang', { phone: true });
  await page.getByRole('link', { name: 'Turn in', exact: true }).click();
  await page.getByLabel('Files to turn in').setInputFiles({
    name: 'my gauge readings.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from('Tuesday 3.2'),
  });
  await expect(page.getByText('Names follow a rule here.')).toBeVisible();
  await expect(
    page.getByText('The name doesn’t say who you are and which assignment it is for.'),
  ).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  await page.getByRole('button', { name: 'Agree to the name and turn in' }).click();
  await expect(page.getByText(/^03-Đặng_Thị Mai_/).first()).toBeVisible();
});
