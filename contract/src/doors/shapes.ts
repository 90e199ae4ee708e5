import { z } from 'zod';
import type { AssignmentId, DeliveryId, DoorId, PersonId, Sha256, UploadId } from '@vestibul/core';
import { id, localTime, optionalLine } from '../parts/bodies';
import { branded, count, form, instant } from '../parts/shapes';

/** A side door: what it opens, for whom, and when. */
export const doorBody = z
  .object({
    /** Null opens the whole course: the guest says what it is for. */
    assignmentId: id<AssignmentId>().nullable().default(null),
    /** Domains whose addresses it is for, each confirmed by a code; none is anyone. */
    domains: z
      .array(
        z
          .string()
          .trim()
          .toLowerCase()
          .regex(/^[a-z0-9-]+(\.[a-z0-9-]+)+$/, 'Write a domain, such as school.example'),
      )
      .max(10)
      .default([]),
    note: optionalLine(500),
    opensLocal: localTime.nullable().default(null),
    closesLocal: localTime.nullable().default(null),
  })
  .refine(({ opensLocal, closesLocal }) => !opensLocal || !closesLocal || opensLocal < closesLocal, {
    path: ['closesLocal'],
    message: 'It must close after it opens',
  });

const bringing = z.object({
  id: branded<UploadId>(),
  originalName: z.string(),
  bytes: count,
  arrived: z.boolean(),
});

/** A side door as a guest sees it. */
export const guestDoor = z.object({
  school: z.string(),
  /** The school's IANA time zone, in which its times are said. */
  timeZone: z.string(),
  course: z.string(),
  /** Null: a door of the whole course. */
  assignment: z.object({ title: z.string(), directions: z.string() }).nullable(),
  /** At a door of a whole course: what it can be for. */
  choices: z.array(z.object({ id: branded<AssignmentId>(), title: z.string() })),
  note: z.string(),
  domains: z.array(z.string()),
  state: z.enum(['open', 'not yet', 'closed', 'shut']),
  opensAt: instant.nullable(),
  closesAt: instant.nullable(),
  /** Whether somebody of the staff looks at it: then nothing can be handed in. */
  isPreview: z.boolean(),
  /** Who has said who they are here, with what they have brought so far. */
  visit: z
    .object({
      name: z.string(),
      email: z.string(),
      isConfirmed: z.boolean(),
      uploads: z.array(bringing),
      /** What was handed in last. */
      delivered: z
        .object({
          at: instant,
          line: count,
          pieces: z.array(z.object({ originalName: z.string(), bytes: count, sha256: branded<Sha256>() })),
        })
        .nullable(),
    })
    .nullable(),
});

/** A side door as its course's staff see it. */
export const sideDoor = z.object({
  id: branded<DoorId>(),
  path: z.string(),
  assignmentId: branded<AssignmentId>().nullable(),
  domains: z.array(z.string()),
  note: z.string(),
  opensLocal: z.string().nullable(),
  closesLocal: z.string().nullable(),
  state: guestDoor.shape.state,
  delivered: count,
  waiting: count,
});

/** What was handed in at a side door and waits for somebody to say whose it is. */
export const delivery = z.object({
  id: branded<DeliveryId>(),
  at: instant,
  name: z.string(),
  email: z.string(),
  isConfirmed: z.boolean(),
  assignmentId: branded<AssignmentId>().nullable(),
  pieces: z.array(
    z.object({
      id: branded<UploadId>(),
      originalName: z.string(),
      form,
      mime: z.string(),
      bytes: count,
    }),
  ),
  /** Who it may be of, the likeliest first. */
  candidates: z.array(
    z.object({ id: branded<PersonId>(), why: z.enum(['address confirmed', 'address given', 'name']) }),
  ),
});
