import type { Page } from '@playwright/test';
import {
  axeFindings,
  expect,
  go,
  openDemo,
  openWindow,
  picture,
  test,
  toRack,
  visitDemo,
} from './support/journey';

/** Makes a side door to the stream gauge log, for addresses of these domains or for anybody; answers its address. */
async function makeDoor(page: Page, domains: string): Promise<string> {
  await go(page, 's');
  await page.getByRole('link', { name: /Side doors/ }).click();
  await page.getByRole('button', { name: 'New side door' }).click();
  await page.getByLabel('What it opens').selectOption('Stream gauge log');
  await page.getByLabel('Only for addresses of these domains').fill(domains);
  await page.getByRole('button', { name: 'Make the side door' }).click();
  await expect(page.getByText('The door is ready.')).toBeVisible();
  await page.getByRole('button', { name: 'Address and code' }).first().click();
  await expect(page.getByRole('img', { name: 'Code of the address' })).toBeVisible();
  const address = (await page.getByRole('dialog').locator('code').textContent())!;
  expect(await axeFindings(page)).toEqual([]);
  await page.keyboard.press('Escape');
  return address;
}

test('a guest with a locked door: the code comes by mail, and the work goes to its student', async ({
  browser,
}) => {
  const { demo: school, visit } = await openDemo(browser, { mail: true });
  const teacher = await visit('itamsin');
  const { page } = teacher;
  const locked = await makeDoor(page, 'larkmoor.example');

  const guest = await openWindow(browser, { phone: true });
  await guest.page.goto(locked);
  await expect(guest.page.getByRole('heading', { name: 'Stream gauge log' })).toBeVisible();
  await guest.page.getByLabel('Your name').fill('somebody at the library');
  await guest.page.getByLabel('E-mail').fill('mai@elsewhere.example');
  await guest.page.getByRole('button', { name: 'Send me the code' }).click();
  await expect(guest.page.getByText('This door only accepts addresses at larkmoor.example.')).toBeVisible();
  await guest.page.getByLabel('E-mail').fill('mturoa@larkmoor.example');
  await guest.page.getByRole('button', { name: 'Send me the code' }).click();
  await expect(guest.page.getByLabel('Code')).toBeVisible();
  expect(await axeFindings(guest.page)).toEqual([]);
  await expect.poll(async () => (await school.letters()).length).toBe(1);
  const [letter] = await school.letters();
  expect(letter!.to).toEqual(['mturoa@larkmoor.example']);
  await guest.page.getByLabel('Code').fill('000000');
  await guest.page.getByRole('button', { name: 'Confirm the code' }).click();
  await expect(guest.page.getByText('Wrong or expired code')).toBeVisible();
  await guest.page.getByLabel('Code').fill(/\d{3} \d{3}/.exec(letter!.text)![0]);
  await guest.page.getByRole('button', { name: 'Confirm the code' }).click();
  await guest.page
    .getByLabel('Files to turn in')
    .setInputFiles([
      picture('from the library.jpg'),
      { name: 'empty.txt', mimeType: 'text/plain', buffer: Buffer.from('') },
    ]);
  await expect(guest.page.getByText('‘empty.txt’ is empty (0 bytes).')).toBeVisible();
  await guest.page.getByRole('button', { name: 'Turn in 1 file' }).click();
  await expect(guest.page.getByRole('heading', { name: 'It arrived.' })).toBeVisible();
  expect(await axeFindings(guest.page)).toEqual([]);

  // Proven whose it is: it lies in the slot.
  await toRack(page, 5, 'Stream gauge log');
  await expect(page.getByRole('button', { name: /^Tūroa, Mere: turned in.*not seen/ })).toBeVisible();
  expect([...teacher.faults, ...guest.faults]).toEqual([]);
  await school.close();
});

test('a guest with a name alone: the work waits on the sorting table, and a door that is shut lets nobody in', async ({
  browser,
}) => {
  const { demo: school, visit } = await openDemo(browser);
  const teacher = await visit('itamsin');
  const { page } = teacher;
  const open = await makeDoor(page, '');
  const other = await openWindow(browser, { phone: true });
  await other.page.goto(open);
  await other.page.getByLabel('Your name').fill('mai dang');
  await other.page.getByRole('button', { name: 'Continue' }).click();
  await other.page.getByLabel('Files to turn in').setInputFiles(picture('IMG_0007.jpg'));
  await other.page.getByRole('button', { name: 'Turn in 1 file' }).click();
  await expect(other.page.getByRole('heading', { name: 'It arrived.' })).toBeVisible();
  expect(await axeFindings(other.page)).toEqual([]);
  // The next one at this device is nobody who was here before, and sees nothing of them.
  await other.page.getByRole('button', { name: 'Done: forget me on this device' }).click();
  await expect(other.page.getByLabel('Your name')).toHaveValue('');
  await other.page.reload();
  await expect(other.page.getByLabel('Your name')).toBeVisible();
  await expect(other.page.getByRole('heading', { name: 'It arrived.' })).toBeHidden();
  await go(page, 'o');
  await expect(page.getByText('the name fits')).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  await page.getByRole('button', { name: 'Place with Mai Đặng' }).click();
  await expect(page.getByText('Placed with Mai Đặng.')).toBeVisible();
  await expect(page.getByText('The table is empty')).toBeVisible();

  // Shut at once: nothing more comes in.
  await go(page, 's');
  await page.getByRole('link', { name: /Side doors/ }).click();
  await page.getByRole('button', { name: 'Close now' }).first().click();
  await expect(page.getByText('The door is closed.')).toBeVisible();
  await other.page.reload();
  await expect(other.page.getByText('This door is closed.')).toBeVisible();
  expect([...teacher.faults, ...other.faults]).toEqual([]);
  await school.close();
});

test('installed, the application opens without a connection and says so', async ({ browser, demo }) => {
  const { page, context } = await visitDemo(browser, demo, 'enwosu', { phone: true, keepsPages: true });
  const manifest = await page.evaluate(async () => {
    const link = document.querySelector<HTMLLinkElement>('link[rel=manifest]')!;
    return (await (await fetch(link.href)).json()) as {
      display: string;
      icons: { src: string; sizes: string }[];
    };
  });
  expect(manifest.display).toBe('standalone');
  expect(manifest.icons.map(({ sizes }) => sizes)).toEqual(expect.arrayContaining(['192x192', '512x512']));
  for (const { src } of manifest.icons)
    expect((await page.request.get(demo.address + src)).status()).toBe(200);
  await page.evaluate(() => navigator.serviceWorker.ready);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible();
  await context.setOffline(true);
  await page.reload();
  const sentence = page.getByText('Can’t reach the school. Nothing is lost');
  await expect(sentence).toBeVisible();
  // Without a connection the button leads back to the same sentence; with one the page comes back by itself.
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(sentence).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible();
});

test('a page that did not reach the school asks again by itself, though the browser had a network all the time', async ({
  browser,
  demo,
}) => {
  const { page } = await visitDemo(browser, demo, 'enwosu', { phone: true });
  await page.route('**/api/**', (route) => route.abort('connectionrefused'));
  await page.reload();
  await expect(page.getByText('Can’t reach the school. Nothing is lost')).toBeVisible();
  await page.unroute('**/api/**');
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible();
});

test('a page older than the school’s version loads itself again, once, and what is half written is there', async ({
  browser,
  demo,
}) => {
  const { page } = await visitDemo(browser, demo, 'itamsin');
  await go(page, 's');
  await page.getByRole('link', { name: /Assignments/ }).click();
  await page.getByRole('button', { name: 'New assignment' }).click();
  await page.getByLabel('Title').fill('Half written');
  await page.getByLabel('Title').blur();
  // The parts that this page knows are gone, as after an update.
  await page.route('**/assets/KeyHelp*', (route) => route.fulfill({ status: 404 }));
  const again = page.waitForEvent('load');
  await page.keyboard.press('?');
  await again;
  // However often a browser asks for a part, all of them are gone until the page is loaded again.
  await page.unroute('**/assets/KeyHelp*');
  await page.getByRole('button', { name: 'New assignment' }).click();
  await expect(page.getByLabel('Title')).toHaveValue('Half written');
  await page.getByLabel('Title').blur();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keyboard and symbols' })).toBeVisible();
});
