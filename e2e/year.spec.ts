import type { Page } from '@playwright/test';
import { expect, go, openDemo, test, toPeriod, toStep } from './support/journey';

test('a year begins from an earlier one: due times are looked at and corrected, and all of it comes as drafts', async ({
  browser,
}) => {
  const { demo, visit } = await openDemo(browser);
  const { page } = await visit('itamsin');
  await expect(page.getByRole('heading', { name: 'Due next' })).toBeVisible();
  await page.goto(`${demo.address}/begin-year`);
  await expect(page.getByLabel('From')).toBeVisible();
  const years = await page.getByLabel('From').locator('option').allTextContents();
  const last = years.find((label) => label.includes('over'))!;
  await page.getByRole('button', { name: 'Make a year' }).click();
  const next = Number(last.slice(0, 4)) + 2;
  await page.getByLabel('Year', { exact: true }).fill(`${next}–${String(next + 1).slice(2)}`);
  await page.getByLabel('First day', { exact: true }).fill(`${next}-08-25`);
  await page.getByLabel('Last day', { exact: true }).fill(`${next + 1}-07-15`);
  await page.getByRole('button', { name: 'Make the year' }).click();

  await page.getByLabel('From').selectOption({ label: last });
  await page
    .getByLabel('To', { exact: true })
    .selectOption({ label: `${next}–${String(next + 1).slice(2)}` });
  await expect(page.getByText('2 periods · 4 assignments · 1 blank · 0 groups')).toBeVisible();
  const dues = page.getByRole('main').locator('input[type="datetime-local"]');
  await expect(dues).toHaveCount(4);
  const weekday = (day: string) => new Date(`${day}T12:00Z`).getUTCDay();
  for (const label of await page.getByRole('main').locator('label:has(input[type="datetime-local"])').all()) {
    const was = /\d{4}-\d\d-\d\d/.exec((await label.textContent())!)![0];
    const becomes = (await label.locator('input').inputValue()).slice(0, 10);
    expect(becomes.slice(0, 4)).not.toBe(was.slice(0, 4));
    expect(weekday(becomes)).toBe(weekday(was));
  }
  const corrected = `${next}-10-05T16:00`;
  await dues.first().fill(corrected);
  await page.getByRole('button', { name: 'Begin with 1 course' }).click();

  // In the new course nobody sits yet, so the list is asked for first.
  await expect(page.getByText('1 course has begun. Now their rosters.')).toBeVisible();
  await expect(page.getByLabel('Class list')).toBeVisible();
  await toStep(page, /Assignments/);
  const drafts = page.getByRole('main').getByRole('button').filter({ hasText: 'draft' });
  await expect(drafts).toHaveCount(4);
  await page.getByRole('button', { name: /^Summer land use map/ }).click();
  await expect(page.getByLabel('Due for Period 1')).toHaveValue(corrected);
  await expect(page.getByRole('button', { name: 'Save draft' })).toBeVisible();
  await toStep(page, /Blanks/);
  await expect(page.getByText('Hedgerow sheet', { exact: true }).first()).toBeVisible();
  await expect(page.getByText('not handed out')).toBeVisible();
  await demo.close();
});

test('held work waits for its teacher; an aide sees it and comments, and lets nothing through', async ({
  browser,
}) => {
  const { demo, visit } = await openDemo(browser);
  const { page: teacher } = await visit('itamsin');
  await toStep(teacher, /Assignments/);
  await teacher.getByRole('button', { name: 'New assignment' }).click();
  await teacher.getByLabel('Title').fill('Bridge sketch');
  await teacher.getByText('Who turns in, and what they see').click();
  await teacher.getByLabel(/^Hold each piece for my approval/).check();
  await teacher.getByRole('button', { name: 'Publish' }).click();
  await expect(teacher.getByText('‘Bridge sketch’ is published. Students see it now.')).toBeVisible();

  const { page: student } = await visit('enwosu', { phone: true });
  await student
    .getByRole('link', { name: /Bridge sketch/ })
    .first()
    .click();
  await expect(student.getByText('It waits for your teacher’s approval first.')).toBeVisible();
  await student
    .getByLabel('Files to turn in')
    .setInputFiles({ name: 'bridge.txt', mimeType: 'text/plain', buffer: Buffer.from('an arch') });
  await student.getByRole('button', { name: 'Turn in 1 piece' }).click();
  await expect(student.getByRole('heading', { name: 'It arrived.' })).toBeVisible();

  const toRack = async (page: Page) => {
    await go(page, 'r');
    await toPeriod(page, 5);
    const url = new URL(page.url());
    url.searchParams.set('assignment', id);
    await page.goto(url.href);
    await expect(page.getByRole('heading', { name: /Bridge sketch/ })).toBeVisible();
  };
  const id = new URL(student.url()).pathname.split('/')[2]!;
  const { page: aide } = await visit('psandoval');
  await expect(aide.getByRole('link', { name: 'Set-up' })).toHaveCount(0);
  await toRack(aide);
  const slot = (page: Page) => page.getByRole('button', { name: /^Nwosu, Ebere: .*held/ });
  await expect(slot(aide)).toBeVisible();
  await expect(aide.getByRole('button', { name: /^Approve/ })).toHaveCount(0);
  await slot(aide).focus();
  await aide.keyboard.press('r');
  await aide.getByRole('textbox', { name: 'Comment' }).fill('Count the stones of the arch.');
  await aide.getByRole('button', { name: 'Save comment' }).click();
  await expect(aide.getByRole('listitem').filter({ hasText: 'Count the stones' })).toBeVisible();
  await expect(aide.getByRole('button', { name: /^Hand back/ })).toHaveCount(0);

  await toRack(teacher);
  await expect(teacher.getByRole('button', { name: 'Approve 1' })).toBeVisible();
  // Let through with a thumb, it is so at the desk too.
  const { page: onPhone } = await visit('itamsin', { phone: true });
  await toRack(onPhone);
  await slot(onPhone).tap();
  await onPhone.getByRole('dialog').getByRole('button', { name: 'Approve' }).tap();
  await expect(onPhone.getByText('Approved 1 piece of work.')).toBeVisible();
  await expect(teacher.getByRole('button', { name: /^Approve/ })).toHaveCount(0);
  await expect(teacher.getByRole('button', { name: /^Nwosu, Ebere: turned in/ })).toBeVisible();
  await demo.close();
});

test('who still has the old version of a blank is picked and gets the new one, beside the old', async ({
  browser,
}) => {
  const { demo, visit } = await openDemo(browser);
  const { page: teacher } = await visit('itamsin');
  await toStep(teacher, /Blanks/);
  await teacher.getByRole('button', { name: /^151 copies.*of Map key/ }).click();
  const dialog = teacher.getByRole('dialog');
  await expect(dialog.getByText(/^version 1, old/)).toHaveCount(60);
  await dialog.getByRole('button', { name: 'Pick who has an old one' }).click();
  await dialog.getByRole('button', { name: 'More' }).click();
  await expect(dialog.getByRole('checkbox', { checked: true })).toHaveCount(0);
  await dialog.getByRole('button', { name: 'Pick who has an old one' }).click();
  await dialog.getByRole('button', { name: 'Hand out again to 120' }).click();
  await expect(teacher.getByText('120 copies of version 2 handed out again.')).toBeVisible();
  await expect(dialog.getByText(/^version 2,.* 2 copies/).first()).toBeVisible();
  await teacher.keyboard.press('Escape');
  await expect(teacher.getByRole('button', { name: /^271 copies.*31 old.*of Map key/ })).toBeVisible();
  await demo.close();
});
