export type * from './ids';

export { parseRule, partNames, filterNames } from './naming/parseRule';
export type { ParsedRule, PartName, Rule, RuleFault, RuleNode, Filter } from './naming/parseRule';
export { LONGEST_NAME_BYTES, legalStem, legalText, nameKey, utf8Bytes } from './naming/makeLegal';
export { writeName } from './naming/writeName';
export type { NameSegment, NameValues, WrittenName } from './naming/writeName';
export { writeUniqueName, writeUniqueNames } from './naming/writeUniqueName';
export { partsOfName } from './naming/partsOfName';
export { splitName } from './naming/splitName';

export { decodeText } from './roster/decodeText';
export { readTable } from './roster/readTable';
export type { ReadTable, Separator } from './roster/readTable';
export { columnMeanings, looksLikeEmail, recogniseColumns } from './roster/recogniseColumns';
export type { ColumnMeaning, RecognisedColumns } from './roster/recogniseColumns';
export { readList } from './roster/readList';
export type { ListOptions, ReadList } from './roster/readList';
export { splitPersonName } from './roster/splitPersonName';
export { LONGEST_FIELD, fates, judgeRows } from './roster/judgeRows';
export type { Fate, JudgedRow, KnownPerson, ListedPerson, PeriodChoice, RowReason } from './roster/judgeRows';
export { MOST_GROUPS, groupMarks, isLanguage, sortOrders, sortPeople } from './roster/groups';
export type { GroupMark, SortOrder } from './roster/groups';
export { peopleColumns, peopleFormats, peopleHeadings, writeAddresses } from './roster/peopleColumns';
export type { PeopleColumn, PeopleFormat, PersonOut } from './roster/peopleColumns';
export { writePeople } from './roster/writePeople';
export type { PackageFault, PackageFile } from './roster/oneRoster/columns';
export { readPackage } from './roster/oneRoster/readPackage';
export type { ReadPackage, RosterPackage } from './roster/oneRoster/readPackage';
export { comparePackage, packageChangeKinds } from './roster/oneRoster/comparePackage';
export type { PackageChangeKind, PackagePlan, SchoolLists } from './roster/oneRoster/comparePackage';
export { plainWords } from './text/plainWords';

export {
  instantToLocal,
  isLocalTime,
  isTimeZone,
  localToInstant,
  readLocalTime,
  toInstant,
} from './deadline/zonedTime';
export type { ClockReading } from './deadline/zonedTime';
export { LONGEST_GRACE, countedMoment, lateBy, lateCounts, sayDuration } from './deadline/lateness';
export type { LateCounts } from './deadline/lateness';
export { dueFor } from './deadline/dueFor';
export type { OwnDue } from './deadline/dueFor';
export { addDays, daysBetween, isOver } from './calendar/days';
export { moveToYear } from './calendar/moveToYear';
export { HIGHEST_PERIOD, LONGEST_CYCLE, meetingsOn, nextMeeting } from './calendar/meetings';
export type { Meeting, MeetingPattern } from './calendar/meetings';
export { addMonths, weekOf, weeksOfMonth } from './calendar/weeks';
export { formOf, forms } from './submission/formOf';
export type { Form } from './submission/formOf';
export { mostPoints } from './submission/scoring';
export type { Criterion, Scoring } from './submission/scoring';
export { nothingIn, stateOf, submissionStates } from './submission/stateOf';
export type { Attendance, SubmissionFacts, SubmissionState } from './submission/stateOf';

export { afterwards, courseStaffRoles, isShared, roleTowards, roles, standings } from './access/roles';
export type { AccessFacts, Afterwards, CourseStaffRole, Role, Standing } from './access/roles';

export { canonical } from './ledger/canonical';
export { canonicalEvent, eventKinds } from './ledger/event';
export type { EventAbout, EventFacts, EventKind, LedgerEvent } from './ledger/event';
export { leafHash, rootHash, sha256Hex } from './ledger/tree';
