import { addressOfView } from './support/mainViews';
import { seeded } from './support/seeded';
import { expect, go, test, toPeriod, toRack, toStep, visitDemo } from './support/journey';

test('who asks for less motion has the colours of the other theme at once, not through those between', async ({
  browser,
  demo,
}) => {
  const { page } = await visitDemo(browser, demo, 'itamsin');
  await toStep(page, /Side doors/);
  const link = page.getByRole('link', { name: 'sorting table', exact: true });
  const colours = await link.evaluate((element) => {
    const read = () => getComputedStyle(element).color;
    const before = read();
    const { dataset } = document.documentElement;
    dataset.theme = dataset.theme === 'dark' ? 'light' : 'dark';
    const at = read();
    document.getAnimations().forEach((one) => one.finish());
    return { before, at, after: read() };
  });
  expect(colours.at).not.toBe(colours.before);
  expect(colours.at).toBe(colours.after);
});

for (const [who, heading] of [
  ['enwosu', 'Due next'],
  ['itamsin', 'Due next'],
] as const) {
  test(`the first page of ${who} loads less than 200 kB of script`, async ({ browser, demo }) => {
    const { page, context } = await visitDemo(browser, demo, who);
    await expect(page.getByRole('heading', { name: heading })).toBeVisible();
    const cdp = await context.newCDPSession(page);
    await cdp.send('Network.enable');
    await cdp.send('Network.setCacheDisabled', { cacheDisabled: true });
    const scripts = new Set<string>();
    let total = 0;
    cdp.on('Network.responseReceived', ({ requestId, type }) => type === 'Script' && scripts.add(requestId));
    cdp.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
      if (scripts.has(requestId)) total += encodedDataLength;
    });
    await page.reload();
    await expect(page.getByRole('heading', { name: heading })).toBeVisible();
    await page.waitForLoadState('load');
    expect(total).toBeGreaterThan(50_000);
    expect(total).toBeLessThan(200_000);
  });
}

test('thirty slots and their assignment stand on 1280 × 800 without scrolling', async ({ browser, demo }) => {
  const { page } = await visitDemo(browser, demo, 'itamsin');
  await go(page, 'r');
  await toPeriod(page, 3);
  const slots = page.getByRole('list', { name: 'Slots' }).getByRole('button');
  await expect(slots).toHaveCount(30);
  for (const slot of [slots.first(), slots.last()]) await expect(slot).toBeInViewport({ ratio: 1 });
  expect(await page.evaluate(() => document.documentElement.scrollHeight)).toBeLessThanOrEqual(800);
  // More of them, and a heading of two lines: the page scrolls, and what frames them grows with them.
  await toRack(page, 4, 'Soil texture table');
  await page.setViewportSize({ width: 1280, height: 700 });
  const framed = await slots.last().evaluate((slot) => {
    const frame = slot.closest('ul')!.parentElement!;
    return frame.getBoundingClientRect().bottom - slot.getBoundingClientRect().bottom;
  });
  expect(framed).toBeGreaterThan(0);
});

/** What the browser tells of what was drawn at one place and then at another (W3C Layout Instability). */
interface Shift extends PerformanceEntry {
  sources: { node: Node | null; previousRect: DOMRectReadOnly; currentRect: DOMRectReadOnly }[];
}

for (const [who, phone, views] of [
  ['itamsin', false, ['rack', 'ledger']],
  ['office', false, ['/people']],
  ['enwosu', true, ['/today', '/drawer', '/handed-back']],
] as const) {
  test(`nothing that ${who} could be pressing moves when the rest of the page comes, in whatever order`, async ({
    browser,
    demo,
  }) => {
    const { page, context } = await visitDemo(browser, demo, who, { phone });
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    const home = new URL(page.url());
    const next = seeded(11);
    let isLate = false;
    let onTheirWay = 0;
    let lastCame = Date.now();
    await context.route('**/api/**', async (route) => {
      onTheirWay += 1;
      if (isLate) await new Promise((resolve) => setTimeout(resolve, next(0, 900)));
      await route.continue().catch(() => 'the page was closed meanwhile');
      onTheirWay -= 1;
      lastCame = Date.now();
    });
    await page.addInitScript(() => {
      const moved: string[] = [];
      Object.assign(window, { moved });
      new PerformanceObserver((list) => {
        for (const { sources } of list.getEntries() as Shift[])
          for (const { node, previousRect: from, currentRect: to } of sources) {
            const element = node instanceof Element ? node : node?.parentElement;
            const isPressed =
              element?.closest('a, button, input, select') ??
              element?.querySelector('a, button, input, select');
            const by = Math.hypot(to.x - from.x, to.y - from.y);
            if (isPressed && by > 3)
              moved.push(`${element!.textContent.slice(0, 60)} by ${Math.round(by)} px`);
          }
      }).observe({ type: 'layout-shift', buffered: true });
    });
    for (const view of views) {
      // Once as it is, so that its letters and its program are there: it is the answers that come late.
      isLate = false;
      await page.goto(addressOfView(home, view));
      await expect(page.getByRole('heading').first()).toBeVisible();
      await page.evaluate(() => document.fonts.ready);
      isLate = true;
      await page.reload();
      await expect(page.getByRole('heading').first()).toBeVisible();
      await expect.poll(() => onTheirWay === 0 && Date.now() - lastCame > 1000).toBe(true);
      const moved = await page.evaluate(() => (window as unknown as { moved: string[] }).moved);
      expect(moved, view).toEqual([]);
    }
  });
}
