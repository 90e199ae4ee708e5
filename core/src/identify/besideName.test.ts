import { describe, expect, test } from '@jest/globals';
import { studentValues } from '../naming/nameValues';
import { evidenceOfText, shareOfBlank, weighBeside, type Evidence } from './besideName';
import { makeIdentifier } from './identify';
import { makePile } from './testing/madePile';

const student = (id: string, last: string, first: string, period: number) => ({
  id,
  values: studentValues({ last, first, called: '', period, username: '', email: '', number: '', group: '' }),
});
const identifier = makeIdentifier<string, string>({
  students: [
    student('chidi', 'Abara', 'Chidi', 2),
    student('mai', 'Đặng', 'Mai', 3),
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

describe('the start of a text', () => {
  test('lines with a label and short lines are evidence, long ones are not', () => {
    const text = `Name: Chidi Abara\nPERIOD: 2\n\nStream gauge log\n${'a long line of prose '.repeat(6)}\nby Mai`;
    expect(evidenceOfText(text)).toEqual([
      { kind: 'label', text: 'Chidi Abara' },
      { kind: 'label', text: 'PERIOD: 2' },
      { kind: 'line', text: 'Stream gauge log' },
      { kind: 'line', text: 'by Mai' },
    ]);
  });
});

describe('how much of a blank is in a text', () => {
  const blank = 'Name: Date: Describe the stream at the ford. What was the depth on Monday? And why?';
  test.each([
    ['all of it', `${blank} It was 42 cm because of the rain.`, 1],
    ['nothing of it', 'A letter to my aunt about the cat and the garden.', 0],
    ['no blank', '', 0],
  ])('%s', (_what, text, share) => expect(shareOfBlank(text, blank)).toBe(share));
  test('a blank of fewer than four words is in nothing', () =>
    expect(shareOfBlank('one two', 'one two')).toBe(0));
});
