import { parseArgs } from 'node:util';
import { nameSubjects, type NameSubject } from '@vestibul/core';
import { WrongCall } from '../surroundings';

type Options<Name extends string, Maybe extends string> = Record<Name, string> &
  Partial<Record<Maybe, string>>;

/** Reads `--name value` options; every one of `needed` must be there, and nothing that is not asked for. */
export function readOptions<Name extends string, Maybe extends string = never>(
  args: readonly string[],
  needed: readonly Name[],
  maybe: readonly Maybe[] = [],
): Options<Name, Maybe> {
  const { options, rest } = readOptionsAndRest(args, needed, maybe);
  if (rest.length > 0) throw new WrongCall('');
  return options;
}

/** The same, with what else is named in the call. */
export function readOptionsAndRest<Name extends string, Maybe extends string = never>(
  args: readonly string[],
  needed: readonly Name[],
  maybe: readonly Maybe[] = [],
): { options: Options<Name, Maybe>; rest: string[] } {
  const options = Object.fromEntries(
    [...needed, ...maybe].map((name) => [name, { type: 'string' as const }]),
  );
  let read: { values: Record<string, string | undefined>; positionals: string[] };
  try {
    read = parseArgs({ args: [...args], options, strict: true, allowPositionals: true });
  } catch {
    throw new WrongCall('');
  }
  if (needed.some((name) => read.values[name] === undefined)) throw new WrongCall('');
  return { options: read.values as Options<Name, Maybe>, rest: read.positionals };
}

/** What a rule is for. */
export function readSubject(text: string): NameSubject {
  const subject = nameSubjects.find((known) => known === text);
  if (!subject) throw new WrongCall(`--for ${text}: write folder or file`);
  return subject;
}
