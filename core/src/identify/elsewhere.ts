import { wordsOfValue } from '../text/nameWords';
import { fullName } from '../text/fullName';
import { isParticle } from './peopleIndex';

/** A person whom the school knows and who never was on the course's roster. */
export interface PersonElsewhere {
  first: string;
  called: string;
  last: string;
  /** `staff`, or a student; `course` is the title of the last one they were in, and `year` its year where that has ended. */
  as: 'student' | 'staff';
  course?: string;
  year?: string;
}

/** Such a person as a text names them. */
export interface NamedElsewhere {
  name: string;
  isStudent: boolean;
  /** The words that name them, in plain letters. */
  words: string[];
  says: string;
}

/** People of one text that are told of. */
const MOST_TOLD = 3;

/** Prepares people for being found: whom these words name with their whole last name and a first one, letter by letter. */
export function makeElsewhere(
  people: readonly PersonElsewhere[],
): (words: readonly { plain: string }[]) => NamedElsewhere[] {
  const byLastWord = new Map<string, { last: string[]; firsts: string[][]; person: PersonElsewhere }[]>();
  for (const person of people) {
    const last = plainWords(person.last).filter((word, _, all) => all.length === 1 || !isParticle(word));
    const firsts = [plainWords(person.first), plainWords(person.called)].filter((words) => words.length > 0);
    const [key] = last;
    if (key === undefined || firsts.length === 0) continue;
    byLastWord.set(key, [...(byLastWord.get(key) ?? []), { last, firsts, person }]);
  }
  return (words) => {
    const said = new Set(words.map(({ plain }) => plain));
    const isSaid = (word: string) => said.has(word);
    const found = [...said].flatMap((word) => byLastWord.get(word) ?? []);
    return found
      .flatMap(({ last, firsts, person }) => {
        const first = firsts.flat().find((word) => isSaid(word) && !last.includes(word));
        return last.every(isSaid) && first !== undefined
          ? [{ ...sayElsewhere(person), words: [...last, first] }]
          : [];
      })
      .slice(0, MOST_TOLD);
  };
}

const plainWords = (text: string) =>
  wordsOfValue(text)
    .map(({ plain }) => plain)
    .filter(Boolean);

function sayElsewhere({
  first,
  called,
  last,
  as,
  course,
  year,
}: PersonElsewhere): Omit<NamedElsewhere, 'words'> {
  const name = fullName(called || first, last);
  const isStudent = as === 'student';
  if (!isStudent) return { name, isStudent, says: `${name} works at the school.` };
  if (course === undefined) return { name, isStudent, says: `${name} is a student in no course yet.` };
  return {
    name,
    isStudent,
    says:
      year === undefined
        ? `${name} is a student in ${course}, not in this course.`
        : `${name} was a student in ${course} in ${year}.`,
  };
}
