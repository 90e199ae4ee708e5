import fs from 'node:fs';
import path from 'node:path';
import { randomBytes } from 'node:crypto';
import { toInstant, type Instant } from '@vestibul/core';
import { LARGEST_FILE } from '@vestibul/contract';
import { openDatabase, one, type Database } from './store/database';
import { Vault } from './vault/Vault';
import { Bus } from './live/Bus';
import { WriteGate } from './live/WriteGate';

/** Bytes that stay free on the disk, so that the ledger can still be written when uploads no longer can. */
const KEEP_FREE = 256 * 1024 ** 2;

export interface SchoolOptions {
  /** The data folder; made when it is not there. */
  folder: string;
  /** Whether the demo's doors (signing in by choosing a person) exist. */
  demo?: boolean;
  /** Milliseconds since 1970; the demo school lives through its own past. */
  clock?: () => number;
  largestFile?: number;
  keepFree?: number;
}

/** One school's data folder, open: what every part of the server works on. */
export interface School {
  db: Database;
  vault: Vault;
  bus: Bus;
  /** Passed before anything is changed. */
  gate: WriteGate;
  /** The data folder. */
  folder: string;
  /** Where files on their way are kept. */
  arriving: string;
  demo: boolean;
  now: () => Instant;
  limits: { largestFile: number; keepFree: number };
  close: () => void;
}

/** Opens a data folder. Throws UnusableDatabase when a newer version wrote it. */
export function openSchool(options: SchoolOptions): School {
  const arriving = path.join(options.folder, 'arriving');
  fs.mkdirSync(arriving, { recursive: true });
  const db = openDatabase(path.join(options.folder, 'vestibul.sqlite'));
  const clock = options.clock ?? Date.now;
  return {
    db,
    vault: new Vault(path.join(options.folder, 'vault')),
    bus: new Bus(),
    gate: new WriteGate(),
    folder: options.folder,
    arriving,
    demo: options.demo ?? false,
    now: () => toInstant(clock()),
    limits: { largestFile: options.largestFile ?? LARGEST_FILE, keepFree: options.keepFree ?? KEEP_FREE },
    close: () => db.close(),
  };
}

export interface SchoolFacts {
  name: string;
  timeZone: string;
  /** Whose order of letters lists follow (BCP 47). */
  language: string;
}

/** The school's name and time zone, or null before its first office account is made. */
export function readSchool(db: Database): SchoolFacts | null {
  return one<SchoolFacts>(db, 'SELECT name, time_zone AS timeZone, language FROM school') ?? null;
}

/** The school's IANA time zone. Throws before the school is open: nothing with a time exists until then. */
export function timeZoneOf(db: Database): string {
  const school = readSchool(db);
  if (!school) throw new Error('the school is not open yet');
  return school.timeZone;
}

/** A new opaque id: 96 random bits behind a letter or two that say what it names. */
export function newId<Id extends string>(prefix: string): Id {
  return `${prefix}_${randomBytes(12).toString('base64url')}` as Id;
}
