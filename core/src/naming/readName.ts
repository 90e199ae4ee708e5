import { groupBy } from '../groupBy';
import type { Identification } from '../identify/identification';
import { makeIdentifier } from '../identify/identify';
import { identifyStanding } from '../identify/standing';
import { judgeName, type NameFault } from './judgeName';
import { partsOfRule, type Rule } from './parseRule';
import { studentParts, workParts } from './parts';
import { splitName, withoutExtension } from './splitName';
import { makeTaker } from './takeApart';
import { lackingIn, vocabularyOf, type NameSubject, type NamingCourse } from './checkRule';
import { writeName, writePart, type NameValues } from './writeName';

export type NameVerdict = 'follows' | 'mendable' | 'unreadable';

export interface ReadNameResult<Id extends string = string> {
  name: string;
  verdict: NameVerdict;
  /** Whose it is, where it tells one person. */
  student: Id | null;
  /** The name that the rule writes in its place; null where that cannot be told. */
  mended: string | null;
  faults: NameFault[];
}

export interface NameReader<Id extends string = string> {
  read(name: string): ReadNameResult<Id>;
  /** Reads the names of standing folders as a whole: each student has at most one of them. */
  readStanding(names: readonly string[]): ReadNameResult<Id>[];
}

/** Answers within this much of the best are told as well. */
const CLOSE = 0.2;

const NOBODY_NEAR = 0.5;

const SUFFIX = /_\d{1,6}$/;
/** Ways of taking one name apart that are looked at; more than a few would fit nobody anyway. */
const MOST_READINGS = 60;

/**
 * Prepares a course for reading names that exist: whether each follows the rule, whose it is, what is wrong with it,
 * and what it should be called. Names may come in any normalisation form.
 */
export function makeNameReader<Id extends string>(
  rule: Rule,
  subject: NameSubject,
  course: NamingCourse<Id>,
): NameReader<Id> {
  const parts = partsOfRule(rule);
  const take = makeTaker(rule, vocabularyOf(subject, course), lackingIn(rule, course));
  const byKey = groupBy(course.students, ({ values }) => textsFor(rule, values).join('\u0000'));
  // What cannot be taken apart can still be what the rule writes, letter for letter (an empty part, a name that was cut).
  const exactly = groupBy(
    subject === 'folder' ? course.students : [],
    ({ values }) => writeName(rule, { ...course.shared, ...values }).name,
  );
  const identifier = makeIdentifier({
    students: course.students,
    assignments: (subject === 'file' ? course.works : []).map((work, place) => ({
      id: String(place),
      titles: [String(work.assignment ?? '')],
    })),
    courseTexts: Object.values(course.shared).map((value) => String(value ?? '')),
  });
  const valuesById = new Map(course.students.map(({ id, values }) => [id, values]));

  /** Everybody whose name this is, written by the rule. */
  const whoFollows = (stem: string): { id: Id; values: NameValues }[] => {
    const found = new Map<Id, { id: Id; values: NameValues }>();
    for (const reading of take(stem, MOST_READINGS)) {
      // An optional group that was left out has no text, as it has none for a student without the value.
      const key = parts
        .filter(({ part }) => studentParts.includes(part))
        .map((node) => reading.find((one) => one.filters === node.filters)?.text ?? '')
        .join('\u0000');
      for (const student of byKey.get(key) ?? []) found.set(student.id, student);
    }
    for (const student of exactly.get(stem) ?? []) found.set(student.id, student);
    return [...found.values()];
  };

  const workOf = ({ assignment }: Identification<Id>): NameValues | null =>
    course.works.length === 1
      ? course.works[0]!
      : assignment === null
        ? null
        : course.works[Number(assignment)]!;
  const needsWork = subject === 'file' && parts.some(({ part }) => workParts.includes(part));

  const read = (name: string, known?: Identification<Id>): ReadNameResult<Id> => {
    const whole = name.normalize('NFC');
    const { stem, extension } = subject === 'file' ? splitName(whole) : { stem: whole, extension: '' };
    const answer = (
      verdict: NameVerdict,
      student: Id | null,
      mended: string | null,
      faults: NameFault[],
    ) => ({
      name,
      verdict,
      student,
      mended,
      faults,
    });
    for (const tried of SUFFIX.test(stem) ? [stem, stem.replace(SUFFIX, '')] : [stem]) {
      const followers = whoFollows(tried);
      if (followers.length === 1) return answer('follows', followers[0]!.id, whole, []);
      if (followers.length > 1)
        return answer('unreadable', null, null, [severalPeople(followers.map(({ values }) => values))]);
    }

    const who = known ?? identifier.identify(stem);
    if (who.candidates.length === 0)
      return answer('unreadable', null, null, [
        { code: 'unknown-person', says: 'It tells nobody on this roster.' },
      ]);
    if (who.decision !== 'file' || who.students.length > 1) {
      const [first] = who.candidates;
      // Where it is about as likely to be nobody's, there is no choice to offer.
      const least = first!.confidence * NOBODY_NEAR < who.nobody ? Infinity : first!.confidence * CLOSE;
      const close = who.candidates.filter(({ confidence }) => confidence >= least);
      const people = who.students.length > 1 ? who.students : close.map(({ student }) => student);
      return answer('unreadable', null, null, [
        people.length > 1
          ? severalPeople(people.map((id) => valuesById.get(id)!))
          : { code: 'unknown-person', says: 'It does not tell for sure whose it is.' },
      ]);
    }
    const student = who.students[0]!;
    const values = { ...course.shared, ...valuesById.get(student)! };
    const work = needsWork ? workOf(who) : {};
    if (work === null)
      return answer('unreadable', student, null, [
        { code: 'part-missing', says: 'It does not tell which assignment it is for.' },
      ]);
    const filled: NameValues = { ...values, ...pieceValuesIn(stem), ...work };
    const proper = writeName(rule, filled, { extension });
    const faults = judgeName(rule, filled, stem, withoutExtension(proper.name, extension));
    return answer(faults.length === 0 ? 'follows' : 'mendable', student, proper.name, faults);
  };
  return {
    read: (name) => read(name),
    readStanding(names) {
      const stems = names.map((name) => name.normalize('NFC'));
      const answers = identifyStanding(identifier, stems, course.students.length);
      return names.map((name, i) => read(name, answers[i]));
    },
  };
}

/** What each student part of a rule is written as for somebody, '' where it is left out. */
function textsFor(nodes: Rule, values: NameValues, isLeftOut = false): string[] {
  return nodes.flatMap((node): string[] => {
    if (node.kind === 'text') return [];
    if (node.kind === 'part')
      return studentParts.includes(node.part)
        ? [isLeftOut ? '' : writePart(node.part, node.filters, values)]
        : [];
    const lacks = node.nodes.some(
      (inner) =>
        inner.kind === 'part' &&
        studentParts.includes(inner.part) &&
        writePart(inner.part, inner.filters, values) === '',
    );
    return textsFor(node.nodes, values, isLeftOut || lacks);
  });
}

function severalPeople(people: readonly NameValues[]): NameFault {
  const names = people.slice(0, 3).map(({ last, first }) => [first, last].filter(Boolean).join(' '));
  const more = people.length > names.length ? ` and ${people.length - names.length} more` : '';
  return { code: 'several-people', says: `It can be ${names.join(', ')}${more}.` };
}

/** What a loose name gives for the parts of a piece: a day in it, else the first piece of the first attempt. */
function pieceValuesIn(stem: string): NameValues {
  const day = /(?<!\d)(\d{4}-\d{2}-\d{2})(?!\d)/.exec(stem);
  return { date: day?.[1] ?? null, attempt: 1, n: 1, original: stem };
}
