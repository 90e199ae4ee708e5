import { expect, test } from '@jest/globals';
import fs from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { decodeText, asRecognised, readList, type PeriodId } from '@vestibul/core';
import { call } from '../cli/src/testing';

/** Lists as people really send them, one of each kind, and who is on each. All of the people are invented. */
const folder = fileURLToPath(new URL('../core/src/roster/testing/lists', import.meta.url));

interface Person {
  last: string;
  first: string;
  called?: string;
  email?: string;
  username?: string;
  number?: string;
  period?: number;
}
type Expected =
  /** Nobody can be read without choosing columns, or at all. */
  | { refused: true }
  /** Whoever is on it, row by row; null for a row that is nobody. `asked`: rows that somebody is to look at. */
  | { refused?: never; people: (Person | null)[]; asked?: number[] };

const expected = JSON.parse(fs.readFileSync(path.join(folder, 'expected.json'), 'utf8')) as Record<
  string,
  Expected
>;
const periods = [2, 3].map((number) => ({ id: `h${number}` as PeriodId, number, label: `Period ${number}` }));
/** Reasons that leave no doubt about who a row is. */
const CERTAIN = new Set(['no-email', 'no-period']);

test('every list of the folder is expected to be something, and there are enough of them', () => {
  const files = fs.readdirSync(folder).filter((name) => name !== 'expected.json');
  expect(files.toSorted()).toEqual(Object.keys(expected).toSorted());
  expect(files.length).toBeGreaterThanOrEqual(55);
});

test.each(Object.keys(expected))(
  '%s is read rightly or asked about, and by the command as by the preview',
  (name) => {
    const bytes = fs.readFileSync(path.join(folder, name));
    const read = readList(decodeText(bytes), {
      ...asRecognised,
      period: 'h2' as PeriodId,
      periods,
      known: [],
    });
    const command = call(['roster', 'read', name], { [name]: bytes });
    const list = expected[name]!;
    if (list.refused) {
      expect(read.ok && read.enough).toBe(false);
      expect([command.code, command.out, command.err.length]).toEqual([2, [], 1]);
      return;
    }
    if (!read.ok || !read.enough) throw new Error(`not read: ${JSON.stringify(read)}`);
    const told = read.rows.map(({ person, period, reasons }) => {
      const doubts = reasons.filter((reason) => !CERTAIN.has(reason));
      return { person, period, isAsked: doubts.length > 0 };
    });
    expect(
      told.map(({ person, period, isAsked }, i) => {
        const wanted = list.people[i];
        if (wanted === null) return isAsked ? null : person;
        const fields = Object.keys(wanted ?? {}).filter(
          (field) => field !== 'period',
        ) as (keyof typeof person)[];
        return {
          ...Object.fromEntries(fields.map((field) => [field, person[field]])),
          ...(wanted?.period ? { period: Number(period?.slice(1)) } : {}),
          ...(isAsked ? { isAsked } : {}),
        };
      }),
    ).toEqual(
      list.people.map(
        (person, i) => person && { ...person, ...(list.asked?.includes(i) ? { isAsked: true } : {}) },
      ),
    );
    expect(command.code).toBe(0);
    expect(
      command.out.map((line) => {
        const { line: _line, reasons: _reasons, ...person } = JSON.parse(line) as Record<string, unknown>;
        return person;
      }),
    ).toEqual(read.rows.map(({ person }) => person));
  },
);
