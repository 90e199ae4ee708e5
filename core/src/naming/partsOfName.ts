import { splitName } from './splitName';
import type { Rule } from './parseRule';
import { writeName, type NameSegment, type NameValues } from './writeName';

const SUFFIX = /_(\d{1,6})$/;

/**
 * Takes a name apart that this rule wrote with these values: its segments, or null when the rule would write another.
 * A suffix that tells equal names apart is found by writing the name with it again.
 */
export function partsOfName(
  rule: Rule,
  values: NameValues,
  name: string,
  hasExtension: boolean,
): NameSegment[] | null {
  const { stem, extension } = hasExtension ? splitName(name) : { stem: name, extension: '' };
  const copy = Number(SUFFIX.exec(stem)?.[1] ?? 1);
  for (const tried of copy > 1 ? [1, copy] : [1]) {
    const written = writeName(rule, values, { extension, copy: tried });
    if (written.name === name) return written.segments;
  }
  return null;
}
