import type { Page } from '@playwright/test';
import { expect } from './journey';

export const tray = (page: Page) => page.getByRole('region', { name: 'Tray' });
/** What lies in the tray. */
export const sheets = (page: Page) => tray(page).getByRole('listitem');

/** From the student's Today to the page of turning in for an assignment. */
export async function openAssignment(page: Page, title: RegExp): Promise<void> {
  await page.getByRole('link', { name: title }).first().click();
  await expect(tray(page)).toBeVisible();
}

/** Turns one file in, and is back when it has arrived. */
export async function turnInFile(
  page: Page,
  file: { name: string; mimeType: string; buffer: Buffer },
): Promise<void> {
  await page.getByLabel('Files to turn in').setInputFiles(file);
  await page.getByRole('button', { name: 'Turn in 1 piece' }).click();
  await expect(page.getByRole('heading', { name: 'It arrived.' })).toBeVisible();
}

/** Takes out what journeys before have left in the tray. */
export async function emptyTray(page: Page): Promise<void> {
  const out = page.getByRole('button', { name: /^Remove .* from the tray$/ });
  for (let left = await out.count(); left > 0; left -= 1) await out.first().click();
  await expect(sheets(page)).toHaveCount(0);
}
