/** Words that belong to the last name they stand before (common practice, no source; from memory). */
const PARTICLES = new Set(
  'al bin da das de del della den der di do dos du el ibn la las le los mac st ten ter van vom von zu zum zur'.split(
    ' ',
  ),
);

export interface SplitPersonName {
  last: string;
  first: string;
  /** False where the cut is a guess and somebody should look. */
  sure: boolean;
}

/**
 * Takes a whole name in one field apart. `Last, First` is sure; `First Last` with two words is as good as sure;
 * with more words the last one, and the particles before it, are taken for the last name and marked as a guess.
 * A single name is a last name.
 */
export function splitPersonName(name: string): SplitPersonName {
  const comma = name.indexOf(',');
  if (comma >= 0) {
    const last = name.slice(0, comma).trim();
    const first = name.slice(comma + 1).trim();
    return { last: last || first, first: last ? first : '', sure: last !== '' && !first.includes(',') };
  }
  const words = name.split(' ').filter(Boolean);
  if (words.length < 2) return { last: name.trim(), first: '', sure: words.length === 1 };
  let cut = words.length - 1;
  while (cut > 1 && PARTICLES.has(words[cut - 1]!.toLowerCase())) cut -= 1;
  return { first: words.slice(0, cut).join(' '), last: words.slice(cut).join(' '), sure: words.length === 2 };
}
