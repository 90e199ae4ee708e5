import type { Browser, Locator, Page } from '@playwright/test';
import {
  expect,
  openDemo,
  signIn,
  test,
  toDesk,
  toMarkBook,
  toPeriod,
  toRack,
  toStep,
} from './support/journey';

/** A form of the application: how to come to it, how to open it there, and a field of it that is typed in. */
interface Form {
  what: string;
  /** What it says of itself when something begun in it is there again: 'Your … is not saved yet'. */
  begun: string;
  /** From the first page; where the form opens is then in the address. */
  come: (page: Page) => Promise<void>;
  open: (page: Page) => Promise<void>;
  /** What is pressed in it once, before anything is typed. */
  begin?: (page: Page) => Promise<void>;
  field: (page: Page) => Locator;
}

const press = (name: RegExp | string) => (page: Page) =>
  page
    .getByRole('main')
    .getByRole('button', typeof name === 'string' ? { name, exact: true } : { name })
    .click();
const labelled = (label: string) => (page: Page) => page.getByLabel(label, { exact: true });
const inWindow = (label: string) => (page: Page) =>
  page.getByRole('dialog').getByLabel(label, { exact: true });
const inStep = (step: RegExp, period?: number) => async (page: Page) => {
  await toStep(page, step);
  if (period) await toPeriod(page, period);
  await expect(page).toHaveURL(/step=/);
};
const toPlace = (place: string) => async (page: Page) =>
  void (await page.goto(new URL(place, page.url()).href));
const stays = () => Promise.resolve();
/** To where somebody comes in; back when it is there. */
const toFirstPage = async (page: Page) => {
  await page.goto(new URL('/', page.url()).href);
  await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
};

const toDeskOfPeriod4 = (page: Page) => toDesk(page, 4, 'Soil texture table');

const formsOfWork: Form[] = [
  {
    what: 'what was shown in class',
    begun: 'note',
    come: async (page) => void (await toMarkBook(page, 4)),
    open: async (page) => {
      await page
        .getByRole('gridcell', { name: /^(Missing|Nothing in yet)\.$/ })
        .first()
        .click();
      await page.keyboard.press('Enter');
    },
    field: inWindow('What was shown in class'),
  },
  {
    what: 'a comment',
    begun: 'comment',
    come: toDeskOfPeriod4,
    open: stays,
    field: labelled('Comment'),
  },
  {
    what: 'a private note',
    begun: 'private note',
    come: toDeskOfPeriod4,
    // Begun, it is open by itself, as soon as the notes are there.
    open: async (page) => {
      await page.getByRole('region', { name: 'Private notes' }).waitFor();
      if (!(await page.getByLabel('Private note', { exact: true }).isVisible()))
        await press(/^Write a private note/)(page);
    },
    field: labelled('Private note'),
  },
  {
    what: 'a reminder',
    begun: 'message',
    come: (page) => toRack(page, 3, 'Soil texture table'),
    open: press(/^Not in yet: \d+ · Remind$/),
    field: inWindow('Your own message'),
  },
  {
    what: 'a new assignment',
    begun: 'assignment',
    come: inStep(/Assignments/),
    open: press('New assignment'),
    field: labelled('Title'),
  },
  {
    what: 'an assignment that is changed',
    begun: 'change',
    come: inStep(/Assignments/),
    open: press(/^Soil texture table/),
    field: labelled('Title'),
  },
  {
    what: 'a side door',
    begun: 'side door',
    come: inStep(/Side doors/),
    open: press('New side door'),
    field: labelled('Message for guests'),
  },
  {
    what: 'a new course',
    begun: 'course',
    come: toPlace('/new-course'),
    open: stays,
    field: labelled('Title'),
  },
  {
    what: 'a year that is begun',
    begun: 'year',
    come: toPlace('/begin-year'),
    open: press('Make a year'),
    field: labelled('Year'),
  },
];

const formsOfPeople: Form[] = [
  {
    what: 'a class list',
    begun: 'list',
    come: inStep(/Roster/),
    open: press('Paste or drop a list'),
    field: labelled('Class list'),
  },
  {
    what: 'a late joiner',
    begun: 'late joiner',
    come: inStep(/Roster/),
    open: press('Add a late joiner'),
    field: inWindow('Last name'),
  },
  {
    what: 'what is known of a student',
    begun: 'change',
    come: inStep(/Roster/),
    open: async (page) => {
      await page.getByLabel('Find a student').fill('nwosu');
      await press('Nwosu, open')(page);
    },
    field: inWindow('Called'),
  },
  {
    what: 'the groups of a period',
    begun: 'change',
    come: inStep(/Roster/, 3),
    open: press('Groups'),
    // The new one is there again, and its name in it.
    begin: (page) => page.getByRole('button', { name: /^Add a group/ }).click(),
    field: (page) =>
      page
        .getByRole('dialog')
        .getByLabel(/^Name of group/)
        .last(),
  },
  {
    what: 'a new period',
    begun: 'period',
    come: inStep(/Course and periods/),
    open: press('Add a period'),
    field: inWindow('Label'),
  },
  {
    what: 'a period that is changed',
    begun: 'change',
    come: inStep(/Course and periods/),
    open: press(/^5 /),
    field: inWindow('Label'),
  },
];

const officesForms: Form[] = [
  {
    what: 'a member of staff',
    begun: 'new member of staff',
    come: toPlace('/people'),
    open: (page) => page.getByRole('button', { name: 'Add a teacher or office account' }).click(),
    field: inWindow('Last name'),
  },
  {
    what: 'a year',
    begun: 'year',
    come: toPlace('/school'),
    open: press('Make a year'),
    field: labelled('Year'),
  },
];

/** How a form is left in the middle of it. Each goes on in the page that it gives back, at the form's address. */
const ways: Record<string, (page: Page, who: string) => Promise<Page>> = {
  'a tab that is closed': async (page) => {
    const [address, next] = [page.url(), await page.context().newPage()];
    await page.close({ runBeforeUnload: false });
    await next.goto(address);
    return next;
  },
  reload: async (page) => {
    await page.reload();
    return page;
  },
  Back: async (page) => {
    await toFirstPage(page);
    await page.goBack();
    return page;
  },
  'signing in again': async (page, who) => {
    await page.context().clearCookies();
    await signIn(page, page.url(), `${who}@larkmoor.example`, 'larkmoor-demo');
    return page;
  },
};

async function leaveEach(browser: Browser, who: string, forms: readonly Form[]): Promise<void> {
  // A school that sends letters: only there is anybody reminded.
  const { demo, visit } = await openDemo(browser, { mail: true });
  let { page } = await visit(who);
  for (const { what, begun, come, open, begin, field } of forms) {
    const isKept = new RegExp(`^Your ${begun} from .* is not saved yet\\.`);
    await test.step(what, async () => {
      await toFirstPage(page);
      await come(page);
      await open(page);
      await begin?.(page);
      for (const [way, leave] of Object.entries(ways)) {
        // Something else each time, so that it is the last words that are found.
        const words = `Begun, before ${way}`;
        await field(page).fill(words);
        page = await leave(page, who);
        await open(page);
        await expect(field(page), `${what}, over ${way}`).toHaveValue(words);
        await expect(page.getByText(isKept)).toBeVisible();
      }
    });
  }
  await demo.close();
}

const everyWay = 'over a closed tab, a reload, Back and another sign-in';

test(`what was begun in a form about work is there again, ${everyWay}`, async ({ browser }) => {
  await leaveEach(browser, 'itamsin', formsOfWork);
});

test(`what was begun in a form about people and periods is there again, ${everyWay}`, async ({ browser }) => {
  await leaveEach(browser, 'itamsin', formsOfPeople);
});

test(`what the office has begun in a form is there again, ${everyWay}`, async ({ browser }) => {
  await leaveEach(browser, 'office', officesForms);
});
