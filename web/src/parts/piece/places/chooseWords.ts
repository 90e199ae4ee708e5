import type { Stretch } from '@vestibul/core';

/** Where sentences and words begin and end in a text. */
export interface TextParts {
  sentences: Stretch[];
  words: Stretch[];
}

/** Sentences and words as UAX #29 cuts them. */
export function partsOf(text: string): TextParts {
  const cut = (granularity: 'sentence' | 'word') =>
    [...new Intl.Segmenter(undefined, { granularity }).segment(text)]
      .filter(({ segment, isWordLike }) => (granularity === 'word' ? isWordLike : segment.trim() !== ''))
      .map(({ segment, index }) => ({ from: index, to: index + segment.trimEnd().length }));
  return { sentences: cut('sentence'), words: cut('word') };
}

/** A stretch with the words whole that it begins or ends in: who drags over a text seldom hits their edges. */
export function wholeWords(text: string, { from, to }: Stretch): Stretch {
  const segments = new Intl.Segmenter(undefined, { granularity: 'word' }).segment(text);
  const [first, last] = [segments.containing(from), segments.containing(to - 1)];
  return {
    from: first?.isWordLike ? first.index : from,
    to: last?.isWordLike ? last.index + last.segment.length : to,
  };
}

/** A key that moves what is chosen: to another sentence, or its beginning or end by a word. */
export type Move =
  'next' | 'previous' | 'longer' | 'shorter' | 'end later' | 'end earlier' | 'start later' | 'start earlier';

/** What is chosen after a move; the same where there is nothing to move to. */
export function moveStretch({ sentences, words }: TextParts, now: Stretch, move: Move): Stretch {
  const within = (to: Partial<Stretch> | undefined) => {
    const next = { ...now, ...to };
    return next.from < next.to ? next : now;
  };
  switch (move) {
    case 'next':
      return within(sentences.find(({ from }) => from >= now.to));
    case 'previous':
      return within(sentences.findLast(({ from }) => from < now.from));
    case 'longer':
      return within(toOf(sentences.find(({ to }) => to > now.to)));
    case 'shorter':
      return within(toOf(sentences.findLast(({ to }) => to < now.to)));
    case 'end later':
      return within(toOf(words.find(({ to }) => to > now.to)));
    case 'end earlier':
      return within(toOf(words.findLast(({ to }) => to < now.to)));
    case 'start later':
      return within(fromOf(words.find(({ from }) => from > now.from)));
    case 'start earlier':
      return within(fromOf(words.findLast(({ from }) => from < now.from)));
  }
}

const toOf = (part: Stretch | undefined) => part && { to: part.to };
const fromOf = (part: Stretch | undefined) => part && { from: part.from };
