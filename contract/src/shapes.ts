import { z } from 'zod';
import {
  nameSubjects,
  afterwards,
  countings,
  courseStaffRoles,
  eventKinds,
  rowOutcomes,
  forms,
  groupMarks,
  lateCounts,
  nameFaults,
  offRules,
  packageChangeKinds,
  partNames,
  recordingKinds,
  standings,
  submissionStates,
  type AssignmentId,
  type BlankId,
  type CopyId,
  type CourseId,
  type Day,
  type EventKind,
  type FolderId,
  type GroupId,
  type Instant,
  type LocalTime,
  type MeetingPattern,
  type NameValues,
  type PackageId,
  type PeriodId,
  type PersonId,
  type PieceId,
  type RenamingId,
  type RowReason,
  type Scoring,
  type Sha256,
  type SubmissionId,
  type TermId,
  type YearId,
} from '@vestibul/core';

/** Ids, instants and hashes are made by the server itself; the schema only carries their brand. */
export const branded = <T extends string>() => z.string() as unknown as z.ZodType<T, T>;
export const instant = branded<Instant>();
export const count = z.number().int().min(0);
export const state = z.enum(submissionStates);

/** What lies in a tray: a file, a recording made here, a link, a text written here, or something from the drawer. */
export const uploadKinds = ['file', 'recording', 'link', 'text', 'drawer'] as const;

/** Letters of a day: none, or one. */
export const digests = ['none', 'daily'] as const;

export const personName = z.object({
  id: branded<PersonId>(),
  last: z.string(),
  first: z.string(),
  called: z.string(),
  /** What tells them from whoever is shown by the same name: a number or an account; '' where nobody is. */
  apart: z.string(),
});

export const session = z.object({
  person: personName.extend({ standing: z.enum(standings), email: z.string() }).nullable(),
  school: z.object({ name: z.string(), timeZone: z.string(), language: z.string() }),
  demo: z.boolean(),
  now: instant,
});

export const period = z.object({
  id: branded<PeriodId>(),
  number: count,
  label: z.string(),
  /** Which of the enamel colours the plate has, from 1. */
  enamel: count,
});

export const group = z.object({
  id: branded<GroupId>(),
  name: z.string(),
  enamel: count,
  mark: z.enum(groupMarks),
});

export const term = z.object({
  id: branded<TermId>(),
  name: z.string(),
  startsOn: branded<Day>(),
  endsOn: branded<Day>(),
});

export const year = z.object({
  id: branded<YearId>(),
  label: z.string(),
  startsOn: branded<Day>(),
  endsOn: branded<Day>(),
  /** Whether it can be read and not changed any more. */
  isOver: z.boolean(),
  terms: z.array(term),
});

export const wants = z.object({ forms: z.array(z.enum(forms)), files: count.nullable() });

export const recording = z.object({ kinds: z.array(z.enum(recordingKinds)), mostMinutes: count });

export const assignment = z.object({
  id: branded<AssignmentId>(),
  title: z.string(),
  shortName: z.string(),
  unit: z.string(),
  dues: z.array(z.object({ periodId: branded<PeriodId>(), due: instant, dueLocal: branded<LocalTime>() })),
  graceMinutes: count,
  /** The small groups that hand it in; none means everybody. */
  groupIds: z.array(branded<GroupId>()),
  holds: z.boolean(),
  /** Who sees a piece once it is turned in, beside the staff. */
  afterwards: z.enum(afterwards),
  /** Null is what the course says. */
  offRule: z.enum(offRules).nullable(),
  /** From when on students see it; null is a draft. */
  visibleAt: instant.nullable(),
});

export const fullAssignment = assignment.extend({
  directions: z.string(),
  lateCounts: z.enum(lateCounts),
  counting: z.enum(countings),
  wants,
  scoring: z.record(z.string(), z.unknown()) as unknown as z.ZodType<Scoring, Scoring>,
  recording,
  tells: z.boolean(),
  hasWork: z.boolean(),
});

/** Being in a course: since when, and the times away. */
export const attendance = z.object({
  joinedAt: instant,
  leftAt: instant.nullable(),
  absences: z.array(z.object({ leftAt: instant, backAt: instant.nullable() })),
});

export const rosterStudent = personName.extend({
  email: z.string(),
  username: z.string(),
  number: z.string(),
  periodId: branded<PeriodId>(),
  groupId: branded<GroupId>().nullable(),
  joinedAt: instant,
  leftAt: instant.nullable(),
  folder: z.object({ id: branded<FolderId>(), name: z.string() }).nullable(),
  hasSignedIn: z.boolean(),
  /** Whether the staff of this course may change how they sign in, and their name; else the office does. */
  staffKeepsAccount: z.boolean(),
  staffRenames: z.boolean(),
});

/** Kept as the contract's request let it in. */
export const anyMeetings = z.record(z.string(), z.unknown()) as unknown as z.ZodType<
  MeetingPattern,
  MeetingPattern
>;

export const course = z.object({
  id: branded<CourseId>(),
  title: z.string(),
  code: z.string(),
  year,
  role: z.enum([...courseStaffRoles, 'office']),
  folderRule: z.string(),
  fileRule: z.string(),
  /** What happens to names that do not follow, where an assignment does not say otherwise. */
  offRule: z.enum(offRules),
  periods: z.array(
    period.extend({ students: count, meetings: anyMeetings.nullable(), groups: z.array(group) }),
  ),
  staff: z.array(personName.extend({ email: z.string(), role: z.enum(courseStaffRoles) })),
  students: count,
  folders: count,
  /** What lies on its sorting table: pieces of piles, and what came by side doors. */
  toSort: count,
  assignments: z.array(assignment),
});

/** One slot's content. Slots with nothing in them are left out. */
export const slot = z.object({
  id: branded<SubmissionId>().nullable(),
  studentId: branded<PersonId>(),
  assignmentId: branded<AssignmentId>(),
  state,
  /** The attempt that counts, and how many there were. */
  attempt: count,
  attempts: count,
  pieces: count,
  /** What lies on top, in a word: text, photo, table … */
  form: z.string(),
  turnedInAt: instant.nullable(),
  lateMs: count,
  unseen: z.boolean(),
  drifted: z.boolean(),
  /** Whether it is about to be handed back, in the pause in which that can be undone. */
  goesBack: z.boolean(),
  name: z.string(),
  originalName: z.string(),
  topPieceId: branded<PieceId>().nullable(),
  /** Whether it waits for approval because of the name it came with. */
  heldForName: z.boolean(),
});

export const piece = z.object({
  id: branded<PieceId>(),
  attempt: count,
  n: count,
  name: z.string(),
  originalName: z.string(),
  form: z.string(),
  mime: z.string(),
  bytes: count,
  sha256: branded<Sha256>(),
  /** Null is outside: a link, whose bytes are not ours. */
  owner: personName.nullable(),
  /** When the owner changed their file after it was sealed; null when it is still the same. */
  driftedAt: instant.nullable(),
});

export const receipt = z.object({
  submissionId: branded<SubmissionId>(),
  attempt: count,
  at: instant,
  due: instant.nullable(),
  lateMs: count,
  /** Whether this is the attempt that counts. */
  counts: z.boolean(),
  /** Set where it was taken back by its student, sent back by the teacher, or (undone) placed with the wrong student. */
  gone: z.object({ how: z.enum(['taken back', 'sent back', 'undone']), at: instant }).nullable(),
  /** Whether it came in a pile or by a side door and was placed here; else its student turned it in. */
  placed: z.boolean(),
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

export const submission = z.object({
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
  /** When it is handed back, while it can still be kept; its student does not know of it. */
  goesBackAt: instant.nullable(),
});

export const judgedRow = z.object({
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
  /** What the row says of the period, as it is written. */
  periodWritten: z.string(),
  outcome: z.enum(rowOutcomes),
  reasons: z.array(branded<RowReason>()),
  known: branded<PersonId>().nullable(),
  candidates: z.array(branded<PersonId>()),
});

/** A stretch of a name and the part of the rule that wrote it. */
export const nameSegment = z.object({
  text: z.string(),
  part: z.enum([...partNames, 'suffix', 'extension']).nullable(),
});

export const nameFault = z.object({ code: z.enum(nameFaults), says: z.string() });

/** What the parts of a rule are filled with. */
export const nameValues = z.record(
  z.string(),
  z.union([z.string(), z.number(), z.null()]),
) as unknown as z.ZodType<NameValues, NameValues>;

export const renaming = z.object({
  id: branded<RenamingId>(),
  subject: z.enum(nameSubjects),
  at: instant,
  ruleWas: z.string().nullable(),
  ruleIs: z.string().nullable(),
  names: count,
  undoneAt: instant.nullable(),
});

/** One name that the rule would write anew. */
export const newName = z.object({ of: z.enum(['folder', 'piece']), was: z.string(), is: z.string() });

export const blank = z.object({
  id: branded<BlankId>(),
  title: z.string(),
  version: count,
  originalName: z.string(),
  form: z.string(),
  mime: z.string(),
  bytes: count,
  keptAt: instant,
  keptBy: personName,
  /** Where it is handed out: each period, by itself or with an assignment. */
  handOuts: z.array(
    z.object({
      periodId: branded<PeriodId>(),
      assignmentId: branded<AssignmentId>().nullable(),
      at: instant,
    }),
  ),
  copies: count,
  /** Students whose newest copy is of an earlier version. */
  outdated: count,
});

export const copy = z.object({
  id: branded<CopyId>(),
  blankId: branded<BlankId>(),
  title: z.string(),
  name: z.string(),
  form: z.string(),
  bytes: count,
  version: count,
  /** Whether a newer version of the blank is there. */
  isOld: z.boolean(),
  assignmentId: branded<AssignmentId>().nullable(),
  courseTitle: z.string(),
  handedOutAt: instant,
  canOpen: z.array(z.string()),
});

export const ledgerLine = z.object({
  index: count,
  at: instant,
  kind: z.enum(eventKinds as [EventKind, ...EventKind[]]),
  by: personName.nullable(),
  student: personName.nullable(),
  assignment: z.string().nullable(),
  assignmentId: branded<AssignmentId>().nullable(),
  period: z.string().nullable(),
  piece: z.object({ id: branded<PieceId>(), name: z.string(), originalName: z.string() }).nullable(),
  /** Of a file that lies in a slot: who owned it at that line. */
  owner: personName.nullable(),
  facts: z.record(z.string(), z.unknown()),
  submissionId: branded<SubmissionId>().nullable(),
});

export const listedPerson = personName.extend({
  email: z.string(),
  standing: z.enum(standings),
  hasSignedIn: z.boolean(),
  isClosed: z.boolean(),
});

/** One change that a package of lists brings, in words that its page shows. */
export const packageChange = z.object({
  kind: z.enum(packageChangeKinds),
  /** The package's own id of what changes. */
  id: z.string(),
  person: z.string(),
  course: z.string(),
  period: z.string(),
  says: z.string(),
  /** Of somebody asked about: whom in the school they may be. */
  candidates: z.array(
    z.object({ id: branded<PersonId>(), name: z.string(), email: z.string(), number: z.string() }),
  ),
});

export const packageSummary = z.object({
  id: branded<PackageId>(),
  takenAt: instant,
  appliedAt: instant.nullable(),
  name: z.string(),
  counts: z.record(z.enum(packageChangeKinds), count),
});

export const done = z.object({});
