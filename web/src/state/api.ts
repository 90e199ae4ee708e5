import { original } from '@reduxjs/toolkit';
import { createApi } from '@reduxjs/toolkit/query/react';
import type { AnswerOf, JsonRouteName, LiveNotice } from '@vestibul/contract';
import type { CourseId } from '@vestibul/core';
import { contractQuery, type AnyCall, type CallFor } from './contractQuery';

const tagTypes = [
  'Session',
  'People',
  'Courses',
  'Course',
  'Roster',
  'Rack',
  'Submission',
  'Phrases',
  'Marks',
  'Progress',
  'Ledger',
  'Mine',
  'Tray',
  'Blanks',
  'Calendar',
  'Package',
  'Feed',
  'Names',
  'Notices',
  'Door',
  'Deliveries',
  'Table',
  'Sessions',
  'AccountNews',
  'AccountRequests',
] as const;
export type Tag = (typeof tagTypes)[number];

/** What is read again once names were changed. */
const showsNames: readonly Tag[] = ['Names', 'Course', 'Roster', 'Rack', 'Submission', 'Ledger'];

/** What is read again once something on the table was sorted. */
const sorts: readonly Tag[] = ['Table', 'Course', 'Rack', 'Ledger'];

/** Turns the arguments of a hook into a call of the route of that name. */
const ask =
  <Name extends JsonRouteName>(route: Name) =>
  (call: CallFor<Name> | void) =>
    ({ route, ...(call ?? {}) }) as AnyCall;

/** Whoever is told that they are not signed in has been signed out elsewhere: the page asks who is here. */
const queryAsSomebody: typeof contractQuery = async (call, context, extra) => {
  const result = await contractQuery(call, context, extra);
  if (result.error?.code === 'not-signed-in') context.dispatch(api.util.invalidateTags(['Session']));
  return result;
};

/** Every call that the pages make. What a change makes stale is named beside it. */
export const api = createApi({
  baseQuery: queryAsSomebody,
  tagTypes,
  refetchOnReconnect: true,
  endpoints: (build) => {
    const read = <Name extends JsonRouteName>(route: Name, ...tags: Tag[]) =>
      build.query<AnswerOf<Name>, CallFor<Name>>({ query: ask(route), providesTags: tags });
    const plainRead = <Name extends JsonRouteName>(route: Name, ...tags: Tag[]) =>
      build.query<AnswerOf<Name>, void>({ query: ask(route), providesTags: tags });
    const change = <Name extends JsonRouteName>(route: Name, ...stale: Tag[]) =>
      build.mutation<AnswerOf<Name>, CallFor<Name>>({
        query: ask(route),
        // A change that failed may have failed because what the page shows is old.
        invalidatesTags: stale,
      });
    const all = [...tagTypes];
    return {
      readSession: plainRead('readSession', 'Session'),
      signIn: change('signIn', ...all),
      signOut: change('signOut'),
      listDemoPeople: plainRead('listDemoPeople'),
      signInAsDemo: change('signInAsDemo', ...all),
      readWelcome: read('readWelcome'),
      acceptWelcome: change('acceptWelcome', ...all),
      listPeople: read('listPeople', 'People'),
      addPerson: change('addPerson', 'People'),
      renewLink: change('renewLink', 'People'),
      closeAccount: change('closeAccount', 'People'),
      openAccount: change('openAccount', 'People'),
      endSessions: change('endSessions', 'People'),
      listAccountRequests: plainRead('listAccountRequests', 'AccountRequests'),
      settleAccountRequest: change('settleAccountRequest', 'AccountRequests', 'People'),
      readTrouble: plainRead('readTrouble'),
      askOffice: change('askOffice'),
      listMySessions: plainRead('listMySessions', 'Sessions'),
      endMySessions: change('endMySessions', 'Sessions'),
      endMySession: change('endMySession', 'Sessions'),
      listAccountNews: plainRead('listAccountNews', 'AccountNews'),
      markNewsSeen: change('markNewsSeen', 'AccountNews'),

      listYears: plainRead('listYears', 'Courses'),
      changeSchool: change('changeSchool', 'Session'),
      makeYear: change('makeYear', 'Courses'),
      changeYear: change('changeYear', 'Courses', 'Course'),
      planYear: read('planYear', 'Courses'),
      beginYear: change('beginYear', 'Courses'),
      listCourses: plainRead('listCourses', 'Courses'),
      makeCourse: change('makeCourse', 'Courses'),
      readCourse: read('readCourse', 'Course'),
      changeCourse: change('changeCourse', 'Course', 'Courses'),
      giveCourse: change('giveCourse', 'Course', 'Courses'),
      addPeriod: change('addPeriod', 'Course'),
      changePeriod: change('changePeriod', 'Course', 'Calendar'),
      setGroups: change('setGroups', 'Course', 'Roster', 'Rack'),
      putInGroup: change('putInGroup', 'Roster', 'Rack'),
      addStaff: change('addStaff', 'Course'),
      changeStaff: change('changeStaff', 'Course'),
      removeStaff: change('removeStaff', 'Course'),
      readRoster: read('readRoster', 'Roster'),
      previewRoster: build.mutation<AnswerOf<'previewRoster'>, CallFor<'previewRoster'>>({
        query: ask('previewRoster'),
      }),
      joinRoster: change('joinRoster', 'Roster', 'Course', 'Rack', 'Courses', 'Blanks'),
      moveStudents: change('moveStudents', 'Roster', 'Course', 'Rack', 'Blanks'),
      leaveCourse: change('leaveCourse', 'Roster', 'Course', 'Rack', 'Courses'),
      comeBack: change('comeBack', 'Roster', 'Course', 'Rack', 'Courses', 'Blanks'),
      previewStudent: build.mutation<AnswerOf<'previewStudent'>, CallFor<'previewStudent'>>({
        query: ask('previewStudent'),
      }),
      changeStudent: change('changeStudent', 'Roster', 'Course', 'Rack', 'Submission', 'Blanks'),
      makeSlips: change('makeSlips'),
      setRule: change('setRule', 'Course', 'Names'),
      setOffRule: change('setOffRule', 'Course'),
      readNaming: read('readNaming', 'Course', 'Roster'),
      previewRenaming: build.mutation<AnswerOf<'previewRenaming'>, CallFor<'previewRenaming'>>({
        query: ask('previewRenaming'),
      }),
      startRenaming: change('startRenaming'),
      readRenaming: read('readRenaming'),
      cancelRenaming: change('cancelRenaming'),
      undoRenaming: change('undoRenaming'),
      listRenamings: read('listRenamings', 'Names'),
      checkNames: read('checkNames', 'Names', 'Course', 'Roster'),
      findNames: read('findNames', 'Names'),
      rename: change('rename', ...showsNames),
      makeFolders: change('makeFolders', 'Course', 'Roster', 'Rack'),
      makeAssignment: change('makeAssignment', 'Course', 'Courses', 'Calendar', 'Blanks'),
      changeAssignment: change('changeAssignment', 'Course', 'Rack', 'Calendar', 'Blanks'),
      copyAssignments: change('copyAssignments', 'Course', 'Courses', 'Calendar'),
      dropAssignment: change('dropAssignment', 'Course', 'Courses', 'Rack', 'Calendar', 'Blanks'),
      moveDue: change('moveDue', 'Rack', 'Calendar', 'Ledger'),
      moveDues: change('moveDues', 'Rack', 'Calendar', 'Ledger'),
      readNotices: plainRead('readNotices', 'Notices'),
      setNotices: change('setNotices', 'Notices'),
      stopLetters: change('stopLetters', 'Notices'),
      previewDues: read('previewDues', 'Rack', 'Course'),
      previewReminder: read('previewReminder', 'Rack'),
      sendReminder: change('sendReminder', 'Ledger', 'Rack'),
      listBlanks: read('listBlanks', 'Blanks'),
      keepBlank: change('keepBlank', 'Blanks'),
      putAwayBlank: change('putAwayBlank', 'Blanks'),
      listCopies: read('listCopies', 'Blanks'),
      handOut: change('handOut', 'Blanks', 'Ledger'),
      readAssignment: read('readAssignment', 'Course'),

      readRack: read('readRack', 'Rack'),
      readProgress: read('readProgress', 'Progress', 'Blanks'),
      findWord: read('findWord', 'Rack'),
      readAlike: read('readAlike', 'Blanks'),
      readAlikePair: read('readAlikePair'),
      readLevels: read('readLevels', 'Marks', 'Rack', 'Course'),
      readMarks: read('readMarks', 'Marks', 'Rack', 'Course', 'Roster'),
      readSubmission: build.query<AnswerOf<'readSubmission'>, CallFor<'readSubmission'>>({
        query: ask('readSubmission'),
        providesTags: (_answer, _failure, { params }) => [{ type: 'Submission', id: params.submissionId }],
      }),
      markSeen: change('markSeen', 'Ledger'),
      lookAt: change('lookAt'),
      comment: change('comment', 'Submission', 'Ledger'),
      changeComment: change('changeComment', 'Submission', 'Ledger'),
      removeComment: change('removeComment', 'Submission', 'Ledger'),
      answerComment: change('answerComment', 'Submission', 'Ledger'),
      setCommentDone: change('setCommentDone', 'Submission', 'Ledger'),
      markRead: change('markRead', 'Mine'),
      listPhrases: read('listPhrases', 'Phrases', 'Course'),
      keepPhrase: change('keepPhrase', 'Phrases', 'Ledger'),
      changePhrase: change('changePhrase', 'Phrases', 'Ledger'),
      removePhrase: change('removePhrase', 'Phrases', 'Ledger'),
      listNotes: build.query<AnswerOf<'listNotes'>, CallFor<'listNotes'>>({
        query: ask('listNotes'),
        providesTags: (_answer, _failure, { params }) => [{ type: 'Submission', id: params.submissionId }],
      }),
      addNote: change('addNote', 'Submission', 'Ledger'),
      removeNote: change('removeNote', 'Submission', 'Ledger'),
      setScore: change('setScore', 'Submission', 'Ledger'),
      changeScore: change('changeScore', 'Submission', 'Ledger', 'Rack'),
      review: change('review', 'Submission', 'Ledger'),
      recordInClass: change('recordInClass', 'Rack', 'Ledger'),
      undoInClass: change('undoInClass', 'Rack', 'Submission', 'Ledger'),
      movePlacing: change('movePlacing', 'Rack', 'Submission', 'Table', 'Deliveries', 'Ledger'),
      withdrawReview: change('withdrawReview', 'Submission', 'Ledger'),
      approve: change('approve', 'Submission', 'Ledger'),
      sendBack: change('sendBack', 'Submission', 'Ledger', 'Rack'),
      checkHandBack: read('checkHandBack', 'Submission', 'Rack', 'Course', 'Roster'),
      handBack: change('handBack', 'Submission', 'Ledger'),
      takeIntoReview: change('takeIntoReview', 'Submission', 'Ledger'),
      readLedger: read('readLedger', 'Ledger'),
      readHappened: read('readHappened', 'Ledger'),
      listOwners: read('listOwners', 'Ledger', 'Rack'),
      readCustody: read('readCustody', 'Ledger', 'Rack'),
      keepFiles: change('keepFiles', 'Ledger'),
      endKeeping: change('endKeeping', 'Ledger'),

      readDoor: read('readDoor', 'Door'),
      enterDoor: change('enterDoor', 'Door'),
      confirmVisit: change('confirmVisit', 'Door'),
      leaveDoor: change('leaveDoor', 'Door'),
      deliver: change('deliver', 'Door'),
      listDoors: read('listDoors', 'Deliveries'),
      makeDoor: change('makeDoor', 'Deliveries'),
      changeDoor: change('changeDoor', 'Deliveries'),
      shutDoor: change('shutDoor', 'Deliveries'),
      openDoor: change('openDoor', 'Deliveries'),
      listDeliveries: read('listDeliveries', 'Deliveries'),
      placeDelivery: change('placeDelivery', 'Deliveries', 'Rack', 'Ledger'),
      turnAway: change('turnAway', 'Deliveries', 'Ledger'),
      decideAgain: change('decideAgain', 'Deliveries', 'Rack', 'Ledger'),
      listPiles: read('listPiles', 'Table'),
      makePile: change('makePile', 'Table', 'Ledger'),
      readPile: read('readPile', 'Table'),
      endSending: change('endSending', 'Table'),
      stopPile: change('stopPile', 'Table'),
      readTable: read('readTable', 'Table'),
      listAlike: read('listAlike', 'Table'),
      sortPieces: change('sortPieces', ...sorts),
      undoSorting: change('undoSorting', ...sorts),
      redoSorting: change('redoSorting', ...sorts),
      listKnownWords: read('listKnownWords', 'Table'),
      forgetWords: change('forgetWords', 'Table'),

      readCalendar: read('readCalendar', 'Calendar'),
      readFeedAddress: plainRead('readFeedAddress', 'Feed'),
      renewFeed: change('renewFeed', 'Feed'),
      readPackage: read('readPackage', 'Package'),
      applyPackage: change('applyPackage', 'Package', 'Courses', 'Course', 'Roster', 'People'),
      listMyAssignments: plainRead('listMyAssignments', 'Mine'),
      listMyFiles: read('listMyFiles', 'Mine'),
      listMyCopies: read('listMyCopies', 'Mine'),
      listPeriodPieces: read('listPeriodPieces', 'Mine'),
      listMyLoose: read('listMyLoose', 'Mine'),
      dropFile: change('dropFile', 'Tray', 'Mine'),
      listMyTrash: read('listMyTrash', 'Mine'),
      restoreFile: change('restoreFile', 'Tray', 'Mine'),
      addLink: change('addLink', 'Tray', 'Mine'),
      startText: change('startText', 'Tray', 'Mine'),
      // Read anew each time its page is opened: it is what is written on.
      readText: build.query<AnswerOf<'readText'>, CallFor<'readText'>>({
        query: ask('readText'),
        keepUnusedDataFor: 0,
      }),
      // The page that writes knows what it wrote; the list beside it is read again when the text is closed.
      writeText: change('writeText'),
      addFromDrawer: change('addFromDrawer', 'Tray', 'Mine'),
      orderTray: change('orderTray', 'Tray'),
      takeBack: change('takeBack', 'Tray', 'Mine', 'Submission'),
      previewTray: read('previewTray', 'Course', 'Roster'),
      readTray: read('readTray', 'Tray'),
      turnIn: change('turnIn', 'Tray', 'Mine', 'Submission'),
      endUpload: change('endUpload', 'Tray', 'Mine'),
      dropUpload: change('dropUpload', 'Tray', 'Mine'),
    };
  },
});

export type Slot = AnswerOf<'readRack'>['slots'][number];
/** Works of an assignment that are much the same. */
export type Alike = AnswerOf<'readAlike'>;
export type WorkProgress = AnswerOf<'readProgress'>['works'][number];
export type RackStudent = AnswerOf<'readRack'>['students'][number];
export type RosterStudent = AnswerOf<'readRoster'>[number];
export type Course = AnswerOf<'readCourse'>;
export type Submission = AnswerOf<'readSubmission'>;
export type Piece = Submission['pieces'][number];
export type Blank = AnswerOf<'listBlanks'>[number];
export type Receipt = AnswerOf<'turnIn'>;
export type TrayUpload = AnswerOf<'readTray'>['uploads'][number];

/** Has the page read again what shows names, once many were changed. */
export const staleNames = () => api.util.invalidateTags([...showsNames]);

/** Whose slot of which assignment, as the stream tells it; `slot` is null where nothing is in it. */
export type SlotNow = Omit<Extract<LiveNotice, { kind: 'slot' }>, 'kind'>;

/** Finds somebody's slot of an assignment. */
export const isSlotOf =
  ({ studentId, assignmentId }: Pick<SlotNow, 'studentId' | 'assignmentId'>) =>
  (slot: Slot): boolean =>
    slot.studentId === studentId && slot.assignmentId === assignmentId;

/** What tells one slot of a course from another. */
export const slotKey = ({ studentId, assignmentId }: Pick<SlotNow, 'studentId' | 'assignmentId'>) =>
  `${studentId} ${assignmentId}`;

/** Puts slots of a course into the rack that is on screen, without reading the whole rack again; of several of one slot the last. */
export function putSlots(courseId: CourseId, changed: readonly SlotNow[]) {
  return api.util.updateQueryData('readRack', { params: { courseId } }, (rack) => {
    // Looked for in what was there: through the draft every slot of the course would be copied for each that changed.
    const places = new Map(original(rack)!.slots.map((slot, at) => [slotKey(slot), at]));
    const gone: number[] = [];
    for (const [key, { slot }] of new Map(changed.map((one) => [slotKey(one), one]))) {
      const at = places.get(key);
      if (!slot) gone.push(...(at === undefined ? [] : [at]));
      else if (at === undefined) rack.slots.push(slot);
      else rack.slots[at] = slot;
    }
    for (const at of gone.toSorted((a, b) => b - a)) rack.slots.splice(at, 1);
  });
}
