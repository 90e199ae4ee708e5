import { z } from 'zod';
import {
  chosenLetters,
  nameSubjects,
  oneLine,
  HIGHEST_PERIOD,
  LONGEST_FIELD,
  LONGEST_LINK,
  MOST_GROUPS,
  eventGroups,
  eventKinds,
  groupMarks,
  offRules,
  peopleColumns,
  peopleFormats,
  pileStates,
  tableStates,
  type AccountRequestId,
  type AssignmentId,
  type BlankId,
  type CopyId,
  type CourseId,
  type DeliveryId,
  type DoorId,
  type EventKind,
  type FileId,
  type GroupId,
  type PackageId,
  type PeriodId,
  type PersonId,
  type PieceId,
  type PileId,
  type PilePieceId,
  type RenamingId,
  type SessionId,
  type SubmissionId,
  type UploadId,
  type YearId,
} from '@vestibul/core';
import { ENAMELS, LONGEST_TEXT, MOST_AT_ONCE, MOST_FILES, MOST_TOGETHER, LONGEST_PAUSE_S } from './limits';
import {
  id,
  words,
  line,
  optionalLine,
  email,
  day,
  localTime,
  periodBody,
  periodDues,
  assignmentBody,
  doorBody,
  renamingBody,
  alsoTurnedIn,
  recordFilter,
  attempt,
  works,
  signInBody,
  yearBody,
  courseWords,
  courseBody,
  personBody,
  welcomeBody,
  schoolBody,
  staffRole,
  commentBody,
} from './bodies';
import { rosterRequests } from './rosterRequests';
import { digests } from './shapes';
import type { RouteName } from './routes';

interface RequestShapes {
  body?: z.ZodType;
  query?: z.ZodType;
}

/** What comes behind the question mark and in the body of each request, for the routes that take any. */
export const requests = {
  signIn: { body: signInBody },
  signInAsDemo: { body: z.object({ personId: id<PersonId>() }) },
  acceptWelcome: { body: welcomeBody },
  listPeople: {
    query: z.object({
      find: z.string().trim().max(LONGEST_FIELD).default(''),
      after: z.string().max(300).default(''),
    }),
  },
  addPerson: { body: personBody },
  changeSchool: { body: schoolBody },
  makeYear: { body: yearBody },
  changeYear: { body: yearBody },
  planYear: { query: z.object({ from: id<YearId>() }) },
  beginYear: {
    body: z.object({
      courses: z
        .array(
          z.object({
            courseId: id<CourseId>(),
            assignments: z
              .array(
                z.object({
                  assignmentId: id<AssignmentId>(),
                  dues: periodDues,
                }),
              )
              .max(MOST_AT_ONCE),
          }),
        )
        .min(1)
        .max(MOST_AT_ONCE),
    }),
  },
  makeCourse: { body: courseBody },
  changeCourse: { body: courseWords },
  giveCourse: { body: z.object({ personId: id<PersonId>() }) },
  addPeriod: { body: periodBody },
  changePeriod: { body: periodBody },
  setGroups: {
    body: z.object({
      groups: z
        .array(
          z.object({
            id: id<GroupId>().nullable().default(null),
            name: line(40),
            enamel: z.number().int().min(1).max(ENAMELS),
            mark: z.enum(groupMarks),
          }),
        )
        .max(MOST_GROUPS, `At most ${MOST_GROUPS} groups`)
        .refine((groups) => new Set(groups.map((group) => group.mark)).size === groups.length, {
          message: 'Give each group a mark of its own',
        }),
    }),
  },
  putInGroup: {
    body: z.object({
      groupId: id<GroupId>().nullable(),
      studentIds: z.array(id<PersonId>()).min(1).max(MOST_AT_ONCE),
    }),
  },
  addStaff: { body: z.object({ email, role: staffRole.default('co-teacher') }) },
  changeStaff: { body: z.object({ role: staffRole }) },
  readPeopleFile: {
    query: z.object({
      format: z.enum(peopleFormats),
      columns: z
        .string()
        .transform((text) => text.split(','))
        .pipe(z.array(z.enum(peopleColumns)).min(1, 'Choose at least one column')),
      period: id<PeriodId>().optional(),
      group: id<GroupId>().optional(),
    }),
  },
  ...rosterRequests,
  setOffRule: { body: z.object({ offRule: z.enum(offRules) }) },
  previewRenaming: { body: renamingBody },
  startRenaming: { body: renamingBody },
  checkNames: { query: z.object({ subject: z.enum(nameSubjects) }) },
  findNames: { query: z.object({ find: words(255) }) },
  rename: { body: z.object({ name: line(255), asItIs: z.boolean().default(false) }) },
  setRule: { body: z.object({ rule: words(300) }) },
  makeAssignment: { body: assignmentBody },
  changeAssignment: { body: assignmentBody.extend({ alsoTurnedIn }) },
  copyAssignments: { body: z.object({ assignmentIds: z.array(id<AssignmentId>()).min(1).max(200) }) },
  moveDue: {
    body: z.object({
      dueLocal: localTime.nullable().default(null),
      excused: z.boolean().default(false),
      alsoTurnedIn,
    }),
  },
  previewDues: { body: assignmentBody.pick({ dues: true, graceMinutes: true, lateCounts: true }) },
  setNotices: { body: z.object({ digest: z.enum(digests), returnLetters: z.boolean() }) },
  previewReminder: {
    body: z.object({
      /** Whom it is thought of for; none is everybody. */
      studentIds: z.array(id<PersonId>()).max(MOST_AT_ONCE).default([]),
      word: words(1000).trim().default(''),
    }),
  },
  sendReminder: {
    body: z.object({
      studentIds: z.array(id<PersonId>()).min(1).max(MOST_AT_ONCE),
      word: words(1000).trim().default(''),
    }),
  },
  enterDoor: {
    body: z.object({
      name: line(120),
      // In small letters: one address written in several ways is one, for the measure of codes too.
      email: z.union([z.literal(''), email.toLowerCase()]).default(''),
    }),
  },
  confirmVisit: {
    body: z.object({
      code: z
        .string()
        .trim()
        .regex(/^\d{3} ?\d{3}$/, 'The code has six digits'),
    }),
  },
  deliver: {
    body: z.object({
      key: z.uuid(),
      uploadIds: z.array(id<UploadId>()).min(1, 'Choose at least one file').max(MOST_FILES),
      /** At a door of a whole course: what it is for, where the guest knows. */
      assignmentId: id<AssignmentId>().nullable().default(null),
    }),
  },
  makeDoor: { body: doorBody },
  changeDoor: { body: doorBody },
  listDeliveries: { query: z.object({ after: z.string().max(120).default('') }) },
  readDelivered: { query: z.object({ download: z.enum(['1']).optional() }) },
  placeDelivery: { body: z.object({ studentId: id<PersonId>(), assignmentId: id<AssignmentId>() }) },
  makePile: {
    body: z.object({
      name: line(200),
      periodId: id<PeriodId>().nullable().default(null),
      assignmentId: id<AssignmentId>().nullable().default(null),
    }),
  },
  /** A page of what of a pile is in a state; `after` is the last piece of the page before. */
  readPile: {
    query: z.object({ state: z.enum(pileStates).default('placed'), after: z.string().max(60).default('') }),
  },
  readTable: {
    query: z.object({ state: z.enum(tableStates).default('to sort'), after: z.string().max(60).default('') }),
  },
  sortPieces: {
    body: z.discriminatedUnion('kind', [
      z.object({
        kind: z.literal('place'),
        pieces: z.array(id<PilePieceId>()).min(1).max(MOST_TOGETHER),
        /** Several: joint work, placed with each of them. */
        students: z.array(id<PersonId>()).min(1).max(12),
        assignment: id<AssignmentId>(),
      }),
      z.object({
        kind: z.literal('set aside'),
        pieces: z.array(id<PilePieceId>()).min(1).max(MOST_TOGETHER),
        as: z.enum(['to sort', 'later', 'not ours']),
      }),
    ]),
  },
  forgetWords: { body: z.object({ words: z.string().min(1).max(1000) }) },
  readPilePiece: { query: z.object({ download: z.enum(['1']).optional() }) },
  keepBlank: {
    body: z.object({
      uploadId: id<UploadId>(),
      title: line(),
      /** The blank whose newest version this is; null makes a new blank. */
      blankId: id<BlankId>().nullable().default(null),
    }),
  },
  handOut: {
    body: z.object({
      periodIds: z
        .array(id<PeriodId>())
        .max(HIGHEST_PERIOD + 1)
        .default([]),
      assignmentId: id<AssignmentId>().nullable().default(null),
      /** Those who get it once more, having lost theirs. */
      againFor: z.array(id<PersonId>()).max(MOST_AT_ONCE).default([]),
    }),
  },
  listCopies: { query: z.object({ after: z.string().max(300).default('') }) },
  readPiece: { query: z.object({ download: z.enum(['1']).optional() }) },
  markSeen: { body: z.object({ attempts: z.number().int().min(1) }) },
  comment: { body: commentBody.extend({ attempt }) },
  review: { body: z.object({ attempt }) },
  withdrawReview: { body: z.object({ attempt }) },
  takeBack: { body: z.object({ attempt, key: z.uuid() }) },
  movePlacing: {
    body: z.object({ attempt, studentId: id<PersonId>(), assignmentId: id<AssignmentId>() }),
  },
  approve: { body: z.object({ works }) },
  sendBack: { body: z.object({ works, word: line(2000) }) },
  handBack: {
    body: z.object({
      works,
      /** How long they can still be kept before it is done. */
      afterSeconds: z.number().int().min(0).max(LONGEST_PAUSE_S).default(0),
    }),
  },
  takeIntoReview: { body: z.object({ works }) },
  /** Pieces turned in by students, for assignments and on days of the school, both included. */
  readRecord: { query: recordFilter },
  /** `since`: how far the page has heard, by the id of the last event; the header Last-Event-ID says it as well. */
  live: { query: z.object({ since: z.string().max(60).optional() }) },
  readLedger: {
    query: recordFilter.extend({
      kind: z.enum(eventKinds as [EventKind, ...EventKind[]]).optional(),
      group: z.enum(eventGroups).optional(),
      before: z.coerce.number().int().min(0).optional(),
    }),
  },
  readCalendar: { query: z.object({ from: day, to: day, course: id<CourseId>().optional() }) },
  listMyCopies: { query: z.object({ before: z.string().max(120).default('') }) },
  listMyFiles: { query: z.object({ before: z.string().max(120).default('') }) },
  listMyLoose: { query: z.object({ before: z.string().max(120).default('') }) },
  addLink: { body: z.object({ address: words(LONGEST_LINK), title: optionalLine(200) }) },
  startText: { body: z.object({ title: optionalLine(120) }) },
  writeText: {
    body: z.object({
      title: line(120),
      text: words(LONGEST_TEXT),
      /** How many times it had been kept when this was written on: what another page kept since is not written over. */
      version: z.number().int().min(0),
      /** The window that writes, and how many times it has sent: what it sent itself before is not somebody else's. */
      writer: z.uuid(),
      nth: z.number().int().min(1),
    }),
  },
  addFromDrawer: { body: z.object({ fileIds: z.array(id<FileId>()).min(1).max(MOST_FILES) }) },
  orderTray: { body: z.object({ uploadIds: z.array(id<UploadId>()).max(MOST_FILES) }) },
  turnIn: {
    body: z.object({
      /** Made by the page once for each press of the button, so that the same press never counts twice. */
      key: z.uuid(),
      uploadIds: z.array(id<UploadId>()).max(MOST_FILES),
      /** Whether the student has seen the proper names and agreed to them. */
      namesAgreed: z.boolean().default(false),
    }),
  },
  readPackage: {
    query: z.object({
      kind: z.string().max(20).default(''),
      after: z.coerce.number().int().min(0).default(0),
    }),
  },
  applyPackage: {
    body: z.object({
      /** Who each asked-about user of the package is; null is somebody new. */
      same: z
        .array(z.object({ userId: line(255), personId: id<PersonId>().nullable() }))
        .max(MOST_AT_ONCE)
        .default([]),
      /** Users whose new address signs them in from now on. */
      addresses: z.array(line(255)).max(MOST_AT_ONCE).default([]),
    }),
  },
} as const satisfies Partial<Record<RouteName, RequestShapes>>;

/** What a route takes besides what is in its path. */
export const shapesOf = (name: RouteName): RequestShapes =>
  name in requests ? requests[name as keyof typeof requests] : {};

/** The parameters a path can hold. */
export const pathParams = {
  courseId: id<CourseId>(),
  assignmentId: id<AssignmentId>(),
  submissionId: id<SubmissionId>(),
  sessionId: id<SessionId>(),
  requestId: id<AccountRequestId>(),
  pieceId: id<PieceId>(),
  uploadId: id<UploadId>(),
  fileId: id<FileId>(),
  doorId: id<DoorId>(),
  deliveryId: id<DeliveryId>(),
  pileId: id<PileId>(),
  pilePieceId: id<PilePieceId>(),
  personId: id<PersonId>(),
  studentId: id<PersonId>(),
  yearId: id<YearId>(),
  periodId: id<PeriodId>(),
  blankId: id<BlankId>(),
  copyId: id<CopyId>(),
  renamingId: id<RenamingId>(),
  nameableId: id<string>(),
  packageId: id<PackageId>(),
  subject: z.enum(nameSubjects),
  letters: z.enum(chosenLetters),
  attempt: z.coerce.number().int().min(1).max(10_000),
  token: z.string().regex(/^[A-Za-z0-9_-]{10,64}$/),
} as const;

/** The metadata of an upload (tus `Upload-Metadata`): what it is for, and the name it came with. */
export const uploadMetadata = z
  .object({
    filename: z.string().max(1000).transform(oneLine).pipe(z.string().min(1)),
    /** Into the tray of an assignment … */
    assignmentId: id<AssignmentId>().optional(),
    /** … or as a blank of a course … */
    courseId: id<CourseId>().optional(),
    /** … or into the drawer of whoever sends it. */
    drawer: z.literal('1').optional(),
    /** … or through a side door, by a guest. */
    door: z.literal('1').optional(),
    /** … or with a pile for the sorting table; `filename` is its path there. */
    pileId: id<PileId>().optional(),
  })
  .refine(
    ({ assignmentId, courseId, drawer, door, pileId }) =>
      [assignmentId, courseId, drawer, door, pileId].filter((purpose) => purpose !== undefined).length === 1,
    { message: 'Say what the file is for: an assignment, a course or the drawer' },
  );
