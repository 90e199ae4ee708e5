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
export { canReadPeople, columnMeanings, looksLikeEmail, recogniseColumns } from './roster/recogniseColumns';
export type { ColumnMeaning, RecognisedColumns } from './roster/recogniseColumns';
export { splitPersonName } from './roster/splitPersonName';
export { LONGEST_FIELD, judgeRows } from './roster/judgeRows';
export type { Fate, JudgedRow, KnownPerson, ListedPerson, PeriodChoice, RowReason } from './roster/judgeRows';

export { instantToLocal, isLocalTime, isTimeZone, localToInstant, toInstant } from './deadline/zonedTime';
export { lateBy, sayDuration } from './deadline/lateness';
export { formOf } from './submission/formOf';
export { stateOf, submissionStates } from './submission/stateOf';
export type { SubmissionFacts, SubmissionState } from './submission/stateOf';

export { courseStaffRoles, roleTowards, roles, standings } from './access/roles';
export type { AccessFacts, CourseStaffRole, Role, Standing } from './access/roles';

export { canonical } from './ledger/canonical';
export { canonicalEvent, eventKinds } from './ledger/event';
export type { EventAbout, EventFacts, EventKind, LedgerEvent } from './ledger/event';
export { leafHash, rootHash, sha256Hex } from './ledger/tree';
