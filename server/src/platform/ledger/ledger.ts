import {
  canonicalEvent,
  type AssignmentId,
  type EventAbout,
  type EventFacts,
  type EventId,
  type EventKind,
  type Instant,
  type LedgerEvent,
  type PersonId,
  kindsOf,
  type EventGroup,
} from '@vestibul/core';
import type { School } from '../School';
import { newId } from '../newId';
import { one, run, type Database } from '../database/database';
import { growTree } from './tree';

/**
 * Writes one line at the end of the ledger and returns its index, counted from 0.
 * To be called inside the transaction that makes the change it tells of: then both are kept, or neither. Its time is never
 * before that of the line before it, whatever the clock says.
 */
export function writeEvent<Kind extends EventKind>(
  school: School,
  by: PersonId | 'system',
  kind: Kind,
  about: EventAbout,
  facts: EventFacts[Kind],
  when: Instant = school.now(),
): number {
  if (!school.db.inTransaction)
    throw new Error(`the line '${kind}' must be written together with its change`);
  const last = lastLine(school.db);
  const at = last && last.at > when ? last.at : when;
  const event = { id: newId<EventId>('ev'), at, by, kind, about, facts } as LedgerEvent;
  const index = (last?.idx ?? -1) + 1;
  const canonical = canonicalEvent(event);
  growTree(school.db, index, canonical);
  run(
    school.db,
    `INSERT INTO event (idx, id, at, kind, by_id, course_id, student_id, assignment_id, canonical)
     VALUES (:index, :id, :at, :kind, :by, :course, :student, :assignment, :canonical)`,
    {
      index,
      id: event.id,
      at,
      kind,
      by,
      course: about.course ?? null,
      student: about.student ?? null,
      assignment: about.assignment ?? null,
      canonical,
    },
  );
  return index;
}

function lastLine(db: Database): { idx: number; at: Instant } | undefined {
  return one(db, 'SELECT idx, at FROM event WHERE idx = (SELECT MAX(idx) FROM event)');
}

/** The time that a line written now has: the clock's, or that of the last line where the clock was set back behind it. */
export function nowOnLedger(school: School): Instant {
  const [now, last] = [school.now(), lastLine(school.db)];
  return last && last.at > now ? last.at : now;
}

export interface LedgerFilter {
  kind?: EventKind | undefined;
  group?: EventGroup | undefined;
  student?: PersonId | undefined;
  assignment?: AssignmentId | undefined;
  /** Lines of this moment and after, and of before that one. */
  since?: Instant | undefined;
  until?: Instant | undefined;
}

/** The condition for a filter, so that each shape of filter is one statement on one index. */
export function ledgerCondition(filter: LedgerFilter): { sql: string; values: Record<string, string> } {
  const values: Record<string, string> = {};
  const parts: string[] = [];
  for (const [key, column] of [
    ['kind', 'kind'],
    ['student', 'student_id'],
    ['assignment', 'assignment_id'],
  ] as const) {
    const wanted = filter[key];
    if (!wanted) continue;
    parts.push(` AND ${column} = :${key}`);
    values[key] = wanted;
  }
  if (filter.group) {
    parts.push(' AND kind IN (SELECT value FROM json_each(:kinds))');
    values.kinds = JSON.stringify(kindsOf(filter.group));
  }
  if (filter.since) {
    parts.push(' AND at >= :since');
    values.since = filter.since;
  }
  if (filter.until) {
    parts.push(' AND at < :until');
    values.until = filter.until;
  }
  return { sql: parts.join(''), values };
}
