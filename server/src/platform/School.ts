import type { MemoryLocker } from '@tus/server';
import type { AssignmentId, CourseId, FileId, Instant, OldSlot, PersonId } from '@vestibul/core';
import type { Signal } from './live/Signal';
import type { Database } from './database/database';
import type { SchoolKey } from './ledger/schoolKey';
import type { Mailer } from './mail/Mailer';
import type { Room } from './Room';
import type { Vault } from './Vault';
import type { PileWorks } from '../sorting/PileWorks';
import type { Bus } from './live/Bus';
import type { LongWorks } from './live/LongWorks';
import type { SideWorks } from './live/SideWorks';
import type { Rights } from '../access/Rights';
import type { Looking } from './live/Looking';
import type { Streams } from './live/Streams';
import type { WriteGate } from './database/WriteGate';
import type { Guessing } from '../sign-in/Guessing';
import type { Refusals } from '../sign-in/Refusals';
import type { HashQueue } from '../sign-in/HashQueue';
import type { DoorTally } from '../doors/visits';

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
  signals: {
    /** A course has changed in what tells whose work is and what it is for; told by the lines of the ledger that say so. */
    courseChanged: Signal<CourseId>;
    /** Another attempt of an assignment's submissions may count now, or its points not stand any more. */
    standingChanged: Signal<AssignmentId>;
    /** What is due when, or what is late, is another for what is in too: of one student, or of all. */
    timesChanged: Signal<{ by: PersonId; assignment: AssignmentId; student: PersonId | null }>;
    /** An assignment goes; whatever was for it is for it no longer. */
    assignmentDropped: Signal<{ by: PersonId; course: CourseId; assignment: AssignmentId }>;
    /** Something has come into the tray before a slot, or has left it: there is no line of that. */
    slotChanged: Signal<OldSlot>;
    /** The owner of a file has gone on working in it. */
    fileChanged: Signal<{ file: FileId; by: PersonId; at: Instant }>;
    /** The owner of a file has put it into the trash, or restored it. */
    fileTrashed: Signal<{ file: FileId; by: PersonId; at: Instant; isRestored: boolean }>;
    /** The time of an assignment to be seen may have come. */
    mayAppear: Signal<void>;
  };
  rights: Rights;
  /** The streams of notices that are open. */
  streams: Streams;
  /** Who has which work before them. */
  looking: Looking;
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
  sideWorks: SideWorks;
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
