import { describe, expect, test } from '@jest/globals';
import { call, klass } from './testing';

describe('vestibul roster read', () => {
  test('prints a JSON object a person, with the line it came from', () => {
    const { code, out, err } = call(['roster', 'read', 'list.csv'], {
      'list.csv': Buffer.from(
        'Surname;Given name;Mail\nMu\u00f1oz;Ana;ana@x.example\nNobody;;no address',
        'latin1',
      ),
    });
    expect([code, err]).toEqual([0, []]);
    expect(out.map((line) => JSON.parse(line) as unknown)).toEqual([
      expect.objectContaining({ line: 2, last: 'Muñoz', first: 'Ana', email: 'ana@x.example', reasons: [] }),
      expect.objectContaining({ line: 3, last: 'Nobody', reasons: ['bad-email'] }),
    ]);
  });

  test.each([
    ['a file that is not there', ['roster', 'read', 'none.csv'], 'none.csv: cannot be read'],
    ['a quote that does not end', ['roster', 'read', 'open.csv'], 'open.csv:'],
    ['no column with names', ['roster', 'read', 'bare.csv'], 'bare.csv:1: no column tells names'],
    ['another call', ['roster', 'write'], 'usage: vestibul roster read FILE'],
    ['no call at all', [], 'usage: vestibul roster read FILE | vestibul rule check --class FILE'],
  ])('%s ends with 2 and one line that says the mend', (_what, args, says) => {
    const { code, out, err } = call(args, { 'open.csv': 'last,first\n"a,b', 'bare.csv': '1,2,3\n4,5,6' });
    expect([code, out, err.length]).toEqual([2, [], 1]);
    expect(err[0]).toContain(says);
  });

  test('a list with nobody on it is a no', () => {
    expect(call(['roster', 'read', 'empty.csv'], { 'empty.csv': 'last,first\n' }).code).toBe(1);
  });
});

const files = {
  'class.json': JSON.stringify(klass, null, 1),
  'names.txt': '2-Abara_Chidi\n10-ngo_ty\nLee\n\n',
};
const rule = (text: string, ...more: string[]) =>
  call(['rule', 'check', '--class', 'class.json', '--rule', text, ...more], files);

describe('vestibul rule check', () => {
  test('prints what formats.md says, and answers no where there is a problem', () => {
    const { code, out } = rule('{last}_{first}', '--for', 'folder');
    expect(code).toBe(1);
    expect(out).toHaveLength(1);
    const answer = JSON.parse(out[0]!) as Record<string, unknown>;
    expect(Object.keys(answer)).toEqual(['ok', 'names', 'problems', 'order', 'mends']);
    expect(answer).toMatchObject({
      ok: false,
      names: [
        { student: 's001', name: 'Abara_Chidi' },
        { student: 's002' },
        { student: 's003' },
        { student: 's004' },
      ],
      problems: [
        {
          code: 'collision',
          students: ['s003', 's004'],
          names: ['Lee_Ana', 'Lee_Ana'],
          where: ['windows', 'macos', 'bytes'],
        },
      ],
      order: {
        bytes: { periodsTogether: true, periodsInOrder: true, example: null },
        natural: {},
        unicode: {},
      },
      mends: [{ solves: ['collision'] }],
    });
  });

  test('a separator that is left hanging for somebody is told with its mend, and does not decide it', () => {
    const single = {
      ...klass,
      students: klass.students
        .slice(0, 2)
        .map((one, i) => (i === 0 ? { ...one, last: 'Wayan', first: '' } : one)),
    };
    const { code, out } = call(
      [
        'rule',
        'check',
        '--class',
        'single.json',
        '--rule',
        '{period|pad 2}-{last}_{first}',
        '--for',
        'folder',
      ],
      { 'single.json': JSON.stringify(single) },
    );
    expect(code).toBe(0);
    expect((JSON.parse(out[0]!) as Record<string, unknown>)['hanging']).toEqual({
      students: ['s001'],
      names: [expect.stringMatching(/-Wayan_$/)],
      mend: '{period|pad 2}-{last}[_{first}]',
    });
  });

  test('a good rule is a yes; a bad order is told and does not decide it', () => {
    const { code, out } = rule('{period}-{last}_{first}', '--for', 'folder');
    expect(code).toBe(0);
    expect(JSON.parse(out[0]!)).toMatchObject({
      ok: true,
      order: { bytes: { periodsInOrder: false, example: ['10-Ngô_Tường', '2-Abara_Chidi'] } },
      mends: [
        {
          rule: '{period|pad 2}-{last}_{first}',
          solves: ['order.bytes.periodsInOrder', 'order.unicode.periodsInOrder'],
        },
      ],
    });
  });

  test('files are named for the assignment that the call names', () => {
    const { out } = rule(
      '{period}-{last}_{first}_{assignment}_{due|date MMdd}',
      '--for',
      'file',
      '--assignment',
      'a02',
    );
    expect(JSON.parse(out[0]!)).toMatchObject({
      names: [{ name: '2-Abara_Chidi_Hill Profile_0918' }, {}, {}, {}],
    });
  });

  test('a rule that cannot be read is a no, with the place and the mend', () => {
    const { code, out } = rule('{period}-{surname}', '--for', 'folder');
    expect(code).toBe(1);
    expect(JSON.parse(out[0]!)).toMatchObject({
      ok: false,
      problems: [{ code: 'unknown-part', at: 10, found: 'surname', mend: 'last' }],
      mends: [{ rule: '{period}-{last}', solves: ['unknown-part'] }],
    });
  });

  test.each([
    [
      'no class',
      ['--class', 'none.json', '--rule', '{last}', '--for', 'folder'],
      'none.json: cannot be read',
    ],
    [
      'no JSON',
      ['--class', 'broken.json', '--rule', '{last}', '--for', 'folder'],
      'broken.json:3: this is no JSON',
    ],
    [
      'a period that is none',
      ['--class', 'p9.json', '--rule', '{last}', '--for', 'folder'],
      "p9.json:26: students.0.period: there is no period 'p9'; name one of p2, p10",
    ],
    [
      'another subject',
      ['--class', 'class.json', '--rule', '{last}', '--for', 'drawer'],
      '--for drawer: write folder or file',
    ],
    [
      'an assignment that is none',
      ['--class', 'class.json', '--rule', '{last}', '--for', 'file', '--assignment', 'a9'],
      'name one of a01, a02',
    ],
    ['no rule', ['--class', 'class.json', '--for', 'file'], 'usage: vestibul rule check'],
    [
      'an option that is none',
      ['--class', 'class.json', '--rule', '{last}', '--for', 'file', '--loud'],
      'usage: vestibul rule check',
    ],
  ])('%s ends with 2 and one line', (_what, args, says) => {
    const { code, out, err } = call(['rule', 'check', ...args], {
      ...files,
      'broken.json': '{\n "school": "x",\n "year" "2026"\n}',
      'p9.json': files['class.json'].replace('"period": "p2"', '"period": "p9"'),
    });
    expect([code, out, err.length]).toEqual([2, [], 1]);
    expect(err[0]).toContain(says);
  });
});

describe('vestibul name check', () => {
  const names = (text: string) =>
    call(
      [
        'name',
        'check',
        '--class',
        'class.json',
        '--rule',
        '{period}-{last}_{first}',
        '--for',
        'folder',
        '--names',
        'names.txt',
      ],
      {
        ...files,
        'names.txt': text,
      },
    );

  test('prints a JSON object a name, in order', () => {
    const { code, out } = names(files['names.txt']);
    expect(code).toBe(1);
    expect(out.map((line) => JSON.parse(line) as unknown)).toEqual([
      { name: '2-Abara_Chidi', verdict: 'follows', student: 's001', mended: '2-Abara_Chidi', faults: [] },
      {
        name: '10-ngo_ty',
        verdict: 'mendable',
        student: 's002',
        mended: '10-Ngô_Tường',
        faults: [
          expect.objectContaining({ code: 'called-name' }),
          expect.objectContaining({ code: 'marks-lost' }),
        ],
      },
      {
        name: 'Lee',
        verdict: 'unreadable',
        student: null,
        mended: null,
        faults: [expect.objectContaining({ code: 'several-people' })],
      },
    ]);
  });

  test('where all follow it is a yes; a rule that cannot be read is a wrong call', () => {
    expect(names('2-Abara_Chidi').code).toBe(0);
    const { code, err } = call(
      [
        'name',
        'check',
        '--class',
        'class.json',
        '--rule',
        '{surname}',
        '--for',
        'folder',
        '--names',
        'names.txt',
      ],
      files,
    );
    expect([code, err]).toEqual([2, ["--rule: 'surname' at 1 cannot stand there; write last"]]);
  });
});

describe('vestibul annotations', () => {
  test('a folder without a school ends with 2, and names the mend', async () => {
    const { code, out, err } = call(['annotations', '--data', 'nowhere', '--assignment', 'a_1']);
    expect([await code, out, err]).toEqual([
      2,
      [],
      ['nowhere: holds no school; name the data folder of the server'],
    ]);
  });

  test.each([[['annotations']], [['annotations', '--data', 'nowhere']]])(
    '%j is told how it is called',
    async (args) => {
      const { code, err } = call(args);
      expect([await code, err]).toEqual([2, ['usage: vestibul annotations --data DIR --assignment ID']]);
    },
  );
});

describe('vestibul marks', () => {
  test.each([
    [
      ['marks', '--data', 'nowhere', '--course', 'c_1', '--out', 'a.csv'],
      'nowhere: holds no school; name the data folder of the server',
    ],
    [
      ['marks', '--data', 'nowhere'],
      'usage: vestibul marks --data DIR --course ID --out FILE.csv|FILE.xlsx|FOLDER',
    ],
  ])('%j ends with 2, and names the mend', async (args, says) => {
    const { code, err, written } = call(args);
    expect([await code, err, written]).toEqual([2, [says], {}]);
  });
});

describe('vestibul owners and keys', () => {
  test.each([
    [
      ['owners', '--data', 'nowhere', '--course', 'c_1'],
      'nowhere: holds no school; name the data folder of the server',
    ],
    [['owners', '--data', 'nowhere'], 'usage: vestibul owners --data DIR --course ID [--at INSTANT]'],
    [
      ['keys', '--data', 'nowhere', '--person', 'p_1', '--at', 'yesterday'],
      '--at yesterday: write a moment as 2026-10-01T23:59:00+01:00',
    ],
    [['keys'], 'usage: vestibul keys --data DIR --person ID [--at INSTANT]'],
  ])('%j ends with 2, and names the mend', async (args, says) => {
    const { code, out, err } = call(args);
    expect([await code, out, err]).toEqual([2, [], [says]]);
  });
});
