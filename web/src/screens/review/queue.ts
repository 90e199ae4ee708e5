import type { PersonId } from '@vestibul/core';
import { isUnseen } from '../../parts/hall/Hall';
import { isAnswered, isToReview, type Place } from '../../parts/rack/courseWork';

/** Whose work lies in the queue. */
export const queueShows = ['all', 'to review', 'new', 'late', 'held', 'answered'] as const;
export type QueueShow = (typeof queueShows)[number];

/** In which order. */
export const queueOrders = ['name', 'oldest first', 'at random'] as const;
export type QueueOrder = (typeof queueOrders)[number];

const fits: Record<QueueShow, (place: Place) => boolean> = {
  all: () => true,
  'to review': isToReview,
  new: ({ slot }) => slot !== undefined && isUnseen(slot),
  late: ({ slot }) => (slot?.lateMs ?? 0) > 0,
  held: ({ state }) => state === 'held',
  answered: isAnswered,
};

/** Who of the staff worked on it last. */
export const queueWorkers = ['anybody', 'me', 'another', 'nobody'] as const;
export type QueueWorker = (typeof queueWorkers)[number];

function isBy({ slot }: Place, worker: QueueWorker, me: PersonId): boolean {
  const by = slot?.workedOnBy ?? null;
  switch (worker) {
    case 'anybody':
      return true;
    case 'nobody':
      return by === null;
    case 'me':
      return by === me;
    case 'another':
      return by !== null && by !== me;
  }
}

interface QueueChoices {
  show: QueueShow;
  order: QueueOrder;
  worker: QueueWorker;
  me: PersonId;
  /** What is looked at: it stays where it is while it is, whatever becomes of it. */
  isAsked: (place: Place) => boolean;
  /** The same assignment lies in the same random order, so that one finds one's way back. */
  assignment: string;
}

/** What the places of a queue are told apart by. */
export const keyOf = ({ assignment, student }: Place): string => `${assignment.id} ${student.id}`;

/** The places of a queue as somebody wants to go through it. */
export function queueOf(
  places: readonly Place[],
  { show, order, worker, me, isAsked, assignment }: QueueChoices,
): Place[] {
  const shown = places.filter((place) => isAsked(place) || (fits[show](place) && isBy(place, worker, me)));
  if (order === 'name') return shown;
  const key =
    order === 'oldest first'
      ? ({ slot }: Place) => slot?.turnedInAt ?? '~'
      : ({ student }: Place) => shuffled(`${assignment} ${student.id}`);
  return shown
    .map((place) => ({ place, at: key(place) }))
    .toSorted((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0))
    .map(({ place }) => place);
}

/** A number for each student's work on an assignment, in which nobody sees an order: the same for as long as the roster is. */
export function workNumbers(students: readonly Pick<Place['student'], 'id'>[], assignment: string) {
  const shuffledIds = students
    .map(({ id }) => ({ id, at: shuffled(`${assignment} ${id}`) }))
    .toSorted((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1));
  return new Map(shuffledIds.map(({ id }, i) => [id, i + 1]));
}

/** A number that nobody sees an order in: FNV-1a, 32 bits (constants from memory of the published hash). */
function shuffled(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i += 1) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  // The last letters alone would order it: they are mixed through all of it once more.
  hash = Math.imul(hash ^ (hash >>> 15), 0x85ebca6b);
  return (hash ^ (hash >>> 13)) >>> 0;
}
