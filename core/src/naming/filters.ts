import { withoutMarks } from '../text/plainWords';
import { formatDay } from './datePattern';
import { charactersOf } from './makeLegal';
import type { Filter } from './parseRule';

/** Applies one filter of a rule to a part's text. */
export function applyFilter(text: string, filter: Filter): string {
  switch (filter.kind) {
    case 'pad':
      return /^\d+$/.test(text) ? text.padStart(filter.count, '0') : text;
    case 'upper':
      return text.toUpperCase();
    case 'lower':
      return text.toLowerCase();
    case 'title':
      return titleCase(text);
    case 'ascii':
      return withoutMarks(text)
        .replace(/[‘’ʼ]/g, "'")
        .replace(/[‐‑‒–—]/g, '-');
    case 'plain':
      return text.replace(/[^\p{L}\p{N}\p{M}]+/gu, '');
    case 'cut':
      return charactersOf(text).slice(0, filter.count).join('').trim();
    case 'words':
      return (text.match(/\S+/g) ?? []).slice(0, filter.count).join(' ');
    case 'date':
      return formatDay(text, filter.pattern);
  }
}

/** A capital at the start of each word, the rest small; an apostrophe starts a word only behind one letter (O'Neil). */
function titleCase(text: string): string {
  return text
    .toLowerCase()
    .replace(/(?<![\p{L}\p{M}\p{N}]['’]?)\p{L}|(?<=(?<![\p{L}\p{M}])\p{L}['’])\p{L}/gu, capital);
}

function capital(letter: string): string {
  const [first = '', ...rest] = letter.toUpperCase();
  return first + rest.join('').toLowerCase();
}
