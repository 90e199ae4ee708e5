import {
  groupBy,
  type CourseId,
  type GroupId,
  type GroupMark,
  type MeetingPattern,
  type PeriodId,
  type PersonId,
} from '@vestibul/core';
import { ENAMELS, type AnswerOf, type BodyOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { all, one, run, together, type Database } from '../platform/database/database';
import { nowOnLedger, writeEvent } from '../platform/ledger/ledger';
import { changeSeat, listInGroup, seatOf } from './seats';

export interface PeriodRow {
  id: PeriodId;
  number: number;
  label: string;
  enamel: number;
  meetings: MeetingPattern | null;
}

export function listPeriods(db: Database, course: CourseId): PeriodRow[] {
  return all<Omit<PeriodRow, 'meetings'> & { meetings: string | null }>(
    db,
    'SELECT id, number, label, enamel, meetings FROM period WHERE course_id = ? ORDER BY number',
    [course],
  ).map((row) => ({ ...row, meetings: row.meetings === null ? null : JSON.parse(row.meetings) }));
}

export function courseOfPeriod(db: Database, period: PeriodId): CourseId {
  const row = one<{ id: CourseId }>(db, 'SELECT course_id AS id FROM period WHERE id = ?', [period]);
  if (!row) throw new Failure('not-found', { what: 'period' });
  return row.id;
}

export function addPeriod(
  school: School,
  by: PersonId,
  course: CourseId,
  period: BodyOf<'addPeriod'>,
): PeriodId {
  return together(school.db, () => {
    const { db } = school;
    requireFreeNumber(db, course, period.number, null);
    const id = newId<PeriodId>('h');
    const { there } = one<{ there: number }>(db, 'SELECT COUNT(*) AS there FROM period WHERE course_id = ?', [
      course,
    ])!;
    run(
      db,
      'INSERT INTO period (id, course_id, number, label, enamel, meetings) VALUES (:id, :course, :number, :label, :enamel, :meetings)',
      {
        id,
        course,
        number: period.number,
        label: period.label || `Period ${period.number}`,
        enamel: period.enamel ?? (there % ENAMELS) + 1,
        meetings: period.meetings && JSON.stringify(period.meetings),
      },
    );
    writeEvent(school, by, 'period made', { course, period: id }, { number: period.number });
    return id;
  });
}

/** Changes a period's number, label, colour and meetings. What is named by the old number keeps its name until it is named anew. */
export function changePeriod(
  school: School,
  by: PersonId,
  id: PeriodId,
  period: BodyOf<'changePeriod'>,
): void {
  together(school.db, () => {
    const { db } = school;
    const course = courseOfPeriod(db, id);
    requireFreeNumber(db, course, period.number, id);
    run(
      db,
      `UPDATE period SET number = :number, label = :label, enamel = COALESCE(:enamel, enamel), meetings = :meetings
       WHERE id = :id`,
      {
        id,
        number: period.number,
        label: period.label || `Period ${period.number}`,
        enamel: period.enamel,
        meetings: period.meetings && JSON.stringify(period.meetings),
      },
    );
    writeEvent(school, by, 'period changed', { course, period: id }, { number: period.number });
  });
}

function requireFreeNumber(db: Database, course: CourseId, number: number, self: PeriodId | null): void {
  const other = one<{ id: PeriodId }>(db, 'SELECT id FROM period WHERE course_id = ? AND number = ?', [
    course,
    number,
  ]);
  if (other && other.id !== self) throw new Failure('period-exists', { number });
}

type Group = AnswerOf<'readCourse'>['periods'][number]['groups'][number];

/** The small groups of every period of a course, in their order. */
export function listGroups(db: Database, course: CourseId): Map<PeriodId, Group[]> {
  const rows = all<{ periodId: PeriodId; id: GroupId; name: string; enamel: number; mark: GroupMark }>(
    db,
    `SELECT g.period_id AS periodId, g.id, g.name, g.enamel, g.mark
     FROM period h JOIN student_group g ON g.period_id = h.id WHERE h.course_id = ? ORDER BY g.period_id, g.place`,
    [course],
  );
  return new Map(
    [...groupBy(rows, (row) => row.periodId)].map(([period, groups]) => [
      period,
      groups.map(({ periodId: _period, ...group }) => group),
    ]),
  );
}

/** Makes a period's small groups what is listed. Who was in a group that goes is in none. */
export function setGroups(school: School, by: PersonId, period: PeriodId, body: BodyOf<'setGroups'>): void {
  together(school.db, () => {
    const { db } = school;
    const course = courseOfPeriod(db, period);
    const there = new Map((listGroups(db, course).get(period) ?? []).map((group) => [group.id, group]));
    body.groups.forEach(({ id: given, ...group }, place) => {
      const before = given === null ? undefined : there.get(given);
      const id = before?.id ?? newId<GroupId>('g');
      there.delete(id);
      run(
        db,
        `INSERT INTO student_group (id, period_id, name, enamel, mark, place)
         VALUES (:id, :period, :name, :enamel, :mark, :place)
         ON CONFLICT (id) DO UPDATE SET name = :name, enamel = :enamel, mark = :mark, place = :place`,
        { id, period, place, ...group },
      );
      writeEvent(school, by, before ? 'group changed' : 'group made', { course, period }, { group: id });
    });
    for (const id of there.keys()) {
      if (one(db, 'SELECT 1 FROM assignment_group WHERE group_id = ?', [id]))
        throw new Failure('has-work', { what: 'group', name: there.get(id)!.name });
      const at = nowOnLedger(school);
      for (const student of listInGroup(db, id)) changeSeat(db, course, student, { groupId: null }, at);
      run(db, 'DELETE FROM student_group WHERE id = ?', [id]);
      writeEvent(school, by, 'group removed', { course, period }, { group: id }, at);
    }
  });
}

/** Puts students of a period into one of its groups, or into none. */
export function putInGroup(school: School, by: PersonId, period: PeriodId, body: BodyOf<'putInGroup'>): void {
  together(school.db, () => {
    const { db } = school;
    const course = courseOfPeriod(db, period);
    const groupId = body.groupId;
    if (groupId && !one(db, 'SELECT 1 FROM student_group WHERE id = ? AND period_id = ?', [groupId, period]))
      throw new Failure('not-found', { what: 'group' });
    for (const student of new Set(body.studentIds)) {
      if (seatOf(db, course, student)?.periodId !== period) continue;
      const at = nowOnLedger(school);
      if (changeSeat(db, course, student, { groupId }, at))
        writeEvent(school, by, 'grouped', { course, period, student }, { group: groupId }, at);
    }
  });
}
