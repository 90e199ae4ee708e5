import {
  instantToLocal,
  isOver,
  type CourseId,
  type Day,
  type PersonId,
  type TermId,
  type YearId,
} from '@vestibul/core';
import type { AnswerOf, BodyOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { timeZoneOf } from './facts';
import { all, one, run, together, type Database } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';

type Year = AnswerOf<'listYears'>[number];
type YearBody = BodyOf<'makeYear'>;

/** Today in the school's time. */
export function todayOf(school: School): Day {
  return instantToLocal(school.now(), timeZoneOf(school.db)).slice(0, 10) as Day;
}

interface YearRow {
  id: YearId;
  label: string;
  startsOn: Day;
  endsOn: Day;
}

const yearColumns = 'y.id, y.label, y.starts_on AS startsOn, y.ends_on AS endsOn';

function withTerms(school: School, row: YearRow): Year {
  return {
    ...row,
    isOver: isOver(row, todayOf(school)),
    terms: all(
      school.db,
      'SELECT id, name, starts_on AS startsOn, ends_on AS endsOn FROM term WHERE year_id = ? ORDER BY starts_on, id',
      [row.id],
    ),
  };
}

export function listYears(school: School): Year[] {
  return all<YearRow>(school.db, `SELECT ${yearColumns} FROM year y ORDER BY y.starts_on DESC`).map((row) =>
    withTerms(school, row),
  );
}

export function findYear(db: Database, id: YearId): YearRow {
  const row = one<YearRow>(db, `SELECT ${yearColumns} FROM year y WHERE y.id = ?`, [id]);
  if (!row) throw new Failure('not-found');
  return row;
}

function rowOfCourse(db: Database, course: CourseId): YearRow {
  const row = one<YearRow>(
    db,
    `SELECT ${yearColumns} FROM course c JOIN year y ON y.id = c.year_id WHERE c.id = ?`,
    [course],
  );
  if (!row) throw new Failure('not-found');
  return row;
}

/** The year that a course belongs to. */
export function yearOfCourse(school: School, course: CourseId): Year {
  return withTerms(school, rowOfCourse(school.db, course));
}

/** Fails with `year-over` when the year is past: what lies in it can be read and does not change any more. */
export function requireOpenYear(school: School, year: { label: string; endsOn: Day }): void {
  if (isOver(year, todayOf(school))) throw new Failure('year-over', { label: year.label });
}

export function requireOpenCourse(school: School, course: CourseId): void {
  requireOpenYear(school, rowOfCourse(school.db, course));
}

export function makeYear(school: School, by: PersonId, year: YearBody): YearId {
  return together(school.db, () => {
    requireFreeLabel(school.db, year.label, null);
    const id = newId<YearId>('y');
    run(school.db, 'INSERT INTO year (id, label, starts_on, ends_on) VALUES (?, ?, ?, ?)', [
      id,
      year.label,
      year.startsOn,
      year.endsOn,
    ]);
    writeEvent(school, by, 'year made', { year: id }, { startsOn: year.startsOn, endsOn: year.endsOn });
    setTerms(school, by, id, year.terms);
    return id;
  });
}

/** Changes a year's name, days and terms. Moving its last day ahead opens a past year again. */
export function changeYear(school: School, by: PersonId, id: YearId, year: YearBody): void {
  together(school.db, () => {
    findYear(school.db, id);
    requireFreeLabel(school.db, year.label, id);
    run(school.db, 'UPDATE year SET label = ?, starts_on = ?, ends_on = ? WHERE id = ?', [
      year.label,
      year.startsOn,
      year.endsOn,
      id,
    ]);
    writeEvent(school, by, 'year changed', { year: id }, { startsOn: year.startsOn, endsOn: year.endsOn });
    setTerms(school, by, id, year.terms);
  });
}

function requireFreeLabel(db: Database, label: string, self: YearId | null): void {
  const other = one<{ id: YearId }>(db, 'SELECT id FROM year WHERE label = ?', [label]);
  if (other && other.id !== self) throw new Failure('year-exists', { label });
}

/** Makes the year's terms what is listed: those with an id are changed, the rest of the old ones go. */
function setTerms(school: School, by: PersonId, year: YearId, terms: YearBody['terms']): void {
  const { db } = school;
  const there = new Map(
    all<{ id: TermId; name: string; startsOn: string; endsOn: string }>(
      db,
      'SELECT id, name, starts_on AS startsOn, ends_on AS endsOn FROM term WHERE year_id = ?',
      [year],
    ).map((term) => [term.id, term]),
  );
  for (const { id: given, name, startsOn, endsOn } of terms) {
    const before = given === null ? undefined : there.get(given);
    const id = before?.id ?? newId<TermId>('t');
    there.delete(id);
    if (before && before.name === name && before.startsOn === startsOn && before.endsOn === endsOn) continue;
    run(
      db,
      `INSERT INTO term (id, year_id, name, starts_on, ends_on) VALUES (:id, :year, :name, :startsOn, :endsOn)
       ON CONFLICT (id) DO UPDATE SET name = :name, starts_on = :startsOn, ends_on = :endsOn`,
      { id, year, name, startsOn, endsOn },
    );
    writeEvent(school, by, before ? 'term changed' : 'term made', { year }, { term: id, startsOn, endsOn });
  }
  for (const id of there.keys()) {
    run(db, 'DELETE FROM term WHERE id = ?', [id]);
    writeEvent(school, by, 'term removed', { year }, { term: id });
  }
}

/** The courses of a year that somebody may begin anew: their own, or all for the office. */
export function coursesToBegin(
  db: Database,
  year: YearId,
  person: { id: PersonId; standing: string },
): { id: CourseId; title: string }[] {
  return all(
    db,
    `SELECT c.id, c.title FROM course c
     WHERE c.year_id = :year AND (:all OR EXISTS (SELECT 1 FROM course_staff s
       WHERE s.course_id = c.id AND s.person_id = :person AND s.role = 'teacher'))
     ORDER BY c.title, c.id`,
    { year, person: person.id, all: person.standing === 'office' ? 1 : 0 },
  );
}
