import { expect, openDemo, test, toRack } from './support/journey';
import { expectHeard, listen } from './support/heard';
import { openAssignment } from './support/tray';

const file = (name: string, text: string) => ({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });

test('what happens is said in sentences to those who hear the page, and the focus goes to the first fault', async ({
  browser,
}) => {
  const { demo, visit } = await openDemo(browser);
  const { page: teacher, faults } = await visit('itamsin');
  const { page: student } = await visit('enwosu', { phone: true });
  await toRack(teacher, 5, 'Stream gauge log');
  await expect(teacher.getByRole('button', { name: /^Nwosu, Ebere: / })).toBeVisible();
  await openAssignment(student, /Stream gauge log/);
  await listen(teacher);
  await listen(student);

  await test.step('a student hears what lies in the tray, what can’t, and what was turned in', async () => {
    const choose = student.getByLabel('Files to turn in');
    await choose.setInputFiles([file('log.txt', 'Gauge 1: 0.4 m'), file('nothing.txt', '')]);
    await expectHeard(student, /^‘05-Nwosu_Ebere_Stream gauge log\.txt’ is uploaded, not turned in yet\.$/);
    await expectHeard(student, /^‘nothing\.txt’ is not in the tray\. .+/);
    await student.getByRole('button', { name: 'Remove nothing.txt' }).click();
    await choose.setInputFiles(file('second.txt', 'Gauge 2: 0.5 m'));
    await expectHeard(student, /^‘05-Nwosu_Ebere_Stream gauge log_2\.txt’ is uploaded/);
    await student.getByRole('button', { name: 'Remove second.txt' }).click();
    await expectHeard(student, /_2\.txt’ is out of the tray\.$/);
    await student.getByRole('button', { name: 'Turn in 1 piece' }).click();
    await expectHeard(student, /^It arrived: ‘Stream gauge log’, (in time|late by)/);
  });

  await test.step('the teacher hears who turned in what, and who took it back', async () => {
    await expectHeard(teacher, /^Ebere Nwosu turned in ‘Stream gauge log’\.$/);
    await student.getByRole('button', { name: 'Turn in something more' }).click();
    await student.getByRole('button', { name: 'Take back' }).click();
    await student
      .getByRole('group', { name: 'Take back' })
      .getByRole('button', { name: 'Take back' })
      .click();
    await expectHeard(student, /^Taken back\. 1 piece is in your tray again\./);
    await expectHeard(teacher, /^Ebere Nwosu took back ‘Stream gauge log’\.$/);
    await student.getByRole('button', { name: 'Turn in 1 piece' }).click();
    await expect(teacher.getByRole('button', { name: /^Nwosu, Ebere: turned in/ })).toBeVisible();
  });

  await test.step('at the desk: a comment, who is shown next, reviewed, handed back', async () => {
    await teacher.getByRole('button', { name: /^Nwosu, Ebere: / }).focus();
    await teacher.keyboard.press('r');
    const shown = teacher.getByRole('region', { name: 'Review' }).getByRole('heading');
    await expect(shown).toHaveText('Ebere Nwosu');
    await teacher.getByLabel('Comment', { exact: true }).fill('Which gauge?');
    await teacher.keyboard.press('Control+Enter');
    await expectHeard(teacher, /^Your comment for Ebere Nwosu is saved\.$/);
    await teacher.keyboard.press('Escape');
    await teacher.keyboard.press('k');
    await expectHeard(teacher, /’s work is shown\.$/);
    await teacher.keyboard.press('j');
    await expectHeard(teacher, /^Ebere Nwosu’s work is shown\.$/);
    await teacher.keyboard.press('r');
    await expectHeard(teacher, /^Ebere Nwosu’s work is marked as reviewed\.$/);
    await expect(shown).not.toHaveText('Ebere Nwosu');
    await teacher.keyboard.press('k');
    await expect(shown).toHaveText('Ebere Nwosu');
    await teacher.keyboard.press('h');
    await expectHeard(teacher, /work will be handed back in 10 seconds/);
  });

  await test.step('a form that can’t be saved says why, and its first fault has the focus', async () => {
    await teacher.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Set-up' }).click();
    await teacher
      .getByRole('navigation', { name: 'Steps of the set-up' })
      .getByRole('link', { name: /Assignments/ })
      .click();
    await teacher.getByRole('button', { name: 'New assignment' }).click();
    await teacher.getByRole('button', { name: 'Publish' }).press('Enter');
    await expectHeard(teacher, /^Write something here$/);
    await expect(teacher.getByLabel('Title')).toBeFocused();
  });
  expect(faults).toEqual([]);
  await demo.close();
});
