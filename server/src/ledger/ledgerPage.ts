import {
  type CourseId,
  type EventKind,
  type Instant,
  type LedgerEvent,
  type PersonId,
  type PieceId,
} from '@vestibul/core';
import { PAGE_SIZE, type AnswerOf, type QueryOf } from '@vestibul/contract';
import { all, one, type Database } from '../platform/database/database';
import { spanOfDays } from '../school/spanOfDays';
import { readSchool } from '../school/facts';
import { ledgerCondition } from '../platform/ledger/ledger';
import { nameColumns, type PersonName } from '../school/people';

interface EventRow {
  idx: number;
  at: Instant;
  kind: EventKind;
  byId: PersonId | 'system';
  studentId: PersonId | null;
  assignment: string | null;
  canonical: string;
}

/**
 * One page of a course's ledger, the newest line first, from before `before`, with names looked up for reading. `from` and `to`
 * are days of the school, both included.
 */
export function readLedgerPage(
  db: Database,
  course: CourseId,
  { before, from, to, ...wanted }: QueryOf<'readLedger'>,
): AnswerOf<'readLedger'> {
  const zone = readSchool(db)?.timeZone ?? 'UTC';
  const condition = ledgerCondition({ ...wanted, ...spanOfDays(from, to, zone) });
  // Of a span of days the lines at its ends are found by time, so that older ones are not walked to.
  const span =
    from || to
      ? one<{ first: number | null; last: number | null }>(
          db,
          `SELECT MIN(idx) AS first, MAX(idx) AS last FROM event WHERE course_id = :course
             AND at >= :since AND at < :until`,
          { course, since: '', until: '~', ...condition.values },
        )!
      : { first: 0, last: Number.MAX_SAFE_INTEGER };
  const bounds = { first: span.first ?? 1, last: span.last ?? 0 };
  const rows = all<EventRow>(
    db,
    `SELECT e.idx, e.at, e.kind, e.by_id AS byId, e.student_id AS studentId, a.title AS assignment, e.canonical
     FROM event e LEFT JOIN assignment a ON a.id = e.assignment_id
     WHERE e.course_id = :course${condition.sql.replaceAll(' AND ', ' AND e.')} AND e.idx < :before
       AND e.idx BETWEEN :first AND :last
     ORDER BY e.idx DESC LIMIT :limit`,
    {
      course,
      ...condition.values,
      ...bounds,
      before: before ?? Number.MAX_SAFE_INTEGER,
      limit: PAGE_SIZE + 1,
    },
  );
  const { total } = one<{ total: number }>(
    db,
    `SELECT COUNT(*) AS total FROM event WHERE course_id = :course${condition.sql} AND idx BETWEEN :first AND :last`,
    { course, ...condition.values, ...bounds },
  )!;
  const page = rows.slice(0, PAGE_SIZE);
  return {
    lines: page.map((row) => toLine(db, row)),
    total,
    next: rows.length > PAGE_SIZE ? page.at(-1)!.idx : null,
  };
}

function toLine(db: Database, row: EventRow): AnswerOf<'readLedger'>['lines'][number] {
  const event = JSON.parse(row.canonical) as LedgerEvent;
  const owner = 'owner' in event.facts ? event.facts.owner : null;
  return {
    index: row.idx,
    at: row.at,
    kind: row.kind,
    by: row.byId === 'system' ? null : personName(db, row.byId),
    student: row.studentId ? personName(db, row.studentId) : null,
    assignment: row.assignment,
    assignmentId: event.about.assignment ?? null,
    period: event.about.period ? periodLabel(db, event.about.period) : null,
    piece: event.about.piece ? pieceName(db, event.about.piece) : null,
    owner: owner && owner !== 'outside' && owner !== 'school' ? personName(db, owner) : null,
    facts: { ...event.facts },
    submissionId: event.about.submission ?? null,
  };
}

function personName(db: Database, id: PersonId): PersonName | null {
  return one<PersonName>(db, `SELECT ${nameColumns} FROM person p WHERE p.id = ?`, [id]) ?? null;
}

function periodLabel(db: Database, id: string): string | null {
  return one<{ label: string }>(db, 'SELECT label FROM period WHERE id = ?', [id])?.label ?? null;
}

function pieceName(db: Database, id: PieceId): { id: PieceId; name: string; originalName: string } | null {
  return one(db, 'SELECT id, name, original_name AS originalName FROM piece WHERE id = ?', [id]) ?? null;
}
