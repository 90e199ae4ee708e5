import type { Page } from '@playwright/test';
import { expect } from './journey';

/**
 * Keeps what a screen reader would be given: every text that comes into a region that says what changes (WAI-ARIA 1.2: `aria-live`,
 * and the roles alert, log and status). To be called before what is to be heard.
 */
export async function listen(page: Page): Promise<void> {
  await page.evaluate(() => {
    const heard: string[] = [];
    Object.assign(window, { heard });
    const regions = '[aria-live="polite"], [aria-live="assertive"], [role=alert], [role=log], [role=status]';
    const note = (node: Node) => {
      const element = node instanceof HTMLElement ? node : node.parentElement;
      const text = node.textContent?.trim();
      if (text && element?.closest(regions)) heard.push(text.replace(/\s+/g, ' '));
    };
    new MutationObserver((changes) => {
      for (const { addedNodes, target, type } of changes)
        if (type === 'characterData') note(target);
        else for (const node of addedNodes) note(node);
    }).observe(document.body, { childList: true, subtree: true, characterData: true });
  });
}

/** Waits until something was heard that says this. */
export async function expectHeard(page: Page, sentence: RegExp): Promise<void> {
  await expect
    .poll(() => page.evaluate(() => (window as unknown as { heard: string[] }).heard))
    .toContainEqual(expect.stringMatching(sentence));
}
