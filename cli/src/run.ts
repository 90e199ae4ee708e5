import { alike } from './commands/alike';
import { annotations } from './commands/annotations';
import { identify } from './commands/identify';
import { identifyPile } from './commands/identifyPile';
import { keys } from './commands/keys';
import { marks } from './commands/marks';
import { nameCheck } from './commands/nameCheck';
import { owners } from './commands/owners';
import { progress } from './commands/progress';
import { rosterRead } from './commands/rosterRead';
import { ruleCheck } from './commands/ruleCheck';
import { WrongCall, type ExitCode, type Surroundings } from './surroundings';

/** Every command, with how it is called. */
const commands: readonly {
  words: readonly string[];
  usage: string;
  run: (args: readonly string[], world: Surroundings) => ExitCode | Promise<ExitCode>;
  /** An option that only this command of its words has. */
  option?: string;
}[] = [
  { words: ['roster', 'read'], usage: 'roster read FILE', run: rosterRead },
  {
    words: ['rule', 'check'],
    usage: 'rule check --class FILE --rule RULE --for folder|file [--assignment ID]',
    run: ruleCheck,
  },
  {
    words: ['name', 'check'],
    usage: 'name check --class FILE --rule RULE --for folder|file --names FILE',
    run: nameCheck,
  },
  {
    words: ['identify'],
    option: '--pile',
    usage: 'identify --class FILE --pile FOLDER|ZIP',
    run: identifyPile,
  },
  { words: ['progress'], usage: 'progress --blank FILE COPY…', run: progress },
  { words: ['alike'], usage: 'alike FOLDER [--blank FILE] [--from 0.6]', run: alike },
  { words: ['annotations'], usage: 'annotations --data DIR --assignment ID', run: annotations },
  {
    words: ['marks'],
    usage: 'marks --data DIR --course ID --out FILE.csv|FILE.xlsx|FOLDER',
    run: marks,
  },
  { words: ['owners'], usage: 'owners --data DIR --course ID [--at INSTANT]', run: owners },
  { words: ['keys'], usage: 'keys --data DIR --person ID [--at INSTANT]', run: keys },
  { words: ['identify'], usage: 'identify --class FILE --names FILE [--one-to-one]', run: identify },
];

/** Runs one command line and returns its exit code. */
export function run(args: readonly string[], world: Surroundings): ExitCode | Promise<ExitCode> {
  const command = commands.find(
    ({ words, option }) =>
      words.every((word, i) => args[i] === word) && (option === undefined || args.includes(option)),
  );
  if (!command) {
    const near = commands.filter(({ words }) => words[0] === args[0]);
    world.err(
      `usage: vestibul ${(near.length > 0 ? near : commands).map(({ usage }) => usage).join(' | vestibul ')}`,
    );
    return 2;
  }
  const refuse = (error: unknown): ExitCode => {
    if (!(error instanceof WrongCall)) throw error;
    world.err(error.message || `usage: vestibul ${command.usage}`);
    return 2;
  };
  try {
    const ended = command.run(args.slice(command.words.length), world);
    return ended instanceof Promise ? ended.catch(refuse) : ended;
  } catch (error) {
    return refuse(error);
  }
}
