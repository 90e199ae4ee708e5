import { z } from 'zod';

/** Whether what is in already is late by the times that hold from now on. */
export const alsoTurnedIn = z.boolean().default(true);
