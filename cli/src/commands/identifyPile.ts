import {
  AccountTally,
  explainEvidence,
  makeIdentifier,
  makeReasonSayer,
  splitName,
  weighBeside,
  withoutAccounts,
  type Evidence,
} from '@vestibul/core';
import { readClass } from '../readClass';
import { WrongCall, type ExitCode, type Surroundings } from '../surroundings';
import { describe, identifyCourseOf, makeProposer } from './identify';
import { readOptions } from './options';

/**
 * `identify --pile` reads the files of a folder or a ZIP file and prints for each what `identify` prints for a name, with
 * what was seen inside and beside it (docs/formats.md).
 */
export async function identifyPile(args: readonly string[], world: Surroundings): Promise<ExitCode> {
  const options = readOptions(args, ['class', 'pile']);
  const file = readClass(options.class, world);
  const course = identifyCourseOf(file);
  const identifier = makeIdentifier(course);
  const sayReasons = makeReasonSayer(course);
  const propose = makeProposer(file, false, options.class);

  const pieces: { path: string; evidence: Evidence[] }[] = [];
  const accounts = new AccountTally();
  try {
    await world.readPile(options.pile, ({ path, evidence: inside }) => {
      const folders = path.split('/').slice(0, -1);
      const evidence = [...folders.map((text) => ({ kind: 'folder' as const, text })), ...inside];
      const told = identifier.identify(stemOf(path), weighBeside(identifier, withoutAccounts(evidence)));
      if (told.decision === 'file') accounts.add(evidence, told.students);
      pieces.push({ path, evidence });
    });
  } catch (error) {
    throw new WrongCall(`${options.pile}: cannot be read; name a folder or a ZIP file that is there`, {
      cause: error,
    });
  }
  for (const { path, evidence } of pieces) {
    const beside = weighBeside(identifier, evidence, accounts.shared);
    const answer = identifier.identify(stemOf(path), beside);
    const reasons = [...sayReasons(answer), ...beside.reasons];
    const proposed = propose(path.split('/').at(-1)!, answer);
    world.out(
      JSON.stringify({
        path,
        ...describe(file, answer, reasons, proposed),
        evidence: explainEvidence(identifier, stemOf(path), evidence),
      }),
    );
  }
  return 0;
}

const stemOf = (path: string) => splitName(path.split('/').at(-1)!).stem;
