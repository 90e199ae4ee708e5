import { groupBy } from '../groupBy';
import { nameKeys, nameSystems, type LegalFault, type NameSystem } from './makeLegal';
import { partsOfRule, type Rule } from './parseRule';
import { pieceParts, studentParts, workParts, type PartName } from './parts';
import {
  judgeOrder,
  judgePin,
  nameOrders,
  type NameOrder,
  type OrderVerdict,
  type PinVerdict,
} from './sortNames';
import { withoutExtension } from './splitName';
import { makeTaker, type Vocabulary } from './takeApart';
import { writeName, writePart, type NameSegment, type NameValues } from './writeName';

/** A course as naming rules see it. */
export interface NamingCourse<Id extends string = string> {
  students: readonly { id: Id; values: NameValues }[];
  /** The assignments of which files are named; a turn-in folder has none. */
  works: readonly NameValues[];
  /** Values that all names share: the course, its year, its teacher. */
  shared: NameValues;
}

/** What rules name. */
export const nameSubjects = ['folder', 'file'] as const;
export type NameSubject = (typeof nameSubjects)[number];

/** Room that a check leaves for the longest usual extension, in bytes, where files are named. */
const USUAL_EXTENSION = 'docx';

export interface CheckedName<Id extends string = string> {
  student: Id;
  period: number;
  name: string;
  segments: NameSegment[];
}

export type RuleProblem<Id extends string = string> = {
  students: Id[];
  names: string[];
} & ({ code: 'collision'; where: NameSystem[] } | { code: LegalFault | 'reads-back-wrong' });

export interface RuleCheck<Id extends string = string> {
  ok: boolean;
  names: CheckedName<Id>[];
  problems: RuleProblem<Id>[];
  order: Record<NameOrder, OrderVerdict>;
  /** Only where text at the start of the rule pins names to an end. */
  pinned: PinVerdict | null;
}

/** Values for a piece that is not there yet, so that a rule for files can be shown at work. */
const FIRST_PIECE: NameValues = { date: '2026-09-01', attempt: 1, n: 1, original: 'IMG 4821' };

/** The values with which a rule is tried on a student: of files those of the first of `course.works`. */
export const valuesTried = (
  subject: NameSubject,
  { shared, works }: Pick<NamingCourse, 'shared' | 'works'>,
  values: NameValues,
): NameValues => ({
  ...shared,
  ...values,
  ...(subject === 'file' ? { ...FIRST_PIECE, ...works[0] } : {}),
});

/**
 * What a rule does to a whole course: every name, made legal and not yet told apart from equal ones; what is wrong with
 * them, with the people concerned; and whether sorting by name does the filing. Of files, those of the first of
 * `course.works` are written.
 */
export function checkRule<Id extends string>(
  rule: Rule,
  subject: NameSubject,
  course: NamingCourse<Id>,
): RuleCheck<Id> {
  const written = course.students.map(({ id, values }) => {
    const all = valuesTried(subject, course, values);
    const extension = subject === 'file' ? USUAL_EXTENSION : '';
    const { name, segments, mended } = writeName(rule, all, { extension });
    return {
      student: id,
      period: Number(values.period ?? 0),
      name: withoutExtension(name, extension),
      segments: segments.filter((segment) => segment.part !== 'extension'),
      mended,
      values: all,
    };
  });
  const problems = [
    ...findCollisions(written),
    ...findMended(written),
    ...findWrongReadings(rule, subject, course, written),
  ];
  const first = rule[0];
  return {
    ok: problems.length === 0,
    names: written.map(({ student, period, name, segments }) => ({ student, period, name, segments })),
    problems,
    order: Object.fromEntries(nameOrders.map((order) => [order, judgeOrder(order, written)])) as Record<
      NameOrder,
      OrderVerdict
    >,
    pinned: first?.kind === 'text' && written[0] ? judgePin(first.text, written[0].name) : null,
  };
}

interface Written<Id extends string> extends CheckedName<Id> {
  mended: readonly LegalFault[];
  values: NameValues;
}

/** People whose names are one name to a file system; `where` are those to which all of the group are one. */
function findCollisions<Id extends string>(written: readonly Written<Id>[]): RuleProblem<Id>[] {
  const found = new Map<string, { group: Written<Id>[]; where: NameSystem[] }>();
  for (const system of nameSystems) {
    const byKey = groupBy(written, ({ name }) => nameKeys[system](name));
    for (const group of byKey.values()) {
      if (group.length < 2) continue;
      const key = group.map(({ student }) => student).join(' ');
      const known = found.get(key);
      if (known) known.where.push(system);
      else found.set(key, { group, where: [system] });
    }
  }
  return [...found.values()].map(({ group, where }) => ({ code: 'collision', ...concerned(group), where }));
}

function findMended<Id extends string>(written: readonly Written<Id>[]): RuleProblem<Id>[] {
  const byFault = new Map<LegalFault, Written<Id>[]>();
  for (const one of written)
    for (const fault of one.mended) byFault.set(fault, [...(byFault.get(fault) ?? []), one]);
  return [...byFault].map(([code, group]) => ({ code, ...concerned(group) }));
}

/**
 * Names that cannot be taken apart into the values that they were written from, in exactly one way, by somebody who
 * knows the rule and not the writer. What was cut or mended is told by other codes.
 */
function findWrongReadings<Id extends string>(
  rule: Rule,
  subject: NameSubject,
  course: NamingCourse<Id>,
  written: readonly Written<Id>[],
): RuleProblem<Id>[] {
  const take = makeTaker(rule, vocabularyOf(subject, course), lackingIn(rule, course));
  const parts = partsOfRule(rule);
  const wrong = written.filter(({ name, values, mended }) => {
    if (mended.length > 0) return false;
    const readings = take(name, 2);
    if (readings.length !== 1) return true;
    return !readings[0]!.every(({ part, filters, text }) => writePart(part, filters, values) === text);
  });
  return wrong.length > 0 && parts.length > 0 ? [{ code: 'reads-back-wrong', ...concerned(wrong) }] : [];
}

function concerned<Id extends string>(group: readonly Written<Id>[]): { students: Id[]; names: string[] } {
  return { students: group.map(({ student }) => student), names: group.map(({ name }) => name) };
}

/** What the parts of a course's names can say: the values that it knows beforehand. People's names are free. */
export function vocabularyOf(subject: NameSubject, course: NamingCourse): Vocabulary {
  const values = (part: PartName, of: readonly NameValues[]) => [
    ...new Set(of.map((known) => known[part] ?? '')),
  ];
  const students = course.students.map((student) => student.values);
  const shared = Object.keys(course.shared) as PartName[];
  return {
    ...Object.fromEntries(shared.map((part) => [part, values(part, [course.shared])])),
    period: values('period', students),
    group: values('group', students),
    ...(subject === 'file'
      ? Object.fromEntries(workParts.map((part) => [part, values(part, course.works)]))
      : {}),
    // Somebody who knows the rule knows that a folder belongs to no piece.
    ...(subject === 'folder' ? Object.fromEntries(pieceParts.map((part) => [part, []])) : {}),
  };
}

/** Parts of a rule that somebody in the course has nothing for. */
export function lackingIn(rule: Rule, course: NamingCourse): ReadonlySet<PartName> {
  return new Set(
    partsOfRule(rule)
      .filter(
        ({ part, filters }) =>
          studentParts.includes(part) &&
          course.students.some(({ values }) => writePart(part, filters, values) === ''),
      )
      .map(({ part }) => part),
  );
}

/** What would be another way if one more student joined: their name, and the problems and orders that come with them. */
export interface JoiningCheck<Id extends string = string> {
  name: CheckedName<Id>;
  problems: RuleProblem<Id>[];
  /** Orders in which the periods no longer lie together or in order. */
  orders: NameOrder[];
}

export function checkJoining<Id extends string>(
  rule: Rule,
  subject: NameSubject,
  course: NamingCourse<Id>,
  newcomer: { id: Id; values: NameValues },
): JoiningCheck<Id> {
  const before = checkRule(rule, subject, course);
  const after = checkRule(rule, subject, { ...course, students: [...course.students, newcomer] });
  return {
    name: after.names.at(-1)!,
    problems: after.problems.filter(({ students }) => students.includes(newcomer.id)),
    orders: nameOrders.filter(
      (order) =>
        (before.order[order].periodsTogether && !after.order[order].periodsTogether) ||
        (before.order[order].periodsInOrder && !after.order[order].periodsInOrder),
    ),
  };
}
