import { expect, test } from '@jest/globals';
import { making } from './Making';

test('what is made is had at once when it is there, and nothing where it fails', async () => {
  const page = making(Promise.resolve('a page'));
  expect(page.made).toBeNull();
  expect(await page.coming).toBe('a page');
  expect(page.made).toBe('a page');
  const broken = making<string>(Promise.reject(new Error('cut off')));
  expect(await broken.coming).toBeNull();
  expect(broken.made).toBeNull();
});
