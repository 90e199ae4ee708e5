import { parseArgs } from 'node:util';
import { nameSubjects, type NameSubject } from '@vestibul/core';
import { WrongCall } from '../surroundings';

/** Reads `--name value` options; every one of `needed` must be there, and nothing that is not asked for. */
export function readOptions<Name extends string, Maybe extends string = never>(
  args: readonly string[],
  needed: readonly Name[],
  maybe: readonly Maybe[] = [],
): Record<Name, string> & Partial<Record<Maybe, string>> {
  const options = Object.fromEntries(
    [...needed, ...maybe].map((name) => [name, { type: 'string' as const }]),
  );
  let values: Record<string, string | undefined>;
  try {
    values = parseArgs({ args: [...args], options, strict: true, allowPositionals: false }).values;
  } catch {
    throw new WrongCall('');
  }
  if (needed.some((name) => values[name] === undefined)) throw new WrongCall('');
  return values as Record<Name, string> & Partial<Record<Maybe, string>>;
}

/** What a rule is for. */
export function readSubject(text: string): NameSubject {
  const subject = nameSubjects.find((known) => known === text);
  if (!subject) throw new WrongCall(`--for ${text}: write folder or file`);
  return subject;
}
