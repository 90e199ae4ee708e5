import { describe, expect, test } from '@jest/globals';
import type { Instant } from '../ids';
import { sayWhen, writeCode, writeDigest, writeReminder, writeReturn } from './letters';

const due = '2026-11-24T23:59:00.000Z' as Instant;
const facts = {
  called: 'Mai',
  title: 'Stream gauge log',
  course: 'Field Geography',
  period: 'Period 3',
  due,
  now: '2026-11-25T08:00:00.000Z' as Instant,
  zone: 'Europe/London',
  word: '',
  teacher: 'I. Tamsin',
  school: 'Larkmoor',
  address: 'https://x.example/turn-in/a_1',
};

test.each([
  ['Europe/London', 'Tuesday 24 November, 23:59'],
  ['Asia/Tokyo', 'Wednesday 25 November, 08:59'],
  ['America/St_Johns', 'Tuesday 24 November, 20:29'],
])('sayWhen in %s: %s', (zone, says) => {
  expect(sayWhen(due, zone)).toBe(says);
});

describe('writeReminder', () => {
  test('says what is missing, since when, and where it goes', () => {
    const { subject, text } = writeReminder(facts);
    expect(subject).toBe('Stream gauge log: nothing in yet');
    expect(text).toContain(
      '‘Stream gauge log’ (Field Geography, Period 3) was due Tuesday 24 November, 23:59, and nothing of yours is in.',
    );
    expect(text).toContain('https://x.example/turn-in/a_1');
    expect(text).not.toMatch(/\n\n\n/);
  });
  test('before it is due it says so, and what the teacher adds stands in it', () => {
    const { text } = writeReminder({
      ...facts,
      now: '2026-11-24T08:00:00.000Z' as Instant,
      word: 'Bring boots.',
    });
    expect(text).toContain('is due Tuesday');
    expect(text).toContain('\n\nBring boots.\n\n');
  });
  test('a title with a line break cannot add a header', () => {
    expect(writeReminder({ ...facts, title: 'Log\r\nBcc: all@x.example' }).subject).not.toMatch(/[\r\n]/);
  });
});

test('whoever has no name to be called by is greeted without one', () => {
  expect(writeReminder({ ...facts, called: ' ' }).text).toMatch(/^Hello,\n/);
  expect(writeReminder(facts).text).toMatch(/^Hello Mai,\n/);
});

describe('writeReturn', () => {
  const one = { ...facts, isAgain: false, comments: 0 };
  test('says what came back, and that a comment is with it without saying what it says', () => {
    const { subject, text } = writeReturn({ ...one, comments: 1 });
    expect(subject).toBe('Stream gauge log: handed back');
    expect(text).toContain('‘Stream gauge log’ (Field Geography) was handed back to you.');
    expect(text).toContain('Your teacher wrote a comment on it.');
    expect(writeReturn({ ...one, comments: 3 }).text).toContain('wrote 3 comments on it.');
    expect(writeReturn(one).text).not.toContain('comment');
  });
  test('says where it is to be turned in again', () => {
    const { subject, text } = writeReturn({ ...one, isAgain: true });
    expect(subject).toBe('Stream gauge log: turn it in again');
    expect(text).toContain('to be turned in again');
    expect(text).not.toContain('handed back');
  });
});

describe('writeDigest', () => {
  const one = { called: 'Mai', school: 'Larkmoor', address: 'https://x.example/' };
  test('with nothing to say there is no letter', () => {
    expect(writeDigest({ ...one, parts: [{ heading: 'Due soon', lines: [] }] })).toBeNull();
  });
  test('names its parts in the subject and leaves empty ones out', () => {
    const letter = writeDigest({
      ...one,
      parts: [
        { heading: 'Due soon', lines: ['Log, tomorrow'] },
        { heading: 'Missing', lines: [] },
        { heading: 'Came back', lines: ['Map', 'Table'] },
        { heading: 'Arrived', lines: ['Log (Field Geography): 28'], count: 28 },
      ],
    })!;
    expect(letter.subject).toBe('Larkmoor: due soon 1, came back 2, arrived 28');
    expect(letter.text).toContain('Came back\n- Map\n- Table');
    expect(letter.text).not.toContain('Missing');
  });
});

test('writeCode puts the code where a phone shows it without opening the letter', () => {
  const letter = writeCode({ school: 'Larkmoor', title: 'Weir sketch', code: '401 882', minutes: 15 });
  expect(letter.subject.startsWith('401 882')).toBe(true);
  expect(letter.text).toContain('15 minutes');
});
