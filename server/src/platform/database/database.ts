import fs from 'node:fs';
import { fileURLToPath } from 'node:url';
import SQLite from 'better-sqlite3';
import { withoutMarks } from '@vestibul/core';

export type Database = SQLite.Database;

type Value = string | number | null | Buffer;
type Values = Record<string, Value> | readonly Value[];

const migrationsFolder = fileURLToPath(new URL('./migrations/', import.meta.url));

/** A database that this version must not touch, said in a sentence for whoever starts the server. */
export class UnusableDatabase extends Error {}

/**
 * Opens (or makes) the school's database and brings it to this version's form.
 * WAL with `synchronous=FULL`: a transaction that was answered for is on the disk (sqlite.org/pragma.html#pragma_synchronous).
 */
export function openDatabase(file: string): Database {
  // Nobody but the account that the server runs under reads it, whatever its mask says; the journals beside it follow.
  fs.closeSync(fs.openSync(file, 'a', 0o600));
  fs.chmodSync(file, 0o600);
  const db = new SQLite(file);
  db.pragma('journal_mode = WAL');
  db.pragma('synchronous = FULL');
  db.pragma('foreign_keys = ON');
  db.pragma('busy_timeout = 15000');
  // For searching names: the triggers that keep their index call it.
  db.function('without_marks', { deterministic: true }, (text) => plainName(String(text)));
  try {
    migrate(db, readMigrations(migrationsFolder));
  } catch (error) {
    db.close();
    throw error;
  }
  return db;
}

/** A name as it is looked for: without case and marks. */
export const plainName = (text: string): string => withoutMarks(text).toLowerCase();

export interface Migration {
  number: number;
  name: string;
  sql: string;
}

/** Reads the numbered `.sql` files of a folder. Throws where a number is missing or stands twice. */
export function readMigrations(folder: string): Migration[] {
  const found = fs
    .readdirSync(folder)
    .filter((name) => name.endsWith('.sql'))
    .sort()
    .map((name) => ({
      number: Number(name.slice(0, 3)),
      name,
      sql: fs.readFileSync(`${folder}/${name}`, 'utf8'),
    }));
  found.forEach((migration, i) => {
    if (migration.number !== i + 1)
      throw new Error(`migration ${i + 1} is missing or stands twice, at ${migration.name}`);
  });
  return found;
}

/**
 * Applies what the database lacks, each migration in a transaction of its own together with its mark. A table that others
 * refer to is made anew under its own name, so references are checked once at the end (sqlite.org/lang_altertable.html,
 * section 7).
 */
export function migrate(db: Database, migrations: readonly Migration[]): void {
  const at = db.pragma('user_version', { simple: true }) as number;
  if (at > migrations.length) {
    throw new UnusableDatabase(
      `This data folder was last used by a newer Vestibul (its data is of form ${at}, this version knows ${migrations.length}). ` +
        'Nothing was changed. Start the newer version, or name another folder in VESTIBUL_DATA.',
    );
  }
  db.pragma('foreign_keys = OFF');
  try {
    for (const migration of migrations.slice(at)) {
      db.transaction(() => {
        db.exec(migration.sql);
        const lost = db.pragma('foreign_key_check') as { table: string; parent: string }[];
        if (lost[0]) {
          throw new Error(`migration ${migration.number}: ${lost[0].table} refers to no ${lost[0].parent}`);
        }
        db.pragma(`user_version = ${migration.number}`);
      }).immediate();
    }
  } finally {
    db.pragma('foreign_keys = ON');
  }
}

/** A statement with the names of the columns that it answers, once they were asked. */
interface Prepared {
  statement: SQLite.Statement;
  columns?: string[];
}

const prepared = new WeakMap<Database, Map<string, Prepared>>();

function prepare(db: Database, sql: string): Prepared {
  let known = prepared.get(db);
  if (!known) prepared.set(db, (known = new Map()));
  let found = known.get(sql);
  if (!found) known.set(sql, (found = { statement: db.prepare(sql) }));
  return found;
}

/** Every statement prepared so far; the test that looks at query plans asks. */
export function preparedSql(db: Database): string[] {
  return [...(prepared.get(db)?.keys() ?? [])];
}

/**
 * All rows of a query, each a list in the order of its columns. Of the thousands of a course's rack it takes half of the
 * time that rows as objects take.
 */
export function lists<Row extends readonly unknown[]>(db: Database, sql: string, values: Values = []): Row[] {
  const { statement } = prepare(db, sql);
  const rows = statement.raw(true).all(values) as Row[];
  statement.raw(false);
  return rows;
}

/**
 * All rows of a query; the caller names their shape. Statements are prepared once. Rows are taken as lists and made
 * objects here, which takes a quarter less time than when the driver makes them.
 */
export function all<Row>(db: Database, sql: string, values: Values = []): Row[] {
  const rows = lists<unknown[]>(db, sql, values);
  const found = prepare(db, sql);
  const columns = (found.columns ??= found.statement.columns().map(({ name }) => name));
  return rows.map((row) => {
    const named: Record<string, unknown> = {};
    for (let i = 0; i < columns.length; i += 1) named[columns[i]!] = row[i];
    return named as Row;
  });
}

/**
 * Reads very much as of one moment, on a connection beside the one that goes on changing things: the reader awaits a turn now and
 * then, so that nobody waits for it, and nothing that it reads changes meanwhile (sqlite.org/isolation.html).
 */
export async function asOfOneMoment<Result>(
  db: Database,
  read: (reader: Database) => Promise<Result>,
): Promise<Result> {
  const reader = new SQLite(db.name, { readonly: true });
  try {
    reader.exec('BEGIN');
    return await read(reader);
  } finally {
    // Known there too, where the plans of all queries are looked at.
    for (const sql of preparedSql(reader)) prepare(db, sql);
    reader.close();
  }
}

/** The first row of a query, or undefined. */
export function one<Row>(db: Database, sql: string, values: Values = []): Row | undefined {
  return prepare(db, sql).statement.get(values) as Row | undefined;
}

/** Runs a statement that changes something; tells how many rows it changed. */
export function run(db: Database, sql: string, values: Values = []): number {
  return prepare(db, sql).statement.run(values).changes;
}

const afterCommit = new WeakMap<Database, () => void>();

/** Has something done after every transaction of `together` that has come to its end. */
export function onCommit(db: Database, act: () => void): void {
  afterCommit.set(db, act);
}

/** Does something in one transaction that takes the write lock at its start, so that what it reads stays true. */
export function together<Result>(db: Database, work: () => Result): Result {
  const result = db.transaction(work).immediate();
  if (!db.inTransaction) afterCommit.get(db)?.();
  return result;
}
