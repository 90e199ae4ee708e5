import {
  countedPoints,
  faultOf,
  pointsStep,
  totalOf,
  type BookAssignment,
  type BookStudent,
  type Mark,
} from '@vestibul/core';
import { announce } from '../../parts/messages/announce';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { useZone } from '../../parts/hall/useSession';
import { readPoints, sayOutOfBounds } from '../../parts/review/sayScore';
import { sayName } from '../../parts/ui/format';
import { api, type Course } from '../../state/api';
import { useAppDispatch } from '../../state/store';
import { sayMark } from './sayMark';

/** A cell of the book. */
export interface Place {
  student: BookStudent;
  assignment: BookAssignment;
  /** Which of the assignments it is. */
  at: number;
  mark: Mark | null;
}

/** Why points cannot be typed into a cell, with what to do instead; null where they can. */
export function whyNotHere({ student, assignment, mark }: Place): string | null {
  const name = sayName(student);
  if (!mark) return `‘${assignment.title}’ is not asked of ${name}.`;
  if (!mark.submissionId) return `${name} has nothing in for ‘${assignment.title}’.`;
  if (assignment.kind === 'rubric') return 'This is scored by its rubric. Enter opens it on the review desk.';
  if (mark.isHandedBack)
    return 'This is handed back. Enter opens it on the review desk, where a score is changed with a reason.';
  return null;
}

/** Whether points, or none, can be given for an assignment that is scored with points. */
export function givesPoints(
  { most }: BookAssignment,
  points: number | null | undefined,
): points is number | null {
  if (points === undefined || points === null) return points === null;
  return faultOf({ kind: 'points', most }, { kind: 'points', points }) === null;
}

/** Gives points from the book: they stand there at once, and are taken back where the school did not keep them. */
export function useGiving(course: Course) {
  const dispatch = useAppDispatch();
  const zone = useZone();
  const [setScore] = api.useSetScoreMutation();
  const params = { courseId: course.id };

  const show = ({ student, at }: Place, now: Mark) =>
    dispatch(
      api.util.updateQueryData('readMarks', { params }, (book) => {
        const row = book.students.find(({ id }) => id === student.id);
        if (!row) return;
        row.marks[at] = now;
        row.total = totalOf(book.assignments, row.marks);
      }),
    );
  /** Gives what was typed; false where such points cannot be given. */
  const give = (place: Place, typed: string): boolean => {
    const { assignment, mark, student } = place;
    const points = readPoints(typed);
    const before = mark?.points ?? null;
    if (!givesPoints(assignment, points)) {
      tell(sayOutOfBounds({ kind: 'points', most: assignment.most }));
      return false;
    }
    const step = pointsStep(before === null ? null : { kind: 'points', points: before }, points);
    if (!mark?.submissionId || points === before) return true;
    const now = given(mark, assignment, points);
    const shown = show(place, now);
    void setScore({
      params: { submissionId: mark.submissionId },
      body: { attempt: mark.attempt, step },
    }).then(({ error }) => {
      if (!error) return;
      shown.undo();
      tellFailure(error);
      dispatch(api.util.invalidateTags(['Marks']));
    });
    if (points === null) {
      tell(
        `The score of ${sayName(student)} is removed.`,
        () => void give({ ...place, mark: now }, String(before)),
      );
    } else announce(`${sayName(student)}: ${sayMark(assignment, now, undefined, zone)}`);
    return true;
  };
  return give;
}

/** A mark with other points, as the assignment is scored now. */
function given(mark: Mark, { most, lateRule }: BookAssignment, points: number | null): Mark {
  const counted = points === null ? null : countedPoints(points, most, mark.lateMs, lateRule);
  return { ...mark, points, most, counted, lateRule, isShown: false };
}
