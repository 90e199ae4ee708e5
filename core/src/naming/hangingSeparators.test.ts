import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { checkRule } from './checkRule';
import { findHanging } from './hangingSeparators';
import { courseOf, rule } from './testing/madeCourse';

const course = courseOf([
  ['Abara', 'Chidi', 2],
  ['Adi', '', 2],
  ['Đặng', 'Mai', 3],
]);
const hanging = (source: string) => findHanging(rule(source), 'folder', course);

describe('a separator that a rule leaves hanging', () => {
  test.each([
    ['at the end', '{period|pad 2}-{last}_{first}', '02-Adi_', '{period|pad 2}-{last}[_{first}]'],
    ['within', '{last}_{first} {period}', 'Adi_ 2', '{last}[_{first}] {period}'],
    ['of what nobody has', '{last}_{first|plain}-{period}', 'Adi_-2', '{last}[_{first|plain}]-{period}'],
  ])('%s is told with its mend', (_, source, name, mend) => {
    expect(hanging(source)).toEqual({ students: ['s1'], names: [name], mend });
  });

  test.each([
    ['is left by nobody', '{period}-{last}'],
    ['is none where it is written only with its part', '{period}-{last}[_{first}]'],
    ['is none where a space at an end is left out anyway', '{last} {first}'],
    ['is none where brackets stand around what is missing', '{last} ({first})'],
    ['is none where words stand before what is missing', '{last} called {first}'],
  ])('%s', (_, source) => {
    expect(hanging(source)).toBeNull();
  });

  test('is told without a mend where that would spoil more', () => {
    // Written so, nobody could tell any more where a first name ends.
    expect(checkRule(rule('[{first}_]{last}'), 'folder', course).problems).toMatchObject([
      { code: 'reads-back-wrong' },
    ]);
    expect(hanging('{first}_{last}')).toEqual({ students: ['s1'], names: ['_Adi'], mend: null });
  });

  test('is gone with its mend, and no other name changes', () => {
    const name = fc.string({ unit: fc.constantFrom('a', 'B', 'é', 'n', ' '), minLength: 1, maxLength: 6 });
    const people = fc.array(fc.tuple(name, fc.option(name, { nil: '' }), fc.integer({ min: 1, max: 9 })), {
      minLength: 1,
      maxLength: 6,
    });
    const rules = fc.constantFrom('{period}-{last}_{first}', '{first} {last}', '{last}, {first} - {period}');
    fc.assert(
      fc.property(people, rules, (made, source) => {
        const all = courseOf(made);
        const found = findHanging(rule(source), 'folder', all);
        if (!found?.mend) return;
        const mended = rule(found.mend);
        expect(findHanging(mended, 'folder', all)).toBeNull();
        const [was, is] = [rule(source), mended].map((one) => checkRule(one, 'folder', all).names);
        was!.forEach(({ student, name: before }, i) => {
          if (!found.students.includes(student)) expect(is![i]!.name).toBe(before);
        });
      }),
      { seed: 20_261_201, numRuns: 200 },
    );
  });
});
