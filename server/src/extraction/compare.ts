import {
  equalPassages,
  findAlike,
  type AlikePair,
  type ComparedWork,
  type MarkedText,
  type Sha256,
} from '@vestibul/core';
import type { Database } from '../platform/database/database';
import { keptText } from './keptTexts';

/** Characters of one work that are compared, and of all: what is longer is compared by its beginning, so that memory has an end. */
const MOST_OF_ONE = 100_000;
const MOST_OF_ALL = 12_000_000;

/** What is in several works that they were given: blanks by their bytes, the directions as a text. */
export interface Given {
  files: readonly Sha256[];
  text: string;
}

function readGiven(db: Database, { files, text }: Given): ComparedWork[] {
  const blanks = files.map((sha256) => ({ text: keptText(db, sha256)?.text ?? '', bytes: sha256 }));
  return text === '' ? blanks : [...blanks, { text, bytes: '' }];
}

/** Pairs of these works that are nearly the same text, or the same bytes, by their place in the list. */
export function compareWorks(db: Database, works: readonly Sha256[], given: Given): AlikePair[] {
  const most = Math.min(MOST_OF_ONE, Math.floor(MOST_OF_ALL / Math.max(1, works.length)));
  const texts = new Map<Sha256, ComparedWork>();
  for (const sha256 of works)
    if (!texts.has(sha256))
      texts.set(sha256, { text: (keptText(db, sha256)?.text ?? '').slice(0, most), bytes: sha256 });
  return findAlike(
    works.map((sha256) => texts.get(sha256)!),
    { given: readGiven(db, given) },
  );
}

/** Two works with what is the same in them; of long ones their beginnings. */
export function comparePassages(
  db: Database,
  works: readonly [Sha256, Sha256],
  given: Given,
): readonly [MarkedText, MarkedText] {
  const [a, b] = works.map((sha256) => (keptText(db, sha256)?.text ?? '').slice(0, MOST_OF_ONE));
  return equalPassages(
    a!,
    b!,
    readGiven(db, given).map(({ text }) => text),
  );
}
