import type { BodyOf } from '@vestibul/contract';
import type { School } from '../school';
import { run } from './database';

/** Changes what the school is called and whose order of letters its lists follow. */
export function changeSchool(school: School, { name, language }: BodyOf<'changeSchool'>): void {
  run(school.db, 'UPDATE school SET name = ?, language = ? WHERE id = 1', [name, language]);
}
