import { expect, go, openDemo, openWindow, signIn, signOut, test, toDesk, toRack } from './support/journey';
import { emptyTray, openAssignment, turnInFile } from './support/tray';

test('nothing typed is lost: a comment, an assignment and a list are there again after Escape, Back and a reload', async ({
  browser,
}) => {
  const { visit } = await openDemo(browser);
  const { page } = await visit('itamsin');
  await toDesk(page, 4, 'Soil texture table');
  const comment = page.getByLabel('Comment', { exact: true });
  const student = page.getByRole('region', { name: 'Review' }).getByRole('heading', { level: 2 });
  const first = (await student.textContent())!;
  await comment.fill('The second jar has settled better than');
  await comment.press('Escape');
  await page.keyboard.press('j');
  await expect(student).not.toHaveText(first);
  await expect(comment).toHaveValue('');
  await page.keyboard.press('k');
  await expect(student).toHaveText(first);
  await expect(comment).toHaveValue('The second jar has settled better than');
  await page.reload();
  await expect(comment).toHaveValue('The second jar has settled better than');
  await expect(page.getByText(/^Your comment from .* is not saved yet\./)).toBeVisible();
  // Thrown away, it comes back by one press.
  await page.getByRole('button', { name: 'Discard' }).click();
  await expect(comment).toHaveValue('');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(comment).toHaveValue('The second jar has settled better than');
  await comment.press('Control+Enter');
  await expect(page.getByRole('list', { name: 'Comments' })).toContainText('The second jar has settled');
  await page.reload();
  await expect(page.getByRole('list', { name: 'Comments' })).toContainText('The second jar has settled');
  await expect(comment).toHaveValue('');

  const steps = page.getByRole('navigation', { name: 'Steps of the set-up' });
  await go(page, 's');
  await steps.getByRole('link', { name: /Assignments/ }).click();
  await page.getByRole('button', { name: 'New assignment' }).click();
  await page.getByLabel('Title').fill('Culvert survey');
  await page.goBack();
  await go(page, 's');
  await steps.getByRole('link', { name: /Assignments/ }).click();
  await page.getByRole('button', { name: 'New assignment' }).click();
  await expect(page.getByLabel('Title')).toHaveValue('Culvert survey');
  await page.getByRole('button', { name: 'Cancel' }).click();
  await page.getByRole('button', { name: 'New assignment' }).click();
  await expect(page.getByLabel('Title')).toHaveValue('');

  await steps.getByRole('link', { name: /Roster/ }).click();
  await page.getByRole('button', { name: 'Paste or drop a list' }).click();
  await page.getByLabel('Class list').fill('Last;First;Period\nReed;Ada;9');
  // The period has to be made first.
  await steps.getByRole('link', { name: /Course and periods/ }).click();
  // Before that step is there, the way back leads nowhere: the list would still be open.
  await expect(page.getByRole('region', { name: 'Course and periods' })).toBeVisible();
  await steps.getByRole('link', { name: /Roster/ }).click();
  await page.getByRole('button', { name: 'Paste or drop a list' }).click();
  await expect(page.getByLabel('Class list')).toHaveValue('Last;First;Period\nReed;Ada;9');
});

test('what is begun in a form is there again after its window was closed, another page, a reload and another sign-in', async ({
  browser,
}) => {
  const { demo, visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await go(page, 's');
  const step = (name: RegExp) =>
    page.getByRole('navigation', { name: 'Steps of the set-up' }).getByRole('link', { name }).click();
  const isKept = (what: string) =>
    expect(page.getByText(new RegExp(`^Your ${what} from .* is not saved yet\\.`))).toBeVisible();

  await test.step('a late joiner, over Escape and a reload', async () => {
    await step(/Roster/);
    const open = () => page.getByRole('button', { name: 'Add a late joiner' }).click();
    await open();
    await page.getByLabel('Last name').fill('Okereke-Lindqvist');
    await page.keyboard.press('Escape');
    await page.reload();
    await open();
    await isKept('late joiner');
    await expect(page.getByLabel('Last name')).toHaveValue('Okereke-Lindqvist');
    // By keyboard, where a window keeps the focus: thrown away, brought back, and thrown away again.
    await page.getByRole('button', { name: 'Discard' }).press('Enter');
    await expect(page.getByLabel('Last name')).toHaveValue('');
    await expect(page.getByRole('button', { name: 'Undo' })).toBeFocused();
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('Last name')).toHaveValue('Okereke-Lindqvist');
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('Last name')).toHaveValue('');
    await page.keyboard.press('Escape');
    await page.reload();
    await open();
    await expect(page.getByLabel('Last name')).toHaveValue('');
    await page.keyboard.press('Escape');
  });

  await test.step('a student’s facts, over another page', async () => {
    const open = async () => {
      await page.getByLabel('Find a student').fill('nwosu');
      await page.getByRole('button', { name: 'Nwosu, open' }).click();
    };
    await open();
    await page.getByRole('dialog').getByLabel('Called').fill('Ebs');
    await page.goto(demo.address);
    await go(page, 's');
    await step(/Roster/);
    await open();
    await isKept('change');
    await expect(page.getByRole('dialog').getByLabel('Called')).toHaveValue('Ebs');
    await page.keyboard.press('Escape');
  });

  await test.step('a side door, over signing out and in again', async () => {
    await step(/Side doors/);
    const open = () => page.getByRole('button', { name: 'New side door' }).click();
    await open();
    await page.getByLabel('Message for guests').fill('Hand in the field notes here.');
    await signOut(page, 'Imogen Tamsin');
    await signIn(page, demo.address, 'itamsin@larkmoor.example', 'larkmoor-demo');
    await expect(page.getByRole('heading', { name: /^Today/ })).toBeVisible();
    await go(page, 's');
    await step(/Side doors/);
    await open();
    await isKept('side door');
    await expect(page.getByLabel('Message for guests')).toHaveValue('Hand in the field notes here.');
  });

  await test.step('a new course, over a reload', async () => {
    await page.goto(`${demo.address}/new-course`);
    await page.getByLabel('Title').fill('Soil Science');
    await page.reload();
    await isKept('course');
    await expect(page.getByLabel('Title')).toHaveValue('Soil Science');
  });
  expect(faults).toEqual([]);
  await demo.close();
});

test('a browser that keeps nothing breaks no page: work is written, turned in and commented on all the same', async ({
  browser,
}) => {
  const { demo } = await openDemo(browser);
  const visits = [await openWindow(browser, { phone: true }), await openWindow(browser)] as const;
  for (const { context } of visits)
    await context.addInitScript(() => {
      const denied = {
        get: () => {
          throw new DOMException('Storage is denied', 'SecurityError');
        },
      };
      for (const storage of ['localStorage', 'sessionStorage', 'indexedDB'])
        Object.defineProperty(window, storage, denied);
      const refused = () => Promise.reject(new DOMException('Locks are denied', 'SecurityError'));
      Object.assign(navigator.locks, { request: refused, query: refused });
    });
  const [{ page: student, faults }, { page: teacher, faults: teachersFaults }] = visits;
  await signIn(student, demo.address, 'mturoa@larkmoor.example', 'larkmoor-demo');
  await openAssignment(student, /Stream gauge log/);
  await emptyTray(student);
  const file = { name: 'log.txt', mimeType: 'text/plain', buffer: Buffer.from('Gauge 1: 0.4 m') };
  await turnInFile(student, file);

  await signIn(teacher, demo.address, 'itamsin@larkmoor.example', 'larkmoor-demo');
  await toRack(teacher, 5, 'Stream gauge log');
  await teacher.getByRole('button', { name: /^Tūroa, Mere: turned in/ }).focus();
  await teacher.keyboard.press('r');
  const comment = teacher.getByLabel('Comment', { exact: true });
  await comment.fill('Which gauge is the upper one?');
  await teacher.keyboard.press('Control+Enter');
  await expect(teacher.getByRole('list', { name: 'Comments' })).toContainText(
    'Which gauge is the upper one?',
  );
  expect([...faults, ...teachersFaults]).toEqual([]);
  await demo.close();
});
