import { one, type Database } from '../platform/database/database';

export interface SchoolFacts {
  name: string;
  timeZone: string;
  /** Whose order of letters lists follow (BCP 47). */
  language: string;
}

/** The school's name and time zone, or null before its first office account is made. */
export function readSchool(db: Database): SchoolFacts | null {
  return one<SchoolFacts>(db, 'SELECT name, time_zone AS timeZone, language FROM school') ?? null;
}

/** The school's IANA time zone. Throws before the school is open: nothing with a time exists until then. */
export function timeZoneOf(db: Database): string {
  const school = readSchool(db);
  if (!school) throw new Error('the school is not open yet');
  return school.timeZone;
}
