import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { all } from '../platform/database/database';
import { TestSchool } from '../testing/TestSchool';
import { nameColumns } from './people';

let school: TestSchool;
beforeAll(async () => {
  school = await TestSchool.open();
});
afterAll(() => school.close());

const inCourse = () => ({ courseId: school.course });
const joins = async (last: string, first: string, more: object) =>
  school.as('teacher').must('joinRoster', {
    params: inCourse(),
    body: {
      fromList: false,
      leaving: [],
      people: [
        {
          last,
          first,
          called: '',
          email: '',
          username: '',
          number: '',
          periodId: school.periods[2],
          knownId: null,
          newName: false,
          ...more,
        },
      ],
    },
  });
const apart = async (last: string) => {
  const { students } = await school.as('teacher').must('readRack', { params: inCourse() });
  return students.filter((student) => student.last === last).map((student) => student.apart);
};

test('who shares the name they are shown by is told apart by number, else account, else address; others by nothing', async () => {
  await joins('Lindqvist', 'Maja', { number: '41207', username: 'mlind' });
  expect(await apart('Lindqvist')).toEqual(['']);
  await joins('Lindqvist', 'Maja', { username: 'mlind2' });
  await joins('Lindqvist', 'Marianne', { called: 'Maja', email: 'm3@x.example' });
  await joins('Lindqvist', 'Mats', { number: '5' });
  expect((await apart('Lindqvist')).toSorted()).toEqual(['', '41207', 'm3@x.example', 'mlind2']);
});

test('namesakes are looked for on an index', () => {
  const plan = all<{ detail: string }>(
    school.running.school.db,
    `EXPLAIN QUERY PLAN SELECT ${nameColumns} FROM person p WHERE p.id = 'p_1'`,
  ).map(({ detail }) => detail);
  expect(plan.filter((step) => /\bo\b/.test(step))).toEqual([
    expect.stringMatching(/^SEARCH o USING .*INDEX person_by_shown_name/),
  ]);
});
