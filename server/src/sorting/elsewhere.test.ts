import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { TestSchool, bytesOf, type Caller } from '../testing/TestSchool';

/* People whom the school knows and who are not on the roster. */
let school: TestSchool;
let teacher: Caller;
beforeAll(async () => {
  school = await TestSchool.open();
  teacher = school.as('teacher');
});
afterAll(() => school.close());

test('a piece of a student of another course is said to be theirs, and theirs is no namesake’s', async () => {
  const pile = await teacher.bringPile(school.course, {
    'nico quispe stream gauge log.txt': bytesOf('The water rose.'),
    'chidi abara stream gauge log.txt': bytesOf('Nico Quispe\nThe water fell.'),
    'Nico Quispe/mai dang stream gauge log.txt': bytesOf('The water stood.'),
  });
  expect(pile.counts).toMatchObject({ placed: 0, 'to sort': 3 });
  const { pieces } = await teacher.must('readTable', {
    params: { courseId: school.course },
    query: { state: 'to sort' },
  });
  const reasonsOf = (path: string) => pieces.find((piece) => piece.path === path)!.reasons;
  const says = 'Nico Quispe is a student in Botany, not in this course.';
  expect(reasonsOf('nico quispe stream gauge log.txt')).toContain(says);
  expect(reasonsOf('chidi abara stream gauge log.txt')).toContain(says);
  expect(reasonsOf('Nico Quispe/mai dang stream gauge log.txt')).toContain(says);
});
