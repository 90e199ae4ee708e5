/**
 * The files of a OneRoster 1.2 package that are read here, and their columns in the order in which the standard's CSV
 * binding wants them (1EdTech, OneRoster 1.2 CSV Binding; field lists from memory). Columns of one's own may follow,
 * with names that begin with `metadata.`.
 */
export const packageColumns = {
  academicSessions: [
    'sourcedId',
    'status',
    'dateLastModified',
    'title',
    'type',
    'startDate',
    'endDate',
    'parentSourcedId',
    'schoolYear',
  ],
  orgs: ['sourcedId', 'status', 'dateLastModified', 'name', 'type', 'identifier', 'parentSourcedId'],
  courses: [
    'sourcedId',
    'status',
    'dateLastModified',
    'schoolYearSourcedId',
    'title',
    'courseCode',
    'grades',
    'orgSourcedId',
    'subjects',
    'subjectCodes',
  ],
  classes: [
    'sourcedId',
    'status',
    'dateLastModified',
    'title',
    'grades',
    'courseSourcedId',
    'classCode',
    'classType',
    'location',
    'schoolSourcedId',
    'termSourcedIds',
    'subjects',
    'subjectCodes',
    'periods',
  ],
  users: [
    'sourcedId',
    'status',
    'dateLastModified',
    'enabledUser',
    'username',
    'userIds',
    'givenName',
    'familyName',
    'middleName',
    'identifier',
    'email',
    'sms',
    'phone',
    'agentSourcedIds',
    'grades',
    'password',
    'userMasterIdentifier',
    'resourceSourcedIds',
    'preferredGivenName',
    'preferredMiddleName',
    'preferredFamilyName',
    'primaryOrgSourcedId',
    'pronouns',
  ],
  /** What somebody is at the school, whatever they do in a class; 1.2 says it here and no longer with the user. */
  roles: [
    'sourcedId',
    'status',
    'dateLastModified',
    'userSourcedId',
    'roleType',
    'role',
    'beginDate',
    'endDate',
    'orgSourcedId',
    'userProfileSourcedId',
  ],
  enrollments: [
    'sourcedId',
    'status',
    'dateLastModified',
    'classSourcedId',
    'schoolSourcedId',
    'userSourcedId',
    'role',
    'primary',
    'beginDate',
    'endDate',
  ],
} as const;

export type PackageFile = keyof typeof packageColumns;
export type RowOf<File extends PackageFile> = Record<(typeof packageColumns)[File][number], string> & {
  /** Every file begins with these. */
  sourcedId: string;
  status: string;
  /** The line of the file on which the row ends, from 1. */
  line: number;
};

/** The one version that is read; its files are told from others by the manifest. */
export const PACKAGE_VERSION = '1.2';

/** Rows of one file at most: a hundred times what a large school sends in one of them. */
export const MOST_PACKAGE_ROWS = 200_000;

export interface PackageFault {
  file: string;
  /** 0 where the fault is the whole file's. */
  line: number;
  code:
    | 'no-manifest'
    | 'other-version'
    | 'not-bulk'
    | 'file-missing'
    | 'wrong-columns'
    | 'unreadable'
    | 'too-many-rows'
    | 'no-id'
    | 'id-twice'
    | 'unknown-id'
    | 'bad-value'
    | 'bad-date'
    | 'no-name'
    | 'bad-email'
    | 'bad-status'
    /** A package that says what changed, where none before said all there is. */
    | 'nothing-before'
    | 'two-periods'
    /** An enrolment that begins later. */
    | 'not-yet'
    /** A user whose account is not to be used. */
    | 'not-enabled'
    /** Somebody who is a student to the school and staff to the package, or the other way round. */
    | 'role-differs'
    /** Two users of the package who are one person here. */
    | 'same-person'
    /** An address that somebody else in the school has. */
    | 'email-taken'
    /** A class whose teacher is in a row that was left out, so that nobody can say which course it is of. */
    | 'no-teacher'
    /** Somebody who is in no row that was read and may be in one that was left out: they do not leave. */
    | 'stays'
    /** A course of a year that has ended: nothing in it changes. */
    | 'year-over';
  /** What stands there. */
  found: string;
}
