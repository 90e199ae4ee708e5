import { expect, test, visitDemo } from './support/journey';
import { mainViews } from './support/mainViews';
import { tabWalk } from './support/tabWalk';
import { throughViews } from './support/throughViews';

for (const { name, who, pages } of mainViews)
  test(`by keyboard alone, in colours the system chooses, everything on the pages of ${name} is come by and seen to be`, async ({
    browser,
    demo,
  }) => {
    const { page, faults } = await visitDemo(browser, demo, who);
    await page.emulateMedia({ forcedColors: 'active' });
    await throughViews(page, pages, async (path) => {
      expect.soft(await tabWalk(page), path).toEqual([]);
    });
    expect(faults).toEqual([]);
  });
