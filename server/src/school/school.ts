import { sha256Hex, type PersonId } from '@vestibul/core';
import type { BodyOf } from '@vestibul/contract';
import type { School } from '../platform/School';
import { run, together } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';

/** Changes what the school is called and whose order of letters its lists follow. */
export function changeSchool(school: School, by: PersonId, { name, language }: BodyOf<'changeSchool'>): void {
  together(school.db, () => {
    const changed = run(
      school.db,
      `UPDATE school SET name = :name, language = :language WHERE id = 1 AND (name <> :name OR language <> :language)`,
      { name, language },
    );
    if (changed > 0) writeEvent(school, by, 'school changed', {}, { nameSha256: sha256Hex(name), language });
  });
}

/** Writes down that the school exists. The first line of every ledger. */
export function openSchoolRecord(school: School, name: string, timeZone: string): void {
  const at = school.now();
  run(school.db, 'INSERT INTO school (id, name, time_zone, opened_at) VALUES (1, ?, ?, ?)', [
    name,
    timeZone,
    at,
  ]);
  writeEvent(school, 'system', 'school opened', {}, { zone: timeZone }, at);
}
