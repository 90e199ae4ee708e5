import { groupBy } from '../groupBy';
import { fullName } from '../text/fullName';
import type { Identification, IdentifyCourse } from './identification';
import type { NamePart } from './nameParts';
import type { PersonMatch } from './peopleIndex';

/** Answers within this much of the best are named as well. */
const CLOSE = 0.2;

/** Says why a piece was read as it was, in sentences that a teacher understands, the strongest first. */
export type ReasonSayer<Person extends string = string, Work extends string = string> = (
  answer: Identification<Person, Work>,
) => string[];

/** Prepares a course once for saying the reasons of many answers. */
export function makeReasonSayer<Person extends string, Work extends string>(
  course: IdentifyCourse<Person, Work>,
): ReasonSayer<Person, Work> {
  const named = groupBy(course.students, ({ values }) => nameOfValues(values));
  const nameOf = new Map(
    course.students.map(({ id, values }) => {
      const name = nameOfValues(values);
      // Namesakes are told apart by their period.
      return [id, (named.get(name)?.length ?? 0) > 1 ? `${name} of period ${String(values.period)}` : name];
    }),
  );
  const titleOf = new Map(course.assignments.map(({ id, titles }) => [id, titles.find(Boolean) ?? '']));
  return (answer) => sayReasons(course, answer, nameOf, titleOf);
}

function sayReasons<Person extends string, Work extends string>(
  course: IdentifyCourse<Person, Work>,
  answer: Identification<Person, Work>,
  nameOf: ReadonlyMap<Person, string>,
  titleOf: ReadonlyMap<Work, string>,
): string[] {
  const said: string[] = [];
  // What it is that somebody has to decide stands first.
  if (answer.isStrange)
    said.push('Only an account says whose it is, and the name could be another person’s.');
  else if (answer.isContradicted) said.push('What is known of it names different people.');
  const best =
    answer.students.length > 0
      ? answer.students
      : answer.candidates.slice(0, 1).map(({ student }) => student);
  if (answer.isDecided) said.push(`You said before whom ‘${answer.personWords}’ means.`);
  for (const part of answer.parts)
    if (part.as === 'person' && part.reading) said.push(sayPart(course, part, part.reading));
  const strangers = answer.parts.filter(({ as }) => as === 'somebody else').map(({ text }) => `‘${text}’`);
  if (strangers.length > 0 && answer.decision !== 'file')
    said.push(
      `${strangers.join(' and ')} ${strangers.length > 1 ? 'are' : 'is'} nothing known of ${best.length > 0 ? 'them' : 'this course'}.`,
    );
  const wrong = answer.parts.some(({ as }) => as === 'wrong period');
  if (answer.period !== null)
    said.push(
      wrong
        ? `It says period ${answer.period}, which is not theirs.`
        : best.length > 0
          ? `It says period ${answer.period}, which is theirs.`
          : `It says period ${answer.period}.`,
    );
  for (const { says } of answer.elsewhere) said.push(says);
  if (answer.decision === 'none') said.push('There is no name from this course in it.');
  if (answer.isMention) said.push('Its name may only mention them: it is to, about or with somebody.');
  if (answer.students.length > 1) said.push('It names them together: joint work.');
  const [first, ...others] = answer.candidates;
  const close = first ? others.filter(({ confidence }) => confidence >= first.confidence * CLOSE) : [];
  if (answer.decision === 'ask' && close.length > 0 && answer.sides.length === 0)
    said.push(
      `It can as well be ${close
        .slice(0, 3)
        .map(({ student }) => nameOf.get(student))
        .join(', ')}.`,
    );
  const words = answer.parts.filter(({ as }) => as === 'assignment').map(({ text }) => text);
  if (words.length > 0 && answer.assignment !== null)
    said.push(`‘${words.join(' ')}’ is ${titleOf.get(answer.assignment)}.`);
  else if (answer.assignmentCandidates.length > 1 && words.length > 0)
    said.push(
      `‘${words.join(' ')}’ can be ${answer.assignmentCandidates
        .slice(0, 3)
        .map(({ assignment }) => titleOf.get(assignment))
        .join(' or ')}.`,
    );
  return said;
}

function nameOfValues(values: IdentifyCourse['students'][number]['values']): string {
  return fullName(String(values.called || values.first || ''), String(values.last ?? ''));
}

const PART_WORDS: Record<PersonMatch['part'], string> = {
  last: 'the last name',
  given: 'the first name',
  account: 'the account',
  glued: 'the name in one',
};

function sayPart(course: IdentifyCourse, { text }: NamePart, reading: PersonMatch | 'initial'): string {
  if (reading === 'initial') return `‘${text}’ is the first letter of their other name.`;
  const student = course.students[reading.who]!;
  const what = `${PART_WORDS[reading.part]} of ${nameOfValues(student.values)}`;
  if (reading.likeness === 'short') return `‘${text}’ is short for ${what}.`;
  if (reading.likeness === 'cut') return `‘${text}’ begins ${what}.`;
  if (reading.likeness === 'slip') return `‘${text}’ is nearly ${what}.`;
  return `‘${text}’ is ${what}.`;
}
