import fs from 'node:fs';
import path from 'node:path';
import { expect, test } from '@jest/globals';

const WRITES = /\b(?:INSERT(?: OR \w+)? INTO|UPDATE(?: OR \w+)?|DELETE FROM)\s+([a-z_]+)\b/gu;

/**
 * Tables of which several rooms keep columns of their own: what they may write is theirs alone. Of a person the calendar has
 * the secret address, notices what they want to hear, and sign-in whether the account is open.
 */
const SHARED = new Map([['person', ['calendar', 'notices', 'school', 'sign-in']]]);

/** Which rooms of the server write to each table. */
function roomsByTable(files: readonly { name: string; text: string }[]): Map<string, Set<string>> {
  const rooms = new Map<string, Set<string>>();
  for (const { name, text } of files)
    for (const [, table] of text.matchAll(WRITES)) {
      if (table === 'set') continue;
      rooms.set(table!, (rooms.get(table!) ?? new Set()).add(name.split('/')[0]!));
    }
  return rooms;
}

const offences = (files: readonly { name: string; text: string }[]) =>
  [...roomsByTable(files)]
    .map(([table, rooms]) => ({ table, rooms: [...rooms].sort() }))
    .filter(({ table, rooms }) => rooms.length > 1 && rooms.join() !== SHARED.get(table)?.join());

test('each table is written in one room of the server', () => {
  const root = path.resolve('server/src');
  const files = fs
    .readdirSync(root, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts') && !name.includes('testing'))
    .map((name) => ({ name, text: fs.readFileSync(path.join(root, name), 'utf8') }));
  expect(roomsByTable(files).size).toBeGreaterThan(40);
  expect(offences(files)).toEqual([]);
});

test('a statement that is planted in another room is reported', () => {
  const files = [
    { name: 'roster/roster.ts', text: "run(db, 'UPDATE enrolment SET left_at = ?')" },
    { name: 'review/review.ts', text: "run(db, 'INSERT INTO comment (id) VALUES (?)')" },
    { name: 'sorting/place.ts', text: 'run(db, `DELETE FROM comment WHERE id = ?`)' },
  ];
  expect(offences(files)).toEqual([{ table: 'comment', rooms: ['review', 'sorting'] }]);
});
