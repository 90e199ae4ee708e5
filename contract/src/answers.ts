import { z } from 'zod';
import {
  courseStaffRoles,
  eventKinds,
  standings,
  submissionStates,
  type AssignmentId,
  type CourseId,
  type EventKind,
  type FileId,
  type FolderId,
  type Instant,
  type LocalTime,
  type PeriodId,
  type PersonId,
  type PieceId,
  type RowReason,
  type Sha256,
  type SubmissionId,
  type UploadId,
  type YearId,
  columnMeanings,
} from '@vestibul/core';
import type { RouteName } from './routes';

/** Ids, instants and hashes are made by the server itself; the schema only carries their brand. */
const branded = <T extends string>() => z.string() as unknown as z.ZodType<T, T>;
const instant = branded<Instant>();
const count = z.number().int().min(0);
const state = z.enum(submissionStates);

const personName = z.object({
  id: branded<PersonId>(),
  last: z.string(),
  first: z.string(),
  called: z.string(),
});

const session = z.object({
  person: personName.extend({ standing: z.enum(standings), email: z.string() }).nullable(),
  school: z.object({ name: z.string(), timeZone: z.string() }),
  demo: z.boolean(),
  now: instant,
});

const period = z.object({
  id: branded<PeriodId>(),
  number: count,
  label: z.string(),
  /** Which of the enamel colours the plate has, from 1. */
  enamel: count,
});

const assignment = z.object({
  id: branded<AssignmentId>(),
  title: z.string(),
  shortName: z.string(),
  dues: z.array(z.object({ periodId: branded<PeriodId>(), due: instant, dueLocal: branded<LocalTime>() })),
});

const rosterStudent = personName.extend({
  email: z.string(),
  username: z.string(),
  number: z.string(),
  periodId: branded<PeriodId>(),
  joinedAt: instant,
  folder: z.object({ id: branded<FolderId>(), name: z.string() }).nullable(),
  hasSignedIn: z.boolean(),
});

const course = z.object({
  id: branded<CourseId>(),
  title: z.string(),
  code: z.string(),
  year: z.object({ id: branded<YearId>(), label: z.string() }),
  role: z.enum([...courseStaffRoles, 'office']),
  folderRule: z.string(),
  fileRule: z.string(),
  periods: z.array(period.extend({ students: count })),
  staff: z.array(personName.extend({ email: z.string(), role: z.enum(courseStaffRoles) })),
  students: count,
  folders: count,
  assignments: z.array(assignment),
});

/** One slot's content. Slots with nothing in them are left out. */
const slot = z.object({
  id: branded<SubmissionId>().nullable(),
  studentId: branded<PersonId>(),
  assignmentId: branded<AssignmentId>(),
  state,
  attempt: count,
  pieces: count,
  /** What lies on top, in a word: text, photo, table … */
  form: z.string(),
  turnedInAt: instant.nullable(),
  lateMs: count,
  unseen: z.boolean(),
  drifted: z.boolean(),
  name: z.string(),
  originalName: z.string(),
});

const piece = z.object({
  id: branded<PieceId>(),
  attempt: count,
  n: count,
  name: z.string(),
  originalName: z.string(),
  form: z.string(),
  mime: z.string(),
  bytes: count,
  sha256: branded<Sha256>(),
  owner: personName,
  /** When the owner changed their file after it was sealed; null when it is still the same. */
  driftedAt: instant.nullable(),
});

const receipt = z.object({
  submissionId: branded<SubmissionId>(),
  attempt: count,
  at: instant,
  due: instant.nullable(),
  lateMs: count,
  /** The line of the ledger that says so. */
  line: count,
  pieces: z.array(
    z.object({
      id: branded<PieceId>(),
      name: z.string(),
      originalName: z.string(),
      bytes: count,
      sha256: branded<Sha256>(),
    }),
  ),
});

const submission = z.object({
  id: branded<SubmissionId>(),
  assignment: z.object({ id: branded<AssignmentId>(), title: z.string() }),
  courseId: branded<CourseId>(),
  periodId: branded<PeriodId>(),
  student: personName,
  state,
  due: instant.nullable(),
  folderName: z.string(),
  attempts: z.array(receipt),
  pieces: z.array(piece),
  comments: z.array(z.object({ id: z.string(), by: personName, at: instant, text: z.string() })),
  reviewedAt: instant.nullable(),
  handedBackAt: instant.nullable(),
});

const judgedRow = z.object({
  line: count,
  person: z.object({
    last: z.string(),
    first: z.string(),
    called: z.string(),
    email: z.string(),
    username: z.string(),
    number: z.string(),
  }),
  period: branded<PeriodId>().nullable(),
  fate: z.enum(['new', 'already there', 'doubtful', 'wrong']),
  reasons: z.array(branded<RowReason>()),
  known: branded<PersonId>().nullable(),
});

const ledgerLine = z.object({
  index: count,
  at: instant,
  kind: z.enum(eventKinds as [EventKind, ...EventKind[]]),
  by: personName.nullable(),
  student: personName.nullable(),
  assignment: z.string().nullable(),
  period: z.string().nullable(),
  piece: z.object({ name: z.string(), originalName: z.string() }).nullable(),
  /** Of a file that lies in a slot: who owned it at that line. */
  owner: personName.nullable(),
  facts: z.record(z.string(), z.unknown()),
  submissionId: branded<SubmissionId>().nullable(),
});

const listedPerson = personName.extend({
  email: z.string(),
  standing: z.enum(standings),
  hasSignedIn: z.boolean(),
});

const done = z.object({});

/** What each route answers with when it succeeds; routes that answer with bytes or events are not here. */
export const answers = {
  readSession: session,
  signIn: session,
  signOut: done,
  listDemoPeople: z.array(z.object({ id: branded<PersonId>(), name: z.string(), what: z.string() })),
  signInAsDemo: session,
  readWelcome: z.object({ first: z.boolean(), name: z.string(), email: z.string() }),
  acceptWelcome: session,
  listPeople: z.object({ people: z.array(listedPerson), next: z.string().nullable() }),
  addPerson: z.object({ id: branded<PersonId>(), link: z.string() }),
  renewLink: z.object({ link: z.string() }),
  listYears: z.array(
    z.object({ id: branded<YearId>(), label: z.string(), startsOn: z.string(), endsOn: z.string() }),
  ),
  makeYear: z.object({ id: branded<YearId>() }),
  listCourses: z.array(
    z.object({
      id: branded<CourseId>(),
      title: z.string(),
      yearLabel: z.string(),
      students: count,
      assignments: count,
    }),
  ),
  makeCourse: z.object({ id: branded<CourseId>() }),
  readCourse: course,
  addPeriod: z.object({ id: branded<PeriodId>() }),
  addStaff: done,
  readRoster: z.array(rosterStudent),
  previewRoster: z.object({
    separator: z.enum([',', ';', '\t']),
    columns: z.array(z.enum(columnMeanings)),
    hasHeadings: z.boolean(),
    enough: z.boolean(),
    /** The first rows as they stand, for choosing columns by hand. */
    sample: z.array(z.array(z.string())),
    rows: z.array(judgedRow),
  }),
  joinRoster: z.object({ joined: count, folders: count }),
  makeSlips: z.array(
    personName.extend({ periodId: branded<PeriodId>(), email: z.string(), link: z.string() }),
  ),
  setRule: done,
  makeFolders: z.object({ made: count, there: count }),
  makeAssignment: z.object({ id: branded<AssignmentId>() }),
  changeAssignment: done,
  readAssignment: assignment.extend({ directions: z.string() }),
  readRack: z.object({
    now: instant,
    students: z.array(personName.extend({ periodId: branded<PeriodId>(), folderName: z.string() })),
    slots: z.array(slot),
  }),
  readSubmission: submission,
  markSeen: done,
  comment: done,
  review: done,
  withdrawReview: done,
  handBack: z.object({ handedBack: count }),
  readLedger: z.object({ lines: z.array(ledgerLine), total: count, next: count.nullable() }),
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
    }),
  ),
  listMyFiles: z.object({
    files: z.array(
      z.object({
        id: branded<FileId>(),
        pieceId: branded<PieceId>(),
        submissionId: branded<SubmissionId>(),
        name: z.string(),
        originalName: z.string(),
        form: z.string(),
        bytes: count,
        assignment: z.string(),
        courseTitle: z.string(),
        folderName: z.string(),
        turnedInAt: instant,
        canOpen: z.array(z.string()),
        driftedAt: instant.nullable(),
      }),
    ),
    next: z.string().nullable(),
  }),
  readTray: z.object({
    assignment: z.object({ id: branded<AssignmentId>(), title: z.string(), directions: z.string() }),
    courseTitle: z.string(),
    period: z.string(),
    teachers: z.array(z.string()),
    due: instant,
    now: instant,
    state,
    submissionId: branded<SubmissionId>().nullable(),
    /** What the naming rule is filled with for the next attempt, so that the page can show a name before a byte is sent. */
    naming: z.object({
      rule: z.string(),
      values: z.record(z.string(), z.union([z.string(), z.number(), z.null()])),
      taken: z.array(z.string()),
    }),
    uploads: z.array(
      z.object({
        id: branded<UploadId>(),
        originalName: z.string(),
        bytes: count,
        arrived: z.boolean(),
        form: z.string(),
        name: z.string(),
      }),
    ),
    receipts: z.array(receipt),
  }),
  turnIn: receipt,
  dropUpload: done,
} as const satisfies Partial<Record<RouteName, z.ZodType>>;
