import { requests } from '@vestibul/contract';
import type { AssignmentId, BlankId, CourseId, Instant, PersonId, UploadId } from '@vestibul/core';
import {
  handOut,
  keepBlank,
  makeAssignment,
  makeCourse,
  makeYear,
  markArrived,
  readCourse,
  startUpload,
  type School,
} from '@vestibul/server';
import { assignments } from './assignments';
import { dueLocal, schoolYear } from './calendar';
import { keepFile } from './files/keepFile';
import { makeFile, type FileKind } from './files/makeFile';
import { makeChance } from './random';

const FIRST_VERSION = 71;

/** The bytes of a blank. */
export function makeBlankFile(
  title: string,
  kind: FileKind,
  at: Instant,
  seed = FIRST_VERSION,
): Promise<Buffer> {
  return makeFile({ kind, title, author: 'I. Tamsin', at, chance: () => makeChance(seed) });
}

/** Makes a file; what it answers keeps that as a blank of a course, or as the next version of one. */
export async function keepMadeBlank(
  school: School,
  by: PersonId,
  courseId: CourseId,
  title: string,
  kind: FileKind,
  at: Instant,
  isNewVersion = false,
): Promise<(blankId?: BlankId) => BlankId> {
  const seed = isNewVersion ? 72 : FIRST_VERSION;
  const bytes = await makeBlankFile(title, kind, at, seed);
  const originalName = `${title}.${kind}`;
  const { type, ...kept } = await keepFile(school, bytes, originalName);
  return (blankId) => {
    const id = `u_blank-${title.replaceAll(' ', '-')}-${seed}` as UploadId;
    startUpload(school, { id, byId: by, courseId, originalName, bytes: kept.bytes });
    markArrived(school, id, { ...kept, ...type });
    return keepBlank(school, by, courseId, { uploadId: id, title, blankId: blankId ?? null }).id;
  };
}

/** Hands a blank out to every period of a course, with an assignment or by itself. */
export function handOutToAll(
  school: School,
  by: PersonId,
  course: CourseId,
  blank: BlankId,
  assignmentId: AssignmentId | null,
): void {
  const periodIds = readCourse(school, course, 'teacher').periods.map(({ id }) => id);
  handOut(school, by, blank, requests.handOut.body.parse({ periodIds, assignmentId }));
}

/** What is prepared and not to be seen yet: a draft, and an assignment that appears in some days. */
export function prepareAhead(school: School, by: PersonId, course: CourseId, now: Instant): void {
  const dues = readCourse(school, course, 'teacher').periods.map(({ id: periodId }) => ({
    periodId,
    dueLocal: dueLocal(now, -2),
  }));
  for (const [title, unit, visible] of [
    ['Weather diary week 2', 'Weather and water', { when: 'draft' }],
    ['Village land use map', 'Maps', { when: 'at', local: `${dueLocal(now, -1).slice(0, 10)}T08:00` }],
  ] as const)
    makeAssignment(school, by, course, requests.makeAssignment.body.parse({ title, unit, dues, visible }));
}

/** Last year’s course: over, for reading, and what this year could have been begun from. */
export async function makeLastYear(
  school: School,
  by: PersonId,
  now: Instant,
  at: (instant: Instant) => void,
): Promise<void> {
  const { label, startsOn, endsOn, terms } = schoolYear(now);
  const before = (text: string) => text.replace(/\d{4}/, (year) => String(Number(year) - 1));
  const lastLabel = label.replace(
    /^(\d{4})–(\d\d)$/,
    (_, a, b) => `${Number(a) - 1}–${String(Number(b) - 1).padStart(2, '0')}`,
  );
  at(`${before(startsOn)}T08:00:00.000Z` as Instant);
  const yearId = makeYear(
    school,
    by,
    requests.makeYear.body.parse({
      label: lastLabel,
      startsOn: before(startsOn),
      endsOn: before(endsOn),
      terms: terms.map((term) => ({ ...term, startsOn: before(term.startsOn), endsOn: before(term.endsOn) })),
    }),
  );
  const periods = [1, 4].map((number) => ({ number }));
  const course = makeCourse(
    school,
    by,
    requests.makeCourse.body.parse({ yearId, title: 'Field Geography', code: 'GEO', periods }),
  );
  const [first] = readCourse(school, course, 'teacher').periods;
  for (const assignment of assignments.slice(0, 4))
    makeAssignment(
      school,
      by,
      course,
      requests.makeAssignment.body.parse({
        title: assignment.title,
        directions: assignment.directions,
        unit: assignment.unit,
        dues: [{ periodId: first!.id, dueLocal: before(dueLocal(now, assignment.weeksAgo)) }],
      }),
    );
  (await keepMadeBlank(school, by, course, 'Hedgerow sheet', 'csv', now))();
}
