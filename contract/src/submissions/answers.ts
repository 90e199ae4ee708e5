import { z } from 'zod';
import { progressStates } from '@vestibul/core';
import type {
  AssignmentId,
  CourseId,
  FolderId,
  GroupId,
  PeriodId,
  PersonId,
  PieceId,
  SubmissionId,
} from '@vestibul/core';
import { branded, count, done, form, instant, personName, receipt, state } from '../parts/shapes';
import { attendance, named, slot, tray, turnedInFiles } from './shapes';

/** One of two works that are nearly the same; `elsewhere` where it is not of this assignment. */
const alikeSide = z.object({
  pieceId: branded<PieceId>(),
  name: z.string(),
  student: personName,
  period: z.string(),
  elsewhere: z
    .object({
      courseId: branded<CourseId>(),
      assignmentId: branded<AssignmentId>(),
      course: z.string(),
      year: z.string(),
    })
    .nullable(),
});

/** A text with the stretches that another one has too. */
const markedText = z.object({
  text: z.string(),
  passages: z.array(z.object({ from: count, to: count, number: count })),
});

/** What is answered about what was turned in. */
export const submissionsAnswers = {
  /** Whose work that is in would be late by other times, or no longer; some of them by name. */
  previewDues: z.object({ becomeLate: named, becomeInTime: named, lateOtherwise: z.number() }),
  readRack: z.object({
    now: instant,
    students: z.array(
      personName.extend({
        ...attendance.shape,
        periodId: branded<PeriodId>(),
        groupId: branded<GroupId>().nullable(),
        email: z.string(),
        username: z.string(),
        number: z.string(),
        folderId: branded<FolderId>().nullable(),
        folderName: z.string(),
      }),
    ),
    slots: z.array(slot),
    /** Due times that are one student's own. */
    dues: z.array(
      z.object({
        studentId: branded<PersonId>(),
        assignmentId: branded<AssignmentId>(),
        due: instant.nullable(),
        excused: z.boolean(),
      }),
    ),
  }),
  /** How far the work is from what was handed out with its assignment; what is still being measured is counted. */
  readProgress: z.object({
    hasBlank: z.boolean(),
    waiting: count,
    works: z.array(
      z.object({
        submissionId: branded<SubmissionId>(),
        attempt: count,
        words: count,
        added: count,
        removed: count,
        /** Of all words those that were added, from 0 to 1. */
        share: z.number(),
        state: z.enum(progressStates),
      }),
    ),
  }),
  /** Works in whose text a word stands; `waiting` pieces are still being read. */
  findWord: z.object({ waiting: count, submissionIds: z.array(branded<SubmissionId>()) }),
  /** Pairs of works that are nearly the same, as far as they were looked for. */
  readAlike: z.object({
    isLooking: z.boolean(),
    /** Whether they could not be compared, as they are. */
    failed: z.boolean(),
    /** Pieces of the assignment, and those of them that cannot be read. */
    compared: count,
    unread: count,
    pairs: z.array(z.object({ a: alikeSide, b: alikeSide, alike: z.number(), same: z.boolean() })),
  }),
  readAlikePair: z.object({ same: z.boolean(), sides: z.tuple([markedText, markedText]) }),
  markSeen: done,
  listMyAssignments: z.array(
    z.object({
      id: branded<AssignmentId>(),
      title: z.string(),
      courseId: branded<CourseId>(),
      courseTitle: z.string(),
      period: z.string(),
      due: instant,
      state,
      lateMs: count,
      attempt: count,
      inTray: count,
      submissionId: branded<SubmissionId>().nullable(),
      turnedInAt: instant.nullable(),
      comments: count,
      handedBackAt: instant.nullable(),
      /** What it came back with, and the most that could be reached. */
      score: z.object({ points: z.number(), most: count }).nullable(),
      /** Whether something came back that the student has not read. */
      isNew: z.boolean(),
      /** When the newest attempt was sent back, where nothing was turned in since. */
      sentBackAt: instant.nullable(),
    }),
  ),
  listPeriodPieces: z.array(
    z.object({
      student: personName,
      turnedInAt: instant,
      pieces: z.array(
        z.object({
          id: branded<PieceId>(),
          name: z.string(),
          form,
          mime: z.string(),
          bytes: count,
        }),
      ),
    }),
  ),
  listMyFiles: turnedInFiles,
  takeBack: z.object({ attempt: count, inTray: count }),
  /** Null where nobody on the roster is given it. */
  previewTray: z.object({ as: personName, tray }).nullable(),
  readTray: tray,
  turnIn: receipt,
  recordInClass: z.object({ submissionId: branded<SubmissionId>(), attempt: count }),
  undoInClass: done,
} as const;
