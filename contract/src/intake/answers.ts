import { z } from 'zod';
import type { UploadId } from '@vestibul/core';
import { branded, count, done, instant, personName } from '../parts/shapes';
import { looseFiles, trash } from './shapes';

/** What is answered about what is on its way, in a tray or in the drawer. */
export const intakeAnswers = {
  /** What the office is told of the machine. */
  readTrouble: z.object({
    isFull: z.boolean(),
    /** Files that could not be taken in, the last first. */
    setAside: z.array(
      z.object({
        id: branded<UploadId>(),
        at: instant,
        /** Null of what a guest brought. */
        by: personName.nullable(),
        originalName: z.string(),
        bytes: count,
      }),
    ),
  }),
  listMyLoose: looseFiles,
  dropFile: done,
  listMyTrash: trash,
  restoreFile: done,
  addLink: z.object({ id: branded<UploadId>() }),
  startText: z.object({ id: branded<UploadId>() }),
  readText: z.object({
    title: z.string(),
    text: z.string(),
    version: count,
    /** The window that wrote the last words; '' before any did. */
    writer: z.string(),
    keptAt: instant,
  }),
  writeText: z.object({ version: count, keptAt: instant }),
  addFromDrawer: z.object({ added: count }),
  orderTray: done,
  endUpload: done,
  dropUpload: done,
} as const;
