import type { Page } from '@playwright/test';
import { axeFindings, expect, go, openWindow, test, toPeriod, visitDemo } from './support/journey';

const teacherViews: [string, (page: Page) => Promise<void>][] = [
  ['Today', async (page) => expect(page.getByRole('heading', { name: 'Due next' })).toBeVisible()],
  [
    'rack',
    async (page) => {
      await go(page, 'r');
      await expect(
        page.getByRole('list', { name: 'Slots' }).or(page.getByRole('region', { name: 'Period 2' })),
      ).toBeVisible();
    },
  ],
  [
    'rack of one period, and its forms',
    async (page) => {
      await toPeriod(page, 4);
      await page.keyboard.press(',');
      await page.keyboard.press('?');
      await expect(page.getByRole('dialog', { name: 'Keyboard and symbols' })).toBeVisible();
    },
  ],
  [
    'glance',
    async (page) => {
      await page.keyboard.press('Escape');
      // Closing, a window gives the focus back: keys pressed before that are not the slot's.
      await expect(page.getByRole('dialog')).toBeHidden();
      await expect(page.getByRole('link', { name: /^Period 4/ })).toBeFocused();
      await page.keyboard.press('j');
      await expect(page.locator('.slot[aria-current=true]')).toBeFocused();
      await page.keyboard.press(' ');
      await expect(page.getByRole('dialog')).toBeVisible();
      await expect(page.getByRole('link', { name: 'Download' })).toBeVisible();
    },
  ],
  [
    'review desk',
    async (page) => {
      await page.keyboard.press('r');
      await expect(page.getByRole('region', { name: 'Review' })).toBeVisible();
    },
  ],
  [
    'sorting table',
    async (page) => {
      await go(page, 'o');
      await expect(page.getByText('The table is empty')).toBeVisible();
    },
  ],
  [
    'ledger',
    async (page) => {
      await go(page, 'l');
      await expect(page.getByRole('list', { name: 'Lines' })).toBeVisible();
    },
  ],
  [
    'owners',
    async (page) => {
      await page.keyboard.press('o');
      await expect(page.getByRole('region', { name: /^Owner, holder and keys of/ })).toBeVisible();
    },
  ],
  [
    'a year from an earlier one',
    async (page) => {
      await page.goto(new URL('/begin-year', page.url()).href);
      await page.getByLabel('From').selectOption({ index: 2 });
      await page.getByLabel('To', { exact: true }).selectOption({ index: 1 });
      await expect(page.getByRole('button', { name: /^Begin with/ })).toBeVisible();
    },
  ],
];

const peopleViews: [string, (page: Page) => Promise<void>][] = [
  [
    'set-up: course',
    async (page) => {
      await expect(page.getByRole('heading', { name: 'Due next' })).toBeVisible();
      await go(page, 's');
      await page.getByRole('link', { name: /Course and periods/ }).click();
      await expect(page.getByRole('heading', { name: 'Staff' })).toBeVisible();
    },
  ],
  [
    'set-up: roster',
    async (page) => {
      await page.getByRole('link', { name: /Roster/ }).click();
      await expect(page.getByRole('table', { name: 'Roster' })).toBeVisible();
    },
  ],
  [
    'set-up: a student',
    async (page) => {
      await page.getByRole('button', { name: 'Abara, open' }).click();
      await expect(page.getByRole('dialog', { name: 'Chidi Abara' })).toBeVisible();
      await expect(page.getByText('Still asked of them, and when')).toBeVisible();
    },
  ],
  [
    'set-up: groups',
    async (page) => {
      await page.keyboard.press('Escape');
      await toPeriod(page, 3);
      await page.getByRole('button', { name: 'Groups' }).click();
      await expect(page.getByLabel('Name of group 1')).toBeVisible();
    },
  ],
  [
    'set-up: the list to take along',
    async (page) => {
      await page.keyboard.press('Escape');
      await page.getByRole('link', { name: 'All periods' }).click();
      await page.getByRole('button', { name: 'Export list' }).click();
      await expect(page.getByRole('button', { name: /^Copy \d+ addresses/ })).toBeVisible();
    },
  ],
  [
    'set-up: a period',
    async (page) => {
      await page.keyboard.press('Escape');
      await page.getByRole('link', { name: /Course and periods/ }).click();
      await page.getByRole('button', { name: /^7 Period 7/ }).click();
      await expect(page.getByLabel('How it meets')).toHaveValue('cycle');
    },
  ],
  [
    'set-up: a late joiner',
    async (page) => {
      await page.keyboard.press('Escape');
      await page.getByRole('link', { name: /Roster/ }).click();
      await page.getByRole('button', { name: 'Add a late joiner' }).click();
      await expect(page.getByRole('dialog')).toBeVisible();
    },
  ],
  [
    'set-up: list and preview',
    async (page) => {
      await page.keyboard.press('Escape');
      await page.getByRole('button', { name: 'Paste or drop a list' }).click();
      await page
        .getByLabel('Class list')
        .fill('last;first;e-mail;period\nNew;Ada;a@b.example;2\nBerg;Emma;e@b.example;4\nX;Y;no;2');
      await page.getByRole('button', { name: 'Preview each row' }).click();
      await expect(page.getByText('not an e-mail address')).toBeVisible();
    },
  ],
  [
    'set-up: names',
    async (page) => {
      await page.getByRole('link', { name: /Names/ }).click();
      await page.getByLabel('Rule for the names of turn-in folders').fill('z {period}-{last}_{initial}');
      await expect(page.getByText(/people have one name to any computer/).first()).toBeVisible();
      await page
        .getByRole('list', { name: 'Parts of the rule' })
        .getByRole('button', { name: 'last' })
        .click();
      await expect(page.getByLabel('Filters')).toBeVisible();
    },
  ],
  [
    'set-up: what a rule would rename',
    async (page) => {
      await page.getByRole('button', { name: 'Set the rule …' }).click();
      await expect(page.getByRole('region', { name: 'What would be renamed' })).toBeVisible();
    },
  ],
  [
    'set-up: check of names',
    async (page) => {
      await page.getByRole('button', { name: 'Check what exists' }).click();
      await expect(page.getByText(/do not follow the rule/)).toBeVisible();
    },
  ],
];

const workViews: [string, (page: Page) => Promise<void>][] = [
  [
    'set-up: folders',
    async (page) => {
      await expect(page.getByRole('heading', { name: 'Due next' })).toBeVisible();
      await go(page, 's');
      await page.getByRole('link', { name: /Turn-in folders/ }).click();
      await expect(page.getByRole('button', { name: '02-Abara_Chidi' })).toBeVisible();
    },
  ],
  [
    'set-up: assignments',
    async (page) => {
      await page.getByRole('link', { name: /Assignments/ }).click();
      await page.getByRole('button', { name: /Stream gauge log/ }).click();
      await expect(page.getByLabel('Due for Period 2')).toBeVisible();
    },
  ],
  [
    'set-up: an assignment, unfolded',
    async (page) => {
      const folded = page.locator('details:not([open]) > summary');
      for (let left = await folded.count(); left > 0; left--) await folded.first().click();
      await page.getByLabel('Scored').selectOption('rubric');
      await page.getByRole('button', { name: 'How students see it' }).click();
      await expect(page.getByLabel('Criterion 1', { exact: true })).toBeVisible();
    },
  ],
  [
    'set-up: blanks',
    async (page) => {
      await page.getByRole('link', { name: /Blanks/ }).click();
      await page.getByRole('button', { name: /of Map key/ }).click();
      await expect(page.getByText(/^version 1, old/).first()).toBeVisible();
    },
  ],
  [
    'set-up: handing out',
    async (page) => {
      await page.keyboard.press('Escape');
      await page.getByRole('button', { name: 'Hand out Map key' }).click();
      await expect(page.getByRole('dialog')).toBeVisible();
    },
  ],
  [
    'week',
    async (page) => {
      await page.keyboard.press('Escape');
      await go(page, 't');
      await page.getByRole('link', { name: 'Week' }).click();
      // Due a week apart: one of them in any week, on whatever day the demo is made.
      const shown = page.getByText(/Stream gauge log|Soil texture table/).filter({ visible: true });
      await expect(shown.first()).toBeVisible();
    },
  ],
  [
    'month, and the address of the calendar',
    async (page) => {
      await page.getByRole('link', { name: 'Month' }).click();
      await page.getByRole('button', { name: 'In my own calendar' }).click();
      await expect(page.getByRole('button', { name: 'Make the address' })).toBeVisible();
    },
  ],
  [
    'new course',
    async (page) => {
      await page.goto(new URL('/new-course', page.url()).href);
      await expect(page.getByRole('heading', { name: 'A new course' })).toBeVisible();
    },
  ],
];

const studentViews: [string, (page: Page) => Promise<void>][] = [
  ['Today', async (page) => expect(page.getByRole('heading', { name: 'Due next' })).toBeVisible()],
  [
    'turn in',
    async (page) => {
      await page.getByRole('link', { name: 'Turn in', exact: true }).click();
      await expect(page.getByRole('region', { name: 'Tray' })).toBeVisible();
    },
  ],
  [
    'other ways into the tray',
    async (page) => {
      await page.getByRole('button', { name: /^(Record, link|Link, text)/ }).click();
      await expect(page.getByRole('button', { name: 'Write it here' })).toBeVisible();
    },
  ],
  [
    'writing',
    async (page) => {
      await page.getByRole('button', { name: 'Write it here' }).click();
      await expect(page.getByRole('textbox', { name: 'Your text' })).toBeVisible();
    },
  ],
  [
    'recording',
    async (page) => {
      await page.goto(page.url().replace(/write.*/, 'record'));
      await expect(page.getByText(/^(What is recorded|Nothing is recorded here)$/)).toBeVisible();
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    },
  ],
  [
    'calendar',
    async (page) => {
      await page.goto(new URL('/calendar', page.url()).href);
      await expect(page.getByRole('main').getByRole('link', { name: /Stream gauge log/ })).toBeVisible();
    },
  ],
  [
    'drawer',
    async (page) => {
      await page.getByRole('link', { name: 'Drawer' }).click();
      await expect(page.getByText('They stay yours when you turn them in.')).toBeVisible();
    },
  ],
  [
    'handed back',
    async (page) => {
      await page.getByRole('link', { name: /^Handed back/ }).click();
      // The page before stands until this one is drawn, and has links of its own.
      await expect(page.getByRole('heading', { name: 'Handed back', level: 1 })).toBeVisible();
      await page.getByRole('main').getByRole('link').first().click();
      await expect(page.getByRole('region', { name: 'Receipt' }).first()).toBeVisible();
    },
  ],
];

const officeViews: [string, (page: Page) => Promise<void>][] = [
  ['people', async (page) => expect(page.getByRole('table', { name: 'People of the school' })).toBeVisible()],
  [
    'record',
    async (page) => {
      await page
        .getByRole('link', { name: /Field Geography/ })
        .first()
        .click();
      await expect(page.getByRole('list', { name: 'Lines' })).toBeVisible();
    },
  ],
  [
    'school and years',
    async (page) => {
      await page.goto(new URL('/school', page.url()).href);
      await expect(page.getByRole('button', { name: /Autumn term/ }).first()).toBeVisible();
    },
  ],
  [
    'a year',
    async (page) => {
      await page
        .getByRole('button', { name: /Autumn term/ })
        .first()
        .click();
      await expect(page.getByRole('dialog')).toBeVisible();
    },
  ],
  [
    'package of lists',
    async (page) => {
      await page.goto(new URL('/lists', page.url()).href);
      await expect(page.getByRole('button', { name: 'Choose a package' })).toBeVisible();
    },
  ],
];

const heightBelow = (page: Page) =>
  page.evaluate(() => document.documentElement.scrollHeight - window.innerHeight);

for (const [place, who, views, visit] of [
  ['the course', 'itamsin', teacherViews, {}],
  ['setting up people', 'bokonjo', peopleViews, {}],
  ['setting up work', 'bokonjo', workViews, { dark: true }],
  ['a student', 'enwosu', studentViews, { phone: true }],
  ['the office', 'office', officeViews, {}],
] as const) {
  test(`axe finds nothing in the views of ${place}, in either theme`, async ({ browser, demo }) => {
    const { page, faults } = await visitDemo(browser, demo, who, visit);
    for (const [view, open] of views) {
      await test.step(view, async () => {
        await open(page);
        expect.soft(await axeFindings(page), view).toEqual([]);
        // The hall fills the window; what is longer scrolls within it.
        if (place !== 'a student' && place !== 'the office')
          expect.soft(await heightBelow(page), `${view}: below the window`).toBe(0);
      });
    }
    expect(faults).toEqual([]);
  });
}

test('axe finds nothing in the sign-in, in either theme', async ({ browser, demo }) => {
  const { page } = await openWindow(browser);
  await page.goto(demo.address);
  await expect(page.getByRole('heading', { name: 'This is the demo. Sign in as' })).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  await page.goto(`${demo.address}/welcome/no-such-token-at-all`);
  await expect(page.getByRole('alert')).toContainText('This link has been used');
  expect(await axeFindings(page)).toEqual([]);
});
