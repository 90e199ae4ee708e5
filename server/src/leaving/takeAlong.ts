import { stringify } from 'csv-stringify/sync';
import {
  BYTE_ORDER_MARK,
  csvForm,
  decide,
  fullName,
  workPaths,
  type CourseId,
  type FileId,
  type Instant,
  type PieceId,
  type Sha256,
  type SubmissionId,
} from '@vestibul/core';
import { asPiece, asSeeker, showingColumns, showingTables, type ShowingRow } from '../access/access';
import { findCopy, listMyCopies } from '../blanks/copies';
import { findOwnFile, listMyLoose } from '../intake/files';
import { joinOwner } from '../intake/ownership';
import { makeReceipt } from '../ledger/receipts';
import { all, one, type Database } from '../platform/database/database';
import type { ZipEntry } from '../platform/http/sendZip';
import { nowOnLedger } from '../platform/ledger/ledger';
import type { School } from '../platform/School';
import { findSpoken } from '../review/spoken';
import { readSubmission } from '../review/readSubmission';
import type { PersonName, PersonRow } from '../school/people';
import { oncePerPage } from './pages';

/** What goes into the archive: where it belongs, when it is from, and its bytes in the vault or what is written. */
interface Item {
  folders: string[];
  name: string;
  at: Instant;
  sha256?: Sha256;
  text?: string;
}

/**
 * Everything of a student that they can open, as it goes into one archive: their drawer, what was handed out to them, and of each
 * assignment what they turned in, their newer version of it, what was said of it and its signed receipts; with a record of it all as
 * tables. What lies in their trash, and what they may not open (of a test, say), is not in it.
 */
export async function takeAlong(school: School, student: PersonRow): Promise<ZipEntry[]> {
  const { db } = school;
  const items: Item[] = [];
  for (const file of oncePerPage((before) => {
    const { files, next } = listMyLoose(db, student.id, before);
    return { rows: files, next };
  }))
    items.push(ofDrawer(db, student, file.id, 'Drawer'));
  for (const copy of oncePerPage((before) => {
    const { copies, next } = listMyCopies(school, student.id, before);
    return { rows: copies, next };
  })) {
    const { name, sha256 } = findCopy(db, copy.id);
    items.push({ folders: ['Handed out', copy.courseTitle], name, at: copy.handedOutAt, sha256 });
  }
  const record: (string | number)[][] = [];
  const comments: (string | number)[][] = [];
  for (const work of listWorks(db, student)) {
    takeWork(school, student, work, { items, record, comments });
    // A year of work is read piece by piece, and others get their turn between them.
    await new Promise(setImmediate);
  }
  return toEntries(school, items, { record, comments });
}

interface Work {
  id: SubmissionId;
  course: CourseId;
  courseTitle: string;
  year: string;
}

const listWorks = (db: Database, student: PersonRow): Work[] =>
  all(
    db,
    `SELECT s.id, s.course_id AS course, c.title AS courseTitle, y.label AS year
     FROM submission s JOIN course c ON c.id = s.course_id JOIN year y ON y.id = c.year_id
     JOIN assignment a ON a.id = s.assignment_id WHERE s.student_id = ? ORDER BY y.starts_on, c.title, a.created_at, s.id`,
    [student.id],
  );

/** One assignment: its pieces, receipts and comments, with their lines of the tables. */
function takeWork(
  school: School,
  student: PersonRow,
  { id, course, courseTitle, year }: Work,
  into: { items: Item[]; record: (string | number)[][]; comments: (string | number)[][] },
): void {
  const { db } = school;
  const { assignment, attempts, pieces, scores, comments } = readSubmission(school, id, student.id, true);
  const folders = [`${courseTitle} ${year}`, assignment.title];
  const mayOpen = openedOf(school, student, course, id);
  for (const { attempt, at, due, gone } of attempts) {
    if (gone !== null) continue;
    const receipt = `${JSON.stringify(makeReceipt(school, id, attempt), null, 2)}\n`;
    into.items.push({ folders, name: `receipt of attempt ${attempt}.json`, at, text: receipt });
    const score = scores.find((one) => one.attempt === attempt);
    for (const piece of pieces.filter((one) => one.attempt === attempt)) {
      const isHere = mayOpen.has(piece.id);
      if (isHere) into.items.push({ folders, name: piece.name, at, sha256: piece.sha256 });
      const own = ownFileOf(db, student, piece.id);
      if (own && (piece.now || !isHere))
        into.items.push(ofDrawer(db, student, own, ...folders, 'My version'));
      into.record.push([
        year,
        courseTitle,
        assignment.title,
        due ?? '',
        at,
        attempt,
        piece.name,
        piece.originalName,
        piece.bytes,
        piece.sha256,
        own ? 'me' : piece.owner ? nameIn(piece.owner) : 'outside',
        score?.counted ?? '',
      ]);
    }
  }
  for (const said of comments) {
    const about = [year, courseTitle, assignment.title, said.attempt];
    const where = said.place ? (pieces.find((one) => one.id === said.place?.pieceId)?.name ?? '') : '';
    const told = [said.stamp ?? '', said.text].filter(Boolean).join(': ');
    into.comments.push([...about, said.at, nameIn(said.by), where, told]);
    if (said.spoken) {
      const { name, sha256 } = findSpoken(db, id, said.id, true);
      into.items.push({ folders, name, at: said.at, sha256 });
    }
    for (const answer of said.answers)
      into.comments.push([...about, answer.at, nameIn(answer.by), where, answer.text]);
  }
}

/** The pieces of a submission that its student may open now. */
function openedOf(school: School, person: PersonRow, course: CourseId, id: SubmissionId): Set<PieceId> {
  const seeker = asSeeker(school.db, { person, visit: null }, course);
  const at = nowOnLedger(school);
  return new Set(
    all<ShowingRow & { piece: PieceId }>(
      school.db,
      `SELECT q.id AS piece, ${showingColumns} FROM submission s ${showingTables} WHERE s.id = :id`,
      { id, viewer: person.id },
    )
      .filter((row) => decide(seeker, asPiece(row), at).level !== 'none')
      .map(({ piece }) => piece),
  );
}

/** The file of a piece, where it is the student's own still and not deleted. */
const ownFileOf = (db: Database, student: PersonRow, piece: PieceId): FileId | undefined =>
  one<{ id: FileId }>(
    db,
    `SELECT f.id FROM piece q JOIN file f ON f.id = q.file_id ${joinOwner('f.id')}
     WHERE q.id = ? AND w.owner_id = ? AND f.dropped_at IS NULL`,
    [piece, student.id],
  )?.id;

function ofDrawer(db: Database, student: PersonRow, id: FileId, ...folders: string[]): Item {
  const { originalName: name, sha256, changedAt: at } = findOwnFile(db, student.id, id);
  return { folders, name, at, sha256 };
}

const nameIn = ({ called, first, last }: PersonName) => fullName(called || first, last);

const recordColumns = [
  'year',
  'course',
  'assignment',
  'due',
  'turned in at',
  'attempt',
  'name',
  'original name',
  'bytes',
  'sha256',
  'owner',
  'score',
];
const commentColumns = ['year', 'course', 'assignment', 'attempt', 'at', 'by', 'about', 'text'];

/** The archive's files, each at a path of its own; of bytes that are missing a text says so. */
async function toEntries(
  school: School,
  items: readonly Item[],
  { record, comments }: { record: (string | number)[][]; comments: (string | number)[][] },
): Promise<ZipEntry[]> {
  const at = school.now();
  const table = (columns: string[], rows: (string | number)[][]) =>
    `${BYTE_ORDER_MARK}${stringify(rows, { ...csvForm(), header: true, columns })}`;
  const all: Item[] = [
    { folders: [], name: 'record.csv', at, text: table(recordColumns, record) },
    { folders: [], name: 'comments.csv', at, text: table(commentColumns, comments) },
    ...items,
  ];
  const paths = workPaths(all);
  const entries: ZipEntry[] = [];
  const missing: string[] = [];
  for (const [index, { at: from, sha256, text = '' }] of all.entries()) {
    const path = paths[index]!;
    if (sha256 === undefined) entries.push({ path, at: from, text });
    else if (await school.vault.has(sha256))
      entries.push({ path, at: from, file: school.vault.pathOf(sha256) });
    else missing.push(path);
  }
  if (missing.length > 0)
    entries.push({
      path: 'missing.txt',
      at,
      text: `The school has these no more:\r\n${missing.join('\r\n')}\r\n`,
    });
  return entries;
}
