import { randomBytes } from 'node:crypto';
import fs from 'node:fs';
import type { Page } from '@playwright/test';
import { axeFindings, expect, go, openDemo, picture, test, toPeriod, visitDemo } from './support/journey';
import { emptyTray, openAssignment, sheets, tray, turnInFile } from './support/tray';

/** The teacher's own words for what is asked: a new assignment, with what is said of it. */
async function give(page: Page, title: string, more: (page: Page) => Promise<void>): Promise<void> {
  await go(page, 's');
  await page.getByRole('link', { name: /Assignments/ }).click();
  await page.getByRole('button', { name: 'New assignment' }).click();
  await page.getByLabel('Title').fill(title);
  await more(page);
  await page.getByRole('button', { name: 'Publish' }).click();
  await expect(page.getByText(`‘${title}’ is published. Students see it now.`)).toBeVisible();
}

/** From the rack of a period to a slot of the assignment that the page's address names. */
async function toSlot(page: Page, period: number, assignmentId: string, name: RegExp) {
  await go(page, 'r');
  await toPeriod(page, period);
  const url = new URL(page.url());
  url.searchParams.set('assignment', assignmentId);
  await page.goto(url.href);
  return page.getByRole('button', { name });
}
const assignmentOf = (page: Page) => new URL(page.url()).pathname.split('/')[2]!;

test('two photos and a link are turned in on a phone in a few acts', async ({ browser, demo }) => {
  const { page, faults } = await visitDemo(browser, demo, 'tdang', { phone: true });
  await openAssignment(page, /Stream gauge log/);
  await emptyTray(page);
  const began = Date.now();
  await page.getByLabel('Files to turn in').setInputFiles([picture('IMG_4821.JPG'), picture('IMG_4822.JPG')]);
  await page.getByRole('button', { name: /^Record, link/ }).click();
  await page.getByRole('button', { name: /^A link to/ }).click();
  await page.getByLabel('Address').fill('not an address');
  await page.getByRole('button', { name: 'Put into the tray' }).click();
  await expect(page.getByText('This is not a web address.')).toBeVisible();
  await page.getByLabel('Address').fill('maps.example/walks/old-mill');
  await page.getByRole('button', { name: 'Put into the tray' }).click();
  await expect(tray(page).getByText('link · maps.example old-mill')).toBeVisible();
  // The link is to come first.
  const earlier = page.getByRole('button', { name: /^Move maps\.example old-mill up/ });
  await earlier.click();
  await expect(sheets(page).nth(1)).toContainText('maps.example');
  await earlier.click();
  await expect(sheets(page).first()).toContainText('maps.example');
  expect(await axeFindings(page)).toEqual([]);
  await page.getByRole('button', { name: 'Turn in 3 pieces again' }).click();
  await expect(page.getByRole('heading', { name: 'It arrived.' })).toBeVisible();
  // Within a minute for a person: nine acts, of which one is typing. How fast a machine is says nothing about that.
  console.log(`two photos and a link in ${((Date.now() - began) / 1000).toFixed(0)} s of machine time`);

  // The receipt is a file that is kept, and says in words what it proves.
  const downloading = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save the receipt as a file' }).click();
  const download = await downloading;
  expect(download.suggestedFilename()).toMatch(/^Receipt Stream gauge log, attempt \d\.json$/);
  await page.getByText('What this proves').click();
  await expect(page.getByText('That you turned in exactly this work at this time')).toBeVisible();
  expect(faults).toEqual([]);
});

test('a 50 MB upload survives a connection that is lost twice, and a tab that is closed', async ({
  browser,
  demo,
}) => {
  const { page, context, faults } = await visitDemo(browser, demo, 'enwosu', { phone: true });
  await openAssignment(page, /Stream gauge log/);
  await emptyTray(page);
  const cdp = await context.newCDPSession(page);
  await cdp.send('Network.enable');
  const line = (offline: boolean) =>
    cdp.send('Network.emulateNetworkConditions', {
      offline,
      latency: 20,
      downloadThroughput: 12 * 1024 ** 2,
      uploadThroughput: 6 * 1024 ** 2,
    });
  await line(false);
  const video = test.info().outputPath('walk.mp4');
  fs.writeFileSync(video, randomBytes(50 * 1024 ** 2));
  await page.getByLabel('Files to turn in').setInputFiles(video);
  const status = sheets(page).first();
  for (let lost = 0; lost < 2; lost += 1) {
    await expect(status).toContainText(/[1-9]\d? %/);
    await line(true);
    await expect(status).toContainText('connection lost; it continues by itself');
    await line(false);
    await expect(status).toContainText(/\d %/);
  }
  // The tab is closed over it; opened again, the upload goes on without the file being chosen.
  await page.close({ runBeforeUnload: false });
  const again = await context.newPage();
  await again.goto(demo.address);
  await openAssignment(again, /Stream gauge log/);
  await expect(sheets(again)).toHaveCount(1);
  await expect(sheets(again).first()).toContainText('· uploaded, not turned in yet');
  await again.getByRole('button', { name: /^Turn in 1 piece/ }).click();
  await expect(again.getByRole('heading', { name: 'It arrived.' })).toBeVisible();
  expect(faults).toEqual([]);
});

test('camera and screen are recorded in one picture, watched, turned in, and play on the review desk', async ({
  browser,
  demo,
}) => {
  const { page, faults } = await visitDemo(browser, demo, 'mturoa', { phone: true });
  await openAssignment(page, /Stream gauge log/);
  await emptyTray(page);
  const assignmentId = assignmentOf(page);
  await page.getByRole('button', { name: /^Record, link/ }).click();
  await page.getByRole('button', { name: 'Record it here' }).click();
  // Before anything is taken up: what, and who will see it. The screen alone is offered though the teacher did not choose it.
  await expect(page.getByText(/can open these\. Your class cannot\./)).toBeVisible();
  await expect(page.getByRole('radio', { name: /^Screen what you choose/ })).toBeEnabled();
  expect(await axeFindings(page)).toEqual([]);
  await page.getByRole('radio', { name: /^Screen and camera/ }).check();
  await page.getByRole('button', { name: 'Get ready' }).click();
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(page.getByRole('status')).toHaveText('Recording');
  await expect(page.getByText(/^recorded 0:(0[3-9]|[1-5]\d)/)).toBeVisible();
  await page.getByRole('button', { name: 'Pause' }).click();
  await expect(page.getByRole('status')).toHaveText('Paused');
  await page.getByRole('button', { name: 'Go on' }).click();
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByText('It is in your tray, not turned in yet.')).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  await page.getByRole('button', { name: 'To the tray' }).click();
  await expect(sheets(page).first()).toContainText('recorded here');
  await page.getByRole('button', { name: /^Turn in 1 piece/ }).click();
  await expect(page.getByRole('heading', { name: 'It arrived.' })).toBeVisible();
  await expect(page.getByText(/_Stream gauge log( \(\d\))?\.webm$/)).toBeVisible();

  const teacher = await visitDemo(browser, demo, 'itamsin');
  const slot = await toSlot(teacher.page, 5, assignmentId, /^Tūroa, Mere: /);
  await slot.focus();
  await teacher.page.keyboard.press('r');
  const player = teacher.page.getByRole('region', { name: 'The work' }).locator('video');
  await player.evaluate((media: HTMLMediaElement) => {
    media.muted = true;
    return media.play();
  });
  await expect.poll(() => player.evaluate((media: HTMLMediaElement) => media.currentTime)).toBeGreaterThan(1);
  // It says how long it is, though it was written before anybody knew, and any place in it can be gone to.
  expect(await player.evaluate((media: HTMLMediaElement) => media.duration)).toBeGreaterThan(2);
  expect(await player.evaluate((media: HTMLMediaElement) => media.duration)).toBeLessThan(60);
  await player.evaluate((media: HTMLMediaElement) => {
    media.pause();
    media.currentTime = 2;
  });
  await expect.poll(() => player.evaluate((media: HTMLMediaElement) => media.seeking)).toBe(false);
  expect(await player.evaluate((media: HTMLMediaElement) => media.currentTime)).toBeCloseTo(2, 1);
  expect([...faults, ...teacher.faults]).toEqual([]);
});

test('a recording whose page crashes is kept up to its last seconds', async ({ browser, demo }) => {
  const { page, context } = await visitDemo(browser, demo, 'tdang', { phone: true });
  await openAssignment(page, /Stream gauge log/);
  await emptyTray(page);
  const address = page.url();
  await page.goto(`${address}/record`);
  await page.getByRole('radio', { name: /^Sound alone/ }).check();
  await page.getByRole('button', { name: 'Get ready' }).click();
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(page.getByText(/^recorded 0:(0[5-9]|[1-5]\d)/)).toBeVisible();
  await page.close({ runBeforeUnload: false });

  const again = await context.newPage();
  await again.goto(address);
  await expect(sheets(again).first()).toContainText('cut off while it was recorded');
  await again.getByRole('button', { name: 'Save what was recorded' }).click();
  await expect(sheets(again).first()).toContainText(/recorded here · \d.* · uploaded, not turned in yet/);
  await again.getByRole('button', { name: /^Turn in 1 piece/ }).click();
  await expect(again.getByRole('heading', { name: 'It arrived.' })).toBeVisible();
});

test('a text is kept while it is written: a closed tab loses no word', async ({ browser, demo }) => {
  const { page, context, faults } = await visitDemo(browser, demo, 'tdang', { phone: true });
  await openAssignment(page, /Stream gauge log/);
  await emptyTray(page);
  await page.getByRole('button', { name: /^Record, link/ }).click();
  await page.getByRole('button', { name: 'Write it here' }).click();
  const text = page.getByRole('textbox', { name: 'Your text' });
  await text.click();
  await page.keyboard.type('The ford was ');
  // What is typed right after a tool was pressed belongs to the text, so the text never lets go of the focus.
  await text.evaluate((element) =>
    element.addEventListener('blur', () => element.setAttribute('data-left', '')),
  );
  await page.getByRole('button', { name: 'Bold' }).click();
  await page.keyboard.type('dry');
  await page.getByRole('button', { name: 'Bold' }).click();
  await expect(text).not.toHaveAttribute('data-left');
  await expect(page.getByText(/^Saved /)).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  await page.keyboard.type(' at noon.');
  const address = page.url();
  // Closed in the middle of it, before the school has the last words.
  await page.close({ runBeforeUnload: false });
  const again = await context.newPage();
  await again.goto(address);
  await expect(again.getByRole('textbox', { name: 'Your text' })).toHaveText('The ford was dry at noon.');
  await expect(again.getByText(/^Saved /)).toBeVisible();
  await again.getByRole('link', { name: 'To the tray' }).click();
  await again.getByRole('button', { name: /^Turn in 1 piece/ }).click();
  await expect(again.getByRole('heading', { name: 'It arrived.' })).toBeVisible();
  await expect(again.getByText(/\.md$/)).toBeVisible();
  expect(faults).toEqual([]);
});

test('a file that lies in the drawer, or is pasted or dropped, goes into the tray without being chosen again', async ({
  browser,
  demo,
}) => {
  const { page, faults } = await visitDemo(browser, demo, 'mturoa');
  await page.getByRole('link', { name: 'Drawer' }).click();
  await page
    .getByLabel('Put files into the drawer')
    .setInputFiles({ name: 'sketch of the weir.txt', mimeType: 'text/plain', buffer: Buffer.from('a weir') });
  const loose = page.getByRole('region', { name: 'Not turned in' });
  await expect(loose.getByText('sketch of the weir.txt')).toBeVisible();
  await expect(loose.getByText('It is yours. Only you can open it.').first()).toBeVisible();
  await page.getByRole('link', { name: 'Today', exact: true }).click();
  await openAssignment(page, /Stream gauge log/);
  await emptyTray(page);
  let sent = 0;
  page.on('request', (request) => (sent += request.method() === 'PATCH' ? 1 : 0));
  await page.getByRole('button', { name: /^Record, link/ }).click();
  await page.getByRole('button', { name: 'Something from your drawer' }).click();
  await page.getByRole('checkbox', { name: /sketch of the weir/ }).check();
  expect(await axeFindings(page)).toEqual([]);
  await page.getByRole('button', { name: 'Put 1 file into the tray' }).click();
  await expect(sheets(page)).toHaveCount(1);
  await expect(sheets(page).first()).toContainText('from your drawer');
  expect(sent).toBe(0);
  // An address that is pasted anywhere on the page is a link; a picture is a file.
  await page.evaluate(() => {
    const paste = (fill: (data: DataTransfer) => void) => {
      const clipboardData = new DataTransfer();
      fill(clipboardData);
      document.body.dispatchEvent(
        new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }),
      );
    };
    paste((data) => data.setData('text/plain', 'https://maps.example/weir'));
    paste((data) => data.items.add(new File(['a note'], 'pasted.txt', { type: 'text/plain' })));
  });
  await expect(tray(page).getByText('link · maps.example weir')).toBeVisible();
  await expect(tray(page).getByText(/^was pasted\.txt · .* · uploaded, not turned in yet$/)).toBeVisible();
  // Dropped anywhere on the page, once where the page says so and once before it could.
  const dragged = (name: string) =>
    page.evaluateHandle((called) => {
      const data = new DataTransfer();
      data.items.add(new File(['a drop'], called, { type: 'text/plain' }));
      return data;
    }, name);
  await page.dispatchEvent('body', 'dragenter', { dataTransfer: await dragged('dropped.txt') });
  await page.dispatchEvent('text=Drop it into the tray', 'drop', {
    dataTransfer: await dragged('dropped.txt'),
  });
  await expect(tray(page).getByText(/^was dropped\.txt · .* · uploaded, not turned in yet$/)).toBeVisible();
  await expect(page.getByText('Drop it into the tray')).toBeHidden();
  await page.dispatchEvent('body', 'drop', { dataTransfer: await dragged('at once.txt') });
  await expect(tray(page).getByText(/^was at once\.txt · .* · uploaded, not turned in yet$/)).toBeVisible();
  await page.getByRole('button', { name: /^Turn in 5 pieces/ }).click();
  await expect(page.getByRole('heading', { name: 'It arrived.' })).toBeVisible();
  expect(faults).toEqual([]);
});

test('taken back and turned in again, late, with the right words each time', async ({ browser, demo }) => {
  const { page, faults } = await visitDemo(browser, demo, 'tdang', { phone: true });
  // What is missing was due before today.
  await page.getByRole('region', { name: 'Missing' }).getByRole('link').first().click();
  await expect(page.getByText(/^late by .* now$/)).toBeVisible();
  await page
    .getByLabel('Files to turn in')
    .setInputFiles({ name: 'table.csv', mimeType: 'text/csv', buffer: Buffer.from('a,b\n1,2\n') });
  await page.getByRole('button', { name: 'Turn in 1 piece' }).click();
  await expect(page.getByText(/^late by /).first()).toBeVisible();
  await page.getByRole('button', { name: 'Turn in something more' }).click();

  await page.getByRole('button', { name: 'Take back' }).click();
  const ask = page.getByRole('group', { name: 'Take back' });
  await expect(ask).toContainText('Nothing is turned in until you turn in again.');
  await ask.getByRole('button', { name: 'Take back' }).click();
  await expect(page.getByText('Taken back. 1 piece is in your tray again.')).toBeVisible();
  await expect(sheets(page).first()).toContainText('from your drawer');
  await expect(page.getByText(/^late by .* now$/)).toBeVisible();

  await page.getByRole('button', { name: 'Turn in 1 piece' }).click();
  await expect(page.getByRole('heading', { name: 'It arrived.' })).toBeVisible();
  await page.getByRole('button', { name: 'Done' }).click();
  await page.getByRole('link', { name: 'Drawer' }).click();
  await expect(page.getByRole('heading', { name: 'Turned in', exact: true })).toBeVisible();
  await expect(page.getByText('table.csv').first()).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  expect(faults).toEqual([]);
});

test('held work is sent back with a word, turned in again, and let through', async ({ browser }) => {
  const { demo: school, visit } = await openDemo(browser);
  const { page: teacher } = await visit('itamsin');
  await give(teacher, 'Weir sketch', async (page) => {
    await page.getByText('Who turns in, and what they see').click();
    await page.getByLabel(/^Hold each piece for my approval/).check();
    await page
      .getByLabel('Afterwards students see')
      .selectOption('all work in their period, once they have turned in');
  });
  const { page: student } = await visit('enwosu', { phone: true });
  await openAssignment(student, /Weir sketch/);
  const assignmentId = assignmentOf(student);
  await turnInFile(student, { name: 'weir.txt', mimeType: 'text/plain', buffer: Buffer.from('a weir') });
  await student.getByRole('button', { name: 'Turn in something more' }).click();
  await expect(student.getByText('held', { exact: true })).toBeVisible();

  const slot = await toSlot(teacher, 5, assignmentId, /^Nwosu, Ebere: .*held/);
  await slot.focus();
  await teacher.keyboard.press('r');
  await teacher.getByRole('textbox', { name: 'Comment' }).fill('Which side is upstream?');
  await teacher.getByRole('button', { name: /^Send back with this comment/ }).click();
  await expect(teacher.getByText('Sent back to Ebere Nwosu, with your comment.')).toBeVisible();

  // It is said on the student's open page, and the piece lies in the tray.
  await expect(student.getByText(/^‘Weir sketch’ was sent back with a comment/)).toBeVisible();
  await expect(student.getByText('Which side is upstream?')).toBeVisible();
  await expect(sheets(student)).toHaveCount(1);
  await student.getByRole('button', { name: 'Turn in 1 piece' }).click();
  await expect(student.getByRole('heading', { name: 'It arrived.' })).toBeVisible();

  const again = await toSlot(teacher, 5, assignmentId, /^Nwosu, Ebere: .*held/);
  await expect(again).toBeVisible();
  await teacher.getByRole('button', { name: 'Approve 1' }).click();
  await expect(teacher.getByText('Approved 1 piece of work.')).toBeVisible();
  await school.close();
});

test('a microphone that goes away pauses the recording, says so, and what there is can be turned in', async ({
  browser,
  demo,
}) => {
  const { page, faults } = await visitDemo(browser, demo, 'tdang', { phone: true });
  // No test can pull a plug: the browser is told that its device has ended, as it tells the page when one is pulled.
  await page.addInitScript(() => {
    const { mediaDevices } = navigator;
    const open = mediaDevices.getUserMedia.bind(mediaDevices);
    mediaDevices.getUserMedia = async (wanted) => {
      const stream = await open(wanted);
      Object.assign(window, {
        pullTheMicrophone: () => stream.getAudioTracks()[0]!.dispatchEvent(new Event('ended')),
      });
      return stream;
    };
  });
  await page.reload();
  await openAssignment(page, /Stream gauge log/);
  await emptyTray(page);
  await page.goto(`${page.url()}/record`);
  await page.getByRole('radio', { name: /^Camera/ }).check();
  await page.getByRole('button', { name: 'Get ready' }).click();
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(page.getByText(/^recorded 0:(0[2-9]|[1-5]\d)/)).toBeVisible();
  await page.evaluate(() => (window as unknown as { pullTheMicrophone: () => void }).pullTheMicrophone());
  await expect(page.getByRole('status')).toHaveText(
    /^Paused · The microphone is gone\. What was recorded until now is kept\. Go on without it/,
  );
  await expect(page.getByRole('button', { name: 'Go on without it' })).toBeEnabled();
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByText('It is in your tray, not turned in yet.')).toBeVisible();
  await page.getByRole('button', { name: 'To the tray' }).click();
  await expect(sheets(page).first()).toContainText('recorded here');
  await emptyTray(page);
  expect(faults).toEqual([]);
});
