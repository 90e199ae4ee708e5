import type { AssignmentId, CourseId, PersonId } from '../ids';
import { groupBy } from '../groupBy';
import type { EventKind } from './event';

/** What a line of the ledger makes old on the pages that are open, and for whom. */
export type Old =
  /** The slot of the line's student and assignment: on the racks of the staff, and on the student's own pages. */
  | 'slot'
  /** The same slot on the racks and desks of the staff alone: its student does not hear that anything happened. */
  | 'desk'
  /** A word of it to the student. */
  | 'word'
  /** Where somebody else placed it for its student: the sorting table or the side door that it came by. */
  | 'where it lay'
  /** The course as its staff see it: set-up, roster, table. Of a line about a person, each course that they sit in. */
  | 'course'
  /** The course as its students see it. */
  | 'class'
  /** What the line's student has of their own. */
  | 'own'
  /** Whose the pieces on the course's sorting table are, and what for. */
  | 'answers';

const staff = ['course'] as const;
const seating = ['course', 'own', 'answers'] as const;
const slot = ['slot'] as const;
const placed = ['slot', 'where it lay'] as const;
const nothing = [] as const;

/** What each kind of line makes old. The record makes it an error to leave one out. */
export const makesOld: Readonly<Record<EventKind, readonly Old[]>> = {
  'school opened': nothing,
  'school changed': nothing,
  'person added': nothing,
  'person renamed': ['course', 'answers'],
  'contact changed': ['course', 'answers'],
  'link made': nothing,
  'password set': nothing,
  'signed out everywhere': nothing,
  'account closed': nothing,
  'account opened': nothing,
  'office asked': staff,
  'office answered': staff,
  'year made': nothing,
  'year changed': nothing,
  'term made': nothing,
  'term changed': nothing,
  'term removed': nothing,
  'course made': nothing,
  'course changed': staff,
  'course begun anew': nothing,
  'course given': staff,
  'staff added': staff,
  'staff changed': staff,
  'staff removed': staff,
  'period made': staff,
  'period changed': staff,
  'list applied': nothing,
  joined: seating,
  left: seating,
  'came back': seating,
  moved: seating,
  'group made': staff,
  'group changed': staff,
  'group removed': staff,
  grouped: ['course', 'own'],
  'rule set': staff,
  'off-rule set': staff,
  'folder made': staff,
  renamed: staff,
  'blank kept': staff,
  'blank put away': staff,
  // Its students learn of it when it appears, which has no line of its own.
  'assignment made': ['course', 'answers'],
  'assignment changed': ['course', 'class', 'answers'],
  'assignment copied': ['course', 'answers'],
  'assignment published': staff,
  'assignment dropped': ['course', 'class', 'answers'],
  'due moved': ['course', 'own'],
  'lateness changed': slot,
  'hand-out ordered': staff,
  'handed out': ['course', 'own'],
  'side door made': staff,
  'side door changed': staff,
  'side door shut': staff,
  'side door opened': staff,
  'came by side door': staff,
  'turned away': staff,
  'waits again': staff,
  'pile brought': staff,
  'pile stopped': staff,
  // A pile's own progress is told while it is at it, and at its end.
  'came in pile': nothing,
  'words learned': staff,
  'words forgotten': staff,
  'set aside': staff,
  'placing undone': placed,
  reminded: staff,
  'turned in': placed,
  'pieces added': placed,
  // Told with the attempt that it belongs to.
  'piece placed': nothing,
  'taken back': slot,
  'sent back': ['slot', 'word'],
  drifted: slot,
  'file deleted': slot,
  'file restored': slot,
  kept: ['own'],
  'keeping ended': ['own'],
  // What one of the staff has looked at is new to the others all the same.
  seen: nothing,
  approved: slot,
  // Its student is told by who writes it, where the work is with them again.
  commented: ['desk'],
  'comment changed': ['desk'],
  'comment removed': ['desk'],
  answered: slot,
  'comment done': slot,
  'comment opened': slot,
  read: ['desk'],
  'phrase kept': staff,
  'phrase changed': staff,
  'phrase removed': staff,
  noted: ['desk'],
  'note removed': ['desk'],
  scored: ['desk'],
  'score removed': ['desk'],
  'score changed': slot,
  reviewed: slot,
  'review withdrawn': slot,
  'handed back': ['slot', 'word'],
  // Its student does not know of it.
  'hand-back planned': ['desk'],
  'hand-back called off': ['desk'],
  'taken back into review': slot,
};

/** What is needed of a line to know what it makes old. */
export interface LineAbout {
  kind: EventKind;
  by: PersonId | 'system';
  course: CourseId | null;
  student: PersonId | null;
  assignment: AssignmentId | null;
  /** Of a line about a person and no course: the courses that they sit in. */
  sitsIn: readonly CourseId[];
}

export interface OldSlot {
  course: CourseId;
  student: PersonId;
  assignment: AssignmentId;
}

/** What many lines together make old, each thing once. */
export interface OldThings {
  slots: OldSlot[];
  /** Slots that the staff alone hear of. */
  desks: OldSlot[];
  words: (OldSlot & { kind: EventKind })[];
  courses: CourseId[];
  classes: CourseId[];
  own: PersonId[];
  answers: CourseId[];
}

/** Slots of one course that are told one by one; with more of them, the course is. */
export const MOST_SLOTS = 100;

/** What is made old by lines that were written together. */
export function oldBy(lines: readonly LineAbout[]): OldThings {
  const [courses, classes, answers] = [new Set<CourseId>(), new Set<CourseId>(), new Set<CourseId>()];
  const own = new Set<PersonId>();
  const [slots, desks] = [new Map<string, OldSlot>(), new Map<string, OldSlot>()];
  const words: OldThings['words'] = [];
  const addAll = (to: Set<CourseId>, ids: readonly CourseId[]) => ids.forEach((id) => to.add(id));
  for (const line of lines) {
    const inCourses = line.course === null ? line.sitsIn : [line.course];
    const place = slotOf(line);
    for (const old of makesOld[line.kind]) {
      switch (old) {
        case 'word':
          if (place) words.push({ ...place, kind: line.kind });
          break;
        case 'slot':
          if (place) slots.set(keyOf(place), place);
          break;
        case 'desk':
          if (place) desks.set(keyOf(place), place);
          break;
        case 'where it lay':
          if (line.by !== line.student) addAll(courses, inCourses);
          break;
        case 'course':
          addAll(courses, inCourses);
          break;
        case 'class':
          addAll(classes, inCourses);
          break;
        case 'answers':
          addAll(answers, inCourses);
          break;
        case 'own':
          if (line.student) own.add(line.student);
      }
    }
  }
  for (const key of slots.keys()) desks.delete(key);
  const inCourse = groupBy([...slots.values(), ...desks.values()], ({ course }) => course);
  const isTold = ({ course }: OldSlot) => inCourse.get(course)!.length <= MOST_SLOTS;
  for (const [course, places] of inCourse) if (places.length > MOST_SLOTS) courses.add(course);
  for (const place of slots.values()) if (!isTold(place)) own.add(place.student);
  return {
    slots: [...slots.values()].filter(isTold),
    desks: [...desks.values()].filter(isTold),
    words,
    courses: [...courses],
    classes: [...classes],
    own: [...own],
    answers: [...answers],
  };
}

const keyOf = ({ student, assignment }: OldSlot) => `${student} ${assignment}`;

function slotOf({ course, student, assignment }: LineAbout): OldSlot | null {
  return course && student && assignment ? { course, student, assignment } : null;
}
