/** The three orders in which file lists are shown. */
export const nameOrders = ['bytes', 'natural', 'unicode'] as const;
export type NameOrder = (typeof nameOrders)[number];

/** By code point, which is the order of the bytes of UTF-8 (RFC 3629, section 1). */
function compareBytes(a: string, b: string): number {
  let at = 0;
  while (at < a.length && at < b.length && a[at] === b[at]) at += 1;
  // Half of a pair that differs is compared as the character it belongs to: UTF-16 units do not sort like bytes.
  if (at > 0 && /[\udc00-\udfff]/.test(a[at] ?? b[at] ?? '') && /[\ud800-\udbff]/.test(a[at - 1]!)) at -= 1;
  return (a.codePointAt(at) ?? -1) - (b.codePointAt(at) ?? -1);
}

/** A name as the natural order reads it: digit runs as numbers, letters without case. */
const naturalWords = (name: string): string[] => name.toLowerCase().match(/\d+|\D/gu) ?? [];

function compareNatural(left: readonly string[], right: readonly string[]): number {
  for (let i = 0; i < Math.min(left.length, right.length); i += 1) {
    const [x, y] = [left[i]!, right[i]!];
    const bothNumbers = /^\d/.test(x) && /^\d/.test(y);
    const difference = bothNumbers ? compareNumerals(x, y) : compareBytes(x, y);
    if (difference !== 0) return difference;
  }
  return left.length - right.length;
}

/** By value, however long the numerals are. */
function compareNumerals(a: string, b: string): number {
  const [x, y] = [a.replace(/^0+(?=\d)/, ''), b.replace(/^0+(?=\d)/, '')];
  return x.length - y.length || compareBytes(x, y);
}

/** English has no tailoring, so its collation is the root of the Unicode Collation Algorithm (UTS #10; CLDR root). */
const root = new Intl.Collator('en', { sensitivity: 'variant', numeric: false, ignorePunctuation: false });

const compare: Record<NameOrder, (a: string, b: string) => number> = {
  bytes: compareBytes,
  natural: (a, b) => compareNatural(naturalWords(a), naturalWords(b)) || compareBytes(a, b),
  unicode: (a, b) => root.compare(a, b) || compareBytes(a, b),
};

/** Compares two names in one of the three orders; names that an order holds for equal are told apart by their bytes. */
export function compareNames(order: NameOrder, a: string, b: string): number {
  return compare[order](a, b);
}

export interface OrderVerdict {
  /** Whether nothing of another period comes between the names of one. */
  periodsTogether: boolean;
  /** Whether the periods come by their number. */
  periodsInOrder: boolean;
  /** Two names that follow each other and should not; null where both hold. */
  example: [string, string] | null;
}

/** How the names of several periods lie when a list is sorted by name. */
export function judgeOrder(
  order: NameOrder,
  names: readonly { name: string; period: number }[],
): OrderVerdict {
  // The words of each name are found once, not at every comparison.
  const keyed = names.map((one) => ({ ...one, words: order === 'natural' ? naturalWords(one.name) : [] }));
  const sorted = keyed.sort(
    (a, b) =>
      (order === 'natural'
        ? compareNatural(a.words, b.words) || compareBytes(a.name, b.name)
        : compare[order](a.name, b.name)) || a.period - b.period,
  );
  const left = new Set<number>();
  let periodsTogether = true;
  let example: [string, string] | null = null;
  for (let i = 1; i < sorted.length; i += 1) {
    const [before, now] = [sorted[i - 1]!, sorted[i]!];
    if (before.period === now.period) continue;
    left.add(before.period);
    if (left.has(now.period)) periodsTogether = false;
    if (before.period > now.period) example ??= [before.name, now.name];
  }
  return { periodsTogether, periodsInOrder: example === null, example };
}

/** Text before the first part that is there to hold a name at one end of a list: `z `, `aa-`, `_`, `!` (common practice). */
const PIN = /^(?:z{1,4}|a{1,4}|0{1,4}|[^\p{L}\p{N}\s]{1,3})[\s._-]*$/iu;

/** Names as they stand in a student's own list beside the turn-in folder (invented). */
const NEIGHBOURS = ['2 notes', 'Art', 'art', 'Zoology', 'zoology'];

export interface PinVerdict {
  end: 'first' | 'last';
  /** Whether the name stays at that end in each order. */
  holds: Record<NameOrder, boolean>;
  /** The name and the neighbour that comes to lie outside of it; null where it holds everywhere. */
  example: [string, string] | null;
}

/** Whether a name that its first letters are to pin to one end of a list stays there; null where nothing pins it. */
export function judgePin(lead: string, name: string): PinVerdict | null {
  if (!PIN.test(lead)) return null;
  const end = /^[z~]/i.test(lead) ? 'last' : 'first';
  let example: [string, string] | null = null;
  const holds = Object.fromEntries(
    nameOrders.map((order) => {
      const beyond = NEIGHBOURS.find((neighbour) =>
        end === 'last' ? compare[order](neighbour, name) > 0 : compare[order](neighbour, name) < 0,
      );
      if (beyond !== undefined) example ??= [name, beyond];
      return [order, beyond === undefined];
    }),
  ) as Record<NameOrder, boolean>;
  return { end, holds, example };
}
