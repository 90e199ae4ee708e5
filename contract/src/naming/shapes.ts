import { z } from 'zod';
import { type RenamingId, nameSubjects, partNames } from '@vestibul/core';
import { id, words } from '../parts/bodies';
import { MOST_NAMES } from '../parts/limits';
import { branded, count, instant } from '../parts/shapes';

/** A stretch of a name and the part of the rule that wrote it. */
export const nameSegment = z.object({
  text: z.string(),
  part: z.enum([...partNames, 'suffix', 'extension']).nullable(),
});

export const renaming = z.object({
  id: branded<RenamingId>(),
  subject: z.enum(nameSubjects),
  at: instant,
  ruleWas: z.string().nullable(),
  ruleIs: z.string().nullable(),
  names: count,
  undoneAt: instant.nullable(),
});

/** Which names to change: by a new rule or the one in force, all that differ or these alone. */
export const renamingBody = z.object({
  subject: z.enum(nameSubjects),
  rule: words(300).nullable().default(null),
  ids: z.array(id<string>()).min(1).max(MOST_NAMES).nullable().default(null),
});
