import { axeFindings, expect, openDemo, test, toRack } from './support/journey';
import { openAssignment, sheets } from './support/tray';

test('how a student signs in is the office’s to change: a teacher asks with one press, and the student is told', async ({
  browser,
}) => {
  const { demo, visit } = await openDemo(browser);
  const { page: teacher } = await visit('itamsin');
  await teacher.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Set-up' }).click();
  await teacher
    .getByRole('navigation', { name: 'Steps of the set-up' })
    .getByRole('link', { name: /Roster/ })
    .click();
  await teacher.getByLabel('Find a student').fill('Nwosu');
  await teacher.getByRole('button', { name: 'Nwosu, open' }).click();
  const dialog = teacher.getByRole('dialog', { name: 'Ebere Nwosu' });
  await dialog.getByLabel('E-mail').fill('ebere@larkmoor.example');
  await dialog.getByRole('button', { name: 'Ask the office to change it' }).click();
  await expect(teacher.getByText('The office has been asked to change it.')).toBeVisible();

  const { page: office } = await visit('office');
  const asked = office
    .getByRole('region', { name: 'Asked by teachers' })
    .getByRole('listitem')
    .filter({ hasText: 'Nwosu' });
  await expect(asked).toContainText('e-mail: enwosu@larkmoor.example → ebere@larkmoor.example');
  await asked.getByRole('button', { name: 'Change it', exact: true }).click();
  await expect(asked).toBeHidden();

  const { page: student } = await visit('ebere', { phone: true });
  const news = student.getByRole('region', { name: 'Your account' });
  await expect(news).toContainText('Your e-mail address for signing in was changed by Odile Ferncastle');
  await news.getByRole('button', { name: 'Got it' }).click();
  await expect(news).toBeHidden();
  await demo.close();
});

test('who is signed out elsewhere in the middle of something signs in where they are, and everything is still there', async ({
  browser,
}) => {
  const { demo, visit } = await openDemo(browser);
  const { page, faults } = await visit('enwosu', { phone: true });
  await openAssignment(page, /Stream gauge log/);
  const text = { name: 'IMG_77.txt', mimeType: 'text/plain', buffer: Buffer.from('Gauge 3: 1.2 m') };
  await page.getByLabel('Files to turn in').setInputFiles(text);
  await expect(sheets(page).first()).toContainText('was IMG_77.txt');
  await page.getByRole('button', { name: /^Turn in/ }).scrollIntoViewIfNeeded();

  const { page: office } = await visit('office');
  await office.getByLabel('Find by last name').fill('Nwosu');
  await office.getByRole('button', { name: 'sign out everywhere : Ebere Nwosu' }).click();
  const again = page.getByRole('dialog', { name: 'Sign in to go on' });
  await expect(again.getByLabel('Password')).toBeFocused();
  await expect(again.getByLabel('E-mail')).toHaveValue('enwosu@larkmoor.example');
  expect(await axeFindings(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await expect(again).toBeVisible();

  await page.keyboard.type('not the password');
  await page.keyboard.press('Enter');
  await expect(again.getByRole('alert')).toContainText('Wrong');
  await again.getByLabel('Password').fill('larkmoor-demo');
  await page.keyboard.press('Enter');
  await expect(again).toBeHidden();
  await expect(sheets(page).first()).toContainText('was IMG_77.txt');
  await page.getByRole('button', { name: /^Turn in/ }).click();
  await expect(page.getByRole('heading', { name: 'It arrived.' })).toBeVisible();
  expect(faults).toEqual([]);
  await demo.close();
});

test('while a page waits for its teacher to sign in again, no key acts on it', async ({ browser }) => {
  const { visit } = await openDemo(browser);
  const { page: here } = await visit('bokonjo');
  const { page, faults } = await visit('bokonjo');
  await toRack(page, 4, 'Soil texture table');
  const current = page.locator('.slot[aria-current=true]');
  const student = (await current.getAttribute('data-student'))!;
  await here.getByRole('button', { name: 'Bastien Okonjo: menu' }).click();
  await here.getByRole('menuitem', { name: /^Where you are signed in/ }).click();
  await here.getByRole('button', { name: 'Sign out everywhere else' }).click();
  const again = page.getByRole('dialog', { name: 'Sign in to go on' });
  await expect(again.getByLabel('Password')).toBeFocused();
  await again.getByRole('button', { name: 'Sign in' }).focus();
  for (const key of ['j', '?', 'r']) await page.keyboard.press(key);
  await again.getByLabel('Password').fill('larkmoor-demo');
  await page.keyboard.press('Enter');
  await expect(again).toBeHidden();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(current).toHaveAttribute('data-student', student);
  expect(faults).toEqual([]);
});

test('a window that is signed out from elsewhere, or whose account is closed, shows the sign-in by itself', async ({
  browser,
}) => {
  const { demo, visit } = await openDemo(browser);
  const { page: here } = await visit('enwosu');
  const { page: there } = await visit('enwosu', { phone: true });
  await expect(there.getByRole('heading', { level: 1 })).toBeVisible();
  await here.getByRole('button', { name: 'Ebere Nwosu: menu' }).click();
  await here.getByRole('menuitem', { name: /^Where you are signed in/ }).click();
  await here.getByRole('button', { name: 'Sign out everywhere else' }).click();
  await expect(here.getByText('You are signed out everywhere else.')).toBeVisible();
  await expect(there.getByLabel('Password')).toBeVisible();

  const { page: office } = await visit('office');
  await office.getByLabel('Find by last name').fill('Nwosu');
  await office.getByRole('button', { name: 'close : Ebere Nwosu' }).click();
  await expect(office.getByText('The account of Ebere Nwosu is closed.')).toBeVisible();
  await expect(here.getByLabel('Password')).toBeVisible();
  await demo.close();
});
