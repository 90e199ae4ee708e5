import type { Page } from '@playwright/test';

/** How many pages come out of the printer (ISO 32000-1, 7.7.3.3: one object of the type Page for each). */
export async function pagesOnPaper(page: Page): Promise<number> {
  const pdf = await page.pdf({ format: 'A4', preferCSSPageSize: true });
  return pdf.toString('latin1').match(/\/Type\s*\/Page\b/g)!.length;
}
