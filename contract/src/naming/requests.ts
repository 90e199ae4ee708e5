import { z } from 'zod';
import { nameSubjects, offRules } from '@vestibul/core';
import { line, words } from '../parts/bodies';
import { renamingBody } from './shapes';

/** What requests about rules and names carry. */
export const namingRequests = {
  setOffRule: { body: z.object({ offRule: z.enum(offRules) }) },
  previewRenaming: { body: renamingBody },
  startRenaming: { body: renamingBody },
  checkNames: { query: z.object({ subject: z.enum(nameSubjects) }) },
  findNames: { query: z.object({ find: words(255) }) },
  rename: { body: z.object({ name: line(255), asItIs: z.boolean().default(false) }) },
  setRule: { body: z.object({ rule: words(300) }) },
} as const;
