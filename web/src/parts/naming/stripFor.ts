import {
  folderNaming,
  instantToLocal,
  parseRule,
  partsOfName,
  pieceNaming,
  splitName,
  writeName,
  type Instant,
  type NameSegment,
  type NameSubject,
  type Naming,
  type NamingCourseFacts,
  type NamingStudentFacts,
  type PieceId,
  type Rule,
} from '@vestibul/core';
import type { Course, RackStudent, Slot } from '../../state/api';
import type { StripContent } from './NameStrip';

/** As much of somebody on the rack as a name tells. */
export type NamedStudent = Pick<
  RackStudent,
  'last' | 'first' | 'called' | 'periodId' | 'groupId' | 'email' | 'username' | 'number' | 'folderName'
>;

/** A name that exists, with the rule it should follow and what that is filled with. */
export interface NamedThing extends Naming {
  name: string;
  rule: Rule;
}

const read = new Map<string, ReturnType<typeof parseRule>>();

/** A course has two rules and a page has hundreds of names, so each rule is read once. */
function readRule(source: string): ReturnType<typeof parseRule> {
  let parsed = read.get(source);
  if (!parsed) read.set(source, (parsed = parseRule(source)));
  return parsed;
}

function courseFacts(course: Course): NamingCourseFacts {
  return {
    course: course.title,
    code: course.code,
    year: course.year.label,
    terms: course.year.terms,
    teacher: course.staff.find(({ role }) => role === 'teacher')?.last ?? '',
  };
}

function studentFacts(course: Course, student: NamedStudent): NamingStudentFacts {
  const period = course.periods.find((known) => known.id === student.periodId);
  return {
    ...student,
    period: period?.number ?? 0,
    group: period?.groups.find((group) => group.id === student.groupId)?.name ?? '',
  };
}

/** A piece by its name, or null where the course's rule cannot be read. */
export function namedPiece(
  course: Course,
  student: NamedStudent,
  assignment: Course['assignments'][number] | undefined,
  piece: { name: string; originalName: string; at: Instant; attempt: number; n: number },
  zone: string,
): NamedThing | null {
  const parsed = readRule(course.fileRule);
  if (!parsed.ok) return null;
  const due = assignment?.dues.find(({ periodId }) => periodId === student.periodId)?.dueLocal.slice(0, 10);
  return {
    name: piece.name,
    rule: parsed.rule,
    ...pieceNaming(courseFacts(course), studentFacts(course, student), {
      ...piece,
      assignment: assignment ?? { title: '', shortName: '' },
      due: due ?? null,
      date: instantToLocal(piece.at, zone).slice(0, 10),
      extension: splitName(piece.name).extension,
      period: course.periods.find((known) => known.id === student.periodId)?.label ?? '',
      folder: student.folderName,
    }),
  };
}

/** A turn-in folder by its name (one that is to come has none yet), or null where the course's rule cannot be read. */
export function namedFolder(course: Course, student: NamedStudent, zone: string): NamedThing | null {
  const parsed = readRule(course.folderRule);
  if (!parsed.ok) return null;
  const today = instantToLocal(new Date().toISOString() as Instant, zone).slice(0, 10);
  return {
    name: student.folderName,
    rule: parsed.rule,
    ...folderNaming(courseFacts(course), studentFacts(course, student), today),
  };
}

/** A name taken apart by its rule; null where it does not follow. */
export function partsOf({ rule, values, name, extension, units }: NamedThing): NameSegment[] | null {
  return partsOfName(rule, values, name, { extension, units });
}

const whole = (name: string): NameSegment[] => [{ text: name, part: null }];

/** The name strip for a slot of the rack: the piece's name, or the folder's where nothing is in. */
export function stripFor(
  course: Course,
  student: NamedStudent & Pick<RackStudent, 'folderId'>,
  slot: Slot | undefined,
  zone: string,
): StripContent {
  if (slot?.turnedInAt)
    return stripForPiece(
      course,
      student,
      slot,
      { ...slot, id: slot.topPieceId, at: slot.turnedInAt, n: 1 },
      zone,
    );
  const folder = namedFolder(course, student, zone);
  if (student.folderName) {
    return stripOf(folder, student.folderName, {
      ...(student.folderId ? { target: { subject: 'folder', id: student.folderId } } : {}),
      note: 'turn-in folder; nothing in it yet',
    });
  }
  return {
    segments: folder ? writeName(folder.rule, folder.values, { units: folder.units }).segments : [],
    verdict: 'No turn-in folder yet',
    note: 'its name will be this; make the folders in Set-up',
  };
}

/** A piece as far as its name tells of it; of what is only begun there is no piece yet. */
export interface StripPiece {
  id: PieceId | null;
  name: string;
  originalName: string;
  at: Instant;
  attempt: number;
  n: number;
}

/** The name strip for one piece of the work in a slot: the one that is looked at. */
export function stripForPiece(
  course: Course,
  student: NamedStudent,
  slot: Slot,
  piece: StripPiece,
  zone: string,
): StripContent {
  const assignment = course.assignments.find((known) => known.id === slot.assignmentId);
  return stripOf(namedPiece(course, student, assignment, piece, zone), piece.name, {
    ...(piece.id ? { target: { subject: 'file', id: piece.id } } : {}),
    note: slot.heldForName && piece.id === slot.topPieceId ? 'held for its name; came as' : 'came as',
    noteCode: piece.originalName,
  });
}

function stripOf(
  thing: NamedThing | null,
  name: string,
  {
    target,
    ...more
  }: Pick<StripContent, 'note' | 'noteCode'> & { target?: { subject: NameSubject; id: string } },
): StripContent {
  const parts = thing && partsOf(thing);
  return {
    segments: parts ?? whole(name),
    verdict: parts ? 'Follows the rule' : 'Does not follow the rule',
    ...more,
    ...(thing && target ? { named: { ...thing, ...target, follows: parts !== null } } : {}),
  };
}
