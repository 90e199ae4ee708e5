import type { Rule } from './parseRule';
import { withoutExtension } from './splitName';
import { writeName, type NameSegment, type NameValues, type WriteOptions } from './writeName';

const SUFFIX = /_(\d{1,6})$/;

/**
 * Takes a name apart that this rule wrote with these values: its segments, or null when the rule would write another.
 * A suffix that tells equal names apart is found by writing the name with it again.
 */
export function partsOfName(
  rule: Rule,
  values: NameValues,
  name: string,
  options: Omit<WriteOptions, 'copy'> = {},
): NameSegment[] | null {
  const { extension = '' } = options;
  const stem = withoutExtension(name, extension);
  const copy = Number(SUFFIX.exec(stem)?.[1] ?? 1);
  for (const tried of copy > 1 ? [1, copy] : [1]) {
    const written = writeName(rule, values, { ...options, copy: tried });
    if (written.name === name) return written.segments;
  }
  return null;
}
