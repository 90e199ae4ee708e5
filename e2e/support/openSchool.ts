import type { Browser } from '@playwright/test';
import { Application } from './Application';
import { openWindow } from './journey';

/** What everybody of such a school signs in with. */
export const password = 'a long sentence of my own';

/** Opens an empty school with an office account, and a window in which a teacher can come in. */
export async function openSchool(browser: Browser) {
  const school = await Application.start();
  const office = await openWindow(browser);
  await office.page.goto(school.firstLink());
  await office.page.getByLabel('Name of the school').fill('Larkmoor School');
  await office.page.getByLabel('Time zone').selectOption('Europe/London');
  await office.page.getByLabel('Your first name').fill('Odile');
  await office.page.getByLabel('Your last name').fill('Ferncastle');
  await office.page.getByLabel('Your e-mail').fill('office@larkmoor.example');
  await office.page.getByLabel('Password').fill(password);
  await office.page.getByRole('button', { name: 'Open the school' }).click();
  await office.page.getByRole('button', { name: 'Add a teacher or office account' }).click();
  await office.page.getByLabel('First name').fill('Imogen');
  await office.page.getByLabel('Last name', { exact: true }).fill('Tamsin');
  await office.page.getByLabel('E-mail').fill('itamsin@larkmoor.example');
  await office.page.getByRole('button', { name: /^Add, and/ }).click();
  const link = (await office.page.getByRole('dialog').locator('code').textContent())!;
  const teacher = await openWindow(browser);
  await teacher.page.goto(link);
  await teacher.page.getByLabel('Password').fill(password);
  await teacher.page.getByRole('button', { name: 'Continue' }).click();
  return { school, office, teacher };
}
