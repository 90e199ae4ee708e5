import { z } from 'zod';
import {
  nameSubjects,
  columnMeanings,
  separators,
  type AssignmentId,
  type BlankId,
  type CourseId,
  type DoorId,
  type FolderId,
  type GroupId,
  type LocalTime,
  type PeriodId,
  type PersonId,
  type PieceId,
  type PileId,
  type PilePieceId,
  type RenamingId,
  type SubmissionId,
  type UploadId,
  type YearId,
} from '@vestibul/core';
import { accountAnswers } from './accountShapes';
import { delivery, guestDoor, sideDoor } from './doorShapes';
import { accounted, onTable, pile, sortedAnswer } from './pileShapes';
import type { RouteName } from './routes';
import { looseFiles, tray, turnedInFiles } from './studentShapes';
import {
  branded,
  instant,
  count,
  state,
  personName,
  period,
  year,
  fullAssignment,
  attendance,
  rosterStudent,
  course,
  slot,
  receipt,
  submission,
  judgedRow,
  newName,
  nameFault,
  nameSegment,
  nameValues,
  renaming,
  blank,
  digests,
  copy,
  ledgerLine,
  packageChange,
  packageSummary,
  done,
} from './shapes';

/** How many, and some of them by name. */
const named = z.object({ total: z.number(), names: z.array(personName) });

/** What each route answers with when it succeeds; routes that answer with bytes or events are not here. */
export const answers = {
  ...accountAnswers,
  changeSchool: done,
  listYears: z.array(year),
  makeYear: z.object({ id: branded<YearId>() }),
  changeYear: done,
  planYear: z.object({
    courses: z.array(
      z.object({
        id: branded<CourseId>(),
        title: z.string(),
        /** Whether the new year has a course of this title already. */
        isThere: z.boolean(),
        periods: z.array(period),
        groups: count,
        blanks: count,
        assignments: z.array(
          z.object({
            id: branded<AssignmentId>(),
            title: z.string(),
            dues: z.array(
              z.object({
                periodId: branded<PeriodId>(),
                was: branded<LocalTime>(),
                dueLocal: branded<LocalTime>(),
              }),
            ),
          }),
        ),
      }),
    ),
  }),
  beginYear: z.object({ courses: z.array(branded<CourseId>()) }),
  listCourses: z.array(
    z.object({
      id: branded<CourseId>(),
      title: z.string(),
      yearId: branded<YearId>(),
      yearLabel: z.string(),
      isOver: z.boolean(),
      teacher: z.string(),
      students: count,
      assignments: count,
    }),
  ),
  makeCourse: z.object({ id: branded<CourseId>() }),
  readCourse: course,
  changeCourse: done,
  giveCourse: done,
  addPeriod: z.object({ id: branded<PeriodId>() }),
  changePeriod: done,
  setGroups: done,
  putInGroup: done,
  addStaff: done,
  changeStaff: done,
  removeStaff: done,
  readRoster: z.array(rosterStudent),
  previewRoster: z.object({
    separator: z.enum(separators),
    columns: z.array(z.enum(columnMeanings)),
    /** The line on which the headings stand; 0 where there are none. */
    headingLine: count,
    /** The line on which the people begin. */
    firstLine: count,
    enough: z.boolean(),
    /** The first rows as they stand, for choosing rows and columns by hand. */
    sample: z.array(z.object({ line: count, cells: z.array(z.string()) })),
    rows: z.array(judgedRow),
    /** The names of everybody that a row means or may mean. */
    people: z.array(personName.extend({ email: z.string(), periodId: branded<PeriodId>().nullable() })),
    /** Who is on the roster and in no row. */
    leavers: z.array(branded<PersonId>()),
  }),
  joinRoster: z.object({
    joined: count,
    cameBack: count,
    moved: count,
    newNames: count,
    /** New names of the list that were left as they were: they are the office's to change. */
    namesLeft: count,
    left: count,
    folders: count,
    copies: count,
    /** Who joined or came back. */
    students: z.array(branded<PersonId>()),
  }),
  leaveCourse: done,
  comeBack: done,
  previewStudent: z.object({ names: z.array(newName) }),
  moveStudents: z.object({ renamed: count }),
  changeStudent: z.object({ renamed: count }),
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
  makeAssignment: z.object({ id: branded<AssignmentId>() }),
  changeAssignment: done,
  copyAssignments: z.object({ copied: count }),
  dropAssignment: done,
  readAssignment: fullAssignment,
  moveDue: done,
  /** Whose work that is in would be late by other times, or no longer; some of them by name. */
  previewDues: z.object({ becomeLate: named, becomeInTime: named, lateOtherwise: z.number() }),
  previewReminder: z.object({
    canMail: z.boolean(),
    /** Who has nothing in. */
    missing: z.array(
      personName.extend({
        periodId: branded<PeriodId>(),
        hasAddress: z.boolean(),
        /** When they were last reminded of it. */
        remindedAt: instant.nullable(),
      }),
    ),
    /** As the first of them would read it. */
    sample: z.object({ subject: z.string(), text: z.string() }).nullable(),
  }),
  sendReminder: z.object({ sent: count }),
  listBlanks: z.array(blank),
  keepBlank: z.object({ id: branded<BlankId>(), version: count }),
  putAwayBlank: done,
  listCopies: z.object({
    holders: z.array(
      personName.extend({
        periodId: branded<PeriodId>(),
        /** The newest copy that the student has; null has none. */
        version: count.nullable(),
        handedOutAt: instant.nullable(),
        copies: count,
      }),
    ),
    next: z.string().nullable(),
  }),
  handOut: z.object({ handedOut: count }),
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
  readSubmission: submission,
  markSeen: done,
  comment: done,
  review: done,
  withdrawReview: done,
  /** Where it is now. */
  movePlacing: z.object({ submissionId: branded<SubmissionId>(), attempt: count }),
  approve: z.object({ approved: count, newer: count }),
  sendBack: z.object({ sentBack: count, newer: count }),
  handBack: z.object({
    handedBack: count,
    /** Those that are handed back when the pause is over. */
    waiting: count,
    newer: count,
  }),
  takeIntoReview: z.object({
    /** Those that were about to be handed back and now are not. */
    kept: count,
    takenBack: count,
    newer: count,
  }),
  readLedger: z.object({ lines: z.array(ledgerLine), total: count, next: count.nullable() }),
  readCalendar: z.array(
    z.object({
      assignmentId: branded<AssignmentId>(),
      title: z.string(),
      courseId: branded<CourseId>(),
      courseTitle: z.string(),
      due: instant,
      dueLocal: branded<LocalTime>(),
      isDraft: z.boolean(),
      periods: z.array(period),
    }),
  ),
  readFeedAddress: z.object({ path: z.string().nullable() }),
  renewFeed: z.object({ path: z.string() }),
  readNotices: z.object({
    digest: z.enum(digests),
    /** Whether they want a letter when work comes back. */
    returnLetters: z.boolean(),
    email: z.string(),
    /** Whether this school sends mail at all. */
    canMail: z.boolean(),
  }),
  setNotices: done,
  stopLetters: done,
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
      /** When the newest attempt was sent back, where nothing was turned in since. */
      sentBackAt: instant.nullable(),
    }),
  ),
  listMyCopies: z.object({ copies: z.array(copy), next: z.string().nullable() }),
  listPeriodPieces: z.array(
    z.object({
      student: personName,
      turnedInAt: instant,
      pieces: z.array(
        z.object({
          id: branded<PieceId>(),
          name: z.string(),
          form: z.string(),
          mime: z.string(),
          bytes: count,
        }),
      ),
    }),
  ),
  listMyFiles: turnedInFiles,
  listMyLoose: looseFiles,
  dropFile: done,
  addLink: z.object({ id: branded<UploadId>() }),
  startText: z.object({ id: branded<UploadId>() }),
  readText: z.object({
    title: z.string(),
    text: z.string(),
    version: count,
    /** The window that wrote the last words; '' before any did. */
    writer: z.string(),
    keptAt: instant,
  }),
  writeText: z.object({ version: count, keptAt: instant }),
  addFromDrawer: z.object({ added: count }),
  orderTray: done,
  takeBack: z.object({ attempt: count, inTray: count }),
  /** Null where nobody on the roster is given it. */
  previewTray: z.object({ as: personName, tray }).nullable(),
  readTray: tray,
  turnIn: receipt,
  endUpload: done,
  dropUpload: done,
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
  decideAgain: done,
  listPiles: z.array(pile),
  makePile: z.object({ id: branded<PileId>() }),
  readPile: pile.extend({ pieces: z.array(accounted), next: z.string().nullable() }),
  endSending: done,
  stopPile: done,
  readTable: z.object({
    pieces: z.array(onTable),
    next: z.string().nullable(),
    toSort: count,
    later: count,
    undo: count,
    redo: count,
  }),
  listAlike: z.object({ ids: z.array(branded<PilePieceId>()) }),
  sortPieces: sortedAnswer,
  undoSorting: sortedAnswer,
  redoSorting: sortedAnswer,
  listKnownWords: z.array(z.object({ words: z.string(), studentId: branded<PersonId>(), at: instant })),
  forgetWords: done,
  takePackage: packageSummary,
  readPackage: packageSummary.extend({
    changes: z.array(packageChange),
    next: count.nullable(),
  }),
  applyPackage: packageSummary,
} as const satisfies Partial<Record<RouteName, z.ZodType>>;
