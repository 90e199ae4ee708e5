import { isNameAndWord } from '../identify/ordinaryWords';
import { compact, wordsOfName, wordsOfValue } from '../text/nameWords';

/** What can be doubted of work before it is handed back; the order is that in which it is told. */
export const handBackDoubts = ['nothing given', 'no score', 'names another', 'file of another'] as const;
export type HandBackDoubt = (typeof handBackDoubts)[number];

/** Somebody of the course, by the names that they go by. */
export interface NamedPerson<Id extends string> {
  id: Id;
  last: string;
  first: string;
  called: string;
}

/** What would go back to a student. */
export interface GoesBack<Id extends string> {
  student: Id;
  comments: readonly string[];
  /** As the files came. */
  fileNames: readonly string[];
  /** Whether the work is scored at all, and whether all of the score is given. */
  score: 'not wanted' | 'missing' | 'given';
}

/** A doubt, and whom it is about where that is somebody else than the student. */
export interface Doubt<Id extends string> {
  kind: HandBackDoubt;
  who: Id | null;
}

/** A word with a capital, with the end of the sentence before it, and what calls somebody behind it. */
const NAME_IN_TEXT = /([.!?:\n]\s*|)(\p{Lu}[\p{L}\p{M}'’ʼ-]*)(\s*[,!])?/gu;

/**
 * Makes the check of a course: what can be doubted of a piece of work that is about to be handed back. A name is doubted where a
 * comment calls somebody else of the course by it and the student by none of theirs, and where a file has the first and last
 * name of somebody else and no name of theirs. A name that is an everyday word, and a capital that only begins a sentence,
 * say nothing (common practice, no source).
 */
export function makeHandBackCheck<Id extends string>(
  people: readonly NamedPerson<Id>[],
): (work: GoesBack<Id>) => Doubt<Id>[] {
  const known = people.map((person) => ({
    id: person.id,
    given: [...new Set([person.first, person.called].map(firstWord).filter((word) => word.length > 1))],
    last: wordsOfValue(person.last).map(({ plain }) => plain),
    all: new Set(
      [person.last, person.first, person.called].flatMap((name) =>
        wordsOfValue(name).map(({ plain }) => plain),
      ),
    ),
  }));
  const byId = new Map(known.map((person) => [person.id, person]));
  const byGiven = new Map<string, (typeof known)[number]>();
  const byLast = new Map<string, (typeof known)[number][]>();
  for (const person of known) {
    for (const given of person.given) if (!byGiven.has(given)) byGiven.set(given, person);
    const [last] = person.last;
    if (last) byLast.set(last, [...(byLast.get(last) ?? []), person]);
  }

  const calledIn = (text: string, own: ReadonlySet<string>): Id | null => {
    let other: Id | null = null;
    for (const { 1: ended, 2: word = '', 3: calls, index } of text.trim().matchAll(NAME_IN_TEXT)) {
      const plain = firstWord(word);
      if (own.has(plain)) return null;
      const isCalled = (ended === '' && index > 0) || calls !== undefined;
      if (isCalled && !isNameAndWord(plain)) other ??= byGiven.get(plain)?.id ?? null;
    }
    return other;
  };
  const namedBy = (fileName: string, own: ReadonlySet<string>): Id | null => {
    const words = new Set(wordsOfName(fileName.normalize('NFC')).map(({ plain }) => plain));
    if ([...own].some((word) => word.length > 1 && words.has(word))) return null;
    for (const word of words)
      for (const person of byLast.get(word) ?? [])
        if (person.last.every((part) => words.has(part)) && person.given.some((part) => words.has(part)))
          return person.id;
    return null;
  };

  return ({ student, comments, fileNames, score }) => {
    const own = byId.get(student)?.all ?? new Set<string>();
    const others = {
      'names another': comments.map((text) => calledIn(text, own)),
      'file of another': fileNames.map((name) => namedBy(name, own)),
    };
    const isBare = score !== 'given' && comments.length === 0;
    const found: (Doubt<Id> | null)[] = [
      isBare ? { kind: 'nothing given', who: null } : null,
      !isBare && score === 'missing' ? { kind: 'no score', who: null } : null,
      ...(['names another', 'file of another'] as const).map((kind) => {
        const who = others[kind].find((id) => id !== null) ?? null;
        return who === null ? null : { kind, who };
      }),
    ];
    return found.filter((doubt) => doubt !== null);
  };
}

/** The first word of a name, for comparing: `Maximiliano Jesús` is called Maximiliano. */
const firstWord = (name: string): string => wordsOfValue(name)[0]?.plain ?? compact(name);
