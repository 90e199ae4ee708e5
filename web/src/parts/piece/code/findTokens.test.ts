import { readFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import { findTokens } from './findTokens';
import { isCode, languageOf } from './languages';

const program = readFileSync(new URL('../../../../../e2e/files/every/gauge.py', import.meta.url), 'utf8');

test('the words of a program are where they stand in its text', () => {
  const words = findTokens(program, 'python').map(([from, to, kind]) => [program.slice(from, to), kind]);
  expect(words).toContainEqual(['# Heights of the weir, in centimetres.', 'comment']);
  expect(words).toContainEqual(['"Monday"', 'text']);
  expect(words).toContainEqual(['41', 'number']);
  expect(words).toContainEqual(['def', 'word']);
  expect(words).toContainEqual(['highest', 'name']);
});

test('what looks like markup in a program is text of it', () => {
  const text = 'const a = "<b>&amp;</b>"; // 1 < 2 && x\n';
  const words = findTokens(text, 'javascript').map(([from, to, kind]) => [text.slice(from, to), kind]);
  expect(words).toContainEqual(['"<b>&amp;</b>"', 'text']);
  expect(words).toContainEqual(['// 1 < 2 && x', 'comment']);
});

test('a language that nobody reads has no colours, and every language that is named is read', () => {
  expect(findTokens('x', 'nothing')).toEqual([]);
  expect([isCode('txt'), isCode('py'), isCode('json')]).toEqual([false, true, true]);
  for (const extension of 'py js ts java c cpp cs rb go rs php sql r lua pl kt swift scala css scss json xml yaml ini toml sh m ino vbnet diff patch makefile'.split(
    ' ',
  ))
    expect([extension, languageOf(extension) && findTokens('if "a" 1', languageOf(extension)!)]).toEqual([
      extension,
      expect.any(Array),
    ]);
});
