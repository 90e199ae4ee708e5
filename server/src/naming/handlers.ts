import {
  faultsOfName,
  hasForbidden,
  legalStem,
  legalText,
  nameKey,
  parseRule,
  splitName,
  utf8Bytes,
  withoutExtension,
  LONGEST_NAME_BYTES,
  type CourseId,
  type NameFault,
  type RenamingId,
} from '@vestibul/core';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { listAssignments } from '../assignments/assignmentList';
import { setOffRule, setRule } from '../courses/courses';
import { findNames, requireNameable } from './findNames';
import { CourseNaming, listRosterValues } from './naming';
import { findRenaming, findRenamingWork, listRenamings, noteRenamingWork, renameByHand } from './renaming';
import { isNameTaken } from './renames';
import { runJob } from '../platform/runJob';
import { caller, type JsonHandlers } from '../platform/http/call';
import { tellStaff } from '../courses/tellStaff';

/** How many names an answer shows; the rest is counted. */
const SHOWN = 400;

function requireRule(rule: string | null): void {
  if (rule === null) return;
  const parsed = parseRule(rule);
  if (!parsed.ok) throw new Failure('bad-rule', { at: parsed.fault.at, found: parsed.fault.found });
}

/** Runs a change of names in a thread, behind the gate, and tells the staff when it has ended. */
function beginRenaming(
  school: School,
  course: CourseId,
  id: RenamingId,
  work: (
    cancel: SharedArrayBuffer,
    report: (done: number, total: number) => void,
  ) => Promise<{ names: number; stayed: number } | null>,
): void {
  if (school.works.isBusy(course)) throw new Failure('renaming-runs');
  noteRenamingWork(school, course, id);
  school.works.begin(
    id,
    course,
    (cancel, report) => school.gate.hold(() => work(cancel, report)),
    (error) => {
      if (error) school.report(error);
      tellStaff(school, course);
    },
  );
}

function requireRenaming(school: School, course: CourseId, id: RenamingId) {
  const renaming = findRenaming(school, id);
  const noted = findRenamingWork(school, id);
  if ((renaming?.courseId ?? noted?.courseId) !== course) throw new Failure('not-found');
  return { renaming, noted, work: school.works.find(id) };
}

export const namingHandlers = {
  setRule(call) {
    requireRule(call.body.rule);
    setRule(call.school, caller(call).id, call.params.courseId, call.params.subject, call.body.rule);
    return {};
  },
  setOffRule(call) {
    setOffRule(call.school, caller(call).id, call.params.courseId, call.body.offRule);
    return {};
  },
  readNaming({ school, params }) {
    const naming = new CourseNaming(school, params.courseId);
    return {
      shared: naming.shared,
      students: listRosterValues(school.db, params.courseId),
      works: listAssignments(school.db, params.courseId).map(({ title, shortName, dues }) => ({
        assignment: shortName || title,
        due: dues[0]?.dueLocal.slice(0, 10) ?? null,
      })),
    };
  },

  async previewRenaming({ school, params, body }) {
    requireRule(body.rule);
    const plan = await runJob('planRenaming', { school: school.forThread, course: params.courseId, ...body });
    return {
      total: plan.length,
      names: plan.toSorted((a, b) => (a.was < b.was ? -1 : 1)).slice(0, SHOWN),
    };
  },
  startRenaming(call) {
    const { school, params, body } = call;
    requireRule(body.rule);
    const id = newId<RenamingId>('rn');
    const by = caller(call).id;
    beginRenaming(school, params.courseId, id, async (cancel, report) => {
      const names = await runJob(
        'applyRenaming',
        { school: school.forThread, cancel, id, by, course: params.courseId, ...body },
        { onProgress: report },
      );
      return names === null ? null : { names, stayed: 0 };
    });
    return { id };
  },
  readRenaming({ school, params }) {
    const { renaming, noted, work } = requireRenaming(school, params.courseId, params.renamingId);
    if (work) return { state: work.state, done: work.done, total: work.total, stayed: work.stayed };
    const names = noted?.names ?? renaming?.names;
    // Begun and neither running nor written down: the server died in the middle of it, and nothing of it is.
    if (names === undefined) return { state: 'failed' as const, done: 0, total: 0, stayed: 0 };
    return { state: 'done' as const, done: names, total: names, stayed: noted?.stayed ?? 0 };
  },
  cancelRenaming({ school, params }) {
    requireRenaming(school, params.courseId, params.renamingId);
    school.works.cancel(params.renamingId);
    return {};
  },
  undoRenaming(call) {
    const { school, params } = call;
    const { renaming } = requireRenaming(school, params.courseId, params.renamingId);
    if (!renaming || renaming.undoneAt !== null) throw new Failure('already-undone');
    // The way back is a work of its own to follow.
    const work = newId<RenamingId>('rn');
    const by = caller(call).id;
    beginRenaming(school, params.courseId, work, async (cancel, report) => {
      const result = await runJob(
        'undoRenaming',
        { school: school.forThread, cancel, id: renaming.id, work, by },
        { onProgress: report },
      );
      return result && { names: result.back, stayed: result.stayed };
    });
    return { id: work };
  },
  listRenamings: ({ school, params }) =>
    listRenamings(school, params.courseId).map(({ courseId: _course, ...renaming }) => renaming),

  checkNames: ({ school, params, query }) =>
    runJob('findOffNames', {
      school: school.forThread,
      course: params.courseId,
      subject: query.subject,
      shown: SHOWN,
    }),
  findNames: ({ school, params, query }) => findNames(school, params.courseId, query.find),

  rename(call) {
    const { school, params, body } = call;
    const naming = new CourseNaming(school, params.courseId);
    const thing = requireNameable(school, naming, params.subject, params.nameableId);
    const name = withExtension(body.name.normalize('NFC').trim(), thing.extension);
    const stem = withoutExtension(name, thing.extension);
    const faults = faultsOfName(naming.rules[params.subject], thing, stem);
    if (faults.length > 0 && !body.asItIs) throw new Failure('name-off-rule', sayFaults(name, faults));
    const legal = legalName(name, thing.extension);
    if (legal === thing.name) return { id: null, name: legal };
    const isOwn = nameKey(legal) === nameKey(thing.name);
    if (!isOwn && isNameTaken[params.subject](school.db, params.courseId, nameKey(legal)))
      throw new Failure('name-taken', { name: legal });
    const id = renameByHand(school, caller(call).id, params.subject, thing, legal);
    return { id, name: legal };
  },
} satisfies Partial<JsonHandlers>;

/** A name by hand keeps the extension of its bytes, whatever was written. */
function withExtension(name: string, extension: string): string {
  if (extension === '') return name;
  const { stem, extension: written } = splitName(name);
  return written === extension ? `${stem}.${extension}` : `${name}.${extension}`;
}

function sayFaults(name: string, faults: readonly NameFault[]): Record<string, string> {
  return { name, says: faults.map(({ says }) => says).join(' ') };
}

/** What every file system takes of a name. Fails with `bad-input` where nothing is left or it is too long. */
function legalName(name: string, extension: string): string {
  const stem = withoutExtension(name, extension);
  const legal = legalStem(hasForbidden(stem) ? legalText(stem) : stem);
  const whole = extension ? `${legal}.${extension}` : legal;
  if (legal === '') throw new Failure('bad-input', { says: 'A name needs at least one letter or digit' });
  if (utf8Bytes(whole) > LONGEST_NAME_BYTES)
    throw new Failure('bad-input', { says: 'The name is longer than file systems take (255 bytes)' });
  return whole;
}
