/** Words in a row that are compared with a blank. */
const SHINGLE = 4;

/** Which share of a blank's text is in a text, from 0 to 1, by runs of four words (Broder 1997); 0 for a blank of fewer. */
export function shareOfBlank(text: string, blank: string): number {
  const wanted = shingles(blank);
  if (wanted.size === 0) return 0;
  const there = shingles(text);
  let found = 0;
  for (const one of wanted) if (there.has(one)) found += 1;
  return found / wanted.size;
}

function shingles(text: string): Set<string> {
  const words = text.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? [];
  const found = new Set<string>();
  for (let i = 0; i + SHINGLE <= words.length; i += 1) found.add(words.slice(i, i + SHINGLE).join(' '));
  return found;
}
