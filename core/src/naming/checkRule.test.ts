import { describe, expect, test } from '@jest/globals';
import { execFileSync } from 'node:child_process';
import fc from 'fast-check';
import { checkJoining, checkRule } from './checkRule';
import { mendRule } from './mendRule';
import { makeNameReader } from './readName';
import { compareNames, judgeOrder } from './sortNames';
import { courseOf, rule } from './testing/madeCourse';

const small = courseOf([
  ['Abara', 'Chidi', 2],
  ['Ngô', 'Tường', 10],
  ['van der Dam', 'Mohinder', 3],
  ['Lake', 'Theo', 3],
  ['Lake', 'Thiên', 2],
  ['O’Conner', 'Paulina', 10],
]);

describe('checkRule', () => {
  test('a good rule has no problem, and names everybody', () => {
    const check = checkRule(rule('{period|pad 2}-{last}_{first}'), 'folder', small);
    expect(check.ok).toBe(true);
    expect(check.problems).toEqual([]);
    expect(check.names.map(({ name }) => name)).toEqual([
      '02-Abara_Chidi',
      '10-Ngô_Tường',
      '03-van der Dam_Mohinder',
      '03-Lake_Theo',
      '02-Lake_Thiên',
      '10-O’Conner_Paulina',
    ]);
  });

  test('tells who share a name, and to which file systems', () => {
    const twins = courseOf([
      ['Lee', 'Ana', 2],
      ['LEE', 'ana', 2],
      ['Lee', 'Ana', 3],
      ['Straße', 'Ida', 3],
      ['Strasse', 'Ida', 3],
    ]);
    const { problems } = checkRule(rule('{last}_{first}'), 'folder', twins);
    expect(problems).toEqual([
      expect.objectContaining({
        code: 'collision',
        students: ['s0', 's1', 's2'],
        where: ['windows', 'macos'],
      }),
      expect.objectContaining({ code: 'collision', students: ['s3', 's4'], where: ['macos'] }),
      expect.objectContaining({ code: 'collision', students: ['s0', 's2'], where: ['bytes'] }),
    ]);
  });

  test.each([
    ['{last}{first}', ['s0', 's1', 's2', 's3', 's4', 's5']],
    ['{last} {first}', ['s2']],
    ['{last}_{first}', []],
    ['{first|cut 1}{last}', []],
    ['{last|plain}-{first|plain}', []],
    ['{period}{number}-{last}_{first}', []],
  ])('%s: names that do not read back are told with their people', (source, students) => {
    const { problems } = checkRule(rule(source), 'folder', small);
    expect(
      problems.filter(({ code }) => code === 'reads-back-wrong').flatMap((problem) => problem.students),
    ).toEqual(students);
  });

  test.each([
    ['{last}: {period}', 'forbidden-character'],
    ['{period}-{last}.', 'edge-space-or-dot'],
    ['CON.{last}', 'reserved-name'],
    ['{group}', 'empty-name'],
    [`${'x'.repeat(240)} {last}_{first}_{email}`, 'too-long'],
  ])('%s: what no file system takes is told, and the names are legal all the same', (source, code) => {
    const { problems } = checkRule(rule(source), 'folder', small);
    expect(problems.map((problem) => problem.code)).toContain(code);
  });

  test('a single name reads back: what somebody lacks may be empty', () => {
    const single = courseOf([
      ['Wayan', '', 2],
      ['Lee', 'Ana', 3],
    ]);
    const { ok, names } = checkRule(rule('{period}-{last}_{first}'), 'folder', single);
    expect([ok, names.map(({ name }) => name)]).toEqual([true, ['2-Wayan_', '3-Lee_Ana']]);
    expect(makeNameReader(rule('{period}-{last}_{first}'), 'folder', single).read('2-Wayan_')).toMatchObject({
      verdict: 'follows',
      student: 's0',
    });
  });

  test('says what changes when one more student joins', () => {
    const joining = (last: string, first: string, period: number) =>
      checkJoining(
        rule('{period}-{last}_{first|cut 2}'),
        'folder',
        small,
        courseOf([[last, first, period]]).students[0]! && {
          ...courseOf([[last, first, period]]).students[0]!,
          id: 'new',
        },
      );
    expect(joining('Lake', 'Thomas', 2)).toMatchObject({
      name: { name: '2-Lake_Th' },
      problems: [{ code: 'collision', students: ['s4', 'new'] }],
      orders: [],
    });
    expect(joining('Zidane', 'Mia', 4).problems).toEqual([]);
    const alone = courseOf([['Abara', 'Chidi', 2]]);
    expect(
      checkJoining(rule('{period}-{last}'), 'folder', alone, {
        ...courseOf([['Ng', 'Li', 10]]).students[0]!,
        id: 'new',
      }).orders,
    ).toEqual(['bytes', 'unicode']);
  });
});

describe('sorting does the filing', () => {
  test('10 before 2 is told, with two names that show it', () => {
    const { order } = checkRule(rule('{period}-{last}_{first}'), 'folder', small);
    expect(order.bytes).toEqual({
      periodsTogether: true,
      periodsInOrder: false,
      example: ['10-O’Conner_Paulina', '2-Abara_Chidi'],
    });
    expect(order.natural).toMatchObject({ periodsTogether: true, periodsInOrder: true, example: null });
    expect(order.unicode.periodsInOrder).toBe(false);
  });

  /** The three orders as programs outside this project make them. */
  const outside = {
    bytes: (names: string[]) => sortedBy(['LC_ALL=C', 'sort'], names),
    natural: (names: string[]) => sortedBy(['LC_ALL=C', 'sort', '-V', '-f'], names),
    unicode: (names: string[]) => names.toSorted(new Intl.Collator('en-u-co-standard').compare),
  };
  function sortedBy([locale, command, ...options]: string[], names: string[]): string[] {
    const [key, value] = locale!.split('=') as [string, string];
    const sorted = execFileSync(command!, options, {
      input: `${names.join('\n')}\n`,
      env: { ...process.env, [key]: value },
    });
    return sorted.toString().trimEnd().split('\n');
  }

  const ten = courseOf([
    ['Abara', 'Chidi', 2],
    ['Ángel', 'Zoë', 2],
    ['baron', 'ida', 2],
    ['Ngo', 'Tuong', 10],
    ['Kmieć', 'Ariadna', 10],
    ['Åberg', 'Nils', 3],
    ['Lake', 'Theo', 3],
    ['𐐀lder', 'Ｚed', 3],
  ]);
  test.each([
    '{period}-{last}_{first}',
    '{period|pad 2}-{last}_{first}',
    '{last}-{period}',
    'z {period} {last}',
  ])('%s: the verdicts are those of sort, sort -V and the collator of ICU', (source) => {
    const { names, order } = checkRule(rule(source), 'folder', ten);
    const periodOf = new Map(names.map(({ name, period }) => [name, period]));
    for (const kind of ['bytes', 'natural', 'unicode'] as const) {
      const sorted = outside[kind](names.map(({ name }) => name));
      const periods = sorted.map((name) => periodOf.get(name)!);
      const blocks = periods.filter((period, i) => i === 0 || periods[i - 1] !== period);
      expect([kind, order[kind].periodsTogether]).toEqual([kind, new Set(blocks).size === blocks.length]);
      expect([kind, order[kind].periodsInOrder]).toEqual([
        kind,
        blocks.every((period, i) => i === 0 || blocks[i - 1]! < period),
      ]);
    }
  });

  test('bytes are compared as sort compares them, whatever the script', () => {
    const texts = fc.array(
      fc.string({ unit: 'grapheme', minLength: 1 }).filter((text) => !/[\n\r\0]/.test(text)),
      { minLength: 2, maxLength: 8 },
    );
    fc.assert(
      fc.property(texts, (names) => {
        expect(names.toSorted((a, b) => compareNames('bytes', a, b))).toEqual(
          names.toSorted((a, b) => Buffer.compare(Buffer.from(a), Buffer.from(b))),
        );
      }),
    );
  });

  test('names of one period apart from each other are not together', () => {
    expect(
      judgeOrder('bytes', [
        { name: 'a', period: 1 },
        { name: 'b', period: 2 },
        { name: 'c', period: 1 },
      ]),
    ).toEqual({ periodsTogether: false, periodsInOrder: false, example: ['b', 'c'] });
  });

  test('a pinned name that does not stay at its end is told, and mended', () => {
    const pinned = checkRule(rule('z {last}'), 'folder', small).pinned;
    expect(pinned).toMatchObject({
      end: 'last',
      holds: { bytes: false, unicode: false },
      example: ['z Abara', 'zoology'],
    });
    expect(mendRule(rule('z {period|pad 2} {last}_{first}'), 'folder', small)[0]).toEqual({
      rule: 'zz {period|pad 2} {last}_{first}',
      solves: ['order.bytes.pinned', 'order.natural.pinned', 'order.unicode.pinned'],
    });
    expect(checkRule(rule('{last}'), 'folder', small).pinned).toBeNull();
    expect(checkRule(rule('_{last}'), 'folder', small).pinned).toMatchObject({ end: 'first' });
  });
});

describe('mendRule', () => {
  test('the smallest change that mends the order is the first', () => {
    expect(mendRule(rule('{period}-{last}_{first}'), 'folder', small)).toEqual([
      {
        rule: '{period|pad 2}-{last}_{first}',
        solves: ['order.bytes.periodsInOrder', 'order.unicode.periodsInOrder'],
      },
    ]);
  });

  test('two with one name in one period are told apart by what the school knows of them', () => {
    const twins = courseOf([
      ['Lee', 'Ana', 2],
      ['Lee', 'Ana', 2],
    ]);
    const [best] = mendRule(rule('{period}-{last}_{first}'), 'folder', twins);
    expect(best).toMatchObject({ solves: ['collision'] });
    expect(checkRule(rule(best!.rule), 'folder', twins).ok).toBe(true);
  });

  test('where only some have a number, it is written for those alone', () => {
    const twins = courseOf([
      ['Lee', 'Ana', 2],
      ['Lee', 'Ana', 2],
      ['Moss', 'Ida', 2],
    ]);
    const some = {
      ...twins,
      students: twins.students.map((student, i) => ({
        ...student,
        values: { ...student.values, username: '', ...(i === 2 ? { number: '' } : {}) },
      })),
    };
    expect(mendRule(rule('{period}-{last}_{first}'), 'folder', some)[0]).toEqual({
      rule: '{period}-{last}_{first}[_{number}]',
      solves: ['collision'],
    });
  });

  test('a period that moves to the front takes its brackets along', () => {
    const [best] = mendRule(rule('{last}, {first} ({period})'), 'folder', small);
    expect(best!.rule).toBe('{period|pad 2}-{last}, {first}');
  });

  test('nothing wrong, nothing to mend', () => {
    expect(mendRule(rule('{period|pad 2}-{last}_{first}'), 'folder', small)).toEqual([]);
  });
});
