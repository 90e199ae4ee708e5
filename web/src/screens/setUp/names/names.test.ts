import { describe, expect, test } from '@jest/globals';
import {
  checkRule,
  mendRule,
  nameSubjects,
  parseRule,
  studentValues,
  type NamingCourse,
  type RuleProblem,
} from '@vestibul/core';
import { sayFault, sayProblem, saySolves } from './sayRule';
import { schemes } from './schemes';

/** Eight students whom rules find hard, in periods 2, 3 and 10. */
const course: NamingCourse = {
  students: (
    [
      ['Abara', 'Chidi', 2],
      ['Lee', 'Ana', 2],
      ['LEE', 'ana', 2],
      ['Ana', 'Lee', 3],
      ['con', '', 3],
      ['Ngô', 'Tường', 10],
      ['Da: Silva', 'Rui', 10],
      ['Ł'.repeat(200), 'Jo', 10],
    ] as const
  ).map(([last, first, period], i) => ({
    id: `s${i}`,
    values: studentValues({
      last,
      first,
      called: '',
      period,
      username: `user${i}`,
      email: '',
      number: String(41_000 + i),
      group: '',
    }),
  })),
  works: [{ assignment: 'Stream gauge log' }],
  shared: { course: 'Field Geography', code: 'GEO', year: '2026–27', teacher: 'Tamsin' },
};
const ruleOf = (source: string) => {
  const parsed = parseRule(source);
  if (!parsed.ok) throw new Error(source);
  return parsed.rule;
};

describe('a rule that cannot be read is told in a sentence, with the mend', () => {
  test.each([
    ['{surname}', 'There is no part called ‘surname’. Did you mean'],
    ['{last|pud 2}', 'There is no filter called ‘pud’. Did you mean'],
    ['{}', 'A part needs a name between its braces.'],
    ['{last', 'cannot stand here.'],
  ])('%s', (source, words) => {
    const parsed = parseRule(source);
    if (parsed.ok) throw new Error(`${source} was read`);
    expect(sayFault(parsed.fault)).toContain(words);
  });
});

describe('what a rule does to a course is told in sentences', () => {
  const problems = ['{last}', '{last}{first}', '{first} {last}.', '{group}', '{last} {first}'].flatMap(
    (source) => checkRule(ruleOf(source), 'folder', course).problems,
  );
  const said = (code: RuleProblem['code']) => problems.filter((one) => one.code === code).map(sayProblem);

  test('how many people each concerns stands first', () => {
    expect(problems.length).toBeGreaterThan(5);
    for (const problem of problems)
      expect(sayProblem(problem)).toMatch(new RegExp(`^${problem.students.length} (people|names?) `));
  });

  test('each kind of problem has a sentence of its own that says what becomes of the names', () => {
    expect(said('collision').join(' ')).toContain('have one name to');
    expect(said('reads-back-wrong').join(' ')).toContain('can’t be told apart');
    expect(said('forbidden-character').join(' ')).toContain('a sign that Windows forbids');
    expect(said('too-long').join(' ')).toContain('They are cut.');
    const codes = new Set(problems.map(({ code }) => code));
    const sentences = new Set(problems.map((one) => sayProblem({ ...one, students: ['x'] })));
    expect(sentences.size).toBeGreaterThanOrEqual(codes.size);
  });

  test('every mend that is offered says what it solves, in words', () => {
    const mends = ['{period}-{last}_{first}', '{last}{first}', '{last}'].flatMap((source) =>
      mendRule(ruleOf(source), 'folder', course),
    );
    expect(mends.length).toBeGreaterThan(0);
    for (const { solves } of mends) {
      expect(saySolves(solves).split(' · ')).toHaveLength(solves.length);
      // Codes are for the machine.
      expect(saySolves(solves)).not.toMatch(/order\.|periodsInOrder|reads-back/);
    }
  });
});

test('every scheme that is offered is a rule that can be read, with words for what it is good for', () => {
  for (const subject of nameSubjects)
    for (const { rule, says } of schemes[subject]) {
      expect([rule, parseRule(rule).ok]).toEqual([rule, true]);
      expect(says.length).toBeGreaterThan(8);
    }
});
