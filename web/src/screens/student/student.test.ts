import { describe, expect, test } from '@jest/globals';
import type { AnswerOf } from '@vestibul/contract';
import type { TrayUpload } from '../../state/api';
import { sayArrival, sayCame, sayTrayChange, sayWhy } from './sayTray';
import { sayWhoSees } from './sayWhoSees';

type Tray = AnswerOf<'readTray'>;

interface Said {
  afterwards?: 'nothing' | 'own' | 'period';
  holds?: boolean;
  offRule?: 'mend' | 'ask' | 'hold';
  faults?: number;
  teachers?: string[];
}

/** A tray as far as it tells who will see it. */
const tray = ({ afterwards = 'own', holds = false, offRule = 'mend', faults = 0, teachers }: Said) =>
  ({
    teachers: teachers ?? ['I. Tamsin'],
    period: 'Period 3',
    assignment: { afterwards, holds },
    naming: { offRule },
    uploads: [{ faults: Array.from({ length: faults }, () => ({})) }],
  }) as unknown as Tray;

describe('before it is turned in, a student is told who can open it', () => {
  test.each([
    [{}, 'I. Tamsin can open these. Your class cannot. You stay the owner.'],
    [
      { teachers: ['I. Tamsin', 'B. Okonjo'] },
      'I. Tamsin and B. Okonjo can open these. Your class cannot. You stay the owner.',
    ],
    [
      { teachers: ['I. Tamsin', 'B. Okonjo', 'P. Sandoval'] },
      'I. Tamsin, B. Okonjo and P. Sandoval can open these. Your class cannot. You stay the owner.',
    ],
    [
      { afterwards: 'period' as const },
      'I. Tamsin can open these. So can everyone in Period 3 who has turned in. You stay the owner.',
    ],
  ])('%j', (said, words) => expect(sayWhoSees(tray(said))).toBe(words));

  test('and that it waits for approval, because of the assignment or of a name that does not follow', () => {
    const waits = 'It waits for your teacher’s approval first.';
    expect(sayWhoSees(tray({ holds: true }))).toContain(waits);
    expect(sayWhoSees(tray({ offRule: 'hold', faults: 1 }))).toContain(waits);
    for (const said of [
      { offRule: 'hold', faults: 0 },
      { offRule: 'ask', faults: 2 },
    ] as const)
      expect(sayWhoSees(tray(said))).not.toContain(waits);
  });
});

describe('what lies in the tray says how it came and whether it is there', () => {
  const upload = (more: Partial<TrayUpload>): TrayUpload => ({
    id: 'u_1' as TrayUpload['id'],
    originalName: 'ford.jpg',
    bytes: 2_000_000,
    arrived: true,
    expiresAt: null,
    kind: 'file',
    form: 'picture',
    name: '02-Abara_Chidi.jpg',
    faults: [],
    ...more,
  });
  test.each([
    [{ kind: 'file' }, 'was ford.jpg · 2.0 MB', 'uploaded, not turned in yet'],
    [{ kind: 'link' }, 'link · ford.jpg', 'added, not turned in yet'],
    [{ kind: 'text' }, 'written here · ford.jpg', 'saved, not turned in yet'],
    [{ kind: 'drawer' }, 'from your drawer · was ford.jpg · 2.0 MB', 'added, not turned in yet'],
    [{ kind: 'recording', bytes: 0 }, 'recorded here', 'uploaded, not turned in yet'],
    [
      { kind: 'file', arrived: false },
      'was ford.jpg · 2.0 MB',
      'stopped half way: choose the same file again to continue',
    ],
  ] as const)('%j', (more, came, arrival) => {
    expect(sayCame(upload(more))).toBe(came);
    expect(sayArrival(upload(more), 'Europe/London')).toBe(arrival);
  });
  test('what is removed if nothing more comes says when', () => {
    const expiresAt = '2026-03-02T09:30:00.000Z' as TrayUpload['expiresAt'];
    expect(sayArrival(upload({ arrived: false, expiresAt }), 'Europe/London')).toMatch(
      /^stopped half way: .* It is removed on .*2 Mar.*09:30$/,
    );
  });
  test('of a name with much wrong the first two things are said, of a camera’s that it says nothing', () => {
    const fault = (code: 'case' | 'part-missing', says: string) => ({ code, says });
    expect(sayWhy([fault('case', 'Capitals are wrong.')])).toBe('Capitals are wrong.');
    const three = 'One is wrong. Two is wrong. Three is wrong.';
    expect(sayWhy([fault('case', three)])).toBe('One is wrong. Two is wrong. And more.');
    expect(sayWhy([fault('part-missing', three)])).toBe(
      'The name doesn’t say who you are and which assignment it is for.',
    );
  });
});

test('who hears the page is told what has come into the tray and what can’t, once, and not how far each file is', () => {
  const upload = (id: string, arrived: boolean) => ({
    id: id as TrayUpload['id'],
    name: `${id}.jpg`,
    kind: 'file' as const,
    arrived,
  });
  const one = (status: 'sending' | 'failed') => ({
    key: 'k',
    originalName: 'film.mp4',
    status,
    failure: status === 'failed' ? ({ code: 'empty-file', details: { name: 'film.mp4' } } as const) : null,
  });
  const empty = { uploads: [], sending: [] };
  const sending = { uploads: [upload('a', false)], sending: [one('sending')] };
  const there = { uploads: [upload('a', true)], sending: [one('failed')] };
  expect(sayTrayChange(empty, sending)).toEqual([]);
  expect(sayTrayChange(sending, there)).toEqual([
    '‘a.jpg’ is uploaded, not turned in yet.',
    expect.stringMatching(/^‘film.mp4’ is not in the tray. .*empty/),
  ]);
  expect(sayTrayChange(there, there)).toEqual([]);
  expect(sayTrayChange(there, empty)).toEqual([]);
});
