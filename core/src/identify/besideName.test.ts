import { describe, expect, test } from '@jest/globals';
import { weighBeside, type Evidence } from './besideName';
import { evidenceOfText } from './textEvidence';
import { makeBlankReader } from './blanks';
import { makeIdentifier } from './identify';
import { madeStudent, makePile } from './testing/madePile';

const student = (id: string, last: string, first: string, period: number) =>
  madeStudent(last, first, period, id);
const identifier = makeIdentifier<string, string>({
  students: [
    student('chidi', 'Abara', 'Chidi', 2),
    student('mai', 'Đặng', 'Mai', 3),
    student('una', 'Brae-Quist', 'Una', 3),
    student('ali2', 'Demir', 'Ali', 2),
    student('ali5', 'Demir', 'Ali', 5),
    ...makePile(4, 100).course.students.map((one, i) => ({ ...one, id: `other${i}` })),
  ],
  assignments: [
    { id: 'gauge', titles: ['Stream Gauge Log'] },
    { id: 'week1', titles: ['Weather Diary Week 1'] },
    { id: 'week2', titles: ['Weather Diary Week 2'] },
  ],
  courseTexts: [],
});
const tell = (name: string, ...evidence: Evidence[]) =>
  identifier.identify(name, weighBeside(identifier, evidence));

describe('evidence beside the name', () => {
  test.each<[string, Evidence[], string, string | null]>([
    ['a folder', [{ kind: 'folder', text: 'Abara Chidi' }], 'chidi', null],
    ['an author', [{ kind: 'author', text: 'Mai Đặng' }], 'mai', null],
    [
      'first lines',
      [
        { kind: 'label', text: 'Chidi Abara' },
        { kind: 'line', text: 'Stream gauge log' },
      ],
      'chidi',
      'gauge',
    ],
    ['the account that brought it', [{ kind: 'account', student: 'mai' }], 'mai', null],
    [
      'an assignment’s blank',
      [
        { kind: 'label', text: 'Chidi Abara' },
        { kind: 'blank', assignment: 'week2', share: 0.9 },
      ],
      'chidi',
      'week2',
    ],
  ])('%s tells what a useless name does not', (_what, evidence, who, work) => {
    const answer = tell('scan 0031', ...evidence);
    expect([answer.decision, answer.students, answer.assignment]).toEqual(['file', [who], work]);
  });

  test('a folder of a period tells namesakes apart', () => {
    const answer = tell('ali demir stream gauge log', { kind: 'folder', text: 'Period 5' });
    expect(answer.candidates[0]!.student).toBe('ali5');
  });

  test('a name and an author who say different people are asked about', () => {
    expect(tell('chidi abara', { kind: 'author', text: 'Mai Đặng' }).decision).toBe('ask');
  });

  test.each(['Microsoft Office User', 'admin', 'Laptop 12', ''])('the author %j tells nobody', (text) => {
    expect(tell('scan 0031', { kind: 'author', text }).candidates).toEqual([]);
  });

  test('the time tells between assignments that a name leaves open, and nothing by itself', () => {
    const near: Evidence[] = [
      { kind: 'time', assignment: 'week1', hours: 200 },
      { kind: 'time', assignment: 'week2', hours: -5 },
    ];
    const open = tell('chidi abara weather diary', { kind: 'title', text: 'weather diary' }, ...near);
    expect(open.assignmentCandidates[0]!.assignment).toBe('week2');
    expect(tell('chidi abara', ...near).assignmentCandidates).toEqual([]);
  });
});

/** What a name and the text of a file come to, with what else is known. */
const tellText = (name: string, text: string, ...evidence: Evidence[]) =>
  tell(name, ...evidence, ...evidenceOfText(text));
const author = (text: string): Evidence => ({ kind: 'author', text });
const changedBy = (text: string): Evidence => ({ kind: 'changed by', text });
const folder = (text: string): Evidence => ({ kind: 'folder', text });

describe('whose it is, and who is only mentioned', () => {
  test.each([
    'Dear Mai Đặng,',
    'Partner: Mai Đặng',
    'Marked by Mai Đặng',
    'Marked by: Mai Đặng',
    'Reviewed by Mai Đặng',
    'Photo: Mai Đặng',
    'For Mai Đặng',
    'To: Mai Đặng',
    'Interview with Mai Đặng',
    'A letter to Mai Đặng',
    'Mother: Mai Đặng',
    'Thanks to Mai Đặng',
    'Lieber Mai Đặng',
    'Foto von Mai Đặng',
    'Entrevista con Mai Đặng',
    'Relu par Mai Đặng',
    'Korrigiert von: Mai Đặng',
    'Haastattelu: Mai Đặng',
    '采访 Mai Đặng',
    'My best friend is Mai Đặng',
    'Dr. Mai Đặng',
    'Frau Mai Đặng',
  ])('‘%s’ files nothing under her', (line) => {
    expect(tellText('scan 0031', line).decision).not.toBe('file');
    // Nor does it stand in the way of whose it is, except for a partner: that may be joint work.
    const answer = tellText('scan 0031', `Name: Chidi Abara\n${line}`);
    if (line.startsWith('Partner')) expect(answer.decision).toBe('ask');
    else expect([answer.decision, answer.students]).toEqual(['file', ['chidi']]);
  });

  test.each([
    'Name: Chidi Abara',
    'NAME  Chidi Abara'.replace('  ', '\t'),
    'Name\nChidi Abara',
    'Student name: Chidi Abara',
    'Name: Abara, Chidi    Date: 3 May    Period: 2',
    'by Chidi Abara',
    'Written by: Chidi Abara',
    'First name: Chidi\nLast name: Abara',
    'Chidi Abara',
    'Chidi Abara, Period 2',
    'Chidi Abara   12 May 2026',
    'Chidi Abara 2',
    'Schüler: Chidi Abara',
    'Name und Vorname: Abara Chidi',
    'Nom et prénom : Chidi Abara',
    'Alumno: Chidi Abara',
    'Alunna: Chidi Abara',
    'Naam: Chidi Abara',
    'Imię i nazwisko: Chidi Abara',
    'Elevens navn: Chidi Abara',
    'Jméno: Chidi Abara',
    'Adı Soyadı: Chidi Abara',
    'Họ và tên: Chidi Abara',
    'Nama: Chidi Abara',
    '姓名：Chidi Abara',
    '氏名：Chidi Abara',
    '이름: Chidi Abara',
    'ФИО: Chidi Abara',
    'Ονοματεπώνυμο: Chidi Abara',
    'الاسم: Chidi Abara',
  ])('‘%s’ at the head files it', (head) => {
    const answer = tellText(
      'scan 0031',
      `${head}\nStream gauge log\nThe water rose after the rain of Monday.`,
    );
    expect([answer.decision, answer.students]).toEqual(['file', ['chidi']]);
  });

  test.each([
    'Group members: Chidi Abara, Mai Đặng',
    'Names: Chidi Abara and Mai Đặng',
    'By Chidi Abara and Mai Đặng',
    'Gruppenmitglieder: Chidi Abara / Mai Đặng',
    'Student 1: Chidi Abara\nStudent 2: Mai Đặng',
  ])('‘%s’ is joint work', (text) => {
    const answer = tellText('scan 0031', text);
    expect([answer.decision, answer.students.toSorted()]).toEqual(['file', ['chidi', 'mai']]);
  });

  test('a group with somebody who is not on the roster is asked about', () => {
    expect(tellText('scan 0031', 'Group members: Chidi Abara, Mai Đặng, Priya Wozniak').decision).toBe('ask');
  });
  test.each([
    ['a list of marks', 'Name\tPeriod\tScore\nChidi Abara\t2\t10\nMai Đặng\t3\t9'],
    ['a list of marks in lines', 'Scores\nStudent\tPoints\nMai Đặng\t9\nChidi Abara\t10\nAli Demir\t8'],
    ['a cast', 'Cast:\nMai Đặng\nChidi Abara'],
    ['thanks', 'Thanks to:\nMai Đặng\n'],
  ])('%s is nobody’s', (_what, text) => expect(tellText('scan 0031', text).decision).not.toBe('file'));
  test.each([
    ['a form of one row', 'Name\tDate\tPeriod\nChidi Abara\t3 May\t2', ['chidi']],
    ['a form in two columns', 'Name\tChidi Abara\nDate\t3 May\nTeacher\tMai Đặng', ['chidi']],
    ['a group below its label', 'Group members:\nChidi Abara\nMai Đặng\nStream Gauge Log', ['chidi', 'mai']],
  ])('%s is whose it says', (_what, text, wanted) =>
    expect(tellText('scan 0031', text).students.toSorted()).toEqual(wanted),
  );
  test('at the head of the pages a last name with the number of the page is enough', () => {
    const answer = tell(
      'scan 0031',
      ...evidenceOfText('Abara 1', 'header'),
      ...evidenceOfText('Abara Chidi'),
    );
    expect(answer.students).toEqual(['chidi']);
    expect(tell('scan 0031', ...evidenceOfText('Abara 1')).decision).not.toBe('file');
  });
  test('a folder for somebody is not theirs', () => {
    expect(tell('scan 0031', folder('For Mai Đặng')).decision).not.toBe('file');
  });
  test('a partner alone is no owner', () => {
    const answer = tellText('scan 0031', 'Partner: Mai Đặng');
    expect(answer.decision).toBe('ask');
    expect(answer.candidates[0]!.student).toBe('mai');
  });
  test('a list of the class is nobody’s', () => {
    const text = 'Chidi Abara\nMai Đặng\nAli Demir\nThe tallest of us stood in the stream.';
    expect(tellText('scan 0031', text).decision).not.toBe('file');
  });
});

describe('what speaks for each side', () => {
  const sidesOf = (name: string, text: string, ...evidence: Evidence[]) => {
    const answer = tell(name, ...evidenceOfText(text), ...evidence);
    // No side is believed: none of those who are named is likelier than the flip of a coin, but for a little.
    for (const { confidence } of answer.candidates) expect(confidence).toBeLessThan(0.6);
    return answer.sides;
  };

  test.each<[string, ReturnType<typeof sidesOf>, Record<string, string[]>]>([
    [
      'a name and an account',
      sidesOf('chidi abara log', '', author('Mai Đặng')),
      {
        chidi: ['The name of the file says so.'],
        mai: ['The file says that ‘Mai Đặng’ wrote it.'],
      },
    ],
    [
      'a stranger and a partner',
      sidesOf('scan 0031', 'Name: Priya Wozniak\nPartner: Mai Đặng'),
      {
        nobody: ['Its author line says ‘Priya Wozniak’.'],
        mai: ['It names ‘Mai Đặng’ as who did it with somebody.'],
      },
    ],
    [
      'the head of the pages, a folder and namesakes',
      sidesOf('ali demir', '', folder('Chidi Abara'), {
        kind: 'label',
        part: 'owner',
        text: 'Mai Đặng',
        where: 'header',
      }),
      {
        ali2: ['The name of the file says so.'],
        ali5: ['The name of the file says so.'],
        chidi: ['It is in a folder called ‘Chidi Abara’.'],
        mai: ['The head of its pages says ‘Mai Đặng’.'],
      },
    ],
  ])('%s', (_what, sides, wanted) => {
    expect(Object.fromEntries(sides.map(({ student: id, says }) => [id ?? 'nobody', says]))).toEqual(wanted);
  });

  test('where nothing speaks against whose it is there are no sides', () => {
    expect(tell('chidi abara log', author('Chidi Abara')).sides).toEqual([]);
  });
});

test('of many with one first name the sibling of the account is shown first', () => {
  const class_ = makeIdentifier<string, string>({
    students: ['Abel', 'Cho', 'Diaz', 'Ekman', 'Vos']
      .map((last) => student(`emma ${last}`, last, 'Emma', 3))
      .concat(student('finn', 'Vos', 'Finn', 3), student('noor', 'Brandt', 'Noor', 2)),
    assignments: [],
    courseTexts: [],
  });
  const answer = class_.identify('emma', weighBeside(class_, [author('Finn Vos')]));
  expect([answer.decision, answer.candidates[0]!.student]).toEqual(['ask', 'emma Vos']);
});

describe('what does not fit together is asked, with both sides', () => {
  test.each<[string, string, string, Evidence[]]>([
    ['a first name and the account of a classmate', 'chidi log', '', [author('Mai Đặng')]],
    ['a first name and the account of a sibling', 'ali stream gauge', '', [author('Mai Đặng')]],
    ['a name and who changed it', 'chidi abara', 'Name: Mai Đặng', [changedBy('Chidi Abara')]],
    ['a stranger’s name and an account', 'Priya Wozniak essay', '', [author('Mai Đặng')]],
    ['a stranger’s name in small letters and an account', 'priya wozniak', '', [author('Mai Đặng')]],
    ['a stranger’s folder and an account', 'scan 0031', '', [folder('Wozniak Priya'), author('Mai Đặng')]],
    [
      'a stranger in the owner’s place and an account',
      'scan 0031',
      'Name: Priya Wozniak',
      [author('Mai Đặng')],
    ],
    [
      'a stranger in the owner’s place and a partner',
      'scan 0031',
      'Name: Priya Wozniak\nPartner: Mai Đặng',
      [],
    ],
    [
      'a stranger with a last name of the roster and its account',
      'scan 0031',
      'Name: Priya Abara',
      [author('Chidi Abara')],
    ],
    [
      'a stranger with a small word in the name',
      'scan 0031',
      'Name: Ottoline bin Abara',
      [author('Chidi Abara')],
    ],
    [
      'a stranger with a double name of the roster',
      'scan 0031',
      'Name: Ottoline Brae-Quist',
      [author('Una Brae-Quist')],
    ],
    ['a folder and a name', 'chidi abara log', '', [folder('Đặng Mai')]],
    [
      'the head of the pages and a name',
      'mai dang',
      '',
      [{ kind: 'label', part: 'owner', where: 'header', text: 'Chidi Abara' }],
    ],
    ['an account and a line', 'scan 0031', 'Chidi Abara', [author('Mai Đặng')]],
    ['two accounts', 'scan 0031', '', [author('Chidi Abara'), author('Mai Đặng')]],
  ])('%s', (_what, name, text, evidence) => {
    const answer = tellText(name, text, ...evidence);
    expect(answer.decision).toBe('ask');
    expect(answer.isContradicted).toBe(true);
  });

  test('who changed it last places nothing alone', () => {
    expect(tell('scan 0031', changedBy('Mai Đặng')).decision).toBe('ask');
    expect(tell('mai', changedBy('Mai Đặng')).students).toEqual(['mai']);
  });
  test('whoever saved somebody’s piece last helped them, where something else says whose it is', () => {
    expect(tell('chidi abara', author('Chidi Abara'), changedBy('Mai Đặng')).students).toEqual(['chidi']);
    expect(tell('scan 0031', author('Chidi Abara'), changedBy('Mai Đặng')).decision).toBe('ask');
  });
  test('one odd word beside an account is no person, unless it stands alone as names are written', () => {
    expect(tell('photo of weirstone', author('Chidi Abara')).students).toEqual(['chidi']);
    expect(tell('Zebedee', author('Chidi Abara'))).toMatchObject({ decision: 'ask', isStrange: true });
  });
  test('an account that stands in the work of several people does neither tell nor contradict', () => {
    const identify = (name: string) =>
      identifier.identify(name, weighBeside(identifier, [author('Mai Đặng')], new Set(['mai đặng'])));
    expect(identify('scan 0031').decision).toBe('ask');
    expect(identify('chidi abara')).toMatchObject({ decision: 'file', students: ['chidi'] });
  });
  test('an account of somebody who is not on the roster says nothing, however often it stands', () => {
    const shared = new Set(['ottoline quayle']);
    const evidence = [author('Ottoline Quayle'), ...evidenceOfText('by Chidi Abara')];
    expect(identifier.identify('scan 0031', weighBeside(identifier, evidence, shared))).toMatchObject({
      decision: 'file',
      students: ['chidi'],
    });
  });
  test('the truth is among the first three', () => {
    const answer = tellText('mai dang', 'Name: Chidi Abara', author('Ali Demir'));
    expect(answer.candidates.slice(0, 3).map(({ student: id }) => id)).toEqual(
      expect.arrayContaining(['chidi', 'mai']),
    );
  });
  test('a stranger in the owner’s place makes nobody likelier than nobody', () => {
    const answer = tellText('scan 0031', 'Name: Priya Wozniak');
    expect(answer.decision).toBe('none');
  });
  test('a form that was left empty says nothing', () => {
    expect(tellText('chidi abara', 'Name: ____\nDate: ____\nPartner:').students).toEqual(['chidi']);
  });
  test('the author of a book is nobody’s business', () => {
    const answer = tellText('chidi abara', 'Title: The Weir\nAuthor: Ottoline Quayle');
    expect(answer.students).toEqual(['chidi']);
  });
});

describe('assignments from the inside', () => {
  test('a heading that is a title and nothing else tells between those that share words', () => {
    const answer = tellText('chidi abara weather diary', 'Weather Diary: Week 2\nOn Monday it rained.');
    expect(answer.assignment).toBe('week2');
  });
  test('where several titles stand none is meant', () => {
    const answer = tellText('chidi abara', 'Weather Diary Week 1\nWeather Diary Week 2');
    expect(answer.assignment).toBeNull();
  });
});

describe('how much of a blank is in a text', () => {
  const blank = 'Name: Date: Describe the stream at the ford. What was the depth on Monday? And why?';
  const sharesOf = (text: string, blanks: Record<string, string>) =>
    Object.fromEntries(
      makeBlankReader(new Map(Object.entries(blanks)))(text).map(({ assignment, share }) => [
        assignment,
        share,
      ]),
    );

  test.each<[string, string, Record<string, number>]>([
    ['all of it', `${blank} It was 42 cm because of the rain.`, { gauge: 1 }],
    ['nothing of it', 'A letter to my aunt about the cat and the garden.', {}],
    ['no text', '', {}],
  ])('%s', (_what, text, shares) => expect(sharesOf(text, { gauge: blank })).toEqual(shares));

  test('a blank of fewer than four words is in nothing', () =>
    expect(sharesOf('one two', { gauge: 'one two' })).toEqual({}));

  const table =
    'Fill in a line for each day. Monday: Tuesday: Wednesday: Thursday: Friday: What did you expect?';
  const week = (n: string) => `Weather diary, week ${n} of the term. ${table}`;
  const weeks = { week1: week('one'), week2: week('two') };

  test('what two blanks share speaks for the one whose own words are there', () => {
    const answers = table.replace('Tuesday', 'rain, 12 mm. Tuesday');
    expect(Object.keys(sharesOf(`Weather diary, week two of the term. ${answers}`, weeks))).toEqual([
      'week2',
    ]);
    expect(Object.keys(sharesOf(weeks.week1, weeks))).toEqual(['week1']);
  });

  test('where the words of neither are there it speaks for both alike', () => {
    const { week1, week2 } = sharesOf(table, weeks);
    expect(week1).toBeGreaterThan(0.5);
    expect(week2).toBe(week1);
  });

  test('it tells between assignments whose titles share the words of a name', () => {
    const shares = makeBlankReader(new Map(Object.entries(weeks)))(weeks.week2);
    const evidence = shares.map((one): Evidence => ({ kind: 'blank', ...one }));
    expect(tell('chidi abara weather diary').assignment).toBeNull();
    expect(tell('chidi abara weather diary', ...evidence).assignment).toBe('week2');
  });
});
