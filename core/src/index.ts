export type * from './ids';
export { groupBy } from './groupBy';

export { parseRule, writeFilter, writeRule } from './naming/parseRule';
export type { Filter, Rule, RuleFault, RuleNode } from './naming/parseRule';
export { partNames, pieceParts } from './naming/parts';
export type { PartName } from './naming/parts';
export { nameKey } from './text/nameKey';
export { LONGEST_NAME_BYTES, hasForbidden, legalStem, legalText, utf8Bytes } from './naming/makeLegal';
export { writeName } from './naming/writeName';
export type { NameSegment, NameValues, Naming, WrittenName } from './naming/writeName';
export { writeUniqueName, writeUniqueNames } from './naming/writeUniqueName';
export { offRules, passDoor } from './naming/atDoor';
export type { OffRule, Passage } from './naming/atDoor';
export { courseValues, folderNaming, pieceNaming, studentValues } from './naming/nameValues';
export type { NamingCourseFacts, NamingPieceFacts, NamingStudentFacts } from './naming/nameValues';
export { partsOfName } from './naming/partsOfName';
export { splitName, withoutExtension } from './naming/splitName';
export { nameOrders } from './naming/sortNames';
export type { NameOrder } from './naming/sortNames';
export { checkJoining, checkRule, nameSubjects } from './naming/checkRule';
export type {
  CheckedName,
  JoiningCheck,
  NameSubject,
  NamingCourse,
  RuleCheck,
  RuleProblem,
} from './naming/checkRule';
export { findHanging } from './naming/hangingSeparators';
export type { HangingSeparators } from './naming/hangingSeparators';
export { mendRule } from './naming/mendRule';
export type { RuleMend } from './naming/mendRule';
export { faultsOfName, nameFaults } from './naming/judgeName';
export type { NameFault, NameFaultCode } from './naming/judgeName';
export { makeNameReader } from './naming/readName';

export { makeIdentifier } from './identify/identify';
export type { ExtraBits, Identification, Identifier, IdentifyCourse, Side } from './identify/identification';
export { partReadings } from './identify/nameParts';
export type { NamePart, PartReading } from './identify/nameParts';
export { personLikenesses, personParts } from './identify/peopleIndex';
export type { PersonMatch } from './identify/peopleIndex';
export { AccountTally, withoutAccounts } from './identify/accountTally';
export { weighBeside } from './identify/besideName';
export { explainEvidence } from './identify/explainEvidence';
export type { Seen } from './identify/explainEvidence';
export type { PersonElsewhere } from './identify/elsewhere';
export type { Evidence } from './identify/besideName';
export { makeBlankReader, type BlankReader } from './identify/blanks';
export { evidenceOfText } from './identify/textEvidence';
export {
  arrivedOf,
  isLitter,
  pieceNotes,
  pileStates,
  pointsOutside,
  refusals,
  stays,
  tableStates,
} from './sorting/pile';
export { alikeBy } from './sorting/alike';
export type { PieceNote, PileCounts, PileState, Refusal, Stay, TableState } from './sorting/pile';
export { identifyStanding } from './identify/standing';
export { makeReasonSayer } from './identify/sayReasons';
export type { ReasonSayer } from './identify/sayReasons';
export { solveOneToOne } from './identify/oneToOne';
export { QUESTIONS_PER_MISFILE, SURE_ENOUGH } from './identify/costs';
export { makeVisitorReader } from './identify/visitorReader';
export type { Candidate, Coming, ComingReason, Visitor } from './identify/visitorReader';

export { decodeText, isText } from './roster/decodeText';
export { BYTE_ORDER_MARK, csvForm, oneLine } from './text/cells';
export { columnLetters } from './text/columnLetters';
export { readRichText } from './text/richText';
export type { RichText } from './text/richText';
export { readRows } from './text/readRows';
export { readTable, separators } from './roster/readTable';
export type { ReadTable, Separator } from './roster/readTable';
export { columnMeanings, looksLikeEmail } from './roster/recogniseColumns';
export type { ColumnMeaning } from './roster/recogniseColumns';
export { asRecognised, readList } from './roster/readList';
export { mendCapitals } from './roster/mendCapitals';
export type { ListOptions, ReadList, SaidOfList } from './roster/readList';
export { splitPersonName } from './roster/splitPersonName';
export { periodNumberIn, rowOutcomes } from './roster/judgeRows';
export { LONGEST_FIELD } from './roster/readPerson';
export type {
  RowOutcome,
  JudgedRow,
  KnownPerson,
  ListedPerson,
  PeriodChoice,
  RowReason,
} from './roster/judgeRows';
export { MOST_GROUPS, groupMarks, isLanguage, sortOrders, sortPeople } from './roster/groups';
export type { GroupMark, SortOrder } from './roster/groups';
export { peopleColumns, peopleFormats, peopleHeadings, writeAddresses } from './roster/peopleColumns';
export type { PeopleColumn, PeopleFormat, PersonOut } from './roster/peopleColumns';
export { writePeople } from './roster/writePeople';
export type { PackageFault, PackageFile } from './roster/oneRoster/columns';
export { emptyLists, readPackage } from './roster/oneRoster/readPackage';
export type { LeftOut, ReadPackage, RosterPackage } from './roster/oneRoster/readPackage';
export type { PackageAnswers } from './roster/oneRoster/matchPeople';
export { comparePackage, packageChangeKinds } from './roster/oneRoster/comparePackage';
export type { PackageChangeKind, PackagePlan, SchoolLists } from './roster/oneRoster/comparePackage';
export { makeSlipCode, readSlipCode, writeSlipCode } from './access/slipCode';
export { fullName } from './text/fullName';
export { plainWords, withoutMarks } from './text/plainWords';

export {
  instantToLocal,
  isLocalTime,
  isTimeZone,
  localToInstant,
  readLocalTime,
  toInstant,
} from './deadline/zonedTime';
export type { ClockReading } from './deadline/zonedTime';
export { LONGEST_GRACE, lateCounts, latenessOf, sayDuration } from './deadline/lateness';
export type { LatenessRule, LateCounts } from './deadline/lateness';
export { askOf } from './deadline/askOf';
export { dueFor } from './deadline/dueFor';
export type { OwnDue, PeriodDue } from './deadline/dueFor';
export { addDays, daysBetween, isOver } from './calendar/days';
export { moveToYear } from './calendar/moveToYear';
export { HIGHEST_PERIOD, LONGEST_CYCLE, meetingsOn, nextMeeting } from './calendar/meetings';
export type { Meeting, MeetingPattern } from './calendar/meetings';
export { QUARTER_SECONDS, acts, countActs, dayOfQuarter, kindOfAct, sumActs } from './progress/acts';
export type { Act, ActCounts, CountedLines } from './progress/acts';
export { whatWaits } from './progress/whatWaits';
export { writeWeek } from './notices/writeWeek';
export type { WeekOfCourse } from './notices/writeWeek';
export { stateOfSlot } from './submissions/stateOfSlot';
export { waitsForHandBack, waitsForReview } from './submissions/waits';
export { QUIET_DAYS, arrivalsByDue, arrivalsByWeek, goneQuiet } from './progress/happened';
export type { ArrivalBar, ArrivalWeek, Arrived, Asked, Quiet } from './progress/happened';
export { addMonths, weekOf, weeksOfMonth } from './calendar/weeks';
export { MOST_PIXELS } from './submissions/pixels';
export { LOCKED_MIME, drawnForms, formOf, forms } from './submissions/formOf';
export type { Form } from './submissions/formOf';
export { countingAttempt, countings } from './submissions/countingAttempt';
export type { AttemptFacts, Counting } from './submissions/countingAttempt';
export {
  LINK_EXTENSION,
  LINK_MIME,
  LONGEST_LINK,
  readAddress,
  readUriList,
  titleOfAddress,
  writeUriList,
} from './submissions/link';
export type { Link } from './submissions/link';
export {
  LONGEST_RECORDING,
  noRecording,
  offeredKinds,
  placeCamera,
  recordingKinds,
  sayElapsed,
  timeLeft,
} from './submissions/recording';
export type { RecordingKind, RecordingRules } from './submissions/recording';
export { LONGEST_QUOTE, LONGEST_SHEET_NAME, SURROUNDINGS, compareAnchors } from './review/anchors/anchor';
export type { Anchor, Area, Cells, Quote, Span } from './review/anchors/anchor';
export { annotationCollection } from './review/anchors/annotations';
export type { Said } from './review/anchors/annotations';
export { findQuote, quoteAt } from './review/anchors/quote';
export type { Stretch } from './review/anchors/quote';
export { anchorOf, selectorsOf } from './review/anchors/selectors';
export type { Selector } from './review/anchors/selectors';
export { stretchesToCover, wordsToCover } from './review/coverNames';
export { handBackDoubts, makeHandBackCheck } from './review/handBackCheck';
export type { HandBackDoubt } from './review/handBackCheck';
export { countedPoints, noLateRule, percentOff } from './review/lateRule';
export type { LateRule } from './review/lateRule';
export { gradebookFiles, markDetails, markTable } from './review/markTables';
export type { Cells as TableCells } from './review/markTables';
export { totalOf } from './review/markBook';
export type { BookAssignment, BookStudent, Mark, MarkBook, Total } from './review/markBook';
export { PHRASE_KEY, fillPhrase, phraseAsked, phraseOfKey, phrasesFor } from './review/phrases';
export type { Phrase, PhraseFacts } from './review/phrases';
export { faultOf, isScoredSo, levelStep, levelsOf, pointsStep, pointsOf, takeStep } from './review/score';
export type { Given, ScoreStep, StepFault } from './review/score';
export { barsOf, countedOf, levelCounts, yearOf } from './review/scorePictures';
export { besideWords } from './review/beside/besideWords';
export type { BesideWords, Run, WordRow } from './review/beside/besideWords';
export { besideCells, isChangedCell } from './review/beside/besideCells';
export type { BesideCells, CellPair, CellRow } from './review/beside/besideCells';
export { besidePixels } from './review/beside/besidePixels';
export type { BesidePixels, ChangedPart } from './review/beside/besidePixels';
export { linesOf, sentencesOf } from './review/beside/paragraphsOf';
export { spreadOf } from './review/spread';
export type { Spread } from './review/spread';
export { isSpokenTooLong, spokenRules } from './review/spoken';
export { stamps, stampWords } from './review/stamps';
export type { Stamp } from './review/stamps';
export { mostPoints } from './review/scoring';
export type { Criterion, Scoring } from './review/scoring';
export { progressOf, progressStates } from './progress/progressOf';
export type { Extracted, Progress, ProgressState } from './progress/progressOf';
export { ALIKE_FROM, findAlike } from './progress/findAlike';
export { equalPassages } from './progress/equalPassages';
export type { EqualPassage, MarkedText } from './progress/equalPassages';
export type { AlikePair, ComparedWork } from './progress/findAlike';
export { workPaths } from './submissions/workPaths';
export { isOverdue, nothingIn, stateOf, submissionStates } from './submissions/stateOf';
export type { Attendance, SubmissionFacts, SubmissionState } from './submissions/stateOf';

export { afterwards, courseStaffRoles, standings } from './access/roles';
export type { Afterwards, CourseStaffRole, Standing } from './access/roles';
export { courseLevels, decide, deskLevels, levels, mayNameStaff, reaches } from './access/decide';
export { keysOf, type Key, type OwnedThing } from './access/keysOf';
export type { Access, Level, Reason, Seeker, Showing, Thing } from './access/decide';

export { accountNews, keeperOf, mayKeepAccount, mayRename } from './access/account';
export type { AccountFacts, AccountNews, Keeper } from './access/account';
export {
  chosenLetters,
  sayWhen,
  writeAccountLetter,
  writeCode,
  writeDigest,
  writeReminder,
  writeReturn,
} from './notices/letters';
export type { ChosenLetters, DigestPart, Letter, ReminderFacts } from './notices/letters';
export { canonical } from './ledger/canonical';
export { canonicalEvent, eventKinds } from './ledger/event';
export { eventGroups, kindsOf, type EventGroup } from './ledger/eventGroups';
export type { EventAbout, EventFacts, EventKind, LedgerEvent } from './ledger/event';
export { inclusionPath, nodesOfNewLeaf, rootOf, rootOfPath } from './ledger/proof';
export type { NodeAt, TreeNode } from './ledger/proof';
export { oldBy } from './ledger/makesOld';
export type { LineAbout, OldSlot, OldThings } from './ledger/makesOld';
export { RECEIPT_FORMAT, headText, verifyReceipt } from './ledger/receipt';
export type { Head, ReceiptFile, ReceiptVerdict } from './ledger/receipt';
export { leafHash, nodeHash, rootHash, sha256Hex } from './ledger/tree';
