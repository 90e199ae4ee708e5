import {
  keysOf,
  type Afterwards,
  type AssignmentId,
  type CourseId,
  type CourseStaffRole,
  type FileId,
  type FolderId,
  type Instant,
  type Key,
  type LedgerEvent,
  type PeriodId,
  type OwnedThing,
  type PersonId,
  type SubmissionId,
} from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { all, one, type Database } from '../platform/database/database';
import { Failure } from '../platform/failure';
import { nameOf } from '../school/people';
import {
  attemptStood,
  endOfAttempt,
  findOwned,
  NOW,
  ownerOf,
  periodThen,
  stood,
  toOwned,
  type OwnedRow,
} from './owned';

type Custody = AnswerOf<'readCustody'>;

/**
 * Whose a file of a course was, where it lay and who could open it just before a moment, each with its line through time. Fails
 * with `not-found` where it was not there then.
 */
export function readCustody(
  db: Database,
  course: CourseId,
  id: string,
  { until, at }: { until: string; at: Instant },
): Custody {
  const row = findOwned(db, course, id, until);
  if (!row) throw new Failure('not-found', { what: 'file' });
  const { fileId, line } = row;
  return {
    file: toOwned(db, row),
    line,
    owners: fileId ? listOwnersOf(db, fileId) : [],
    holders: fileId ? listHolders(db, course, fileId) : [],
    keys: listKeys(db, course, row, sinceOf(row, at), { until, at }).map((key) => sayKey(db, key)),
  };
}

/** Since when a file lay where it was at a moment. */
export const sinceOf = ({ holderSince, ownerSince }: OwnedRow, at: Instant): Instant =>
  holderSince ?? ownerSince ?? at;

/** Whose a file was, from the first. */
const listOwnersOf = (db: Database, file: FileId): Custody['owners'] =>
  all<{
    kind: 'person' | 'school' | 'outside';
    ownerId: PersonId | null;
    from: Instant;
    until: Instant | null;
    byId: PersonId | null;
    why: string;
  }>(
    db,
    `SELECT kind, owner_id AS ownerId, from_at AS "from", until_at AS until, by_id AS byId, why FROM ownership
     WHERE file_id = ? ORDER BY from_at`,
    [file],
  ).map(({ kind, ownerId, byId, ...stretch }) => ({
    ...stretch,
    owner: ownerOf(db, { kind, id: ownerId }, null),
    by: byId && nameOf(db, byId),
  }));

/**
 * Where a file lay, from the first: in its owner's drawer until it was placed, and again when it was taken out. In which folders of
 * other courses it lies besides is theirs to know.
 */
function listHolders(db: Database, course: CourseId, file: FileId): Custody['holders'] {
  const placed = all<{ from: Instant; until: Instant | null; id: FolderId; name: string }>(
    db,
    `SELECT MAX(v.at, (SELECT MIN(y.from_at) FROM ownership y WHERE y.file_id = q.file_id)) AS "from",
       NULLIF(${endOfAttempt('t')}, '${NOW}') AS until,
       h.id, h.name
     FROM piece q JOIN submission s ON s.id = q.submission_id
     JOIN attempt t ON t.submission_id = q.submission_id AND t.n = q.attempt JOIN event v ON v.idx = t.event_index
     JOIN folder h ON h.course_id = q.course_id AND h.student_id = s.student_id
     WHERE q.file_id = :file AND q.course_id = :course ORDER BY 1`,
    { file, course },
  );
  const { first } = one<{ first: Instant }>(
    db,
    'SELECT MIN(from_at) AS first FROM ownership WHERE file_id = ?',
    [file],
  )!;
  const stretches: Custody['holders'] = [];
  let free: Instant | null = first;
  for (const { from, until, id, name } of placed) {
    if (free !== null && free < from) stretches.push({ from: free, until: from, holder: null });
    stretches.push({ from, until, holder: { id, name } });
    free = until;
  }
  if (free !== null) stretches.push({ from: free, until: null, holder: null });
  const deleted = all<{ from: Instant; until: Instant | null }>(
    db,
    `SELECT from_at AS "from", until_at AS until FROM trash_past WHERE file_id = :file
     UNION ALL SELECT dropped_at, NULL FROM file WHERE id = :file AND dropped_at IS NOT NULL ORDER BY 1`,
    { file },
  );
  // What lies in a slot lies there, whatever its owner does with the file; what lies in their drawer alone, in none while it is deleted.
  return stretches.flatMap((stretch) => (stretch.holder ? [stretch] : without(stretch, deleted)));
}

/** What is left of a stretch outside of others, which are in order and apart. */
function without<Stretch extends { from: Instant; until: Instant | null }>(
  stretch: Stretch,
  others: readonly { from: Instant; until: Instant | null }[],
): Stretch[] {
  const left: Stretch[] = [];
  let { from } = stretch;
  for (const other of others) {
    if (other.until !== null && other.until <= from) continue;
    if (stretch.until !== null && other.from >= stretch.until) break;
    if (from < other.from) left.push({ ...stretch, from, until: other.from });
    if (other.until === null) return left;
    from = other.until;
  }
  return stretch.until !== null && from >= stretch.until ? left : [...left, { ...stretch, from }];
}

/** All keys to a file of a course just before a moment; `since` is when it came to lie there. */
export function listKeys(
  db: Database,
  course: CourseId,
  row: Pick<OwnedRow, 'kind' | 'id' | 'studentId'>,
  since: Instant,
  { until, at }: { until: string; at: Instant },
): Key[] {
  const owned = asThing(db, course, row, until);
  return keysOf(
    owned,
    since,
    { staff: staffThen(db, course, until), seats: seatsThen(db, course, owned, until) },
    at,
  );
}

/** What a file of a course was just before a moment, to whoever decides about it. */
export function asThing(
  db: Database,
  course: CourseId,
  { kind, id, studentId }: Pick<OwnedRow, 'kind' | 'id' | 'studentId'>,
  until: string,
): OwnedThing {
  if (kind === 'blank' || kind === 'kept' || studentId === null) return { kind: 'desk', course };
  if (kind === 'copy') return { kind: 'work', course, of: studentId };
  const row = one<{
    assignment: AssignmentId;
    submission: SubmissionId;
    attempt: number;
    period: PeriodId;
    afterwards: Afterwards;
  }>(
    db,
    `SELECT s.assignment_id AS assignment, s.id AS submission, q.attempt, a.afterwards,
       ${periodThen('s.course_id', 's.student_id')} AS period
     FROM piece q JOIN submission s ON s.id = q.submission_id JOIN assignment a ON a.id = s.assignment_id WHERE q.id = :id`,
    { id, until },
  )!;
  const afterwards = afterwardsThen(db, course, row.assignment, until) ?? row.afterwards;
  return {
    kind: 'piece',
    course,
    of: studentId,
    showing: {
      afterwards,
      state: 'there',
      // What is shown to nobody else is held from nobody else.
      held: afterwards === 'period' && wasHeld(db, { ...row, student: studentId, course }, until),
      period: row.period,
    },
  };
}

/** Whether an attempt waited for the staff just before a moment, or was not the one that counts. */
function wasHeld(
  db: Database,
  of: {
    course: CourseId;
    assignment: AssignmentId;
    student: PersonId;
    submission: SubmissionId;
    attempt: number;
  },
  until: string,
): boolean {
  const { isHeld, approvedAt, counts } = one<{
    isHeld: number;
    approvedAt: Instant | null;
    counts: number;
  }>(
    db,
    `SELECT t.held AS isHeld,
       (SELECT MAX(e.at) FROM event e INDEXED BY event_by_student WHERE e.course_id = :course AND e.student_id = :student
          AND e.assignment_id = :assignment AND e.kind = 'approved') AS approvedAt,
       NOT EXISTS (SELECT 1 FROM attempt o JOIN event u ON u.idx = o.event_index WHERE o.submission_id = t.submission_id
         AND o.n > t.n AND ${attemptStood('u', 'o')}) AS counts
     FROM attempt t WHERE t.submission_id = :submission AND t.n = :attempt`,
    { ...of, until },
  )!;
  // What waited then and was let through later was held.
  return isHeld === 1 || (approvedAt !== null && approvedAt >= until) || counts === 0;
}

/** Who was on a course's staff just before a moment: its teacher, then who came first. Several come in one moment where it is begun. */
const staffThen = (db: Database, course: CourseId, until: string) =>
  all<{ id: PersonId; role: CourseStaffRole; from: Instant; until: Instant | null }>(
    db,
    `SELECT o.person_id AS id, o.role, o.from_at AS "from", o.until_at AS until FROM on_staff o JOIN person p ON p.id = o.person_id
     WHERE o.course_id = :course AND ${stood('o.from_at', 'o.until_at')}
     ORDER BY o.role = 'teacher' DESC, o.from_at, p.sort_key, p.id`,
    { course, until },
  );

/** Where the owner of a file sat in its course until then. */
const seatsThen = (db: Database, course: CourseId, owned: OwnedThing, until: string) =>
  owned.kind === 'desk'
    ? []
    : all<{ period: PeriodId; from: Instant; until: Instant | null }>(
        db,
        `SELECT period_id AS period, from_at AS "from", until_at AS until FROM seat
         WHERE course_id = :course AND student_id = :of AND from_at < :until`,
        { course, of: owned.of, until },
      );

/** What an assignment showed afterwards just before a moment, as its ledger says; undefined where it says nothing of it. */
function afterwardsThen(
  db: Database,
  course: CourseId,
  assignment: AssignmentId,
  until: string,
): Afterwards | undefined {
  const line = one<{ canonical: string }>(
    db,
    `SELECT canonical FROM event INDEXED BY event_of_entry
     WHERE course_id = :course AND assignment_id = :assignment AND student_id IS NULL AND at < :until
       AND kind IN ('assignment made', 'assignment changed', 'assignment copied', 'assignment published', 'due moved')
       AND (kind = 'assignment made' OR kind = 'assignment changed')
     ORDER BY idx DESC LIMIT 1`,
    { course, assignment, until },
  );
  const event = line && (JSON.parse(line.canonical) as LedgerEvent);
  return event?.kind === 'assignment made' || event?.kind === 'assignment changed'
    ? event.facts.afterwards
    : undefined;
}

/** A key with the names of who holds it. */
export function sayKey(db: Database, { who, because, ...key }: Key): Custody['keys'][number] {
  return {
    ...key,
    who:
      who.kind === 'person'
        ? { kind: 'person', person: nameOf(db, who.id) }
        : who.kind === 'period'
          ? { kind: 'period', label: periodLabel(db, who.id) }
          : { kind: 'office' },
    because: because.kind as Custody['keys'][number]['because'],
    role: because.kind === 'staff' ? because.role : '',
  };
}

const periodLabel = (db: Database, id: PeriodId): string =>
  one<{ label: string }>(db, 'SELECT label FROM period WHERE id = ?', [id])?.label ?? '';
