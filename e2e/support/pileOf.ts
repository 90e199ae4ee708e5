import { buffer } from 'node:stream/consumers';
import { ZipFile } from 'yazl';
import type { Page } from '@playwright/test';

export interface OnRoster {
  last: string;
  first: string;
  called: string;
  username: string;
}

/** The course that a page shows. */
export function courseOf(page: Page): string {
  return /\/(c_[\w-]+)/.exec(page.url())![1]!;
}

/** Everybody on the roster of the course that a page shows, as its own server tells it. */
export async function rosterOf(page: Page): Promise<OnRoster[]> {
  const course = courseOf(page);
  const answer = await page.request.get(`${new URL(page.url()).origin}/api/courses/${course}/roster`);
  return (await answer.json()) as OnRoster[];
}

/** A ZIP file of small texts under these names; the same text twice is an exact repeat. */
export async function zipOf(names: readonly (string | [name: string, text: string])[]): Promise<Buffer> {
  const zip = new ZipFile();
  names.forEach((one, i) => {
    const [name, text] = typeof one === 'string' ? [one, `work ${i}: ${one}`] : one;
    zip.addBuffer(Buffer.from(text), name);
  });
  zip.end();
  return buffer(zip.outputStream);
}
