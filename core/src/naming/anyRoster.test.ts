import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { checkRule } from './checkRule';
import { nameKey } from '../text/nameKey';
import { makeNameReader } from './readName';
import { courseOf, rule } from './testing/madeCourse';
import { writeUniqueNames } from './writeUniqueName';

/** Names from many scripts, with the traps that names have: separators, digits, devices, marks, length. */
const personWord = fc.oneof(
  fc.constantFrom(
    'Đặng',
    'Ångström',
    'O’Brien',
    'Smith-Jones',
    'van der Berg',
    'Łukasik',
    '王',
    '小明',
    'Иванов',
    'محمد',
    'नमस्ते',
    'Ελένη',
    'con',
    'Lpt1',
    'Sam Jr.',
    'A/B',
    '2nd',
    'x_y',
    'Élise',
    'E\u0301lise',
    '김',
    'ｆｕｌｌ',
    '👩‍👩‍👧',
    'ß',
    'İpek',
    'ŉa',
    '≮',
  ),
  fc.string({ unit: 'grapheme', minLength: 1, maxLength: 20 }),
  fc.string({ unit: fc.constantFrom(...'abcABC éÅ-_’,'), minLength: 1, maxLength: 12 }),
);
const people = fc.array(
  fc.tuple(
    personWord,
    fc.oneof(personWord, fc.constant('')),
    fc.constantFrom(1, 2, 10),
    fc.oneof(personWord, fc.constant('')),
  ),
  { minLength: 1, maxLength: 12 },
);
const anyRule = fc
  .array(
    fc.oneof(
      fc.constantFrom(
        '{period}',
        '{period|pad 2}',
        '{last}',
        '{first}',
        '{called}',
        '{initial}',
        '{number}',
        '{username}',
        '{code}',
      ),
      fc.constantFrom(
        '{last|upper}',
        '{last|plain}',
        '{first|cut 3}',
        '{last|ascii}',
        '{first|title}',
        '[_{first}]',
        '[ ({called})]',
        '[-{group}]',
      ),
      fc.constantFrom('-', '_', ' ', ', ', ' - ', 'z ', '.', 'hour '),
    ),
    { minLength: 1, maxLength: 6 },
  )
  .map((parts) => parts.join(''));

/** Legal on Windows, macOS and Linux, written anew from Microsoft's page and POSIX (the independent checker). */
function isLegal(name: string): boolean {
  const stem = name.split('.')[0]!.trimEnd().toUpperCase();
  return (
    name.length > 0 &&
    Buffer.byteLength(name) <= 255 &&
    name.length <= 255 &&
    name === name.normalize('NFC') &&
    name.isWellFormed() &&
    // eslint-disable-next-line no-control-regex -- they are what is forbidden
    !/[<>:"/\\|?*\u0000-\u001f\u007f]/.test(name) &&
    !/^[ .]|[ .]$/.test(name) &&
    !/^(CON|PRN|AUX|NUL|COM[1-9¹²³]|LPT[1-9¹²³])$/.test(stem)
  );
}

describe('over rosters in many scripts and rules of every kind', () => {
  test('names are legal', () => {
    fc.assert(
      fc.property(people, anyRule, (roster, source) => {
        for (const { name } of checkRule(rule(source), 'folder', courseOf(roster)).names)
          expect([name, isLegal(name)]).toEqual([name, true]);
      }),
    );
  });

  test('names that are told apart are no two one to any file system', () => {
    fc.assert(
      fc.property(people, anyRule, (roster, source) => {
        const names = writeUniqueNames(
          rule(source),
          courseOf(roster).students.map(({ values }) => ({ values })),
        );
        expect(new Set(names.map(({ name }) => nameKey(name))).size).toBe(roster.length);
        for (const { name } of names) expect(isLegal(name)).toBe(true);
      }),
    );
  });

  test('where no problem is told, every name reads back as the one it was written for', () => {
    let checked = 0;
    fc.assert(
      fc.property(people, anyRule, (roster, source) => {
        const course = courseOf(roster);
        const check = checkRule(rule(source), 'folder', course);
        if (!check.ok) return;
        const read = makeNameReader(rule(source), 'folder', course).read;
        for (const { student, name } of check.names) {
          checked += 1;
          expect(read(name)).toEqual({ name, verdict: 'follows', student, mended: name, faults: [] });
        }
      }),
      { numRuns: 600 },
    );
    expect(checked).toBeGreaterThan(100);
  });

  test('a mended name follows: mending it again changes nothing', () => {
    const mess = fc.constantFrom<(name: string) => string>(
      (name) => name.toLowerCase(),
      (name) => name.replaceAll('_', ' '),
      (name) => name.normalize('NFD'),
      (name) => `Copy of ${name}`,
      (name) => name.replace('02', 'second'),
      (name) => name.split('_').reverse().join('_'),
    );
    fc.assert(
      fc.property(people, mess, (roster, spoil) => {
        const course = courseOf(roster);
        const good = rule('{period|pad 2}-{last}_{first}');
        const read = makeNameReader(good, 'folder', course).read;
        for (const { name } of checkRule(good, 'folder', course).names) {
          const { mended, verdict } = read(spoil(name));
          if (mended === null) {
            expect(verdict).toBe('unreadable');
            continue;
          }
          const again = read(mended);
          // Who shares a name with somebody, or has one that cannot be taken apart, is asked about; never mended on.
          expect([again.mended ?? mended, again.verdict === 'mendable']).toEqual([mended, false]);
        }
      }),
      { numRuns: 300 },
    );
  });

  test('the normalisation form of the roster and of the names makes no difference', () => {
    const forms = fc.constantFrom('NFC', 'NFD', 'NFKC', 'NFKD') as fc.Arbitrary<'NFC' | 'NFD'>;
    const canonical = fc.constantFrom<'NFC' | 'NFD'>('NFC', 'NFD');
    fc.assert(
      fc.property(people, anyRule, canonical, forms, (roster, source, form, other) => {
        const as = (shape: 'NFC' | 'NFD') =>
          courseOf(
            roster.map(([last, first, period, called]) => [
              last.normalize(shape),
              first.normalize(shape),
              period,
              called.normalize(shape),
            ]),
          );
        const one = checkRule(rule(source), 'folder', as('NFC'));
        expect(checkRule(rule(source), 'folder', as(form))).toEqual(one);
        const name = one.names[0]!.name;
        if (name.normalize(other).normalize('NFC') !== name) return;
        const read = makeNameReader(rule(source), 'folder', as('NFC')).read;
        expect({ ...read(name.normalize(other)), name }).toEqual(read(name));
      }),
    );
  });
});
