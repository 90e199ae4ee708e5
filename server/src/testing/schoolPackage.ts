import type { MadeRows } from '@vestibul/core/testing';

/** People of the package with differences. */
export const PEOPLE = 5000;

/** A package written by hand: two teachers, three classes, and so many students in the first two. */
export function rows(students: number): MadeRows {
  const student = (i: number) => `s${i}`;
  return {
    academicSessions: [
      {
        sourcedId: 'y26',
        title: '2026–27',
        type: 'schoolYear',
        startDate: '2026-08-25',
        endDate: '2027-07-15',
      },
      {
        sourcedId: 't1',
        title: 'Autumn',
        type: 'term',
        startDate: '2026-08-25',
        endDate: '2026-12-18',
        parentSourcedId: 'y26',
      },
    ],
    orgs: [{ sourcedId: 'o1', name: 'Larkmoor School', type: 'school' }],
    courses: [
      {
        sourcedId: 'c1',
        schoolYearSourcedId: 'y26',
        title: 'Physics',
        courseCode: 'PHY',
        orgSourcedId: 'o1',
      },
      {
        sourcedId: 'c2',
        schoolYearSourcedId: 'y26',
        title: 'Chemistry',
        courseCode: 'CHE',
        orgSourcedId: 'o1',
      },
    ],
    classes: [
      { sourcedId: 'k1', title: 'Physics 1', courseSourcedId: 'c1', termSourcedIds: 't1', periods: '1' },
      { sourcedId: 'k2', title: 'Physics 2', courseSourcedId: 'c1', termSourcedIds: 't1', periods: '2' },
      { sourcedId: 'k3', title: 'Chemistry', courseSourcedId: 'c2', termSourcedIds: 't1', periods: '5' },
    ],
    users: [
      { sourcedId: 'f1', givenName: 'Ines', familyName: 'Vane', email: 'vane@x.example' },
      { sourcedId: 'f2', givenName: 'Otto', familyName: 'Marsh', email: 'marsh@x.example' },
      ...Array.from({ length: students }, (_, i) => ({
        sourcedId: student(i),
        givenName: 'Zoë',
        familyName: `Ölün${i}`,
        identifier: `n${i}`,
        email: `s${i}@y.example`,
      })),
    ],
    enrollments: [
      { sourcedId: 'e-f1a', classSourcedId: 'k1', userSourcedId: 'f1', role: 'teacher', primary: 'true' },
      { sourcedId: 'e-f1b', classSourcedId: 'k2', userSourcedId: 'f1', role: 'teacher', primary: 'true' },
      { sourcedId: 'e-f2', classSourcedId: 'k3', userSourcedId: 'f2', role: 'teacher', primary: 'true' },
      { sourcedId: 'e-f2a', classSourcedId: 'k1', userSourcedId: 'f2', role: 'aide', primary: 'false' },
      ...Array.from({ length: students }, (_, i) => ({
        sourcedId: `e-${i}`,
        classSourcedId: i % 2 ? 'k2' : 'k1',
        userSourcedId: student(i),
        role: 'student',
      })),
    ],
  };
}

/**
 * The package with differences that a careless or hostile hand makes in every fifty of its people; with where each of them must
 * sit then, and what of their account must have changed.
 */
export function withDifferences(made: MadeRows): {
  package: MadeRows;
  seat: (i: number) => string;
  account: (i: number) => object;
} {
  const user = (i: number) => made.users.find(({ sourcedId }) => sourcedId === `s${i}`)!;
  const byId = new Map(made.users.map((row) => [row.sourcedId, row]));
  const users = made.users.map((row) => {
    const i = Number(/^s(\d+)$/.exec(row.sourcedId!)?.[1] ?? -1);
    switch (i < 0 ? -1 : i % 50) {
      case 0:
        return { ...row, identifier: `new${i}` };
      // Two whose addresses are swapped.
      case 1:
        return { ...row, email: byId.get(`s${i + 1}`)!.email! };
      case 2:
        return { ...row, email: byId.get(`s${i - 1}`)!.email! };
      case 3:
        return { ...row, familyName: `Ölün${i}-Berg` };
      case 4:
        return { ...row, email: 'no address' };
      case 10:
        return { ...row, email: `other${i}@y.example` };
      default:
        return row;
    }
  });
  const strangers = Array.from({ length: PEOPLE / 50 }, (_, n) => ({
    sourcedId: `x${n}`,
    givenName: 'Mallory',
    familyName: `Strange${n}`,
    email: `mallory${n}@z.example`,
    identifier: user(n * 50 + 9).identifier!,
  }));
  const enrollments = made.enrollments.flatMap((row) => {
    const i = Number(/^s(\d+)$/.exec(row.userSourcedId!)?.[1] ?? -1);
    switch (i < 0 ? -1 : i % 50) {
      case 5:
        return [{ ...row, classSourcedId: row.classSourcedId === 'k1' ? 'k2' : 'k1' }];
      case 6:
        return [];
      case 7:
        return [{ ...row, endDate: '2020-01-01' }];
      case 8:
        return [{ ...row, beginDate: '2090-01-01' }];
      case 11:
        return [{ ...row, role: 'pupil' }];
      default:
        return [row];
    }
  });
  const classOf = (i: number) => (i % 2 ? 'k2' : 'k1');
  return {
    package: {
      ...made,
      // A whole part of the school is left out: whoever sits there stays.
      courses: made.courses.filter(({ sourcedId }) => sourcedId !== 'c2'),
      classes: made.classes.filter(({ sourcedId }) => sourcedId !== 'k3'),
      users: [...users, ...strangers],
      enrollments: [
        ...enrollments.filter(({ classSourcedId }) => classSourcedId !== 'k3'),
        ...strangers.map(({ sourcedId }, n) => ({
          sourcedId: `e-${sourcedId}`,
          classSourcedId: classOf(n),
          userSourcedId: sourcedId,
          role: 'student',
        })),
      ],
    },
    seat: (i) => (i % 50 === 5 ? classOf(i + 1) : i % 50 === 6 || i % 50 === 7 ? 'away' : classOf(i)),
    account: (i) => (i % 50 === 0 ? { number: `new${i}` } : i % 50 === 3 ? { last: `Ölün${i}-Berg` } : {}),
  };
}
