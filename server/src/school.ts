import fs from 'node:fs';
import path from 'node:path';
import { randomBytes } from 'node:crypto';
import { MemoryLocker } from '@tus/server';
import { toInstant, type Instant } from '@vestibul/core';
import {
  LARGEST_FILE,
  MOST_BYTES_A_DAY,
  MOST_DOOR_BYTES_A_DAY,
  MOST_GUEST_BYTES,
  MOST_PILE_BYTES,
  MOST_UPLOADS_AN_HOUR,
} from '@vestibul/contract';
import { openDatabase, one, type Database } from './store/database';
import { completeTree } from './store/tree';
import { openSchoolKey, type SchoolKey } from './vault/schoolKey';
import type { Mailer } from './mail/Mailer';
import { Room } from './intake/Room';
import { Vault } from './vault/Vault';
import { PileWorks } from './pile/PileWorks';
import { Bus } from './live/Bus';
import { LongWorks } from './live/LongWorks';
import { Rights } from './live/Rights';
import { Streams } from './live/Streams';
import { WriteGate } from './live/WriteGate';
import { Guessing } from './auth/Guessing';
import { REFUSALS_AT_ONCE, Refusals } from './auth/Refusals';
import { HashQueue } from './auth/HashQueue';
import { DoorTally } from './auth/visits';

/** Bytes that stay free on the disk, so that the ledger can still be written when uploads no longer can. */
const KEEP_FREE = 256 * 1024 ** 2;

const SIGN_IN_ATTEMPTS = 10;

export interface SchoolOptions {
  /** The data folder; made when it is not there. */
  folder: string;
  /** Whether the demo's doors (signing in by choosing a person) exist. */
  demo?: boolean;
  /** Milliseconds since 1970; the demo school lives through its own past. */
  clock?: () => number;
  largestFile?: number;
  keepFree?: number;
  /** Most bytes of the data folder in all, where it may not have all of its disk. */
  mostBytes?: number | null;
  /** Of a thread: the room that the main thread counts in. */
  room?: SharedArrayBuffer;
  /** Wrong guesses allowed for one account from one place in a quarter of an hour. */
  signInAttempts?: number;
  /** Refusals that strangers of one place get without being kept back. */
  refusalsAtOnce?: number;
  /** What sends letters; none are sent without it. */
  mail?: Mailer | null;
  /** The address of the school's pages, for letters. */
  address?: () => string;
  /** Told of errors that no request waits for. */
  report?: (error: unknown) => void;
}

/** With what a thread opens the same school: plain data. */
export type ThreadSchool = Required<
  Pick<SchoolOptions, 'folder' | 'keepFree' | 'largestFile' | 'mostBytes' | 'room'>
>;

/** One school's data folder, open: what every part of the server works on. */
export interface School {
  db: Database;
  vault: Vault;
  /** Signs in the school's name. */
  key: SchoolKey;
  bus: Bus;
  rights: Rights;
  /** The streams of notices that are open. */
  streams: Streams;
  /** Limits wrong guesses of passwords. */
  guessing: Guessing;
  refusals: Refusals;
  hashing: HashQueue;
  doorTally: DoorTally;
  /** Passed before anything is changed. */
  gate: WriteGate;
  /** What sends letters; null where this school sends none. */
  mail: Mailer | null;
  /** The address of the school's pages, for letters. */
  address: () => string;
  /** What goes on after its request was answered. */
  works: LongWorks;
  /** The piles that are being worked on. */
  piles: PileWorks;
  /** Where an error goes that no request waits for. */
  report: (error: unknown) => void;
  /** The data folder. */
  folder: string;
  /** For opening the same school in a thread. */
  forThread: ThreadSchool;
  /** How much room there is for files. */
  room: Room;
  /** Where files on their way are kept. */
  arriving: string;
  /** Held by whoever writes to a file on its way, so that it is never sealed under somebody's hands. */
  arrivingLocks: MemoryLocker;
  demo: boolean;
  now: () => Instant;
  limits: {
    largestFile: number;
    keepFree: number;
    uploadsAnHour: number;
    bytesADay: number;
    guestBytes: number;
    doorBytesADay: number;
    pileBytes: number;
  };
  close: () => void;
}

/** Opens a data folder. Throws UnusableDatabase when a newer version wrote it. */
export function openSchool(options: SchoolOptions): School {
  const arriving = path.join(options.folder, 'arriving');
  fs.mkdirSync(arriving, { recursive: true });
  fs.chmodSync(arriving, 0o700);
  const { folder, keepFree = KEEP_FREE, largestFile = LARGEST_FILE, mostBytes = null } = options;
  const room = new Room(folder, { keepFree, mostBytes }, options.room);
  const db = openDatabase(path.join(options.folder, 'vestibul.sqlite'));
  completeTree(db);
  const clock = options.clock ?? Date.now;
  return {
    db,
    vault: new Vault(path.join(folder, 'vault'), room),
    key: openSchoolKey(folder, readSchool(db) !== null),
    bus: new Bus(),
    rights: new Rights(),
    streams: new Streams(),
    guessing: new Guessing(options.signInAttempts ?? SIGN_IN_ATTEMPTS, clock),
    refusals: new Refusals(options.refusalsAtOnce ?? REFUSALS_AT_ONCE, clock),
    hashing: new HashQueue(),
    doorTally: new DoorTally(clock),
    mail: options.mail ?? null,
    address: options.address ?? (() => 'http://localhost/'),
    gate: new WriteGate(),
    works: new LongWorks(),
    piles: new PileWorks(),
    report: options.report ?? (() => {}),
    folder,
    forThread: { folder, keepFree, largestFile, mostBytes, room: room.shared },
    room,
    arriving,
    arrivingLocks: new MemoryLocker(),
    demo: options.demo ?? false,
    now: () => toInstant(clock()),
    limits: {
      largestFile,
      keepFree,
      uploadsAnHour: MOST_UPLOADS_AN_HOUR,
      bytesADay: MOST_BYTES_A_DAY,
      guestBytes: MOST_GUEST_BYTES,
      doorBytesADay: MOST_DOOR_BYTES_A_DAY,
      pileBytes: MOST_PILE_BYTES,
    },
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
