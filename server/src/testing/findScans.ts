import { preparedSql, type Database } from '../platform/database/database';

/**
 * What a query may walk from end to end: one row for the school, a handful of years, the courses of a school, and rows
 * that it has itself just found by an index.
 * A list that it was given as JSON.
 * And the roster's preview, which compares a list with everybody in the school on purpose.
 */
const MAY_BE_WALKED = [
  /^SCAN school$/,
  /^SCAN (year|y)$/,
  /^SCAN c$/,
  /^SCAN CONSTANT ROW$/,
  /^SCAN \(subquery/,
  /^SCAN json_each VIRTUAL TABLE INDEX/,
];
const MAY_WALK_PEOPLE = /FROM person p LEFT JOIN enrolment e ON/;

/** Steps of the query plans of all statements used so far that read a whole table without an index. */
export function findScans(db: Database): { detail: string; sql: string }[] {
  return preparedSql(db)
    .filter((sql) => /^\s*(SELECT|UPDATE|DELETE)/i.test(sql))
    .flatMap((sql) => {
      const names = [...sql.matchAll(/:(\w+)/g)].map(([, name]) => [name!, '']);
      const values = names.length > 0 ? Object.fromEntries(names) : [...sql.matchAll(/\?/g)].map(() => '');
      const plan = db.prepare(`EXPLAIN QUERY PLAN ${sql}`).all(values) as { detail: string }[];
      return plan
        .filter(({ detail }) => detail.startsWith('SCAN ') && !/USING (COVERING )?INDEX/.test(detail))
        .filter(({ detail }) => !MAY_BE_WALKED.some((allowed) => allowed.test(detail)))
        .filter(({ detail }) => !(detail === 'SCAN p' && MAY_WALK_PEOPLE.test(sql)))
        .map(({ detail }) => ({ detail, sql }));
    });
}
