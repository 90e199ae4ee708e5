import { describe, expect, test } from '@jest/globals';
import { arrivedOf, pileStates, pointsOutside, isLitter, type PileCounts } from '../sorting/pile';
import { studentValues } from '../naming/nameValues';
import { SURE_ENOUGH } from './costs';
import type { IdentifyCourse } from './identification';
import { makeIdentifier } from './identify';
import { makeReasonSayer } from './sayReasons';
import { makePile } from './testing/madePile';

/** Invented people, chosen for what their names make difficult. */
const people: [id: string, last: string, first: string, period: number, called?: string][] = [
  ['chidi', 'Abara', 'Chidi', 2],
  ['rose', 'Ochs', 'Rose', 2],
  ['rivers', 'Rivers', 'Nghi', 3],
  ['forest', 'Dương', 'Forest', 3],
  ['durgan', 'Durgan', 'Zetta', 3],
  ['kate', 'Sharma', 'Katherine', 3, 'Kate'],
  ['marco', 'Di Marco', 'Katherine', 4],
  ['saraiva', 'Saraiva', 'Grant', 2],
  ['grant', 'Grant', 'Gabriela', 4],
  ['to', 'Tô', 'Thế', 2],
  ['segura5', 'Segura', 'Ángel Gabriel', 5],
  ['segura7', 'Segura', 'Ángel Gabriel', 7],
  ['vella', 'Fields-Saldaña', 'Vella', 5],
  ['rufus', 'Fields', 'Rufus', 3],
  ['keefe', "O'Keefe", 'Ian', 2],
  ['lynn', 'Goodwin', 'Lynn', 5],
  ['lynne', 'Bins', 'Lynne', 7],
  ['francisco', 'Bosman', 'Francisco', 5],
  ['onoriode', 'Mogbadunade', 'Onoriode', 7],
  ['mansson', 'Månsson', 'Alexandra', 7],
  ['mateo', 'Månsson', 'Mateo', 7],
  ['skov', 'Skov', 'Jonas', 2],
  ['winther', 'Winther', 'Cliff', 2],
  ['june', 'Holm', 'June', 4],
  ['finn', 'Luo', 'Finn', 2],
  ['le', 'Le', 'Ethan', 2],
  ['clair', 'St. Clair', 'Fatou', 4],
  ['herrmann', 'Herrmann', 'Tarik', 2],
  ['hermann', 'Hermann', 'Ulf', 3],
  ['alma', 'Büller', 'Alma', 2],
  ['alba', 'Böller', 'Alba', 2],
  ['dale', 'Fritzsch', 'Dale', 5],
];
const filling = makePile(99, 120).course.students.map((student, i) => ({ ...student, id: `other${i}` }));
const course: IdentifyCourse = {
  students: [
    ...people.map(([id, last, first, period, called = '']) => ({
      id,
      values: studentValues({
        last,
        first,
        called,
        period,
        username: `${first[0]}${last.replace(/[^A-Za-z]/g, '')}`.toLowerCase().slice(0, 9),
        email: `${id}.mail@larkmoor.example`,
        number: `41${String(people.findIndex((one) => one[0] === id)).padStart(4, '0')}`,
        group: '',
      }),
    })),
    ...filling,
  ],
  assignments: [
    { id: 'gauge', titles: ['Stream Gauge Log'] },
    { id: 'plot', titles: ['Forest Plot Count'] },
    { id: 'week1', titles: ['Weather Diary Week 1'] },
    { id: 'week2', titles: ['Weather Diary Week 2'] },
    { id: 'land', titles: ['Summer Land Use Map'] },
    { id: 'notebook', titles: ['Field Notebook Check'] },
  ],
  courseTexts: ['Field Geography', 'GEO', '2026-27', 'Tamsin'],
};
const identifier = makeIdentifier(course);
const sayReasons = makeReasonSayer(course);
const tell = (stem: string) => identifier.identify(stem);

describe('a name that tells one student is filed', () => {
  test.each([
    // A short name with a letter too many, and with two changed round, beside the other name as it is.
    ['Fritzsch Daale stream gauge log', 'dale', 'gauge'],
    ['Dlae Fritzsch stream gauge log', 'dale', 'gauge'],
    ['chidi abara stream gauge log', 'chidi', 'gauge'],
    ['ABARA_CHIDI - STREAM-GAUGE-LOG (1)', 'chidi', 'gauge'],
    ['StreamGaugeLogChidiAbara', 'chidi', 'gauge'],
    ['streamgauge chidiabara', 'chidi', 'gauge'],
    ['Copy of Cihdi Abara stream guage log FINAL v2', 'chidi', 'gauge'],
    ['forest_plot_count Zetta Durgan', 'durgan', 'plot'],
    ['Forest Duong Forest Plot Count', 'forest', 'plot'],
    ['Grant.Saraiva.Summer.Land', 'saraiva', 'land'],
    ['kate sharma weather diary week 2 oct 2', 'kate', 'week2'],
    ['weatherdiaryweek1 sharma kate', 'kate', 'week1'],
    ['wdw1 sharma kate', 'kate', 'week1'],
    ['vella fields-saldana field notebook check', 'vella', 'notebook'],
    ['MogbadunadeO_hour_7_Stream_Gauge_Log', 'onoriode', 'gauge'],
    ["O'Keefe Ian---stream gauge log", 'keefe', 'gauge'],
    ['O Keefe Ian stream gauge log', 'keefe', 'gauge'],
    ['2-Tô_Thế_Stream Gauge Log', 'to', 'gauge'],
    ['7-Segura_Ángel Gabriel_Stream Gauge Log', 'segura7', 'gauge'],
    ['410002 stream gauge log', 'rivers', 'gauge'],
    ['rivers.mail@larkmoor.example stream gauge log', 'rivers', 'gauge'],
    ['Chidi%20Abara%20Stream%20Gauge%20Log', 'chidi', 'gauge'],
    [Buffer.from('Forest Dương stream gauge log').toString('latin1'), 'forest', 'gauge'],
    ['Forest Dương stream gauge log'.normalize('NFD'), 'forest', 'gauge'],
    // A period that is not theirs is evidence, not a filter.
    ['Chidi Abara period 5 stream gauge log', 'chidi', 'gauge'],
    ['Chidi Abara perod 2 stream gauge log', 'chidi', 'gauge'],
    ['Maansson Alexandra stream gauge log', 'mansson', 'gauge'],
    ['0chs R0se stream gauge 10g', 'rose', 'gauge'],
    ['2nd hr. Chidi Abara - stream gauge log - 2026-10-02', 'chidi', 'gauge'],
    ['Ｃｈｉｄｉ　Ａｂａｒａ stream gauge log', 'chidi', 'gauge'],
    ['Kopie von Chidi Abara stream gauge log', 'chidi', 'gauge'],
    ['Chidi M. Abara stream gauge log', 'chidi', 'gauge'],
    ['Abara, Chidi M - stream gauge log', 'chidi', 'gauge'],
    ['Chidi Lee Abara stream gauge log', 'chidi', 'gauge'],
    ['Chidi Abara Jr stream gauge log', 'chidi', 'gauge'],
    ['Chidi Abaras stream gauge log', 'chidi', 'gauge'],
    ['Alexandra M_nsson stream gauge log', 'mansson', 'gauge'],
    ['Ethan Le stream gauge log', 'le', 'gauge'],
    ['SharmaKateP3StreamGaugeLog', 'kate', 'gauge'],
    // Both names are words of English, and the period is wrong; side by side they are still hers.
    ['June Holm period 7 stream gauge log', 'june', 'gauge'],
    // Nearly ‘FinnL’, and yet nothing but a word of file names.
    ['FINAL Chidi Abara stream gauge log final', 'chidi', 'gauge'],
  ])('%s', (stem, student, assignment) => {
    const answer = tell(stem);
    expect([answer.decision, answer.students, answer.assignment]).toEqual(['file', [student], assignment]);
    expect(answer.confidence).toBeGreaterThanOrEqual(SURE_ENOUGH);
  });
});

describe('what does not tell one student is asked about, the likeliest first', () => {
  test.each([
    // With another letter in it a short name is as often another one.
    ['Dane Fritzsch stream gauge log', 'dale'],
    // Words of every day that are names as well.
    ['rose window', 'rose'],
    ['rivers', 'rivers'],
    // Half a match: a relative, or somebody of the same first name.
    ['Francisco Fields-Saldaña stream gauge log', 'vella'],
    ['Chidi Quarrington stream gauge log', 'chidi'],
    ['Abara Xanthe hour 2', 'chidi'],
    // Whoever it is to, about or done with is hardly its owner.
    ['Letter to Chidi Abara', 'chidi'],
    ['Interview with Chidi Abara', 'chidi'],
    ['photo of chidi abara', 'chidi'],
    ['peer review Chidi Abara', 'chidi'],
    ['marked by Chidi Abara', 'chidi'],
    // A double last name of which they have half, though the first name is theirs.
    ['Vella Fields-Ortega stream gauge log', 'vella'],
    ['Chidi Quill-Abara stream gauge log', 'chidi'],
    // Nothing but a period tells them apart, and periods are often wrong.
    ['segura 7th hour', 'segura7'],
    ['per 7 segura stream gauge log', 'segura7'],
    // A month or a word of file names that is the first name of somebody else.
    ['June Abara stream gauge log', 'chidi'],
    // The last name and first letter of one, written like the first and last name of another with an s.
    ['Chidi Oches stream gauge log', 'rose'],
    // A stranger of whose name two letters are the small word of a last name.
    ['Fatou St. Mont stream gauge log', 'clair'],
    // The name of one is no slip of the name of another.
    ['Tarik Hermann stream gauge log', 'herrmann'],
    // A stranger whose name begins like a month is no day.
    ['Fatou Janwick_2nd hour stream gauge log', 'clair'],
    // The one word of a title that is said is somebody, too, and stands where another first name should.
    ['FOREST ABARA', 'chidi'],
    // Two names look the same without their letter.
    ['Alma B_ller stream gauge log', 'alma'],
    // A word of a title that is also who worked on it.
    ['Forest and Zetta plot count', 'durgan'],
    // A first letter and a last name that several have.
    ['Månsson stream gauge log', 'mansson'],
    // A letter that is none of theirs.
    ['Chidi Q stream gauge log', 'chidi'],
  ])('%s', (stem, likeliest) => {
    const answer = tell(stem);
    expect(answer.decision).toBe('ask');
    expect(answer.students).toEqual([]);
    expect(answer.candidates.slice(0, 3).map(({ student }) => student)).toContain(likeliest);
  });

  test.each([
    'IMG_4821',
    'Scan_0034',
    'Untitled document (3)',
    'forest plot count',
    'homework 12',
    'final final',
    '🌲🌲',
  ])('%s tells nobody', (stem) => expect(tell(stem).decision).toBe('none'));
});

test('a word of English that owns something is somebody', () => {
  const sure = (stem: string) => tell(stem).candidates.find(({ student }) => student === 'june')!.confidence;
  expect(sure('june’s stream gauge log')).toBeGreaterThan(0.95);
  expect(sure('june stream gauge log')).toBeLessThan(0.9);
});

describe('joint work', () => {
  test.each([
    ['Jonas Skov & Cliff Winther stream gauge log', ['skov', 'winther']],
    ['Skov + Winther forest plot count', ['skov', 'winther']],
    ['Chidi Abara and Zetta Durgan and Jonas Skov stream gauge log', ['chidi', 'durgan', 'skov']],
  ])('%s names several', (stem, students) => {
    expect([...tell(stem).students].sort()).toEqual([...students].sort());
  });

  test('a partner who is not on the roster is asked about', () => {
    expect(tell('Chidi Abara & Thaddeus Wexcombe stream gauge log').decision).toBe('ask');
  });
});

describe('assignments', () => {
  test.each([
    ['chidi abara weather diary', null],
    ['chidi abara weather diary week two', 'week2'],
    ['chidi abara stream gage log', 'gauge'],
    ['chidi abara', null],
    ['chidi abara something else', null],
  ])('%s is for %s', (stem, assignment) => expect(tell(stem).assignment).toBe(assignment));

  test('what a word alone makes likely comes first', () =>
    expect(tell('chidi abara week 2').assignmentCandidates[0]!.assignment).toBe('week2'));

  test('where several fit they are offered alike', () => {
    const [first, second] = tell('chidi abara weather diary').assignmentCandidates;
    expect([first!.assignment, second!.assignment].sort()).toEqual(['week1', 'week2']);
    expect(first!.confidence).toBeCloseTo(second!.confidence, 6);
  });
});

describe('what the teacher decided before', () => {
  const decided = makeIdentifier({ ...course, decided: [{ words: 'jenny k', student: 'kate' }] });
  test('the same words are that student from then on', () => {
    const answer = decided.identify('JENNY K. stream gauge log final');
    expect([answer.decision, answer.students]).toEqual(['file', ['kate']]);
    expect(sayReasons(answer)[0]).toBe('You said before whom ‘jenny k’ means.');
  });
  test('other words are not', () =>
    expect(decided.identify('jenny w stream gauge log').decision).not.toBe('file'));
  test('the words to keep are those that are left for a person', () =>
    expect(tell('Copy of jenny k - stream gauge log - 2nd hr (2)').personWords).toBe('jenny k'));
});

test('reasons say what each word was read as, in words a teacher understands', () => {
  const said = sayReasons(tell('4th hr Kat Sharmaa weather diary week 2'));
  expect(new Set(said)).toEqual(
    new Set([
      '‘Kat’ is short for the first name of Kate Sharma.',
      '‘Sharmaa’ is nearly the last name of Kate Sharma.',
      'It says period 4, which is not theirs.',
      '‘weather diary week 2’ is Weather Diary Week 2.',
    ]),
  );
});

test('a name as long as an archive allows is read as far as a name can be', () => {
  for (const run of ['a', 'aB', 'chidi ', '_?', 'é', '(', '\ufdfa', '2026-10-02'])
    expect(tell(`Chidi Abara ${run.repeat(60_000 / run.length)}`).candidates.length).toBeLessThan(9);
  expect(tell(`Chidi Abara stream gauge log${' '.repeat(60_000)}`).students).toEqual(['chidi']);
});

test('the parts of a name cover all of it', () => {
  for (const { stem } of makePile(5, 60, 200).names) {
    const { parts } = tell(stem);
    expect(parts.map(({ text }) => text).join('').length).toBeGreaterThan(0);
    expect(parts.every(({ text }) => text !== '')).toBe(true);
  }
});

describe('piles of other classes, made up', () => {
  test.each([11, 12, 13])(
    'class %i: no misfile, nearly all filed, the true student among the first three',
    (seed) => {
      const pile = makePile(seed, 140, 700);
      const who = makeIdentifier(pile.course);
      let [tells, filed, asked, inTop] = [0, 0, 0, 0];
      let [named, right] = [0, 0];
      for (const { stem, students, tells: isTold, assignment } of pile.names) {
        const answer = who.identify(stem);
        const isRight = [...answer.students].sort().join() === [...students].sort().join();
        if (answer.decision === 'file') expect([stem, isRight]).toEqual([stem, true]);
        if (isTold) {
          tells += 1;
          if (answer.decision === 'file') filed += 1;
          else {
            asked += 1;
            if (answer.candidates.slice(0, 3).some(({ student }) => students.includes(student))) inTop += 1;
          }
        }
        if (assignment) {
          named += 1;
          if (answer.assignment === assignment) right += 1;
          else expect([stem, answer.assignment]).toEqual([stem, null]);
        }
      }
      expect(filed / tells).toBeGreaterThan(0.96);
      expect(inTop).toBeGreaterThanOrEqual(0.9 * asked);
      expect(right / named).toBeGreaterThan(0.97);
    },
  );
});

describe('a pile', () => {
  test('what arrived is the sum of what became of it', () => {
    const counts = Object.fromEntries(pileStates.map((state, i) => [state, i])) as PileCounts;
    expect(arrivedOf(counts)).toBe((pileStates.length * (pileStates.length - 1)) / 2);
  });
  test.each(['../x', 'a/../../x', '/x', '\\x', 'C:\\x', 'c:/x', 'a\0b'])('%j points outside', (path) =>
    expect(pointsOutside(path)).toBe(true),
  );
  test.each(['a/b..c', '...', 'a/b', 'ü/ñ'])('%j does not', (path) =>
    expect(pointsOutside(path)).toBe(false),
  );
  test.each(['__MACOSX/a', 'x/.DS_Store', 'Thumbs.db', 'a/._b', '~$essay.docx'])('%j is litter', (path) =>
    expect(isLitter(path)).toBe(true),
  );
  test.each(['thumbs up.db', 'my.DS_Store.txt', 'a~$b'])('%j is not', (path) =>
    expect(isLitter(path)).toBe(false),
  );
});
