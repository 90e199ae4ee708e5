import { decodeText, makeNameReader, parseRule } from '@vestibul/core';
import { namingCourseOf, readClass } from '../readClass';
import { WrongCall, readFile, type ExitCode, type Surroundings } from '../surroundings';
import { readOptions, readSubject } from './options';

/**
 * `name check` prints a JSON object for each name of a file (one a line): whether it follows the rule, whose it is, what
 * is wrong and what it should be called (docs/formats.md). The answer is no (1) where one does not follow.
 */
export function nameCheck(args: readonly string[], world: Surroundings): ExitCode {
  const options = readOptions(args, ['class', 'rule', 'for', 'names']);
  const subject = readSubject(options.for);
  const file = readClass(options.class, world);
  const parsed = parseRule(options.rule);
  if (!parsed.ok) {
    const { at, found, mend } = parsed.fault;
    throw new WrongCall(`--rule: '${found}' at ${at} cannot stand there${mend ? `; write ${mend}` : ''}`);
  }
  const names = decodeText(readFile(options.names, world))
    .split(/\r\n|\n|\r/)
    .filter((name) => name !== '');
  const reader = makeNameReader(parsed.rule, subject, namingCourseOf(file));
  const answers = subject === 'folder' ? reader.readStanding(names) : names.map((name) => reader.read(name));
  let doAllFollow = true;
  for (const answer of answers) {
    doAllFollow &&= answer.verdict === 'follows';
    world.out(JSON.stringify(answer));
  }
  return doAllFollow ? 0 : 1;
}
