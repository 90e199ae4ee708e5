import { charactersOf } from './makeLegal';
import { LONGEST_FOLDER_UNITS, roomInPath } from './path';
import { splitName } from './splitName';
import type { NameValues, Naming } from './writeName';

/** What a course lends to all its names. */
export interface NamingCourseFacts {
  course: string;
  code: string;
  year: string;
  terms: readonly { name: string; startsOn: string; endsOn: string }[];
  /** The teacher's last name, or '' while there is none. */
  teacher: string;
}

/** Who a name is about. */
export interface NamingStudentFacts {
  last: string;
  first: string;
  called: string;
  username: string;
  email: string;
  number: string;
  group: string;
  period: number;
}

/** What a piece's name is about beside its student. */
export interface NamingPieceFacts {
  assignment: { title: string; shortName: string };
  /** The day it is due, `yyyy-MM-dd`, or null. */
  due: string | null;
  /** The day of turning in. */
  date: string;
  attempt: number;
  /** Which piece of the attempt, from 1. */
  n: number;
  originalName: string;
  extension: string;
  /** The levels above it in the cabinet, beside its assignment. */
  period: string;
  folder: string;
}

/** The values that a course lends to a name given on a day; the term is the one that the day lies in. */
export function courseValues({ terms, ...facts }: NamingCourseFacts, day: string): NameValues {
  return {
    ...facts,
    term: terms.find(({ startsOn, endsOn }) => startsOn <= day && day <= endsOn)?.name ?? '',
  };
}

/** A single name fills the last name; then the rule's first name is left empty rather than doubled. */
export function studentValues(student: NamingStudentFacts): NameValues {
  const { last, first, username, email, number, group, period } = student;
  const called = student.called || first || last;
  return {
    period,
    last,
    first,
    called,
    initial: charactersOf(called.normalize('NFC').trim())[0] ?? '',
    username,
    email,
    number,
    group,
  };
}

/** What a turn-in folder's rule is filled with, on a day. */
export function folderNaming(course: NamingCourseFacts, student: NamingStudentFacts, day: string): Naming {
  return {
    values: { ...courseValues(course, day), ...studentValues(student) },
    extension: '',
    units: LONGEST_FOLDER_UNITS,
  };
}

/** What the rule for files is filled with, for one piece. */
export function pieceNaming(
  course: NamingCourseFacts,
  student: NamingStudentFacts,
  { assignment, due, date, attempt, n, originalName, extension, period, folder }: NamingPieceFacts,
): Naming {
  const title = assignment.shortName || assignment.title;
  return {
    values: {
      ...courseValues(course, date),
      ...studentValues(student),
      assignment: title,
      due,
      date,
      attempt,
      n,
      original: splitName(originalName).stem,
    },
    extension,
    units: roomInPath({ period, folder, assignment: title }),
  };
}
