import { describe, expect, test } from '@jest/globals';
import type { AnswerOf } from '@vestibul/contract';
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
