import type { Page } from '@playwright/test';
import { expect, hasCome, test } from './journey';
import { addressOfView } from './mainViews';

/** Opens each of these views and looks at it once it has come. */
export async function throughViews(
  page: Page,
  pages: readonly string[],
  look: (path: string) => Promise<void>,
): Promise<void> {
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  const home = new URL(page.url());
  for (const path of pages)
    await test.step(path, async () => {
      await page.goto(addressOfView(home, path));
      await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
      await hasCome(page);
      await look(path);
    });
}
