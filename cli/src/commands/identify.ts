import {
  decodeText,
  identifyStanding,
  makeIdentifier,
  parseRule,
  makeReasonSayer,
  splitName,
  writeName,
  type Identification,
  type IdentifyCourse,
} from '@vestibul/core';
import type { ClassFile } from '@vestibul/contract';
import { namingCourseOf, readClass } from '../readClass';
import { WrongCall, readFile, type ExitCode, type Surroundings } from '../surroundings';
import { readOptions } from './options';

/**
 * `identify` prints a JSON object for each name of a file, in order: whose it is, what it is for, how sure that is, and
 * why (docs/formats.md). With `--one-to-one` the names are standing folders, at most one for each student.
 */
export function identify(args: readonly string[], world: Surroundings): ExitCode {
  const isOneToOne = args.includes('--one-to-one');
  const options = readOptions(
    args.filter((word) => word !== '--one-to-one'),
    ['class', 'names'],
  );
  const file = readClass(options.class, world);
  const names = decodeText(readFile(options.names, world))
    .split(/\r\n|\n|\r/)
    .filter((name) => name !== '');
  const course = identifyCourseOf(file);
  const identifier = makeIdentifier(isOneToOne ? { ...course, assignments: [] } : course);
  const stems = names.map((name) => (isOneToOne ? name : splitName(name).stem));
  const answers = isOneToOne
    ? identifyStanding(identifier, stems, file.students.length)
    : stems.map((stem) => identifier.identify(stem));
  const sayReasons = makeReasonSayer(course);
  const propose = makeProposer(file, isOneToOne, options.class);
  answers.forEach((answer, i) => {
    const name = names[i]!;
    world.out(JSON.stringify({ name, ...describe(file, answer, sayReasons(answer), propose(name, answer)) }));
  });
  return 0;
}

/** What is printed of one answer, behind what it is of (docs/formats.md). */
export function describe(
  file: ClassFile,
  answer: Identification,
  reasons: string[],
  proposedName: string | null,
) {
  const { decision, students, assignment, candidates, assignmentCandidates } = answer;
  const period = periodOf(file, answer);
  return {
    decision,
    students,
    period,
    assignment,
    candidates,
    assignmentCandidates,
    reasons,
    proposedName,
  };
}

/** A class as identification sees it. */
export function identifyCourseOf(file: ClassFile): IdentifyCourse {
  return {
    students: namingCourseOf(file).students,
    assignments: file.assignments.map(({ id, title }) => ({ id, titles: [title] })),
    courseTexts: [file.course, file.courseCode, file.year, file.school, file.term ?? '', file.teacher.last],
  };
}

/** The period of those it was decided for; where nobody was, the one that the name says. */
function periodOf(file: ClassFile, { students, period }: Identification): string | null {
  const theirs = new Set(
    file.students.filter(({ id }) => students.includes(id)).map((student) => student.period),
  );
  if (theirs.size > 0) return theirs.size === 1 ? [...theirs][0]! : null;
  return file.periods.find(({ number }) => number === period)?.id ?? null;
}

/** Writes what the class's rule calls a piece, where one student, and for files one assignment, is told. */
export function makeProposer(file: ClassFile, isFolder: boolean, path: string) {
  const source = isFolder ? file.folderRule : file.fileRule;
  if (source === undefined) return () => null;
  const parsed = parseRule(source);
  if (!parsed.ok)
    throw new WrongCall(`${path}: ${isFolder ? 'folderRule' : 'fileRule'}: it cannot be read; mend the rule`);
  const { shared, students } = namingCourseOf(file);
  return (name: string, { decision, students: told, assignment }: Identification): string | null => {
    const student = students.find(({ id }) => id === told[0]);
    const work = file.assignments.find(({ id }) => id === assignment);
    if (decision !== 'file' || told.length !== 1 || !student || (!isFolder && !work)) return null;
    const { stem, extension } = splitName(name);
    const ofPiece = work
      ? { assignment: work.title, due: work.due?.slice(0, 10) ?? null, attempt: 1, n: 1, original: stem }
      : {};
    return writeName(
      parsed.rule,
      { ...shared, ...student.values, ...ofPiece },
      { extension: isFolder ? '' : extension.toLowerCase() },
    ).name;
  };
}
