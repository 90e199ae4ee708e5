import {
  instantToLocal,
  parseRule,
  partsOfName,
  writeName,
  type Instant,
  type NameSegment,
  type NameValues,
} from '@vestibul/core';
import type { Course, RackStudent, Slot } from '../state/api';
import type { StripContent } from './NameStrip';

/** What a rule is filled with for somebody on the roster; the server fills it the same way when it names for real. */
export function valuesFor(
  course: Course,
  student: Pick<RackStudent, 'last' | 'first' | 'called' | 'periodId'>,
): NameValues {
  return {
    period: course.periods.find((period) => period.id === student.periodId)?.number ?? null,
    last: student.last,
    first: student.first,
    called: student.called || student.first || student.last,
  };
}

/** What a file rule is filled with beside the person. */
export function workValues(
  assignment: Course['assignments'][number] | undefined,
  turnedInAt: Instant,
  attempt: number,
  zone: string,
): NameValues {
  return {
    assignment: assignment?.shortName || assignment?.title || null,
    date: instantToLocal(turnedInAt, zone).slice(0, 10),
    attempt,
  };
}

/** A file's name taken apart by the course's rule; null where another rule wrote it. */
export function fileParts(course: Course, name: string, values: NameValues): NameSegment[] | null {
  const rule = parseRule(course.fileRule);
  return rule.ok ? partsOfName(rule.rule, values, name, true) : null;
}

const plain = (name: string): NameSegment[] => [{ text: name, part: null }];

/** The name strip for a slot of the rack: the piece's name, or the folder's where nothing is in. */
export function stripFor(
  course: Course,
  student: Pick<RackStudent, 'last' | 'first' | 'called' | 'periodId' | 'folderName'>,
  slot: Slot | undefined,
  zone: string,
): StripContent {
  const values = valuesFor(course, student);
  if (slot?.turnedInAt) {
    const assignment = course.assignments.find((known) => known.id === slot.assignmentId);
    const parts = fileParts(course, slot.name, {
      ...values,
      ...workValues(assignment, slot.turnedInAt, slot.attempt, zone),
    });
    return {
      segments: parts || plain(slot.name),
      verdict: parts ? 'Follows the rule' : 'Named by an earlier rule',
      note: 'came as',
      noteCode: slot.originalName,
    };
  }
  const rule = parseRule(course.folderRule);
  if (student.folderName) {
    const parts = rule.ok && partsOfName(rule.rule, values, student.folderName, false);
    return {
      segments: parts || plain(student.folderName),
      verdict: parts ? 'Follows the rule' : 'Named by an earlier rule',
      note: 'the turn-in folder; nothing is in yet',
    };
  }
  return {
    segments: rule.ok ? writeName(rule.rule, values).segments : [],
    verdict: 'No turn-in folder yet',
    note: 'it would be called this; make the folders in Set-up',
  };
}
