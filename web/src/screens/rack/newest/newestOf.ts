import { withoutMarks, type GroupId, type SubmissionId, type SubmissionState } from '@vestibul/core';
import type { Place, StudentRow } from '../../../parts/rack/courseWork';

export const MOST_PIECES = 25;

/** Which pieces are looked for; empty is any. */
export interface Wanted {
  word: string;
  form: string;
  state: SubmissionState | '';
  group: GroupId | '';
}

/** Whether nothing is looked for in particular. */
export const isAny = (wanted: Wanted): boolean => Object.values(wanted).every((value) => value === '');

const folded = (text: string) => withoutMarks(text).toLowerCase();

/**
 * Whether a piece is one of those that are looked for; the word may stand in its title, its name or the name it came with, or in
 * its text, of which the school says where it does (`inText`).
 */
export function isWanted(
  { slot, assignment, state, student }: Place,
  wanted: Wanted,
  inText: ReadonlySet<SubmissionId>,
): boolean {
  if (!slot?.turnedInAt) return false;
  const word = folded(wanted.word.trim());
  return (
    (wanted.form === '' || slot.form === wanted.form) &&
    (wanted.state === '' || state === wanted.state) &&
    (wanted.group === '' || student.groupId === wanted.group) &&
    ((slot.id !== null && inText.has(slot.id)) ||
      [assignment.title, assignment.shortName, slot.name, slot.originalName].some((text) =>
        folded(text).includes(word),
      ))
  );
}

/** The pieces that are looked for among those of a student, the newest first, and no more than so many. */
export function newestOf(
  row: StudentRow,
  wanted: Wanted,
  inText: ReadonlySet<SubmissionId>,
  most: number,
): Place[] {
  return row.places
    .filter((place) => place !== null)
    .filter((place) => isWanted(place, wanted, inText))
    .toSorted((a, b) => (a.slot!.turnedInAt! < b.slot!.turnedInAt! ? 1 : -1))
    .slice(0, most);
}
