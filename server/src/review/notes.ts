import { sha256Hex, type Instant, type NoteId, type PersonId, type SubmissionId } from '@vestibul/core';
import type { AnswerOf, BodyOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { all, one, run, together, type Database } from '../platform/database/database';
import { nowOnLedger, writeEvent } from '../platform/ledger/ledger';
import { nameColumns, type PersonName } from '../school/people';
import { aboutOf, findSubmission } from '../submissions/submissions';
import { keepWhoWorkedOn } from '../submissions/workedOn';

/** Keeps what one of the staff says of a piece to the others. Fails with `nothing-in`. */
export function addNote(
  school: School,
  by: PersonId,
  id: SubmissionId,
  { text, attempt }: BodyOf<'addNote'>,
): void {
  const { db } = school;
  together(db, () => {
    const row = findSubmission(db, id);
    if (attempt > row.attempts) throw new Failure('nothing-in');
    const at = nowOnLedger(school);
    run(db, 'INSERT INTO note (id, submission_id, attempt, by_id, at, text) VALUES (?, ?, ?, ?, ?, ?)', [
      newId<NoteId>('n'),
      id,
      attempt,
      by,
      at,
      text,
    ]);
    keepWhoWorkedOn(db, id, by);
    writeEvent(school, by, 'noted', aboutOf(row), { textSha256: sha256Hex(text), attempt }, at);
  });
}

/** Removes a note, as only who wrote it may; that there was one stays on the ledger. Fails with `not-found`. */
export function removeNote(school: School, by: PersonId, id: SubmissionId, note: NoteId): void {
  const { db } = school;
  together(db, () => {
    const found = one<{ text: string }>(
      db,
      'SELECT text FROM note WHERE id = :note AND submission_id = :id AND by_id = :by',
      { note, id, by },
    );
    if (!found) throw new Failure('not-found');
    run(db, 'DELETE FROM note WHERE id = ?', [note]);
    const about = aboutOf(findSubmission(db, id));
    writeEvent(school, by, 'note removed', about, { textSha256: sha256Hex(found.text) });
  });
}

/** What the staff have said of a piece among themselves, the first first. */
export function listNotes(db: Database, id: SubmissionId, viewer: PersonId): AnswerOf<'listNotes'> {
  return all<{ noteId: NoteId; byId: PersonId; at: Instant; text: string } & PersonName>(
    db,
    `SELECT n.id AS noteId, n.by_id AS byId, n.at, n.text, ${nameColumns}
     FROM note n JOIN person p ON p.id = n.by_id WHERE n.submission_id = ? ORDER BY n.at, n.rowid`,
    [id],
  ).map(({ noteId, byId, at, text, ...by }) => ({ id: noteId, at, text, by, isMine: byId === viewer }));
}
