import { instantToLocal, weekOf, type Day } from '@vestibul/core';
import type { School } from '../platform/School';
import { timeZoneOf } from '../school/facts';

/** The Monday of the week that it is at the school (ISO 8601). */
export const mondayOf = (school: School): Day =>
  weekOf(instantToLocal(school.now(), timeZoneOf(school.db)).slice(0, 10) as Day)[0]!;
