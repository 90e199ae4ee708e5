import { sha256Hex, type PersonId } from '@vestibul/core';
import type { BodyOf } from '@vestibul/contract';
import type { School } from '../school';
import { run, together } from './database';
import { writeEvent } from './ledger';

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
