import type { Page } from '@playwright/test';

/** More stops than any view has; whoever needs more is kept in a circle that does not end. */
const MOST_STOPS = 400;

/**
 * Walks through a page by Tab alone, and tells what is wrong with it for whoever has no mouse: what can be pressed or filled
 * and was not come by (WCAG 2.2, success criterion 2.1.1), what had the focus and did not show it by an outline (2.4.7), and
 * what was covered by something else while it had it (2.4.11).
 */
export async function tabWalk(page: Page): Promise<string[]> {
  await page.evaluate(() => {
    document.body.tabIndex = -1;
    document.body.focus();
    document.body.removeAttribute('tabindex');
    window.walked = new Set();
    window.walkedLast = null;
  });
  const faults = new Set<string>();
  for (let stop = 0; stop < MOST_STOPS; stop += 1) {
    await page.keyboard.press('Tab');
    const at = await page.evaluate(() => {
      const here = document.activeElement;
      // A day has a stop for each of its parts.
      if (here === window.walkedLast && here?.matches('input[type=date]')) return { end: false, fault: null };
      if (!(here instanceof HTMLElement) || here === document.body || window.walked.has(here))
        return { end: true, fault: null };
      window.walked.add(here);
      window.walkedLast = here;
      const name = `${here.tagName} ${(here.getAttribute('aria-label') ?? here.textContent ?? '').trim().slice(0, 40)}`;
      if (here.tagName === 'IFRAME') return { end: false, fault: null };
      // A field that is drawn by its label shows the focus on it.
      const drawn = [
        here,
        ...(here instanceof HTMLInputElement ? (here.labels ?? []) : []),
        here.parentElement!,
      ];
      const shows = drawn.some((element) => {
        const { outlineStyle, outlineWidth } = getComputedStyle(element);
        return outlineStyle !== 'none' && parseFloat(outlineWidth) >= 1;
      });
      if (!shows) return { end: false, fault: `not seen to have the focus: ${name}` };
      const box = here.getBoundingClientRect();
      const over = document.elementFromPoint(box.x + box.width / 2, box.y + box.height / 2);
      const isSmall = box.width < 2 || box.height < 2;
      const isCovered =
        !isSmall && (!over || !(here.contains(over) || over.contains(here) || over.closest('label')));
      return { end: false, fault: isCovered ? `covered while it has the focus: ${name}` : null };
    });
    if (at.fault) faults.add(at.fault);
    if (at.end) break;
  }
  const missed = await page.evaluate(() => {
    const all = document.querySelectorAll<HTMLElement>(
      'a[href], button, input, select, textarea, summary, [tabindex="0"]',
    );
    const isReachable = (element: HTMLElement) =>
      element.tabIndex >= 0 &&
      !element.matches(':disabled, [inert] *, input[type=file]') &&
      element.checkVisibility({ visibilityProperty: true }) &&
      // Of choices of which one holds, that one is come by, and the arrows lead to the others.
      !(element instanceof HTMLInputElement && element.type === 'radio' && !element.checked);
    return [...all]
      .filter((element) => isReachable(element) && !window.walked.has(element))
      .map(
        (element) =>
          `not come by: ${element.tagName} ${(element.getAttribute('aria-label') ?? element.textContent ?? '').trim().slice(0, 40)}`,
      );
  });
  return [...faults, ...missed];
}

declare global {
  interface Window {
    /** What had the focus on the way through the page. */
    walked: Set<Element>;
    /** What had it last. */
    walkedLast: Element | null;
  }
}
