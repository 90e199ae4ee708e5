import { partFromAssignment } from './blanks/blanks';
import { shutDoorsOf } from './doors/doors';
import { freeFromAssignment } from './sorting/piles';
import { Signal } from './platform/live/Signal';
import { readTableLater } from './sorting/teach';
import { noteDrift, noteTrash } from './submissions/drift';
import { reckonAgain } from './submissions/reckon';
import { tellOfSlot } from './submissions/tellOfSlot';
import { settleAssignment } from './submissions/settle';
import { appearDue } from './blanks/appear';
import fs from 'node:fs';
import path from 'node:path';
import { MemoryLocker } from '@tus/server';
import { toInstant } from '@vestibul/core';
import {
  LARGEST_FILE,
  MOST_BYTES_A_DAY,
  MOST_DOOR_BYTES_A_DAY,
  MOST_GUEST_BYTES,
  MOST_PILE_BYTES,
  MOST_UPLOADS_AN_HOUR,
} from '@vestibul/contract';
import { openDatabase } from './platform/database/database';
import { completeTree } from './platform/ledger/tree';
import { openSchoolKey } from './platform/ledger/schoolKey';
import { Room } from './platform/Room';
import { Vault } from './platform/Vault';
import { PileWorks } from './sorting/PileWorks';
import { Bus } from './platform/live/Bus';
import { SideWorks } from './platform/live/SideWorks';
import { LongWorks } from './platform/live/LongWorks';
import { Rights } from './access/Rights';
import { Looking } from './platform/live/Looking';
import { Streams } from './platform/live/Streams';
import { WriteGate } from './platform/database/WriteGate';
import { Guessing } from './sign-in/Guessing';
import { REFUSALS_AT_ONCE, Refusals } from './sign-in/Refusals';
import { HashQueue } from './sign-in/HashQueue';
import { DoorTally } from './doors/visits';
import { readSchool } from './school/facts';
import type { School, SchoolOptions } from './platform/School';

/** Bytes that stay free on the disk, so that the ledger can still be written when uploads no longer can. */
const KEEP_FREE = 256 * 1024 ** 2;

const SIGN_IN_ATTEMPTS = 10;

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
  const school: School = {
    db,
    vault: new Vault(path.join(folder, 'vault'), room),
    key: openSchoolKey(folder, readSchool(db) !== null),
    bus: new Bus(),
    signals: {
      courseChanged: new Signal(),
      standingChanged: new Signal(),
      timesChanged: new Signal(),
      mayAppear: new Signal(),
      assignmentDropped: new Signal(),
      slotChanged: new Signal(),
      fileChanged: new Signal(),
      fileTrashed: new Signal(),
    },
    rights: new Rights(),
    streams: new Streams(),
    looking: new Looking(),
    guessing: new Guessing(options.signInAttempts ?? SIGN_IN_ATTEMPTS, clock),
    refusals: new Refusals(options.refusalsAtOnce ?? REFUSALS_AT_ONCE, clock),
    hashing: new HashQueue(),
    doorTally: new DoorTally(clock),
    mail: options.mail ?? null,
    address: options.address ?? (() => 'http://localhost/'),
    gate: new WriteGate(),
    works: new LongWorks(),
    sideWorks: new SideWorks(),
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
  const {
    courseChanged,
    standingChanged,
    timesChanged,
    mayAppear,
    assignmentDropped,
    slotChanged,
    fileChanged,
    fileTrashed,
  } = school.signals;
  courseChanged.listen((course) => readTableLater(school, course));
  standingChanged.listen((assignment) => settleAssignment(db, assignment));
  timesChanged.listen((changed) => reckonAgain(school, changed));
  mayAppear.listen(() => appearDue(school));
  slotChanged.listen((place) => tellOfSlot(school, place));
  fileChanged.listen((changed) => noteDrift(school, changed));
  fileTrashed.listen((trashed) => noteTrash(school, trashed));
  assignmentDropped.listen((dropped) => {
    partFromAssignment(db, dropped.assignment);
    shutDoorsOf(school, dropped);
    freeFromAssignment(db, dropped.assignment);
  });
  return school;
}
