import { z } from 'zod';
import { type FileId, LONGEST_LINK, type UploadId } from '@vestibul/core';
import { before, id, line, optionalLine, words } from '../parts/bodies';
import { LONGEST_TEXT, MOST_FILES } from '../parts/limits';

/** What requests about what is on its way, in a tray or in the drawer carry. */
export const intakeRequests = {
  listMyLoose: { query: z.object({ before }) },
  listMyTrash: { query: z.object({ before }) },
  addLink: { body: z.object({ address: words(LONGEST_LINK), title: optionalLine(200) }) },
  startText: { body: z.object({ title: optionalLine(120) }) },
  writeText: {
    body: z.object({
      title: line(120),
      text: words(LONGEST_TEXT),
      /** How many times it had been kept when this was written on: what another page kept since is not written over. */
      version: z.number().int().min(0),
      /** The window that writes, and how many times it has sent: what it sent itself before is not somebody else's. */
      writer: z.uuid(),
      nth: z.number().int().min(1),
    }),
  },
  addFromDrawer: { body: z.object({ fileIds: z.array(id<FileId>()).min(1).max(MOST_FILES) }) },
  orderTray: { body: z.object({ uploadIds: z.array(id<UploadId>()).max(MOST_FILES) }) },
} as const;
