/** Words that belong to the last name they stand before (common practice, no source; from memory). */
const PARTICLES = new Set(
  'al bin bint da das de del della den der di do dos du e el ibn la las le los mac st ten ter van vom von y zu zum zur'.split(
    ' ',
  ),
);

/** What tells generations apart; it stays behind the last name (common practice, no source). */
const GENERATION = /^(jr|sr|ii|iii|iv)\.?$/i;

export interface SplitPersonName {
  last: string;
  first: string;
  /** False where the cut is a guess and somebody should look. */
  sure: boolean;
}

/**
 * Takes a whole name in one field apart. `Last, First` is sure, with `Jr.` and the like on either side of the comma;
 * `First Last` is as good as sure when one word stands before the last name and its particles. With more words the last
 * one is taken for the last name and marked as a guess. A single name is a last name.
 */
export function splitPersonName(name: string): SplitPersonName {
  const commas = name.split(',').map((part) => part.trim());
  const generation = commas.slice(1).find((part) => GENERATION.test(part));
  const [left = '', ...rest] = commas.filter((part) => part !== generation);
  if (rest.length > 0) {
    const first = rest.join(', ');
    if (!left) return { last: first, first: '', sure: false };
    return { last: withGeneration(left, generation), first, sure: rest.length === 1 };
  }
  return splitWords(left, generation);
}

const withGeneration = (last: string, generation: string | undefined) =>
  generation ? `${last} ${generation}` : last;

function splitWords(name: string, behindComma: string | undefined): SplitPersonName {
  const words = name.split(' ').filter(Boolean);
  const inName = words.length > 2 && GENERATION.test(words.at(-1)!) ? words.pop() : undefined;
  const generation = behindComma ?? inName;
  if (words.length < 2)
    return { last: withGeneration(words.join(' '), generation), first: '', sure: words.length === 1 };
  let cut = words.length - 1;
  while (cut > 1 && PARTICLES.has(words[cut - 1]!.toLowerCase())) cut -= 1;
  return {
    first: words.slice(0, cut).join(' '),
    last: withGeneration(words.slice(cut).join(' '), generation),
    sure: cut === 1,
  };
}
