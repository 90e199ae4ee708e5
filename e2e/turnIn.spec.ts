import {
  axeFindings,
  expect,
  openDemo,
  openWindow,
  signIn,
  signOut,
  test,
  toRack,
  visitDemo,
} from './support/journey';
import { emptyTray, openAssignment } from './support/tray';

const file = (name: string, text = name) => ({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });

test('a piece that arrives appears on the open rack by itself, in the right slot', async ({
  browser,
  demo,
}) => {
  const teacher = await visitDemo(browser, demo, 'itamsin');
  await toRack(teacher.page, 5, 'Stream gauge log');
  const slot = teacher.page.getByRole('button', { name: /^Tūroa, Mere: / });
  await expect(slot).toBeVisible();

  const student = await visitDemo(browser, demo, 'mturoa', { phone: true });
  await student.page
    .getByRole('link', { name: /Stream gauge log/ })
    .first()
    .click();
  await student.page.getByLabel('Files to turn in').setInputFiles(file('untitled 7.txt', 'fresh'));
  await student.page.getByRole('button', { name: /^Turn in \d piece/ }).click();
  await expect(student.page.getByRole('heading', { name: 'It arrived.' })).toBeVisible();

  await expect(slot).toHaveAccessibleName(/turned in.*not seen/);
  await slot.focus();
  await expect(teacher.page.getByRole('region', { name: 'Name strip' })).toContainText(
    'came as untitled 7.txt',
  );
  expect([...teacher.faults, ...student.faults]).toEqual([]);
});

test('a rack that was read before a piece arrived, and comes only after it, does not take it off the rack again', async ({
  browser,
}) => {
  // A school of its own: others move this student.
  const { demo, visit } = await openDemo(browser);
  const { page: teacher } = await visit('itamsin');
  await toRack(teacher, 5, 'Stream gauge log');
  const slot = teacher.getByRole('button', { name: /^Nwosu, Ebere: / });
  await expect(slot).toBeVisible();
  // From here on the connection brings each rack as it was when it was asked for, and late.
  let asked = 0;
  let letGo!: () => void;
  const released = new Promise<void>((resolve) => (letGo = resolve));
  await teacher.route(/\/rack$/, async (route) => {
    const answer = await route.fetch();
    asked += 1;
    await released;
    await route.fulfill({ response: answer });
  });

  const { page: student } = await visit('enwosu', { phone: true });
  await openAssignment(student, /Stream gauge log/);
  await emptyTray(student);
  await student.getByLabel('Files to turn in').setInputFiles(file('late rack.txt'));
  // Somebody has begun: their slot shows it, and the rack is not read again for it.
  await expect(slot).toHaveAccessibleName(/started/);
  expect(asked).toBe(0);
  // The network was away and is back: everything is read again, and held up on its way.
  await teacher.evaluate(() => window.dispatchEvent(new Event('online')));
  await expect.poll(() => asked).toBeGreaterThan(0);
  await student.getByRole('button', { name: /^Turn in \d piece/ }).click();
  await expect(student.getByRole('heading', { name: 'It arrived.' })).toBeVisible();
  await expect(slot).toHaveAccessibleName(/turned in.*not seen/);
  const before = asked;
  letGo();
  await expect.poll(() => asked).toBeGreaterThan(before);
  await expect(slot).toHaveAccessibleName(/turned in.*not seen/);
  await slot.focus();
  await expect(teacher.getByRole('region', { name: 'Name strip' })).toContainText('came as late rack.txt');
  // The page may ask for the rack again at any time: no answer is fetched for it any more when the school closes.
  await teacher.unrouteAll({ behavior: 'wait' });
  await demo.close();
});

test('a proxy that refuses the live line does not end it: the page says since when it is not current, and catches up', async ({
  browser,
}) => {
  // A school of its own: others move this student.
  const { visit } = await openDemo(browser);
  const { page: teacher } = await visit('itamsin');
  await toRack(teacher, 5, 'Stream gauge log');
  const slot = teacher.getByRole('button', { name: /^Nwosu, Ebere: / });
  await expect(slot).toBeVisible();
  await teacher.route(/\/api\/live/, (route) => route.fulfill({ status: 502, body: 'Bad Gateway' }));
  await teacher.reload();
  await expect(slot).toBeVisible();
  const stale = teacher.getByText(/^Not up to date since /);
  await expect(stale).toBeVisible();

  const { page: student } = await visit('enwosu', { phone: true });
  await student
    .getByRole('link', { name: /Stream gauge log/ })
    .first()
    .click();
  await student.getByLabel('Files to turn in').setInputFiles(file('log.txt', 'five readings'));
  await student.getByRole('button', { name: /^Turn in \d piece/ }).click();
  await expect(student.getByRole('heading', { name: 'It arrived.' })).toBeVisible();

  await teacher.unroute(/\/api\/live/);
  await expect(slot).toHaveAccessibleName(/turned in.*not seen/);
  await expect(stale).toBeHidden();
});

test('pressed without a connection it is not turned in, the page says so, and turns it in once when the connection is back', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page, context } = await visit('enwosu', { phone: true });
  await page
    .getByRole('link', { name: /Stream gauge log/ })
    .first()
    .click();
  await page.getByLabel('Files to turn in').setInputFiles(file('log.txt', 'five readings'));
  const turnIn = page.getByRole('button', { name: 'Turn in 1 piece' });
  await expect(turnIn).toBeEnabled();
  await context.setOffline(true);
  await turnIn.click();
  const notYet = page.getByText('Not turned in yet: the school can’t be reached.');
  await expect(notYet).toBeVisible();
  await expect(turnIn).toBeDisabled();
  await page.getByRole('button', { name: 'Try now' }).click();
  await expect(notYet).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  await context.setOffline(false);
  await expect(page.getByRole('heading', { name: 'It arrived.' })).toBeVisible();
  await page.getByRole('button', { name: 'Turn in something more' }).click();
  await expect(page.getByText(/attempt 2/)).toHaveCount(0);
});

test('who presses Turn in before what is due has come is led to it, and never told that there is nothing', async ({
  browser,
  demo,
}) => {
  const { page, faults } = await openWindow(browser, { phone: true });
  let letCome = () => {};
  const pressed = new Promise<void>((resolve) => (letCome = resolve));
  await page.route('**/api/me/assignments', async (route) => {
    await pressed;
    await route.continue();
  });
  await signIn(page, demo.address, 'tdang@larkmoor.example', 'larkmoor-demo');
  await page.getByRole('link', { name: 'Turn in', exact: true }).click();
  await expect(page).toHaveURL(/\/turn-in$/);
  await expect(page.getByText('Looking for what is due')).toBeVisible();
  await expect(page.getByText('Nothing to turn in')).toHaveCount(0);
  letCome();
  await expect(page).toHaveURL(/\/turn-in\/a_/);
  await expect(page.getByLabel('Files to turn in')).toBeAttached();
  expect(faults).toEqual([]);
});

test('bad input on a phone: an empty file, two tabs with one tray, a file taken out again', async ({
  browser,
  demo,
}) => {
  const { page, context, faults } = await visitDemo(browser, demo, 'frashid', { phone: true }).catch(() =>
    visitDemo(browser, demo, 'fbinrashid', { phone: true }),
  );
  await openAssignment(page, /Stream gauge log/);
  await emptyTray(page);
  const input = page.getByLabel('Files to turn in');

  await input.setInputFiles(file('empty.txt', ''));
  await page
    .getByRole('alert')
    .filter({ hasText: '‘empty.txt’ is empty (0 bytes). Save it again' })
    .waitFor();
  await page.getByRole('button', { name: 'Remove empty.txt from the tray' }).click();

  await input.setInputFiles([file('one.txt'), file('two.txt'), file('wrong.txt')]);
  await expect(page.getByRole('button', { name: 'Turn in 3 pieces' })).toBeEnabled();
  await page.getByRole('button', { name: 'Remove wrong.txt from the tray' }).click();
  await expect(page.getByRole('button', { name: 'Turn in 2 pieces' })).toBeEnabled();

  // A second tab shows the same tray; what one turns in, the other cannot turn in again.
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByRole('button', { name: 'Turn in 2 pieces' })).toBeEnabled();
  await other.route(/\/api\/live/, (route) => route.abort());
  await page.getByRole('button', { name: 'Turn in 2 pieces' }).click();
  await expect(page.getByRole('heading', { name: 'It arrived.' })).toBeVisible();
  await expect(other.getByRole('button', { name: /^Turn in/ })).toBeDisabled();
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByText('turned in', { exact: true }).first()).toBeVisible();
  expect(faults).toEqual([]);
});

test('a student cannot open a classmate’s work by its address', async ({ browser, demo }) => {
  const teacher = await visitDemo(browser, demo, 'itamsin');
  await expect(teacher.page.getByRole('heading', { name: 'Due next' })).toBeVisible();
  const rack = await teacher.page.evaluate(async () => {
    const [course] = (await (await fetch('/api/courses')).json()) as { id: string }[];
    return (await (await fetch(`/api/courses/${course!.id}/rack`)).json()) as {
      slots: { id: string | null }[];
    };
  });
  const student = await visitDemo(browser, demo, 'enwosu');
  const statuses = await student.page.evaluate(
    (ids) => Promise.all(ids.map(async (id) => (await fetch(`/api/submissions/${id}`)).status)),
    rack.slots.flatMap((slot) => (slot.id ? [slot.id] : [])),
  );
  const opened = statuses.filter((status) => status === 200).length;
  expect(opened).toBeLessThan(10);
  expect(statuses.filter((status) => status === 403)).toHaveLength(statuses.length - opened);
});

test('the sign-in stays where it is while a finger is on its way to it: when more of the page comes, and when it was wrong', async ({
  browser,
  demo,
}) => {
  for (const phone of [false, true]) {
    const { page } = await openWindow(browser, { phone });
    let letPeopleCome = () => {};
    const held = new Promise<void>((resolve) => (letPeopleCome = resolve));
    await page.route('**/api/demo/people', async (route) => {
      await held;
      await route.continue();
    });
    await page.goto(demo.address);
    const name = page.getByLabel('E-mail');
    const button = page.getByRole('button', { name: 'Sign in', exact: true });
    await expect(button).toBeVisible();
    await page.evaluate(() => document.fonts.ready);
    const before = { name: await name.boundingBox(), button: await button.boundingBox() };
    letPeopleCome();
    await expect(page.getByRole('button', { name: /Imogen Tamsin/ })).toBeVisible();
    expect({ name: await name.boundingBox(), button: await button.boundingBox() }).toEqual(before);
    await name.fill('itamsin@larkmoor.example');
    await page.getByLabel('Password').fill('wrong');
    await button.click();
    await expect(page.getByRole('alert')).toContainText('Wrong e-mail, account or password');
    expect(await name.boundingBox()).toEqual(before.name);
  }
});

test('the demo people come in by one press; a wrong password is said so', async ({ browser, demo }) => {
  const { page, faults } = await openWindow(browser);
  await page.goto(demo.address);
  await page.getByLabel('E-mail').fill('itamsin@larkmoor.example');
  await page.getByLabel('Password').fill('wrong');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert')).toContainText('Wrong e-mail, account or password');
  await page.getByRole('button', { name: /Imogen Tamsin/ }).click();
  await expect(page.getByRole('heading', { name: /^Today/ })).toBeVisible();
  await signOut(page, 'Imogen Tamsin');
  expect(faults).toEqual([]);
});
