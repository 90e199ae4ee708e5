import type { Page } from '@playwright/test';

/** A finger that goes across the screen, so far from its top, as the browser is told of one. */
export async function swipe(page: Page, from: number, to: number, y = 420): Promise<void> {
  const touches = await page.context().newCDPSession(page);
  const tell = (type: 'touchStart' | 'touchMove' | 'touchEnd', x?: number) =>
    touches.send('Input.dispatchTouchEvent', { type, touchPoints: x === undefined ? [] : [{ x, y }] });
  await tell('touchStart', from);
  await tell('touchMove', (from + to) / 2);
  await tell('touchMove', to);
  await tell('touchEnd');
}
