import { expect, test } from '@jest/globals';
import { alikeBy } from './alike';

test('the same words are alike in any pile and folder', () => {
  expect(alikeBy('one', 'stick/ali 1.txt', 'ali')).toBe(alikeBy('other', 'ali photo.jpg', 'ali'));
  expect(alikeBy('one', 'stick/ali.txt', 'ali')).not.toBe(alikeBy('one', 'stick/ben.txt', 'ben'));
});

test('without words it is the folder, of one pile', () => {
  expect(alikeBy('one', 'Ali/IMG_1.jpg', '')).toBe(alikeBy('one', 'Ali/IMG_2.jpg', ''));
  expect(alikeBy('one', 'Ali/IMG_1.jpg', '')).not.toBe(alikeBy('one', 'Ben/IMG_1.jpg', ''));
  expect(alikeBy('one', 'IMG_1.jpg', '')).not.toBe(alikeBy('other', 'IMG_1.jpg', ''));
});

test('words are never taken for a folder', () => {
  expect(alikeBy('one', 'a.txt', 'folder one')).not.toBe(alikeBy('one', 'a.txt', ''));
});
