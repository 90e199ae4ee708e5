import {
  keysOf,
  type Afterwards,
  type CourseId,
  type CourseStaffRole,
  type FileId,
  type FolderId,
  type Instant,
  type Key,
  type LedgerEvent,
  type PeriodId,
  type PersonId,
  type PieceId,
} from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { all, one, type Database } from '../platform/database/database';
import { Failure } from '../platform/failure';
import { nameOf } from '../school/people';
import { findOwned, NOW, ownerOf, periodThen, stood } from './owned';

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
  const found = findOwned(db, course, id, until);
  if (!found) throw new Failure('not-found', { what: 'file' });
  const { file, fileId, line } = found;
  return {
    file,
    line,
    owners: fileId ? listOwnersOf(db, fileId) : [],
    holders: fileId ? listHolders(db, fileId) : [],
    keys:
      file.kind === 'piece'
        ? listKeys(db, course, id as PieceId, { until, at }).map((key) => sayKey(db, key))
        : [],
  };
}

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

/** Where a file lay, from the first: in its owner's drawer until it was placed, and again when it was taken out. */
function listHolders(db: Database, file: FileId): Custody['holders'] {
  const placed = all<{ from: Instant; until: Instant | null; id: FolderId; name: string }>(
    db,
    `SELECT MAX(v.at, (SELECT MIN(y.from_at) FROM ownership y WHERE y.file_id = q.file_id)) AS "from",
       NULLIF(MIN(COALESCE(t.taken_back_at, '${NOW}'), COALESCE(t.sent_back_at, '${NOW}'), COALESCE(t.undone_at, '${NOW}')), '${NOW}') AS until,
       h.id, h.name
     FROM piece q JOIN submission s ON s.id = q.submission_id
     JOIN attempt t ON t.submission_id = q.submission_id AND t.n = q.attempt JOIN event v ON v.idx = t.event_index
     JOIN folder h ON h.course_id = q.course_id AND h.student_id = s.student_id
     WHERE q.file_id = ? ORDER BY 1`,
    [file],
  );
  const { first, end } = one<{ first: Instant; end: Instant | null }>(
    db,
    `SELECT (SELECT MIN(from_at) FROM ownership WHERE file_id = f.id) AS first, f.dropped_at AS "end" FROM file f WHERE f.id = ?`,
    [file],
  )!;
  const stretches: Custody['holders'] = [];
  let free: Instant | null = first;
  for (const { from, until, id, name } of placed) {
    if (free !== null && free < from) stretches.push({ from: free, until: from, holder: null });
    stretches.push({ from, until, holder: { id, name } });
    free = until;
  }
  if (free !== null && (end === null || free < end)) stretches.push({ from: free, until: end, holder: null });
  return stretches;
}

/** All keys to a piece that lay in its slot just before a moment. */
export function listKeys(
  db: Database,
  course: CourseId,
  piece: PieceId,
  { until, at }: { until: string; at: Instant },
): Key[] {
  const row = one<{
    of: PersonId;
    assignment: string;
    since: Instant;
    period: PeriodId;
    afterwards: Afterwards;
    isHeld: number;
    counts: number;
    approvedAt: Instant | null;
  }>(
    db,
    `SELECT s.student_id AS "of", s.assignment_id AS assignment, a.afterwards, t.held AS isHeld,
       MAX(v.at, (SELECT MIN(y.from_at) FROM ownership y WHERE y.file_id = q.file_id)) AS since,
       ${periodThen('s.course_id', 's.student_id')} AS period,
       (SELECT MAX(e.at) FROM event e WHERE e.course_id = s.course_id AND e.assignment_id = s.assignment_id
          AND e.student_id = s.student_id AND e.kind = 'approved') AS approvedAt,
       NOT EXISTS (SELECT 1 FROM attempt o JOIN event u ON u.idx = o.event_index WHERE o.submission_id = q.submission_id
         AND o.n > q.attempt AND u.at < :until AND COALESCE(o.taken_back_at, '${NOW}') >= :until
         AND COALESCE(o.sent_back_at, '${NOW}') >= :until AND COALESCE(o.undone_at, '${NOW}') >= :until) AS counts
     FROM piece q JOIN submission s ON s.id = q.submission_id JOIN assignment a ON a.id = s.assignment_id
     JOIN attempt t ON t.submission_id = q.submission_id AND t.n = q.attempt JOIN event v ON v.idx = t.event_index
     WHERE q.id = :piece`,
    { piece, until },
  );
  if (!row) throw new Failure('not-found', { what: 'file' });
  const { of, since, period } = row;
  // What waited then and was let through later was held.
  const isHeld = row.isHeld === 1 || (row.approvedAt !== null && row.approvedAt >= until);
  return keysOf(
    {
      course,
      of,
      since,
      showing: {
        afterwards: afterwardsThen(db, course, row.assignment, until) ?? row.afterwards,
        state: 'there',
        held: isHeld || row.counts === 0,
        period,
      },
    },
    {
      staff: all<{ id: PersonId; role: CourseStaffRole; from: Instant; until: Instant | null }>(
        db,
        `SELECT person_id AS id, role, from_at AS "from", until_at AS until FROM on_staff
         WHERE course_id = :course AND ${stood('from_at', 'until_at')} ORDER BY from_at`,
        { course, until },
      ),
      seats: all<{ period: PeriodId; from: Instant; until: Instant | null }>(
        db,
        `SELECT period_id AS period, from_at AS "from", until_at AS until FROM seat
         WHERE course_id = :course AND student_id = :of AND from_at < :until`,
        { course, of, until },
      ),
    },
    at,
  );
}

/** What an assignment showed afterwards just before a moment, as its ledger says; undefined where it says nothing of it. */
function afterwardsThen(
  db: Database,
  course: CourseId,
  assignment: string,
  until: string,
): Afterwards | undefined {
  const line = one<{ canonical: string }>(
    db,
    `SELECT canonical FROM event WHERE course_id = :course AND assignment_id = :assignment AND student_id IS NULL AND at < :until
       AND kind IN ('assignment made', 'assignment changed') ORDER BY idx DESC LIMIT 1`,
    { course, assignment, until },
  );
  const event = line && (JSON.parse(line.canonical) as LedgerEvent);
  return event?.kind === 'assignment made' || event?.kind === 'assignment changed'
    ? event.facts.afterwards
    : undefined;
}

function sayKey(db: Database, { who, because, ...key }: Key): Custody['keys'][number] {
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
