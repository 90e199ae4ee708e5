import { describe, expect, test } from '@jest/globals';
import { format } from 'date-fns';
import fc from 'fast-check';
import { findPatternFault, formatDay } from './datePattern';

describe('formatDay', () => {
  test('writes as date-fns does, which follows UTS #35 (the independent check)', () => {
    const day = fc.date({ min: new Date('1990-01-01'), max: new Date('2060-12-31'), noInvalidDate: true });
    // `e` and `c` are left out: date-fns starts its week on another day than ISO 8601.
    const field = fc.constantFrom(
      'y',
      'yy',
      'yyyy',
      'Q',
      'QQ',
      'QQQ',
      'M',
      'MM',
      'MMM',
      'MMMM',
      'MMMMM',
      'L',
      'd',
      'dd',
      'E',
      'EEE',
      'EEEE',
      'EEEEE',
      "'w'",
      '-',
      ' ',
      "''",
    );
    fc.assert(
      fc.property(day, fc.array(field, { minLength: 1, maxLength: 5 }), (date, fields) => {
        const pattern = fields.join('-');
        const iso = date.toISOString().slice(0, 10);
        const local = new Date(Number(iso.slice(0, 4)), Number(iso.slice(5, 7)) - 1, Number(iso.slice(8)));
        expect(formatDay(iso, pattern)).toBe(format(local, pattern));
      }),
    );
  });

  test('weeks are those of ISO 8601, as date-fns has them under other letters', () => {
    fc.assert(
      fc.property(
        fc.date({ min: new Date('1990-01-01'), max: new Date('2060-12-31'), noInvalidDate: true }),
        (date) => {
          const iso = date.toISOString().slice(0, 10);
          const local = new Date(Number(iso.slice(0, 4)), Number(iso.slice(5, 7)) - 1, Number(iso.slice(8)));
          expect(formatDay(iso, 'YYYY ww DDD')).toBe(
            format(local, 'RRRR II DDD', { useAdditionalDayOfYearTokens: true }),
          );
        },
      ),
    );
  });

  test('letters that tell a time of day are faults, with what was probably meant', () => {
    expect(findPatternFault('yyyy-mm-dd')).toEqual({ at: 5, found: 'mm', mend: 'MM' });
    expect(findPatternFault('HH')).toEqual({ at: 0, found: 'HH', mend: "'HH'" });
    expect(findPatternFault("d 'of")).toEqual({ at: 2, found: "'", mend: "''" });
    expect(findPatternFault("EEEE d 'of' MMMM")).toBeNull();
  });

  test('what is no day stays as it is', () => {
    expect(formatDay('', 'yyyy')).toBe('');
    expect(formatDay('soon', 'yyyy')).toBe('soon');
  });
});
