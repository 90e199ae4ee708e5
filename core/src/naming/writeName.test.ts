import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { nameKey } from '../text/nameKey';
import { utf8Bytes } from './makeLegal';
import { partsOfName } from './partsOfName';
import { splitName } from './splitName';
import { rule } from './testing/madeCourse';
import { roomInPath } from './path';
import { writeName } from './writeName';
import { writeUniqueName, writeUniqueNames } from './writeUniqueName';

const standing = rule('{period|pad 2}-{last}_{first}[_{assignment}]');
const person = { period: 3, last: 'Đặng', first: 'Thị Mai', called: 'Mai' };

/**
 * What Windows forbids in a name, written anew from Microsoft's 'Naming Files, Paths, and Namespaces':
 * the reserved characters and control characters, a space or dot at the end, and the device names.
 */
function isLegalOnWindows(name: string): boolean {
  const devices =
    'CON PRN AUX NUL COM1 COM2 COM3 COM4 COM5 COM6 COM7 COM8 COM9 LPT1 LPT2 LPT3 LPT4 LPT5 LPT6 LPT7 LPT8 LPT9'.split(
      ' ',
    );
  const stem = name.split('.')[0]!.trimEnd().toUpperCase();
  // eslint-disable-next-line no-control-regex -- they are what is forbidden
  return !/[<>:"/\\|?*\u0000-\u001f]/.test(name) && !/[ .]$/.test(name) && !devices.includes(stem);
}

describe('writeName', () => {
  test('fills the parts and leaves out a group without its value', () => {
    expect(writeName(standing, person).name).toBe('03-Đặng_Thị Mai');
    expect(
      writeName(standing, { ...person, assignment: 'Stream gauge log' }, { extension: 'JPG' }).name,
    ).toBe('03-Đặng_Thị Mai_Stream gauge log.jpg');
  });

  test('tells each stretch of the name with its part', () => {
    expect(writeName(standing, person, { extension: 'pdf', copy: 2 }).segments).toEqual([
      { text: '03', part: 'period' },
      { text: '-', part: null },
      { text: 'Đặng', part: 'last' },
      { text: '_', part: null },
      { text: 'Thị Mai', part: 'first' },
      { text: '_2', part: 'suffix' },
      { text: '.pdf', part: 'extension' },
    ]);
  });

  test('applies filters from left to right', () => {
    expect(
      writeName(rule('{last|upper} {first|lower} {attempt|pad 3}'), { ...person, attempt: 7 }).name,
    ).toBe('ĐẶNG thị mai 007');
  });

  test.each([
    ['{last}', { last: 'What is a map?' }, 'What is a map'],
    ['{last}', { last: 'maps/and: more' }, 'maps-and-more'],
    ['{last}', { last: 'CON' }, 'CON_'],
    ['{last}', { last: 'nul' }, 'nul_'],
    ['{last}', { last: ' edge. ' }, 'edge'],
    ['{last}', { last: '..hidden' }, 'hidden'],
    ['{last}', { last: 'Lpt9 .x' }, 'Lpt9_ .x'],
    ['{last}', { last: '\u202egnp.exe' }, 'gnp.exe'],
    ['{last}', { last: 'A\u030angstro\u0308m' }, 'Ångström'],
    ['{last}', { last: '???' }, 'unnamed'],
  ])('makes the value %j legal under %s', (source, values, name) => {
    expect(writeName(rule(source), values).name).toBe(name);
  });

  test.each([
    ['{last}: {first}', { last: 'A', first: 'B' }, ['forbidden-character']],
    ['{last}', { last: 'Ana/Mia' }, ['forbidden-character']],
    ['{last}_{first}', { last: 'Ito', first: 'Sam Jr.' }, ['edge-space-or-dot']],
    ['{last}', { last: 'aux' }, ['reserved-name']],
    ['{last}', { last: 'ő'.repeat(200) }, ['too-long']],
    ['{first}', { last: 'Ito' }, ['empty-name']],
    ['{last}', { last: 'O’Neil-Đặng' }, []],
  ])('says what of %s had to be mended', (source, values, mended) => {
    expect(writeName(rule(source), values).mended).toEqual(mended);
  });

  test.each([
    ['{last|ascii}', { last: 'Łukasik-Đặng Ångström' }, 'Lukasik-Dang Angstrom'],
    ['{last|ascii}', { last: 'Ǆajić-Oﬃceﬁne Ĳssel' }, 'DZajic-Officefine Ijssel'],
    ['{last|plain}', { last: "O'Brien-Lee" }, 'OBrienLee'],
    ['{last|title}', { last: "VAN o'neil-lee" }, "Van O'Neil-Lee"],
    ['{assignment|words 2}', { assignment: 'Hill profile sketch' }, 'Hill profile'],
    ['{first|cut 2}', { first: 'नमस्ते' }, 'नम'],
    ['{first|cut 1|upper}', { first: 'élise' }, 'É'],
    ['{due|date EEE d MMM yyyy}', { due: '2026-09-04' }, 'Fri 4 Sep 2026'],
    ["{due|date yyyy'w'ww}", { due: '2027-01-03' }, '2027w53'],
    ['{period|pad 2}[_{group}]', { period: 3, group: '' }, '03'],
  ])('%s', (source, values, name) => {
    expect(writeName(rule(source), values).name).toBe(name);
  });

  test('the path of a file stays within 260 units: the assignment gives way, the student stays', () => {
    const levels = { period: 'Period 3', folder: '03-Đặng_Thị Mai', assignment: 'ő'.repeat(80) };
    const { name } = writeName(
      standing,
      { ...person, assignment: 'ő'.repeat(80) },
      { extension: 'docx', units: roomInPath(levels) },
    );
    const drawn = Object.values(levels).map((level) => level.slice(0, 60));
    expect(['C:', ...drawn, name].join('\\').length + 1).toBeLessThanOrEqual(260);
    expect(name.startsWith('03-Đặng_Thị Mai_ő')).toBe(true);
  });

  test('of two long names the short part beside the long one is kept: it tells them apart', () => {
    const long = 'x'.repeat(300);
    const names = ['Ana', 'Mia'].map(
      (first) => writeName(rule('{last}_{first}'), { last: long, first }).name,
    );
    expect(names[0]).toMatch(/_Ana$/);
    expect(new Set(names).size).toBe(2);
  });

  test('a name too long gives way in the assignment first and keeps who it is', () => {
    const { name } = writeName(
      standing,
      { ...person, assignment: 'ő'.repeat(300) },
      { extension: 'docx', copy: 12 },
    );
    expect(utf8Bytes(name)).toBeLessThanOrEqual(255);
    expect(name.startsWith('03-Đặng_Thị Mai_őő')).toBe(true);
    expect(name.endsWith('_12.docx')).toBe(true);
  });

  test('never cuts inside a character as a reader counts them (UAX #29)', () => {
    const family = '👩‍👩‍👧‍👦';
    const { name } = writeName(rule('{last}'), { last: family.repeat(40) });
    expect(name.length % family.length).toBe(0);
    expect(name).toBe(family.repeat(name.length / family.length));
  });

  const text = fc.oneof(
    fc.string({ unit: 'grapheme', maxLength: 60 }),
    fc.string({ unit: 'binary', maxLength: 400 }),
    fc.constantFrom('con', 'LPT1.txt', '...', '  ', 'a/b', 'Ünïcödé '),
  );

  test('every name is legal, in NFC, at most 255 bytes, and its segments are the name', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(
          '{period|pad 2}-{last}_{first}',
          '{last}{first}.{assignment}',
          '{assignment} [{called}] ',
          ' .{last}. ',
        ),
        fc.record({ period: fc.nat(99), last: text, first: text, called: text, assignment: text }),
        fc.constantFrom('', 'docx', 'JPG'),
        (source, values, extension) => {
          const { name, segments } = writeName(rule(source), values, { extension });
          expect(isLegalOnWindows(name)).toBe(true);
          expect(name).toBe(name.normalize('NFC'));
          expect(name.isWellFormed()).toBe(true);
          expect(Buffer.byteLength(name)).toBeLessThanOrEqual(255);
          expect(name).not.toMatch(/^[ .]/);
          expect(name.length).toBeGreaterThan(0);
          expect(segments.map((segment) => segment.text).join('')).toBe(name);
        },
      ),
    );
  });
});

describe('writeUniqueNames', () => {
  test('hundreds of one name are numbered without a gap, and found by few looks', () => {
    const used = new Set<string>();
    let looks = 0;
    for (let i = 1; i <= 500; i += 1) {
      const { name } = writeUniqueName(rule('{last}'), { last: 'Abara' }, {}, (key) => {
        looks += 1;
        return used.has(key);
      });
      expect(name).toBe(i === 1 ? 'Abara' : `Abara_${i}`);
      used.add(nameKey(name));
    }
    expect(looks).toBeLessThan(500 * 25);
  });

  test('among many with gaps it is a free one', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 1, max: 60 }), { maxLength: 60 }), (copies) => {
        const used = new Set(copies.map((copy) => (copy === 1 ? 'abara' : `abara_${copy}`)));
        const { name } = writeUniqueName(rule('{last}'), { last: 'Abara' }, {}, (key) => used.has(key));
        expect(used.has(nameKey(name))).toBe(false);
      }),
    );
  });

  test('numbers the second of two equal names, whatever case and marks they are written in', () => {
    const names = writeUniqueNames(rule('{last}_{first}'), [
      { values: { last: 'Demir', first: 'Ali' }, extension: '' },
      { values: { last: 'DEMIR', first: 'ali' }, extension: '' },
      { values: { last: 'Álvarez', first: 'Ana' }, extension: '' },
      { values: { last: 'A\u0301lvarez', first: 'Ana' }, extension: '' },
    ]);
    expect(names.map((written) => written.name)).toEqual([
      'Demir_Ali',
      'DEMIR_ali_2',
      'Álvarez_Ana',
      'Álvarez_Ana_2',
    ]);
  });

  test('passes over names that are taken elsewhere', () => {
    const [first] = writeUniqueNames(
      rule('{last}'),
      [{ values: { last: 'Berg' }, extension: 'pdf' }],
      ['berg.PDF'],
      (key) => key === nameKey('Berg_2.pdf'),
    );
    expect(first!.name).toBe('Berg_3.pdf');
  });

  test('no two names are one name to a file system that ignores case and normalisation', () => {
    const last = fc.constantFrom(
      'Berg',
      'BERG',
      'berg',
      'Bérg',
      'Be\u0301rg',
      'Straße',
      'STRASSE',
      'x'.repeat(300),
    );
    fc.assert(
      fc.property(fc.array(last, { maxLength: 12 }), (lasts) => {
        const names = writeUniqueNames(
          rule('{last}'),
          lasts.map((value) => ({ values: { last: value }, extension: 'txt' })),
        );
        expect(new Set(names.map((written) => nameKey(written.name))).size).toBe(lasts.length);
      }),
    );
  });
});

describe('partsOfName', () => {
  test('takes apart what the rule wrote, with its suffix, and nothing else', () => {
    const values = { ...person, assignment: 'Log' };
    expect(
      partsOfName(standing, values, '03-Đặng_Thị Mai_Log_2.pdf', { extension: 'pdf' })?.map(
        (segment) => segment.part,
      ),
    ).toEqual(['period', null, 'last', null, 'first', null, 'assignment', 'suffix', 'extension']);
    expect(partsOfName(standing, values, '3-Dang_Mai_Log.pdf', { extension: 'pdf' })).toBeNull();
  });

  test('does not take a number that belongs to the name for a suffix', () => {
    const values = { ...person, assignment: 'Week_2' };
    expect(partsOfName(standing, values, '03-Đặng_Thị Mai_Week_2.pdf', { extension: 'pdf' })?.at(-2)).toEqual(
      {
        text: 'Week_2',
        part: 'assignment',
      },
    );
  });
});

describe('splitName', () => {
  test.each([
    ['IMG_4821.JPG', 'IMG_4821', 'jpg'],
    ['notes', 'notes', ''],
    ['.profile', '.profile', ''],
    ['week 1.final draft', 'week 1.final draft', ''],
    ['archive.tar.gz', 'archive.tar', 'gz'],
  ])('%s', (name, stem, extension) => {
    expect(splitName(name)).toEqual({ stem, extension });
  });
});

test('a sign that is a letter with a mark is written the same in any normalisation form', () => {
  for (const last of ['≮', '≮'.normalize('NFD')])
    expect(writeName(rule('{last}'), { last }, { extension: '' })).toMatchObject({ name: '≮', mended: [] });
});
