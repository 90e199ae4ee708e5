import { decodeText, readRichText } from '@vestibul/core';
import { escaped } from './html';
import type { ReadDocument } from './ReadDocument';
import { Unreadable } from './Unreadable';

/** Longest text that is laid out, in characters. */
const LONGEST = 2_000_000;

/** The HTML of Rich Text Format: its text, line by line. How it is set, and what is in it beside text, is told to be missing. */
export function readRtf(bytes: ArrayBuffer): ReadDocument {
  const rtf = decodeText(new Uint8Array(bytes));
  if (!rtf.startsWith('{\\rtf')) throw new Unreadable('damaged');
  const { text, hasPictures } = readRichText(rtf, LONGEST);
  const lines = text
    .split('\n')
    .map((line) => line.trimEnd())
    .filter((line) => line !== '');
  return {
    html: lines.map((line) => `<p>${escaped(line).replaceAll('\t', ' &emsp;')}</p>`).join(''),
    missing: ['how it is set', ...(hasPictures ? (['pictures'] as const) : [])],
  };
}
