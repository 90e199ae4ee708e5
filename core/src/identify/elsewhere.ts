import { groupBy } from '../groupBy';
import { wordsOfValue } from '../text/nameWords';
import { fullName } from '../text/fullName';
import { isParticle } from './peopleIndex';

/** A person whom the school knows and who never was on the course's roster. */
export interface PersonElsewhere {
  first: string;
  called: string;
  last: string;
  isStudent: boolean;
  /** The last course a student was in, with its year where that has ended. Asked only of whom a text names. */
  lastCourse: () => { title: string; year: string | null } | null;
}

/** Such a person as a text names them. */
export interface NamedElsewhere {
  isStudent: boolean;
  /** The words that name them, in plain letters. */
  words: string[];
  says: string;
}

/** People of one text that are told of. */
const MOST_TOLD = 3;

/** Whether a student is among those who are named. */
export const hasStudent = (named: readonly NamedElsewhere[]) => named.some(({ isStudent }) => isStudent);

/** Prepares people for being found: whom these words name with their whole last name and a first one, letter by letter. */
export function makeElsewhere(
  people: readonly PersonElsewhere[],
): (words: readonly { plain: string }[]) => NamedElsewhere[] {
  const known = people
    .map((person) => ({
      person,
      last: plainWords(person.last).filter((word, _, all) => all.length === 1 || !isParticle(word)),
      firsts: [...plainWords(person.first), ...plainWords(person.called)],
    }))
    .filter(({ last, firsts }) => last.length > 0 && firsts.length > 0);
  const byLastWord = groupBy(known, ({ last }) => last[0]!);
  return (words) => {
    const said = new Set(words.map(({ plain }) => plain));
    const isSaid = (word: string) => said.has(word);
    const found: NamedElsewhere[] = [];
    for (const { person, last, firsts } of [...said].flatMap((word) => byLastWord.get(word) ?? [])) {
      const first = firsts.find((word) => isSaid(word) && !last.includes(word));
      if (first === undefined || !last.every(isSaid)) continue;
      found.push({ isStudent: person.isStudent, words: [...last, first], says: sayElsewhere(person) });
      if (found.length === MOST_TOLD) break;
    }
    return found;
  };
}

const plainWords = (text: string) =>
  wordsOfValue(text)
    .map(({ plain }) => plain)
    .filter(Boolean);

function sayElsewhere({ first, called, last, isStudent, lastCourse }: PersonElsewhere): string {
  const name = fullName(called || first, last);
  if (!isStudent) return `${name} works at the school.`;
  const course = lastCourse();
  if (!course) return `${name} is a student in no course yet.`;
  return course.year === null
    ? `${name} is a student in ${course.title}, not in this course.`
    : `${name} was a student in ${course.title} in ${course.year}.`;
}
