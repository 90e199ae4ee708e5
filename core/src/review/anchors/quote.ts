import { LONGEST_QUOTE, SURROUNDINGS, type Quote } from './anchor';

/**
 * How many signs in a row, a quote and what stands right before and after it, must be as they were for it to be the same
 * place, in code units: in a log of readings 'the river stood at' stands on every line. An estimate, of sentences of students.
 */
const RUN = 32;
/** Places at which the same words are looked at: a text of one letter over and over has a million. */
const MOST_PLACES = 500;

/** Where a quote stands in a text: UTF-16 units, as pages count. */
export interface Stretch {
  from: number;
  to: number;
}

/**
 * The words of a stretch of a text (NFC) with their surroundings; null where there are none, or more than can be said of.
 * Spaces at its ends are left out.
 */
export function quoteAt(text: string, { from, to }: Stretch, page: number | null = null): Quote | null {
  const chosen = text.slice(from, to);
  const exact = chosen.trim();
  const starts = from + (chosen.length - chosen.trimStart().length);
  const ends = starts + exact.length;
  const start = pointsIn(text, starts);
  const length = pointsIn(exact, exact.length);
  if (length === 0 || length > LONGEST_QUOTE) return null;
  return {
    kind: 'quote',
    exact,
    // Twice as many units hold that many code points for certain.
    prefix: [...text.slice(Math.max(0, starts - 2 * SURROUNDINGS), starts)].slice(-SURROUNDINGS).join(''),
    suffix: [...text.slice(ends, ends + 2 * SURROUNDINGS)].slice(0, SURROUNDINGS).join(''),
    start,
    end: start + length,
    page,
  };
}

/**
 * Where a quote stands in a text (NFC) that may be another by now; null where it is gone. It stands where its very words do
 * and enough around them is as it was, so that the same words elsewhere are never taken for it. Of several such places it is
 * the one whose surroundings agree most, then the one nearest to where it was.
 */
export function findQuote(text: string, quote: Quote): Stretch | null {
  const { exact } = quote;
  const was = unitsAt(text, quote.start);
  const [best] = placesOf(text, exact)
    .map((from) => ({ from, ...agreedAround(text, quote, { from, to: from + exact.length }) }))
    .filter(({ agreed, isWhole }) => isWhole || agreed + exact.length >= RUN)
    .toSorted((a, b) => b.agreed - a.agreed || Math.abs(a.from - was) - Math.abs(b.from - was));
  return best ? { from: best.from, to: best.from + exact.length } : null;
}

/** How many signs right before and after a place are as they were, and whether the text is short and all of it is. */
function agreedAround(text: string, { prefix, suffix }: Quote, { from, to }: Stretch) {
  const agreed =
    agreesBefore(text.slice(Math.max(0, from - prefix.length), from), prefix) +
    agreesAfter(text.slice(to, to + suffix.length), suffix);
  const isAll = from === prefix.length && text.length - to === suffix.length;
  return { agreed, isWhole: isAll && agreed === prefix.length + suffix.length };
}

function placesOf(text: string, exact: string): number[] {
  const places: number[] = [];
  for (
    let at = text.indexOf(exact);
    exact !== '' && at !== -1 && places.length < MOST_PLACES;
    at = text.indexOf(exact, at + 1)
  )
    places.push(at);
  return places;
}

/** How many signs of what stood before a quote still do, counted from the quote. */
function agreesBefore(before: string, prefix: string): number {
  let agreed = 0;
  while (agreed < prefix.length && before.at(-1 - agreed) === prefix.at(-1 - agreed)) agreed += 1;
  return agreed;
}

function agreesAfter(after: string, suffix: string): number {
  let agreed = 0;
  while (agreed < suffix.length && after[agreed] === suffix[agreed]) agreed += 1;
  return agreed;
}

/** Code points in the first `units` UTF-16 units of a text. */
function pointsIn(text: string, units: number): number {
  let points = 0;
  for (let at = 0; at < units; points += 1) at += text.codePointAt(at)! > 0xffff ? 2 : 1;
  return points;
}

/** UTF-16 units of the first `points` code points of a text; all of it where it is shorter. */
function unitsAt(text: string, points: number): number {
  let at = 0;
  for (let passed = 0; passed < points && at < text.length; passed += 1)
    at += text.codePointAt(at)! > 0xffff ? 2 : 1;
  return at;
}
