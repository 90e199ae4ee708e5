import { editDistance } from '../text/editDistance';
import { isSlip } from '../text/isSlip';
import { plainWords } from '../text/plainWords';

interface Named {
  last: string;
  first: string;
  called: string;
}

/** Letters that a short form and its long form must share at the start: 'Kat' and 'Katherine'. */
const SHORT_FORM = 3;

/** A name as names are compared: in plain words, so that it is made once however often it is compared. */
export interface PlainName {
  last: string;
  /** The names somebody goes by before the last one; of a single name, one that is empty. */
  given: readonly string[];
}

export function plainName({ last, first, called }: Named): PlainName {
  const names = [...new Set([plainWords(first), plainWords(called)])];
  const given = names.filter(Boolean);
  return { last: plainWords(last), given: given.length > 0 ? given : [''] };
}

/** The word groups of a name of which an alike name shares one; those who have a single name share the empty one. */
const wordsOf = ({ last, given }: PlainName) => new Set([last, ...given]);

/** People by the words of their names, so that a name is compared with those alone that can be alike. */
export class NameIndex<Person extends Named> {
  readonly #byWords = new Map<string, { person: Person; plain: PlainName }[]>();

  constructor(people: Iterable<Person>) {
    for (const person of people) {
      const named = { person, plain: plainName(person) };
      for (const words of wordsOf(named.plain)) {
        const sharing = this.#byWords.get(words);
        if (sharing) sharing.push(named);
        else this.#byWords.set(words, [named]);
      }
    }
  }

  /** The people worth asking about whose name can be this one, written otherwise. */
  alike(plain: PlainName, isWorthAsking: (person: Person) => boolean): Person[] {
    const sharing = new Set([...wordsOf(plain)].flatMap((words) => this.#byWords.get(words) ?? []));
    return [...sharing]
      .filter((named) => isWorthAsking(named.person) && areAlike(named.plain, plain))
      .map((named) => named.person);
  }
}

/**
 * Whether two names can be one person's, written twice: marks lost, first and last swapped, a short form, the name
 * somebody is called by, half of a double name, a letter wrong. Names that are equal are alike.
 */
export function areAlike(a: PlainName, b: PlainName): boolean {
  const sameGiven = a.given.some((name) => b.given.includes(name));
  if (a.last === b.last) return sameGiven || a.given.some((x) => b.given.some((y) => isNearGiven(x, y)));
  if (sameGiven && isNearLast(a.last, b.last)) return true;
  return a.given.includes(b.last) && b.given.includes(a.last);
}

function isNearGiven(a: string, b: string): boolean {
  const [short, long] = a.length <= b.length ? [a, b] : [b, a];
  if (short.length >= SHORT_FORM && long.startsWith(short)) return true;
  return short.length >= 5 && long.length - short.length <= 1 && editDistance(a, b) === 1;
}

function isNearLast(a: string, b: string): boolean {
  const [short, long] = a.length <= b.length ? [a, b] : [b, a];
  if (short.length >= SHORT_FORM && ` ${long} `.includes(` ${short} `)) return true;
  return isSlip(a, b);
}
