import type { NamingCourse } from '../checkRule';
import { studentValues } from '../nameValues';
import { parseRule, type Rule } from '../parseRule';

/** A rule that is known to be readable. */
export function rule(source: string): Rule {
  const parsed = parseRule(source);
  if (!parsed.ok) throw new Error(parsed.fault.code);
  return parsed.rule;
}

export type Person = [last: string, first: string, period: number, called?: string];

/** A course of these people; `s0` is the first. */
export function courseOf(people: readonly Person[], titles: readonly string[] = []): NamingCourse {
  return {
    shared: { course: 'Field Geography', code: 'GEO', year: '2026-27', teacher: 'Tamsin', term: '' },
    students: people.map(([last, first, period, called = ''], i) => ({
      id: `s${i}`,
      values: studentValues({
        last,
        first,
        called,
        period,
        username: `user${i}`,
        email: `user${i}@larkmoor.example`,
        number: String(1000 + i),
        group: '',
      }),
    })),
    works: titles.map((assignment) => ({ assignment, due: '2026-09-04' })),
  };
}
