import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { openForReading } from './readDatabase';
import { expect } from './journey';

/** What the school names in its vault, whatever names it. */
const NAMED = `SELECT sha256 FROM piece UNION SELECT sha256 FROM blank_version UNION SELECT sha256 FROM file
  UNION SELECT sha256 FROM pile_piece WHERE sha256 IS NOT NULL UNION SELECT sha256 FROM upload WHERE sha256 IS NOT NULL`;

/**
 * Looks past a server that is down at its data folder: everything named is in the vault and is what it is named, nothing is
 * there that nothing names, and what lies among the files on their way is on its way.
 */
export function expectTidy(folder: string): void {
  const db = openForReading(folder);
  const named = new Set(db.all<{ sha256: string }>(NAMED).map(({ sha256 }) => sha256));
  const vault = path.join(folder, 'vault');
  const there = fs
    .readdirSync(vault)
    .filter((name) => name.length === 2)
    .flatMap((name) => fs.readdirSync(path.join(vault, name)));
  expect(
    [...named].filter((sha256) => !there.includes(sha256)),
    'named and not there',
  ).toEqual([]);
  expect(
    there.filter((sha256) => !named.has(sha256)),
    'there and named by nothing',
  ).toEqual([]);
  for (const sha256 of there) {
    const bytes = fs.readFileSync(path.join(vault, sha256.slice(0, 2), sha256));
    expect(createHash('sha256').update(bytes).digest('hex')).toBe(sha256);
  }
  const onTheirWay = new Set(
    db
      .all<{ id: string }>('SELECT id FROM upload WHERE arrived_at IS NULL AND dropped_at IS NULL')
      .map(({ id }) => id),
  );
  const arriving = fs.readdirSync(path.join(folder, 'arriving'));
  expect(
    arriving.filter((name) => !onTheirWay.has(name)),
    'left among the files on their way',
  ).toEqual([]);
  expect(db.all('PRAGMA integrity_check')).toEqual([{ integrity_check: 'ok' }]);
  expect(db.all('PRAGMA foreign_key_check')).toEqual([]);
}
