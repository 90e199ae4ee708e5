import type { NameOrder } from './headings';
import { isCapitals } from './recogniseColumns';

/** Words that belong to the last name they stand before (common practice, no source; from memory). */
export const PARTICLES: ReadonlySet<string> = new Set(
  'al bin bint da das de del della den der di do dos du e el ibn la las le los mac st ten ter van vom von y zu zum zur'.split(
    ' ',
  ),
);

/** What tells generations apart; it stays behind the last name (common practice, no source). */
const GENERATION = /^(jr|sr|ii|iii|iv)\.?$/i;

/** A name by which somebody is called, in brackets or quotes behind the others. */
const NICKNAME =
  /\s*(?:[(（]([^()（）\d]{2,40})[)）]|["“”„«]([^"“”„«»\d]{2,40})["“”»]|(?<=\s)['‘]([^'‘’\d]{2,40})['’](?=\s|$))\s*/u;

/** Scripts in which the last name stands first. */
const LAST_FIRST_SCRIPT = /[\p{Script=Han}\p{Script=Hangul}\p{Script=Hiragana}\p{Script=Katakana}]/u;

export interface SplitPersonName {
  last: string;
  first: string;
  /** The name in brackets or quotes; '' where there is none. */
  called: string;
  /** False where the cut is a guess and somebody should look. */
  sure: boolean;
}

/** Takes the name that somebody is called by out of a name: `Samuel (Sam)`. */
export function takeNickname(name: string): { name: string; called: string } {
  const found = NICKNAME.exec(name);
  if (!found) return { name, called: '' };
  const called = (found[1] ?? found[2] ?? found[3] ?? '').trim();
  const left = `${name.slice(0, found.index)} ${name.slice(found.index + found[0].length)}`
    .replace(/\s+/g, ' ')
    .replace(/ ,/g, ',')
    .trim();
  return left === '' || !isCalled(called, left) ? { name, called: '' } : { name: left, called };
}

/** Whether what stands in brackets can be a name: '(absent)' and '(IEP)' say something else of somebody. */
const isCalled = (called: string, name: string) =>
  !/^\p{Ll}/u.test(called) && (!isCapitals(called) || isCapitals(name));

/**
 * Takes a whole name in one field apart. `Last, First` is sure, with `Jr.` and the like on either side of the comma; so are
 * `LAST First` and `First LAST`, where the last name is in capitals. `First Last` is as good as sure when one word stands
 * before the last name and its particles. With more words the last one is taken for the last name and marked as a guess.
 * A single name is a last name. `order` is what the list says of whole names.
 */
export function splitPersonName(whole: string, order: NameOrder | null = null): SplitPersonName {
  const { name, called } = takeNickname(whole);
  const commas = name.split(/[,，]/).map((part) => part.trim());
  const generation = commas.slice(1).find((part) => GENERATION.test(part));
  const [left = '', ...rest] = commas.filter((part) => part !== generation);
  if (rest.length > 0) {
    const first = rest.join(', ');
    if (!left) return { last: first, first: '', called, sure: false };
    return { last: withGeneration(left, generation), first, called, sure: rest.length === 1 };
  }
  return { ...splitWords(left, generation, order), called };
}

const withGeneration = (last: string, generation: string | undefined) =>
  generation ? `${last} ${generation}` : last;

type Split = Omit<SplitPersonName, 'called'>;

function splitWords(name: string, behindComma: string | undefined, order: NameOrder | null): Split {
  const words = name.split(' ').filter(Boolean);
  const inName = words.length > 2 && GENERATION.test(words.at(-1)!) ? words.pop() : undefined;
  const generation = behindComma ?? inName;
  // Where one script writes both names without a space, only somebody who knows them can cut.
  const isOneWord = LAST_FIRST_SCRIPT.test(name) && name.length > 1;
  if (words.length < 2)
    return {
      last: withGeneration(words.join(' '), generation),
      first: '',
      sure: words.length === 1 && !isOneWord,
    };
  const byCapitals = splitCapitals(words, generation);
  if (byCapitals) return byCapitals;
  if (order === 'last first' || LAST_FIRST_SCRIPT.test(name)) {
    let cut = 1;
    while (cut < words.length - 1 && PARTICLES.has(words[cut - 1]!.toLowerCase())) cut += 1;
    return {
      last: withGeneration(words.slice(0, cut).join(' '), generation),
      first: words.slice(cut).join(' '),
      sure: cut === words.length - 1,
    };
  }
  let cut = words.length - 1;
  while (cut > 1 && PARTICLES.has(words[cut - 1]!.toLowerCase())) cut -= 1;
  return {
    first: words.slice(0, cut).join(' '),
    last: withGeneration(words.slice(cut).join(' '), generation),
    sure: cut === 1,
  };
}

/** `LEE Sam`, `Sam van der BERG`: the capitals are the last name, where they stand together at one end. */
function splitCapitals(words: readonly string[], generation: string | undefined): Split | null {
  const capitals = words.map(isCapitals);
  const count = capitals.filter(Boolean).length;
  if (count === 0 || count === words.length) return null;
  const from = capitals.indexOf(true);
  const to = capitals.lastIndexOf(true) + 1;
  if (to - from !== count) return null;
  if (from === 0) {
    const last = words.slice(0, to).join(' ');
    // Two letters can be initials.
    return {
      last: withGeneration(last, generation),
      first: words.slice(to).join(' '),
      sure: last.length > 2,
    };
  }
  if (to !== words.length) return null;
  let cut = from;
  while (cut > 1 && PARTICLES.has(words[cut - 1]!.toLowerCase())) cut -= 1;
  return {
    last: withGeneration(words.slice(cut).join(' '), generation),
    first: words.slice(0, cut).join(' '),
    sure: true,
  };
}
