import { GLUE, POSSESSIVE, RUN, WORD, compact, wordsOfValue } from '../text/nameWords';

/** By what somebody can be known. */
interface Known {
  last: string;
  first: string;
  called: string;
  username: string;
  number: string;
}

/** The words by which somebody would be known in their work, for comparing: each of their names, and names run together. */
export function wordsToCover({ last, first, called, username, number }: Known): Set<string> {
  const single = [last, first, called].flatMap((name) => wordsOfValue(name).map(({ plain }) => plain));
  const together = [first, called].flatMap((given) => [compact(given + last), compact(last + given)]);
  return new Set(
    // A single letter stands everywhere.
    [...single, ...together, compact(username), compact(number)].filter((word) => word.length > 1),
  );
}

/** A stretch of a text, in UTF-16 units. */
export interface TextStretch {
  from: number;
  to: number;
}

/** Where in a text one of the words stands, whatever its capitals and marks. The text is taken as it is, in any normal form. */
export function stretchesToCover(text: string, words: ReadonlySet<string>): TextStretch[] {
  const found: TextStretch[] = [];
  const isOne = (word: string) => words.has(compact(word.replace(POSSESSIVE, '')));
  for (const { 0: run, index: start } of text.matchAll(RUN)) {
    if (isOne(run)) {
      found.push({ from: start, to: start + run.length });
      continue;
    }
    for (const { 0: part, index } of run.matchAll(WORD)) {
      let at = start + index;
      for (const piece of isOne(part) ? [part] : part.split(GLUE)) {
        if (isOne(piece)) found.push({ from: at, to: at + piece.length });
        at += piece.length;
      }
    }
  }
  return found;
}
