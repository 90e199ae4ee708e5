import type { CourseId, Instant } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import type { Database } from '../platform/database/database';
import { listKeys, sayKey } from './custody';
import { NOW, type OwnedRow } from './owned';

/** Who can open a file of a student now, besides themselves. */
export const openersOf = (
  db: Database,
  course: CourseId,
  file: Pick<OwnedRow, 'kind' | 'id' | 'studentId'>,
  at: Instant,
): AnswerOf<'readCustody'>['keys'][number]['who'][] =>
  listKeys(db, course, file, at, { until: NOW, at })
    .filter(({ who }) => who.kind !== 'person' || who.id !== file.studentId)
    .map((key) => sayKey(db, key).who)
    // A number or an account is nothing for students.
    .map((who) => (who.kind === 'person' ? { ...who, person: { ...who.person, apart: '' } } : who));
