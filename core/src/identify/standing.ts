import { SURE_ENOUGH } from './costs';
import type { Identification, Identifier } from './identification';
import { solveOneToOne } from './oneToOne';

/** Answers that are less likely than this are not looked at. */
const LEAST_SHARE = 1e-9;
/** However few are left, somebody may be missing from the roster. */
const FEWEST_LEFT = 5;

/**
 * Identifies the names of standing folders as a whole: each student has at most one of them. So a name that could be
 * two students' is told where one of them has a better one, and names that nobody sure has are likelier to be those of
 * the students who are left.
 */
export function identifyStanding<Person extends string, Work extends string>(
  identifier: Identifier<Person, Work>,
  names: readonly string[],
  countOfStudents: number,
): Identification<Person, Work>[] {
  const answers = names.map((name) => identifier.identify(name));
  const shares = names.map((name) => identifier.shares(name));
  const columns = new Map<Person, number>();
  for (const one of shares)
    for (const id of one.students.keys()) if (!columns.has(id)) columns.set(id, columns.size);
  const people = [...columns.keys()];
  const solve = (left: number) =>
    solveOneToOne(
      shares.map(({ students, nobody }, row) =>
        [...students]
          .filter(([, share]) => share > LEAST_SHARE)
          .map(([id, share]) => ({
            column: columns.get(id)!,
            value:
              Math.log2(share) -
              Math.log2(Math.max(nobody, LEAST_SHARE)) +
              (answers[row]!.decision === 'file' ? 0 : Math.log2(countOfStudents / left)),
          })),
      ),
      people.length,
    );
  const sure = new Set(answers.flatMap(({ students }) => students)).size;
  const { columns: columnOf, margins } = solve(Math.max(FEWEST_LEFT, countOfStudents - sure));
  return answers.map((answer, row): Identification<Person, Work> => {
    const column = columnOf[row]!;
    const confidence = 1 / (1 + 2 ** -margins[row]!);
    if (column === null)
      return { ...answer, decision: answer.candidates.length > 0 ? 'ask' : 'none', students: [] };
    const student = people[column]!;
    const candidates = [
      { student, confidence },
      ...answer.candidates
        .filter((one) => one.student !== student)
        .map((one) => ({ ...one, confidence: Math.min(one.confidence, 1 - confidence) })),
    ];
    const isSure = confidence >= SURE_ENOUGH;
    return {
      ...answer,
      decision: isSure ? 'file' : 'ask',
      students: isSure ? [student] : [],
      candidates,
      confidence,
    };
  });
}
