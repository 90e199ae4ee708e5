import { readPackage } from '../readPackage';
import { madePackage, type MadeRows } from './madePackage';

/** A package of a small school, written by hand from the standard's field lists, for tests. */
const rows: MadeRows = {
  academicSessions: [
    {
      sourcedId: 'y26',
      title: '2026-27',
      type: 'schoolYear',
      startDate: '2026-08-25',
      endDate: '2027-07-15',
      schoolYear: '2027',
    },
    {
      sourcedId: 't1',
      title: 'Autumn',
      type: 'term',
      startDate: '2026-08-25',
      endDate: '2026-12-18',
      parentSourcedId: 'y26',
      schoolYear: '2027',
    },
  ],
  orgs: [{ sourcedId: 'o1', name: 'Larkmoor School', type: 'school' }],
  courses: [
    {
      sourcedId: 'c1',
      schoolYearSourcedId: 'y26',
      title: 'Geography',
      courseCode: 'GEO',
      orgSourcedId: 'o1',
    },
    { sourcedId: 'c2', schoolYearSourcedId: 'y26', title: 'Botany', courseCode: 'BOT', orgSourcedId: 'o1' },
  ],
  classes: [
    {
      sourcedId: 'k1',
      title: 'Geography 2',
      courseSourcedId: 'c1',
      classCode: 'GEO-2',
      classType: 'scheduled',
      schoolSourcedId: 'o1',
      termSourcedIds: 't1',
      periods: '2',
    },
    {
      sourcedId: 'k2',
      title: 'Geography 3',
      courseSourcedId: 'c1',
      classCode: 'GEO-3',
      classType: 'scheduled',
      schoolSourcedId: 'o1',
      termSourcedIds: 't1',
      periods: '3',
    },
    {
      sourcedId: 'k3',
      title: 'Botany',
      courseSourcedId: 'c2',
      classCode: 'BOT-4',
      classType: 'scheduled',
      schoolSourcedId: 'o1',
      termSourcedIds: 'y26',
    },
  ],
  roles: [],
  users: [
    {
      sourcedId: 'u1',
      enabledUser: 'true',
      username: 'itamsin',
      givenName: 'Imogen',
      familyName: 'Tamsin',
      email: 'itamsin@x.example',
    },
    {
      sourcedId: 'u2',
      enabledUser: 'true',
      username: 'cabara',
      givenName: 'Chidi',
      familyName: 'Abara',
      identifier: '1001',
      email: 'cabara@x.example',
    },
    {
      sourcedId: 'u3',
      enabledUser: 'true',
      username: 'mdang',
      givenName: 'Thị Mai',
      familyName: 'Đặng',
      preferredGivenName: 'Mai',
      identifier: '1002',
    },
    { sourcedId: 'u4', enabledUser: 'true', username: 'nobody', givenName: 'Not', familyName: 'Enrolled' },
  ],
  enrollments: [
    {
      sourcedId: 'e1',
      classSourcedId: 'k1',
      schoolSourcedId: 'o1',
      userSourcedId: 'u1',
      role: 'teacher',
      primary: 'true',
    },
    {
      sourcedId: 'e2',
      classSourcedId: 'k2',
      schoolSourcedId: 'o1',
      userSourcedId: 'u1',
      role: 'teacher',
      primary: 'true',
    },
    {
      sourcedId: 'e3',
      classSourcedId: 'k1',
      schoolSourcedId: 'o1',
      userSourcedId: 'u2',
      role: 'student',
      primary: 'false',
    },
    {
      sourcedId: 'e4',
      classSourcedId: 'k2',
      schoolSourcedId: 'o1',
      userSourcedId: 'u3',
      role: 'student',
      primary: 'false',
    },
    {
      sourcedId: 'e5',
      classSourcedId: 'k3',
      schoolSourcedId: 'o1',
      userSourcedId: 'u3',
      role: 'student',
      primary: 'false',
    },
  ],
};

/** Reads the small school's package with something in it changed. */
export const readSmallSchool = (change: (texts: Map<string, string>) => void = () => undefined) => {
  const texts = smallSchool();
  change(texts);
  return readPackage(texts);
};

export const smallSchool = () => madePackage(rows);

/** A change of one file's text. */
export const edit = (file: string, from: string | RegExp, to: string) => (texts: Map<string, string>) =>
  void texts.set(file, texts.get(file)!.replace(from, to));
