import { axeFindings, expect, openDemo, openWindow, test, toRack } from './support/journey';

test('a reminder is shown, sent with one press, and read by those missing', async ({ browser }) => {
  const { demo: school, visit } = await openDemo(browser, { mail: true });
  const { page, faults } = await visit('itamsin');
  await toRack(page, 3, 'Soil texture table');
  const remind = page.getByRole('button', { name: /^Not in yet: \d+ · Remind$/ });
  const missing = Number(/\d+/.exec((await remind.textContent())!)![0]);
  await remind.click();
  await page.getByLabel('Your own message').fill('The pits are open until Friday.');
  await page.getByLabel('Your own message').blur();
  await expect(page.getByRole('region', { name: 'Preview' })).toContainText(
    'The pits are open until Friday.',
  );
  expect(await axeFindings(page)).toEqual([]);
  await page.getByRole('button', { name: `Send ${missing} reminder` }).click();
  await expect(page.getByText(/^\d+ reminders? (is|are) on the way\.$/)).toBeVisible();
  await expect.poll(async () => (await school.letters()).length).toBe(missing);
  const [letter] = await school.letters();
  expect(letter!.subject).toBe('Soil texture table: nothing in yet');
  expect(letter!.text).toContain('The pits are open until Friday.');
  expect(faults).toEqual([]);
  await school.close();
});

test('a student chooses a letter when work comes back, gets it with the work, and stops it from the letter', async ({
  browser,
}) => {
  const { demo: school, visit } = await openDemo(browser, { mail: true });
  const student = await visit('enwosu', { phone: true });
  await student.page
    .getByRole('link', { name: /Stream gauge log/ })
    .first()
    .click();
  await student.page
    .getByLabel('Files to turn in')
    .setInputFiles([{ name: 'log.txt', mimeType: 'text/plain', buffer: Buffer.from('The weir, at last.') }]);
  await student.page.getByRole('button', { name: /^Turn in \d piece/ }).click();
  await expect(student.page.getByRole('heading', { name: 'It arrived.' })).toBeVisible();
  const notices = async () => {
    await student.page.getByRole('button', { name: /Ebere Nwosu/ }).click();
    await student.page.getByRole('menuitem', { name: 'Notices' }).click();
    return student.page.getByRole('checkbox', { name: 'An e-mail when work is handed back' });
  };
  const wanted = await notices();
  await wanted.click();
  await expect(wanted).toBeChecked();
  await expect(student.page.getByText('An e-mail when work is handed back.')).toBeVisible();
  expect(await axeFindings(student.page)).toEqual([]);
  await student.page.keyboard.press('Escape');

  const { page } = await visit('itamsin');
  await toRack(page, 5, 'Stream gauge log');
  await page.getByRole('button', { name: /^Nwosu, Ebere: turned in/ }).click();
  await page.keyboard.press('r');
  await expect(page.getByRole('region', { name: 'Review' })).toContainText('Ebere Nwosu');
  await page.keyboard.press('h');
  await expect(page.getByRole('button', { name: 'Nwosu, Ebere handed back' })).toBeVisible();

  await expect.poll(async () => (await school.letters()).length).toBe(1);
  const [letter] = await school.letters();
  expect(letter).toMatchObject({ to: ['enwosu@larkmoor.example'], subject: 'Stream gauge log: handed back' });
  // The address as a program for mail that knows no more opens it, in a browser that is not signed in.
  const stop = /^List-Unsubscribe: <(.+)>\r$/m.exec(await school.rawLetter(0))![1]!;
  const anywhere = await openWindow(browser);
  await anywhere.page.goto(stop);
  await expect(anywhere.page.getByRole('heading', { name: 'Stop these e-mails?' })).toBeVisible();
  expect(await axeFindings(anywhere.page)).toEqual([]);
  await anywhere.page.getByRole('button', { name: 'Stop them' }).click();
  await expect(anywhere.page.getByRole('heading', { name: 'No more of these e-mails' })).toBeVisible();
  await student.page.reload();
  await expect(await notices()).not.toBeChecked();
  expect([...student.faults, ...anywhere.faults]).toEqual([]);
  await school.close();
});
