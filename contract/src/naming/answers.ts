import { z } from 'zod';
import { type AssignmentId, type PersonId, type RenamingId, nameSubjects } from '@vestibul/core';
import { branded, count, done, nameFault, nameValues, personName } from '../parts/shapes';
import { nameSegment, renaming } from './shapes';

/** What is answered about rules and names. */
export const namingAnswers = {
  setRule: done,
  setOffRule: done,
  readNaming: z.object({
    students: z.array(z.object({ id: branded<PersonId>(), values: nameValues })),
    works: z.array(nameValues),
    shared: nameValues,
  }),
  previewRenaming: z.object({
    total: count,
    /** The first of them. */
    names: z.array(
      z.object({
        id: z.string(),
        was: z.string(),
        is: z.string(),
        wasParts: z.array(nameSegment).nullable(),
        isParts: z.array(nameSegment),
      }),
    ),
  }),
  startRenaming: z.object({ id: branded<RenamingId>() }),
  readRenaming: z.object({
    state: z.enum(['running', 'done', 'cancelled', 'failed']),
    done: count,
    total: count,
    /** Of a way back: names that were changed since, or whose old name is taken. */
    stayed: count,
  }),
  cancelRenaming: done,
  undoRenaming: z.object({ id: branded<RenamingId>() }),
  listRenamings: z.array(renaming),
  checkNames: z.object({
    checked: count,
    total: count,
    /** The first of those that do not follow. */
    off: z.array(
      z.object({
        id: z.string(),
        studentId: branded<PersonId>(),
        name: z.string(),
        proper: z.string(),
        properParts: z.array(nameSegment),
        faults: z.array(nameFault),
      }),
    ),
  }),
  findNames: z.array(
    z.object({
      subject: z.enum([...nameSubjects, 'student', 'assignment']),
      /** Of the folder, the piece, the student or the assignment. */
      id: z.string(),
      /** The name that was found: one it has, had, or came with. */
      matched: z.string(),
      name: z.string(),
      /** Null of an assignment. */
      student: personName.nullable(),
      assignmentId: branded<AssignmentId>().nullable(),
      assignment: z.string().nullable(),
    }),
  ),
  rename: z.object({ id: branded<RenamingId>().nullable(), name: z.string() }),
  makeFolders: z.object({ made: count, there: count }),
} as const;
