import { checkRule, findHanging, mendRule, parseRule } from '@vestibul/core';
import { namingCourseOf, readClass } from '../readClass';
import { WrongCall, type ExitCode, type Surroundings } from '../surroundings';
import { readOptions, readSubject } from './options';

/**
 * `rule check` prints one JSON object: what a rule writes for a class, what is wrong with that, how the names sort, and
 * the changes that mend it (docs/formats.md). The answer is no (1) where there is a problem.
 */
export function ruleCheck(args: readonly string[], world: Surroundings): ExitCode {
  const options = readOptions(args, ['class', 'rule', 'for'], ['assignment']);
  const subject = readSubject(options.for);
  const file = readClass(options.class, world);
  const { assignment } = options;
  if (assignment !== undefined && !file.assignments.some(({ id }) => id === assignment))
    throw new WrongCall(
      `--assignment ${assignment}: ${options.class} has no such assignment; name one of ${file.assignments.map(({ id }) => id).join(', ')}`,
    );
  const parsed = parseRule(options.rule);
  if (!parsed.ok) {
    const { mended, ...fault } = parsed.fault;
    const answer = {
      ok: false,
      names: [],
      problems: [{ ...fault, students: [], names: [] }],
      order: null,
      mends: mended === null ? [] : [{ rule: mended, solves: [fault.code] }],
    };
    world.out(JSON.stringify(answer));
    return 1;
  }
  const course = namingCourseOf(file, assignment);
  const { ok, names, problems, order, pinned } = checkRule(parsed.rule, subject, course);
  const hanging = findHanging(parsed.rule, subject, course);
  world.out(
    JSON.stringify({
      ok,
      names: names.map(({ student, name }) => ({ student, name })),
      problems,
      order,
      ...(pinned ? { pinned } : {}),
      ...(hanging ? { hanging } : {}),
      mends: mendRule(parsed.rule, subject, course),
    }),
  );
  return ok ? 0 : 1;
}
