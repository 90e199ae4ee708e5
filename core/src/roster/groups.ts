/** The marks of small groups: a shape beside the colour, so that no group is told by colour alone. */
export const groupMarks = [
  'circle',
  'square',
  'triangle',
  'diamond',
  'star',
  'cross',
  'ring',
  'wave',
] as const;
export type GroupMark = (typeof groupMarks)[number];

/** Most groups in one period: as many as there are marks. */
export const MOST_GROUPS = groupMarks.length;

export const sortOrders = ['last', 'first', 'called', 'group'] as const;
export type SortOrder = (typeof sortOrders)[number];

export interface Sortable {
  id: string;
  last: string;
  first: string;
  called: string;
  /** The name of their small group; '' for none. */
  group: string;
}

/** What each order looks at, the first that tells two people apart decides. `group` puts who has none at the end. */
const keys: Record<SortOrder, readonly ((person: Sortable) => string)[]> = {
  last: [({ last }) => last, ({ first }) => first],
  first: [({ first, last }) => first || last, ({ last }) => last],
  called: [({ called, first, last }) => called || first || last, ({ last }) => last],
  group: [({ group }) => group || '\uffff', ({ last }) => last, ({ first }) => first],
};

/** Puts people in order by the language's own rules (`Intl.Collator`, UTS #10 with CLDR's tailoring). */
export function sortPeople<Person extends Sortable>(
  people: readonly Person[],
  order: SortOrder,
  language: string,
): Person[] {
  const collator = new Intl.Collator(language, { sensitivity: 'variant', numeric: true });
  return people.toSorted((a, b) => {
    for (const key of keys[order]) {
      const [x, y] = [key(a), key(b)];
      // The mark for 'no group' is no letter of any language.
      if (x !== y && (x === '\uffff' || y === '\uffff')) return x === '\uffff' ? 1 : -1;
      const compared = collator.compare(x, y);
      if (compared !== 0) return compared;
    }
    return a.id < b.id ? -1 : 1;
  });
}

/** Whether a text names a language whose order of letters is known here (BCP 47). */
export function isLanguage(tag: string): boolean {
  try {
    return Intl.Collator.supportedLocalesOf(tag).length > 0;
  } catch {
    return false;
  }
}
