import type { Page } from '@playwright/test';

/**
 * What is cut off, or has to be scrolled to sideways, at the width of the window: WCAG 2.2, success criterion 1.4.10 (reflow), asks
 * that at 320 CSS pixels nothing needs it but what has two dimensions by its nature, which scrolls in a frame of its own.
 */
export function cutOff(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const main = document.querySelector('main');
    if (!main) return ['no page'];
    const edge = Math.min(window.innerWidth, main.getBoundingClientRect().left + main.clientWidth) + 1;
    const isFramed = (element: Element): boolean => {
      for (let frame = element.parentElement; frame && frame !== main; frame = frame.parentElement)
        if (getComputedStyle(frame).overflowX !== 'visible' && frame.getBoundingClientRect().right <= edge)
          return true;
      return false;
    };
    const cut = [...main.querySelectorAll('*')].filter((element) => {
      const box = element.getBoundingClientRect();
      return box.width > 1 && box.height > 1 && box.right > edge && !isFramed(element);
    });
    return cut
      .slice(0, 3)
      .map((element) => `${element.tagName}: ${(element.textContent ?? '').slice(0, 40)}`)
      .concat(document.documentElement.scrollWidth > window.innerWidth ? ['the window itself'] : []);
  });
}
