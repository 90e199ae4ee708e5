import type { AssignmentId, CourseId, PersonId, SubmissionId } from '@vestibul/core';
import type { z } from 'zod';
import type { answers } from '../answers';

type Slot = z.output<(typeof answers)['readRack']>['slots'][number];

/**
 * What the stream of `live` tells. To the staff of a course: a slot has changed (null: nothing is in it any more), or the roster or
 * set-up has; or who of them has a piece before them now.
 * To a student: something of their own has changed and is to be read again (null: not of one assignment alone), something of a
 * course of theirs has, or a word to be shown, for assignments whose teacher wants that. To whoever was away for too long:
 * everything is to be read again.
 */
export type LiveNotice =
  | { kind: 'slot'; courseId: CourseId; studentId: PersonId; assignmentId: AssignmentId; slot: Slot | null }
  | { kind: 'looking'; submissionId: SubmissionId; people: PersonId[] }
  | { kind: 'course'; courseId: CourseId }
  | { kind: 'class'; courseId: CourseId }
  | { kind: 'mine'; assignmentId: AssignmentId | null }
  | { kind: 'everything' }
  | {
      kind: 'word';
      says: 'published' | 'handed back' | 'sent back';
      assignmentId: AssignmentId;
      title: string;
    };
