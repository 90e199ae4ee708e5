import { endUse, findUpload, hasArrived } from '../intake/uploads';
import {
  groupBy,
  formOf,
  nameKey,
  sha256Hex,
  writeUniqueName,
  type AssignmentId,
  type BlankId,
  type CopyId,
  type CourseId,
  type Instant,
  type PeriodId,
  type PersonId,
  type Sha256,
} from '@vestibul/core';
import { PAGE_SIZE, type AnswerOf, type BodyOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { findAssignment } from '../assignments/assignments';
import { all, one, run, together, type Database } from '../platform/database/database';
import { makeFile } from '../intake/files';
import { noteOwnershipLine } from '../intake/ownership';
import { folderNameOf } from '../naming/folders';
import { writeEvent } from '../platform/ledger/ledger';
import { CourseNaming, listNamed, type NamedStudent } from '../naming/naming';
import { bareNameColumns, nameColumns, type PersonName } from '../school/people';
import { listPeriods } from '../courses/periods';

/** A file of the vault as a blank's version has it. */
interface BlankFile {
  originalName: string;
  mime: string;
  extension: string;
  bytes: number;
  sha256: Sha256;
}

interface BlankRow extends BlankFile {
  id: BlankId;
  courseId: CourseId;
  title: string;
  putAwayAt: Instant | null;
  /** The newest one, whose file this is. */
  version: number;
}

/** A blank with the file of its newest version. */
export function findBlank(db: Database, id: BlankId): BlankRow {
  const row = one<BlankRow>(
    db,
    `SELECT b.id, b.course_id AS courseId, b.title, b.put_away_at AS putAwayAt, v.n AS version,
       v.original_name AS originalName, v.mime, v.extension, v.bytes, v.sha256
     FROM blank b JOIN blank_version v ON v.blank_id = b.id WHERE b.id = ? ORDER BY v.n DESC LIMIT 1`,
    [id],
  );
  if (!row) throw new Failure('not-found');
  return row;
}

/** Keeps an arrived file as a new blank, or as the newest version of one. Fails with `upload-gone`, `still-arriving`. */
export function keepBlank(
  school: School,
  by: PersonId,
  course: CourseId,
  body: BodyOf<'keepBlank'>,
): AnswerOf<'keepBlank'> {
  return together(school.db, () => {
    const { db } = school;
    const upload = findUpload(db, body.uploadId);
    if (!upload || upload.byId !== by || upload.courseId !== course || upload.droppedAt !== null)
      throw new Failure('upload-gone');
    if (upload.turnedInAt !== null) throw new Failure('already-turned-in');
    if (!hasArrived(upload)) throw new Failure('still-arriving', { name: upload.originalName });
    const before = body.blankId === null ? null : findBlank(db, body.blankId);
    if (before && before.courseId !== course) throw new Failure('not-found');
    const id = before?.id ?? newId<BlankId>('b');
    const version = (before?.version ?? 0) + 1;
    run(
      db,
      `INSERT INTO blank (id, course_id, title) VALUES (:id, :course, :title)
       ON CONFLICT (id) DO UPDATE SET title = :title, put_away_at = NULL`,
      { id, course, title: body.title },
    );
    const at = writeVersion(school, by, course, { id, version }, upload);
    endUse(db, upload.id, at);
    return { id, version };
  });
}

/** Adds a version to a blank, with its line of the ledger; returns when. Inside the caller's transaction. */
function writeVersion(
  school: School,
  by: PersonId,
  course: CourseId,
  { id, version }: { id: BlankId; version: number },
  { originalName, mime, extension, bytes, sha256 }: BlankFile,
): Instant {
  const at = school.now();
  run(
    school.db,
    `INSERT INTO blank_version (blank_id, n, original_name, mime, extension, bytes, sha256, kept_at, kept_by)
     VALUES (:id, :version, :originalName, :mime, :extension, :bytes, :sha256, :at, :by)`,
    { id, version, originalName, mime, extension, bytes, sha256, at, by },
  );
  writeEvent(school, by, 'blank kept', { course, version }, { blank: id, version, sha256, bytes }, at);
  return at;
}

/**
 * The newest version of each blank of a course that is not put away, as the first of a new one in another course; the
 * bytes are in the vault already. Inside the caller's transaction.
 */
export function copyBlanks(school: School, by: PersonId, from: CourseId, to: CourseId): void {
  const { db } = school;
  for (const { id: known } of all<{ id: BlankId }>(
    db,
    'SELECT id FROM blank WHERE course_id = ? AND put_away_at IS NULL ORDER BY title, id',
    [from],
  )) {
    const blank = findBlank(db, known);
    const id = newId<BlankId>('b');
    run(db, 'INSERT INTO blank (id, course_id, title) VALUES (?, ?, ?)', [id, to, blank.title]);
    writeVersion(school, by, to, { id, version: 1 }, blank);
  }
}

/** Puts a blank away: it is no longer listed or handed out. Copies that students have stay theirs. */
export function putAwayBlank(school: School, by: PersonId, id: BlankId): void {
  together(school.db, () => {
    const { courseId: course, putAwayAt } = findBlank(school.db, id);
    if (putAwayAt === null) {
      run(school.db, 'UPDATE blank SET put_away_at = ? WHERE id = ?', [school.now(), id]);
      run(school.db, 'DELETE FROM hand_out WHERE blank_id = ?', [id]);
      writeEvent(school, by, 'blank put away', { course }, { blank: id });
    }
  });
}

/** The blanks of a course that are not put away, with where they are handed out and who has an older version. */
export function listBlanks(db: Database, course: CourseId): AnswerOf<'listBlanks'> {
  const handOuts = groupBy(
    all<{ blankId: BlankId; periodId: PeriodId; assignmentId: AssignmentId | null; at: Instant }>(
      db,
      `SELECT o.blank_id AS blankId, o.period_id AS periodId, o.assignment_id AS assignmentId, o.at
       FROM blank b JOIN hand_out o ON o.blank_id = b.id WHERE b.course_id = ?`,
      [course],
    ),
    (row) => row.blankId,
  );
  const copies = new Map(
    all<{ blankId: BlankId; copies: number; outdated: number }>(
      db,
      `SELECT blankId, SUM(copies) AS copies,
         SUM(newest < (SELECT MAX(n) FROM blank_version WHERE blank_id = blankId)) AS outdated
       FROM (SELECT b.id AS blankId, COUNT(*) AS copies, MAX(k.version) AS newest
         FROM blank b JOIN copy k ON k.blank_id = b.id
         JOIN enrolment e ON e.course_id = k.course_id AND e.student_id = k.student_id AND e.left_at IS NULL
         WHERE b.course_id = ? GROUP BY b.id, k.student_id)
       GROUP BY blankId`,
      [course],
    ).map((row) => [row.blankId, row]),
  );
  return all<
    {
      id: BlankId;
      title: string;
      version: number;
      originalName: string;
      mime: string;
      extension: string;
      bytes: number;
      keptAt: Instant;
      byId: PersonId;
    } & Omit<PersonName, 'id'>
  >(
    db,
    `SELECT b.id, b.title, v.n AS version, v.original_name AS originalName, v.mime, v.extension, v.bytes,
       v.kept_at AS keptAt, p.id AS byId, ${bareNameColumns}
     FROM blank b JOIN blank_version v ON v.blank_id = b.id
       AND v.n = (SELECT MAX(n) FROM blank_version WHERE blank_id = b.id)
     JOIN person p ON p.id = v.kept_by
     WHERE b.course_id = ? AND b.put_away_at IS NULL ORDER BY b.title, b.id`,
    [course],
  ).map(({ extension, byId, last, first, called, apart, ...blank }) => ({
    ...blank,
    form: formOf(blank.mime, extension),
    keptBy: { id: byId, last, first, called, apart },
    handOuts: (handOuts.get(blank.id) ?? []).map(({ blankId: _id, ...order }) => order),
    copies: copies.get(blank.id)?.copies ?? 0,
    outdated: copies.get(blank.id)?.outdated ?? 0,
  }));
}

/** One page of a course's students with the newest copy of a blank that each has, by name, from behind `after`. */
export function listCopies(db: Database, id: BlankId, after: string): AnswerOf<'listCopies'> {
  const { courseId: course } = findBlank(db, id);
  const [afterKey = '', afterId = ''] = after.split('\u0000');
  const rows = all<
    PersonName & {
      sortKey: string;
      periodId: PeriodId;
      version: number | null;
      handedOutAt: Instant | null;
      copies: number;
    }
  >(
    db,
    `SELECT ${nameColumns}, p.sort_key AS sortKey, e.period_id AS periodId, MAX(k.version) AS version,
       MAX(k.handed_out_at) AS handedOutAt, COUNT(k.id) AS copies
     FROM enrolment e JOIN person p ON p.id = e.student_id
     LEFT JOIN copy k ON k.blank_id = :id AND k.student_id = e.student_id
     WHERE e.course_id = :course AND e.left_at IS NULL AND (p.sort_key, p.id) > (:afterKey, :afterId)
     GROUP BY p.id ORDER BY p.sort_key, p.id LIMIT :limit`,
    { id, course, afterKey, afterId, limit: PAGE_SIZE + 1 },
  );
  const page = rows.slice(0, PAGE_SIZE);
  const last = page.at(-1);
  return {
    holders: page.map(({ sortKey: _key, ...holder }) => holder),
    next: rows.length > PAGE_SIZE && last ? `${last.sortKey}\u0000${last.id}` : null,
  };
}

/**
 * Hands a blank out: from now on everybody in these periods has a copy of their own, also who joins later. Those in
 * `againFor` get another one, of the newest version. Fails with `nobody-to-hand-out`.
 */
export function handOut(school: School, by: PersonId, id: BlankId, body: BodyOf<'handOut'>): number {
  return together(school.db, () => {
    const { db } = school;
    const blank = findBlank(db, id);
    if (blank.putAwayAt !== null) throw new Failure('not-found');
    if (body.periodIds.length + body.againFor.length === 0) throw new Failure('nobody-to-hand-out');
    const { courseId: course } = blank;
    const periods = new Set(listPeriods(db, course).map((period) => period.id));
    if (body.assignmentId && findAssignment(db, body.assignmentId).courseId !== course)
      throw new Failure('not-found');
    for (const period of body.periodIds) {
      if (!periods.has(period)) throw new Failure('not-found', { what: 'period' });
      run(
        db,
        `INSERT INTO hand_out (blank_id, period_id, assignment_id, at) VALUES (:id, :period, :assignment, :at)
         ON CONFLICT (blank_id, period_id) DO UPDATE SET assignment_id = :assignment`,
        { id, period, assignment: body.assignmentId, at: school.now() },
      );
      const about = { course, period, ...(body.assignmentId ? { assignment: body.assignmentId } : {}) };
      writeEvent(school, by, 'hand-out ordered', about, { blank: id });
    }
    let handed = body.periodIds.length > 0 ? handOutTo(school, by, course) : 0;
    if (body.againFor.length === 0) return handed;
    const maker = new CopyMaker(school, by, course);
    const sitting = new Map(receivers(db, course).map((student) => [student.studentId, student]));
    const comesWith = new Map(
      all<{ periodId: PeriodId; assignmentId: AssignmentId | null }>(
        db,
        'SELECT period_id AS periodId, assignment_id AS assignmentId FROM hand_out WHERE blank_id = ?',
        [id],
      ).map((order) => [order.periodId, order.assignmentId]),
    );
    for (const id of new Set(body.againFor)) {
      const student = sitting.get(id);
      if (!student) throw new Failure('not-here');
      maker.make(blank, student, comesWith.get(student.periodId) ?? null);
      handed += 1;
    }
    return handed;
  });
}

function receivers(db: Database, course: CourseId): NamedStudent[] {
  return listNamed(db, course).filter(({ leftAt }) => leftAt === null);
}

/**
 * Gives everybody in a course the hand-outs of their period that they do not have yet, and returns how many copies were
 * made. What comes with an assignment waits until students see it. Inside the caller's transaction.
 */
export function handOutTo(school: School, by: PersonId | 'system', course: CourseId): number {
  const { db } = school;
  const orders = all<{ blankId: BlankId; periodId: PeriodId; assignmentId: AssignmentId | null }>(
    db,
    `SELECT o.blank_id AS blankId, o.period_id AS periodId, o.assignment_id AS assignmentId
     FROM period h JOIN hand_out o ON o.period_id = h.id LEFT JOIN assignment a ON a.id = o.assignment_id
     WHERE h.course_id = :course AND (o.assignment_id IS NULL OR (a.visible_at IS NOT NULL AND a.visible_at <= :now))
     ORDER BY o.at`,
    { course, now: school.now() },
  );
  if (orders.length === 0) return 0;
  const maker = new CopyMaker(school, by, course);
  const byPeriod = groupBy(receivers(db, course), (one) => one.periodId);
  let made = 0;
  for (const order of orders) {
    const blank = findBlank(db, order.blankId);
    const have = new Set(
      all<{ id: PersonId }>(db, 'SELECT DISTINCT student_id AS id FROM copy WHERE blank_id = ?', [
        blank.id,
      ]).map((row) => row.id),
    );
    for (const student of byPeriod.get(order.periodId) ?? []) {
      if (have.has(student.studentId)) continue;
      maker.make(blank, student, order.assignmentId);
      made += 1;
    }
  }
  return made;
}

/** Makes copies: each a file of the student's own over the same bytes, named by the course's rule. */
class CopyMaker {
  readonly #naming: CourseNaming;

  constructor(
    private readonly school: School,
    private readonly by: PersonId | 'system',
    private readonly course: CourseId,
  ) {
    this.#naming = new CourseNaming(school, course);
  }

  make(blank: BlankRow, student: NamedStudent, assignment: AssignmentId | null): void {
    const { school, course } = this;
    const { db } = school;
    const at = school.now();
    const { values, ...room } = this.#naming.piece(student, {
      assignment: { title: blank.title, shortName: '' },
      due: assignment && this.#naming.dueDay(assignment, student.periodId),
      at,
      attempt: 1,
      n: 1,
      originalName: blank.originalName,
      extension: blank.extension,
      period: '',
      folder: folderNameOf(db, course, student.studentId),
    });
    const { name } = writeUniqueName(
      this.#naming.rules.file,
      values,
      room,
      (key) =>
        one(db, 'SELECT 1 FROM copy WHERE course_id = ? AND name_key = ?', [course, key]) !== undefined,
    );
    const file = makeFile(db, {
      ...blank,
      originalName: name,
      owner: { kind: 'person', id: student.studentId },
      at,
      by: this.by,
      why: 'handed out',
    });
    const ids = { copy: newId<CopyId>('y'), file };
    run(
      db,
      `INSERT INTO copy (id, course_id, blank_id, version, student_id, file_id, name, name_key, handed_out_at)
       VALUES (:copy, :course, :blank, :version, :student, :file, :name, :key, :at)`,
      {
        ...ids,
        course,
        blank: blank.id,
        version: blank.version,
        student: student.studentId,
        name,
        key: nameKey(name),
        at,
      },
    );
    const line = writeEvent(
      school,
      this.by,
      'handed out',
      { course, period: student.periodId, student: student.studentId, ...(assignment ? { assignment } : {}) },
      {
        blank: blank.id,
        version: blank.version,
        ...ids,
        sha256: blank.sha256,
        owner: student.studentId,
        nameSha256: sha256Hex(name),
      },
      at,
    );
    noteOwnershipLine(db, file, line);
  }
}

/** What was handed out with an assignment that goes stays handed out by itself. Inside the caller's transaction. */
export function partFromAssignment(db: Database, assignment: AssignmentId): void {
  run(db, 'UPDATE hand_out SET assignment_id = NULL WHERE assignment_id = ?', [assignment]);
}
