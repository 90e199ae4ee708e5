import type {
  AssignmentId,
  BlankId,
  CopyId,
  CourseId,
  FileId,
  FolderId,
  KeptId,
  Instant,
  PersonId,
  PieceId,
  Sha256,
  SubmissionId,
} from '@vestibul/core';
import type { AnswerOf, QueryOf } from '@vestibul/contract';
import { all, one, type Database } from '../platform/database/database';
import { ROWS_OF_PAGE } from '../platform/database/paging';
import { nameOf } from '../school/people';

export type Owned = AnswerOf<'listOwners'>['files'][number];
export type OwnedState = keyof AnswerOf<'listOwners'>['counts'];

/** Behind every moment that there is: how it is now. */
export const NOW = '~';

/** SQL: whether what began at `from` and ended at `until` stood just before `:until`. */
export const stood = (from: string, until: string) =>
  `${from} < :until AND COALESCE(${until}, '${NOW}') >= :until`;

/** SQL: when an attempt left its slot, in whichever way; behind every moment where it lies there still. */
export const endOfAttempt = (attempt: string) =>
  `MIN(COALESCE(${attempt}.taken_back_at, '${NOW}'), COALESCE(${attempt}.sent_back_at, '${NOW}'), COALESCE(${attempt}.undone_at, '${NOW}'))`;

/** SQL: whether an attempt, with its line of the ledger, lay in its slot just before `:until`. */
export const attemptStood = (line: string, attempt: string) => stood(`${line}.at`, endOfAttempt(attempt));

/** SQL: the name that something had then. */
const nameThen = (subject: 'piece' | 'folder', id: string, now: string) =>
  `COALESCE((SELECT o.name FROM old_name o WHERE o.subject = '${subject}' AND o.subject_id = ${id} AND o.until_at >= :until
     ORDER BY o.until_at LIMIT 1), ${now})`;

/** SQL: when a person left a course for the last time before then; null of whoever was there, or never came. */
const leftThen = (course: string, person: string) =>
  `(SELECT CASE WHEN COALESCE(MAX(COALESCE(z.until_at, '${NOW}')), '') < :until THEN MAX(z.until_at) END FROM seat z
    WHERE z.course_id = ${course} AND z.student_id = ${person} AND z.from_at < :until)`;

/** SQL: where a student sat then, or last before. */
export const periodThen = (course: string, student: string) =>
  `(SELECT z.period_id FROM seat z WHERE z.course_id = ${course} AND z.student_id = ${student} AND z.from_at < :until
    ORDER BY z.from_at DESC LIMIT 1)`;

/** SQL: the bytes that a file `f` had then. */
const bytesThen = `COALESCE((SELECT x.sha256 FROM file_past x WHERE x.file_id = f.id AND x.until_at >= :until
  ORDER BY x.until_at LIMIT 1), f.sha256)`;

/** SQL: what a piece, a copy and a blank have in common as files of a course, with whose each was then. */
const ofFile = `w.kind AS ownerKind, w.owner_id AS ownerId, w.from_at AS ownerSince,
  CASE WHEN w.owner_id IS NOT NULL THEN ${leftThen(':course', 'w.owner_id')} END AS ownerLeftAt,
  w.owner_id IS NOT NULL AND NOT EXISTS (SELECT 1 FROM seat z WHERE z.course_id = :course AND z.student_id = w.owner_id
    AND z.from_at < :until) AS isOffRoster,
  CASE WHEN f.dropped_at < :until THEN f.dropped_at ELSE (SELECT x.from_at FROM trash_past x WHERE x.file_id = f.id
    AND ${stood('x.from_at', 'x.until_at')}) END AS goneAt`;
const fileTables = `JOIN file f ON f.id = k.file_id
  LEFT JOIN ownership w ON w.file_id = f.id AND ${stood('w.from_at', 'w.until_at')}`;

/**
 * SQL: every file of a course as it was just before `:until`: the pieces that lay in slots, the copies handed out, the blanks, and what
 * the school keeps. A
 * piece that was added to an attempt lies there since it is somebody's.
 */
const owned = `
  SELECT 'piece' AS kind, k.id, k.name_key AS key, k.file_id AS fileId, k.submission_id AS submissionId, s.assignment_id AS assignmentId,
    k.attempt, s.student_id AS studentId, ${nameThen('piece', 'k.id', 'k.name')} AS name, k.original_name AS originalName,
    h.id AS folderId, ${nameThen('folder', 'h.id', 'h.name')} AS folderName,
    MAX(v.at, (SELECT MIN(y.from_at) FROM ownership y WHERE y.file_id = k.file_id)) AS holderSince,
    k.sha256 AS sealed, CASE WHEN ${bytesThen} <> k.sha256 THEN
      COALESCE((SELECT MAX(x.until_at) FROM file_past x WHERE x.file_id = f.id AND x.until_at < :until), f.changed_at) END AS changedAt,
    ${ofFile}, v.idx AS line, ${bytesThen} AS now,
    (SELECT y.id FROM kept y WHERE y.piece_id = k.id AND ${stood('y.kept_at', 'y.ended_at')}) AS keptId
  FROM piece k JOIN submission s ON s.id = k.submission_id
  JOIN attempt t ON t.submission_id = k.submission_id AND t.n = k.attempt
  JOIN event v ON v.idx = t.event_index
  LEFT JOIN folder h ON h.course_id = k.course_id AND h.student_id = s.student_id
  ${fileTables}
  WHERE k.course_id = :course AND ${attemptStood('v', 't')} AND w.file_id IS NOT NULL
  UNION ALL
  SELECT 'copy', k.id, k.name_key, k.file_id, NULL, NULL, 0, k.student_id, k.name, f.original_name, NULL, NULL, NULL, NULL, NULL,
    ${ofFile}, NULL, ${bytesThen}, NULL
  FROM copy k ${fileTables}
  WHERE k.course_id = :course AND k.handed_out_at < :until
  UNION ALL
  SELECT 'blank', k.id, k.title, NULL, NULL, NULL, 0, NULL, k.title,
    (SELECT b.original_name FROM blank_version b WHERE b.blank_id = k.id AND b.kept_at < :until ORDER BY b.n DESC LIMIT 1),
    NULL, NULL, NULL, NULL, NULL,
    'school', NULL, (SELECT MIN(b.kept_at) FROM blank_version b WHERE b.blank_id = k.id), NULL, 0, NULL, NULL,
    (SELECT b.sha256 FROM blank_version b WHERE b.blank_id = k.id AND b.kept_at < :until ORDER BY b.n DESC LIMIT 1), NULL
  FROM blank k WHERE k.course_id = :course
    AND ${stood('(SELECT MIN(b.kept_at) FROM blank_version b WHERE b.blank_id = k.id)', 'k.put_away_at')}
  UNION ALL
  SELECT 'kept', k.id, q.name_key, k.file_id, s.id, s.assignment_id, q.attempt, s.student_id, ${nameThen('piece', 'q.id', 'q.name')},
    q.original_name, NULL, NULL, k.kept_at, NULL, NULL,
    ${ofFile}, k.event_index, ${bytesThen}, k.id
  FROM kept k JOIN piece q ON q.id = k.piece_id JOIN submission s ON s.id = q.submission_id
  ${fileTables}
  WHERE k.course_id = :course AND ${stood('k.kept_at', 'k.ended_at')}`;

/** SQL: what each kind of the extraordinary is. */
const states: Record<OwnedState, string> = {
  left: 'ownerLeftAt IS NOT NULL',
  changed: 'changedAt IS NOT NULL',
  gone: 'goneAt IS NOT NULL',
  outside: "ownerKind = 'outside'",
  school: "ownerKind = 'school'",
  'off roster': 'isOffRoster',
};

export interface OwnedRow {
  kind: Owned['kind'];
  id: PieceId | CopyId | BlankId | KeptId;
  key: string;
  fileId: FileId | null;
  submissionId: SubmissionId | null;
  assignmentId: AssignmentId | null;
  attempt: number;
  studentId: PersonId | null;
  name: string;
  originalName: string;
  folderId: FolderId | null;
  folderName: string | null;
  holderSince: Instant | null;
  sealed: Sha256 | null;
  changedAt: Instant | null;
  ownerKind: 'person' | 'school' | 'outside' | null;
  ownerId: PersonId | null;
  ownerSince: Instant | null;
  ownerLeftAt: Instant | null;
  goneAt: Instant | null;
  line: number | null;
  /** The bytes of its owner's file then. */
  now: Sha256;
  /** What the school keeps of a piece, or that itself. */
  keptId: KeptId | null;
}

/** What of a course's files is asked for. */
export type OwnedWish = Omit<QueryOf<'listOwners'>, 'day' | 'after' | 'only'>;

const wished = `(:periods IS NULL OR (studentId IS NOT NULL
    AND ${periodThen(':course', 'studentId')} IN (SELECT value FROM json_each(:periods))))
  AND (:student IS NULL OR studentId = :student) AND (:assignment IS NULL OR assignmentId = :assignment)`;

const valuesOf = (course: CourseId, { periods, student, assignment }: OwnedWish, until: string) => ({
  course,
  until,
  periods: periods ? JSON.stringify(periods) : null,
  student: student ?? null,
  assignment: assignment ?? null,
});

/** How many files of a course there were, and how many of each that is out of the ordinary. */
export function countOwned(
  db: Database,
  course: CourseId,
  wish: OwnedWish,
  until: string,
): Pick<AnswerOf<'listOwners'>, 'total' | 'counts'> {
  const names = Object.keys(states) as OwnedState[];
  const { total, ...counts } = one<Record<OwnedState | 'total', number>>(
    db,
    `SELECT COUNT(*) AS total, ${names.map((name) => `COALESCE(SUM(${states[name]}), 0) AS "${name}"`).join(', ')}
     FROM (${owned}) WHERE ${wished}`,
    valuesOf(course, wish, until),
  )!;
  return { total, counts };
}

/** One page of a course's files by their names, from behind `after`. */
export function pageOwned(
  db: Database,
  course: CourseId,
  { only, after, ...wish }: OwnedWish & { only?: OwnedState | undefined; after: string },
  until: string,
): { files: Owned[]; next: string | null } {
  const [, afterId = '', afterKey = ''] = /^(\S*) (.*)$/su.exec(after) ?? [];
  // Which they are is told by what they are called alone; all that is known is read of those of the page.
  const found = all<Pick<OwnedRow, 'id' | 'key'>>(
    db,
    `SELECT id, key FROM (${owned}) WHERE ${wished} AND ${only ? states[only] : '1'} AND (key, id) > (:afterKey, :afterId)
     ORDER BY key, id LIMIT :limit`,
    { ...valuesOf(course, wish, until), afterKey, afterId, limit: ROWS_OF_PAGE },
  );
  const page = found.slice(0, ROWS_OF_PAGE - 1);
  const last = page.at(-1);
  const rows = all<OwnedRow>(
    db,
    `SELECT * FROM (${owned}) WHERE id IN (SELECT value FROM json_each(:ids)) ORDER BY key, id`,
    { course, until, ids: JSON.stringify(page.map(({ id }) => id)) },
  );
  return {
    files: rows.map((row) => toOwned(db, row)),
    next: found.length === ROWS_OF_PAGE && last ? `${last.id} ${last.key}` : null,
  };
}

/** One file of a course as it was; undefined where it was not there then. */
export const findOwned = (db: Database, course: CourseId, id: string, until: string): OwnedRow | undefined =>
  one<OwnedRow>(db, `SELECT * FROM (${owned}) WHERE id = :id`, { course, until, id });

/** Every file of a course as it was, by its name. */
export const allOwned = (db: Database, course: CourseId, until: string): OwnedRow[] =>
  all<OwnedRow>(db, `SELECT * FROM (${owned}) ORDER BY key, id`, { course, until });

/** A file with the names of those it tells of. */
export function toOwned(db: Database, row: OwnedRow): Owned {
  const { ownerKind, ownerId, ownerLeftAt, folderId, folderName, studentId } = row;
  const {
    kind,
    id,
    submissionId,
    assignmentId,
    attempt,
    name,
    originalName,
    ownerSince,
    holderSince,
    sealed,
  } = row;
  return {
    kind,
    id,
    submissionId,
    assignmentId,
    attempt,
    student: studentId && nameOf(db, studentId),
    name,
    originalName,
    owner: ownerKind && ownerOf(db, { kind: ownerKind, id: ownerId }, ownerLeftAt),
    ownerSince,
    holder: folderId && folderName !== null ? { id: folderId, name: folderName } : null,
    holderSince,
    sealed,
    changedAt: row.changedAt,
    goneAt: row.goneAt,
    kept: row.keptId && keptOf(db, row.keptId),
  };
}

/** Since when, by whose doing and why the school keeps something. */
function keptOf(db: Database, id: KeptId): NonNullable<Owned['kept']> {
  const row = one<{ at: Instant; byId: PersonId; why: string }>(
    db,
    'SELECT kept_at AS at, by_id AS byId, why FROM kept WHERE id = ?',
    [id],
  )!;
  return { id, at: row.at, by: nameOf(db, row.byId), why: row.why };
}

/** What of a course can be taken into keeping: pieces whose bytes are here, and of which nothing is kept yet. */
export function listToKeep(
  db: Database,
  course: CourseId,
  { only, pieces, ...wish }: OwnedWish & { only?: OwnedState | undefined; pieces?: readonly PieceId[] },
): (OwnedRow & { id: PieceId })[] {
  return all(
    db,
    `SELECT * FROM (${owned}) WHERE kind = 'piece' AND ownerKind <> 'outside' AND keptId IS NULL AND ${wished}
       AND ${only ? states[only] : '1'} AND (:pieces IS NULL OR id IN (SELECT value FROM json_each(:pieces))) ORDER BY key, id`,
    { ...valuesOf(course, wish, NOW), pieces: pieces ? JSON.stringify(pieces) : null },
  );
}

/** Whose something is, by name. */
export const ownerOf = (
  db: Database,
  { kind, id }: { kind: 'person' | 'school' | 'outside'; id: PersonId | null },
  leftAt: Instant | null,
): NonNullable<Owned['owner']> => (kind === 'person' ? { kind, person: nameOf(db, id!), leftAt } : { kind });
