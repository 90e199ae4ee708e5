import type { Page } from '@playwright/test';
import { expect, test } from './journey';

const setUp = ['course', 'roster', 'names', 'folders', 'assignments', 'blanks', 'doors'].map(
  (step) => `set-up?step=${step}`,
);

interface Views {
  name: string;
  who: string;
  pages: readonly string[];
}

/** Every main view, by who sees it; one that does not begin with a slash is of the course. */
export const mainViews: readonly Views[] = [
  { name: 'a teacher', who: 'itamsin', pages: ['today', 'rack', 'review', 'sorting', 'ledger'] },
  { name: 'the set-up', who: 'itamsin', pages: setUp },
  { name: 'the office', who: 'office', pages: ['/people', '/school', '/lists', '/begin-year'] },
  {
    name: 'a student',
    who: 'enwosu',
    pages: ['/today', '/turn-in', '/drawer', '/handed-back', '/calendar'],
  },
];

/** Opens each of these views, in period 4 where it has periods, and looks at it once it has come. */
export async function throughViews(
  page: Page,
  pages: readonly string[],
  look: (path: string) => Promise<void>,
): Promise<void> {
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  const home = new URL(page.url());
  const course = home.pathname.split('/').slice(0, 3).join('/');
  for (const path of pages)
    await test.step(path, async () => {
      const address = new URL(path.startsWith('/') ? path : `${course}/${path}`, home);
      if (!path.startsWith('/')) address.searchParams.set('period', '4');
      await page.goto(address.href);
      await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
      await expect(page.getByRole('status').filter({ hasText: '…' })).toHaveCount(0);
      await look(path);
    });
}
