import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import {
  UnusableDatabase,
  all,
  asOfOneMoment,
  migrate,
  one,
  openDatabase,
  preparedSql,
  readMigrations,
} from './database';

let folder: string;
beforeEach(() => {
  folder = fs.mkdtempSync(path.join(os.tmpdir(), 'vestibul-db-'));
});
afterEach(() => fs.rmSync(folder, { recursive: true }));

describe('openDatabase', () => {
  test('keeps what was answered for: WAL, foreign keys, and every commit synced', () => {
    const db = openDatabase(path.join(folder, 'a.sqlite'));
    // sqlite.org/pragma.html: synchronous 2 is FULL.
    expect([
      db.pragma('journal_mode', { simple: true }),
      db.pragma('foreign_keys', { simple: true }),
      db.pragma('synchronous', { simple: true }),
    ]).toEqual(['wal', 1, 2]);
    db.close();
  });

  test('refuses a file from a newer version with a sentence, and leaves it as it is', () => {
    const file = path.join(folder, 'newer.sqlite');
    const db = openDatabase(file);
    db.pragma('user_version = 999');
    db.close();
    expect(() => openDatabase(file)).toThrow(UnusableDatabase);
    expect(() => openDatabase(file)).toThrow(/newer Vestibul.*Nothing was changed/);
  });
});

describe('asOfOneMoment', () => {
  const count = 'SELECT COUNT(*) AS n FROM made';
  function openMade() {
    const db = openDatabase(path.join(folder, 'c.sqlite'));
    db.exec('CREATE TABLE made (a); INSERT INTO made VALUES (1)');
    return db;
  }

  test('what is written while it reads is not in it, and is there for whoever reads next', async () => {
    const db = openMade();
    const seen = await asOfOneMoment(db, async (reader) => {
      const before = all<{ n: number }>(reader, count)[0]!.n;
      await new Promise(setImmediate);
      db.exec('INSERT INTO made VALUES (2)');
      return [before, all<{ n: number }>(reader, count)[0]!.n];
    });
    expect(seen).toEqual([1, 1]);
    expect(await asOfOneMoment(db, (reader) => Promise.resolve(one(reader, count)))).toEqual({ n: 2 });
    db.close();
  });

  test('writes nothing, lets go where reading fails, and what it asks is looked at as every query is', async () => {
    const db = openMade();
    await expect(
      asOfOneMoment(db, (reader) => {
        all(reader, count);
        reader.exec('DELETE FROM made');
        return Promise.resolve();
      }),
    ).rejects.toMatchObject({ code: 'SQLITE_READONLY' });
    expect(preparedSql(db)).toContain(count);
    // Nobody holds the old moment any more: all of the journal can be written back (sqlite.org/pragma.html#pragma_wal_checkpoint).
    expect(db.pragma('wal_checkpoint(TRUNCATE)')).toEqual([{ busy: 0, log: 0, checkpointed: 0 }]);
    db.close();
  });
});

describe('migrate', () => {
  test('applies what is missing, and nothing of a migration that fails', () => {
    const db = openDatabase(path.join(folder, 'b.sqlite'));
    const known = db.pragma('user_version', { simple: true }) as number;
    const filler = Array.from({ length: known }, (_, i) => ({ number: i + 1, name: 'old', sql: '' }));
    const broken = {
      number: known + 1,
      name: 'broken',
      sql: 'CREATE TABLE half (a); CREATE TABLE half (a);',
    };
    expect(() => migrate(db, [...filler, broken])).toThrow('already exists');
    expect(one(db, "SELECT 1 FROM sqlite_schema WHERE name = 'half'")).toBeUndefined();
    expect(db.pragma('user_version', { simple: true })).toBe(known);
    db.close();
  });
});

describe('readMigrations', () => {
  test.each([
    ['a gap', ['001_a.sql', '003_c.sql']],
    ['a number twice', ['001_a.sql', '001_b.sql']],
  ])('refuses %s', (_what, names) => {
    for (const name of names) fs.writeFileSync(path.join(folder, name), '');
    expect(() => readMigrations(folder)).toThrow('is missing or stands twice');
  });
});
