import { axeFindings, expect, openDemo, test, toDesk } from './support/journey';

test('a student reads what came back on a phone and answers; the teacher sees both at once, answers back, and it is done', async ({
  browser,
}) => {
  // A school of its own: others count what waits on this desk.
  const { visit } = await openDemo(browser);
  const { page, faults } = await visit('itamsin');
  await toDesk(page, 4, 'Stream gauge log');
  const pile = page.getByRole('list', { name: 'Students with something in' });
  const thorsen = pile.getByRole('button', { name: /Thorsen, Kai/ });
  const review = page.getByRole('region', { name: 'Review' });
  await thorsen.click();
  await expect(review.getByRole('heading')).toHaveText('Kai Thorsen');
  await page.keyboard.press('c');
  await page.keyboard.insertText('Which gauge is this?');
  await page.keyboard.press('Escape');
  await page.keyboard.press('h');
  // The desk goes on to the next; then back to whom it was.
  await expect(review.getByRole('heading')).not.toHaveText('Kai Thorsen');
  await thorsen.click();
  await expect(review.getByText('Not read yet.')).toBeVisible();
  // Nobody has answered: there is nothing to answer to.
  await expect(review.getByRole('button', { name: 'Answer' })).toHaveCount(0);

  const { page: student, faults: theirFaults } = await visit('kthorsen', { phone: true });
  const back = student.getByRole('link', { name: /^Handed back/ });
  await expect(back).toContainText('new');
  await back.click();
  await student.getByRole('link', { name: /^Stream gauge log\s*new/ }).click();
  const said = student.getByRole('list', { name: 'Comments' });
  await expect(said).toContainText('Which gauge is this?');
  await expect(review.getByText('The student has read all of it.')).toBeVisible();

  // What is begun is there again after a reload, and is sent once.
  await said.getByRole('button', { name: 'Answer' }).tap();
  await student.getByLabel('Your answer').fill('The lower one,\nat the ford.');
  await student.reload();
  await expect(student.getByLabel('Your answer')).toHaveValue('The lower one,\nat the ford.');
  await student.getByRole('button', { name: 'Send answer' }).tap();
  const answers = said.getByRole('list', { name: 'Answers' });
  await expect(answers.getByRole('listitem')).toHaveCount(1);
  expect(await axeFindings(student)).toEqual([]);

  await expect(thorsen).toContainText('answered you');
  await expect(review.getByRole('list', { name: 'Answers' })).toContainText('The lower one,');
  await page.getByLabel('Work to show').selectOption('answered');
  await expect(pile.getByRole('button')).toHaveCount(1);
  await review.getByRole('button', { name: 'Answer' }).click();
  await page.keyboard.insertText('Then write it beside the reading.');
  await page.keyboard.press('Control+Enter');
  await expect(answers.getByRole('listitem')).toHaveCount(2);
  await expect(thorsen).not.toContainText('answered you');
  await page.getByLabel('Work to show').selectOption('all');

  await answers.getByRole('button', { name: 'Change' }).tap();
  await student.getByRole('dialog').getByLabel('Answer').fill('The upper one.');
  await student.getByRole('dialog').getByRole('button', { name: 'Save answer' }).tap();
  await expect(review.getByRole('list', { name: 'Answers' })).toContainText(/The upper one\..*changed/s);
  await said.getByRole('button', { name: 'Done with it' }).tap();
  await expect(review.getByRole('button', { name: 'Open again' })).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  expect([...faults, ...theirFaults]).toEqual([]);
});
