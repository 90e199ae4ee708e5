import { z } from 'zod';
import type { DoorId, SubmissionId } from '@vestibul/core';
import { branded, done } from '../parts/shapes';
import { delivery, guestDoor, sideDoor } from './shapes';

/** What is answered about side doors. */
export const doorsAnswers = {
  readDoor: guestDoor,
  enterDoor: guestDoor,
  confirmVisit: guestDoor,
  leaveDoor: guestDoor,
  deliver: guestDoor,
  listDoors: z.array(sideDoor),
  makeDoor: z.object({ id: branded<DoorId>() }),
  changeDoor: done,
  shutDoor: done,
  openDoor: done,
  listDeliveries: z.object({ deliveries: z.array(delivery), next: z.string().nullable() }),
  placeDelivery: z.object({ submissionId: branded<SubmissionId>() }),
  turnAway: done,
} as const;
