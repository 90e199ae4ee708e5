import {
  anchorOf,
  groupBy,
  selectorsOf,
  sha256Hex,
  type Anchor,
  type CommentId,
  type Instant,
  type PersonId,
  type PieceId,
  type Selector,
  type Stamp,
  type SubmissionId,
  type UploadId,
} from '@vestibul/core';
import type { AnswerOf, BodyOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { all, one, run, together, type Database } from '../platform/database/database';
import { nowOnLedger, writeEvent } from '../platform/ledger/ledger';
import { nameColumns, type PersonName } from '../school/people';
import { aboutOf, findSubmission } from '../submissions/submissions';
import { keepWhoWorkedOn } from '../submissions/workedOn';
import { putAwaySpoken } from '../intake/spokenUploads';
import { takeUpSpokenOf, type Spoken } from './spoken';

/** Whether what changed of a comment is for its student to hear: where they can read it. */
export interface Heard {
  isShown: boolean;
}

/**
 * Keeps a comment, of the whole or at a place of a piece; what was spoken must have been measured (`measureSpoken`). Fails with
 * `nothing-in`, `wrong-place`, `spoken-gone`.
 */
export function addComment(
  school: School,
  by: PersonId,
  id: SubmissionId,
  { text, attempt, place, stamp }: Omit<BodyOf<'comment'>, 'spoken'>,
  spoken: Spoken | null,
): Heard {
  return together(school.db, () => {
    const row = findSubmission(school.db, id);
    if (attempt > row.attempts) throw new Failure('nothing-in');
    const at = nowOnLedger(school);
    // What is said of work that is with its student again is for them to read at once.
    const isShown = row.handedBackAt !== null;
    if (spoken) takeUpSpokenOf(school, { spoken, at });
    addCommentTo(school.db, { id, attempt, by, text, at, isShown, place, stamp, spoken });
    const about = { ...aboutOf(row), ...(place ? { piece: place.pieceId } : {}) };
    keepWhoWorkedOn(school.db, id, by);
    const facts = {
      textSha256: sha256Hex(text),
      ...(spoken ? { spokenSha256: spoken.sha256 } : {}),
      attempt,
    };
    writeEvent(school, by, 'commented', about, facts, at);
    return { isShown };
  });
}

interface NewComment {
  id: SubmissionId;
  attempt: number;
  by: PersonId;
  text: string;
  at: Instant;
  isShown: boolean;
  place: { pieceId: PieceId; anchor: Anchor } | null;
  stamp?: Stamp | null;
  spoken?: Spoken | null;
  /** The comment that it answers. */
  answers?: CommentId;
}

/**
 * Keeps what somebody says of a submission. Inside the caller's transaction, which writes the line of the ledger. Fails with
 * `wrong-place` where the piece is not one of the attempt's.
 */
export function addCommentTo(db: Database, said: NewComment): void {
  const { id, attempt, by, text, at, isShown, place, stamp = null, spoken = null, answers = null } = said;
  const selectors = place && selectorsOf(place.anchor, isPlainText(db, said, place.pieceId));
  run(
    db,
    `INSERT INTO comment (id, submission_id, attempt, by_id, at, text, shown_at, piece_id, selectors, stamp, answers_id,
       spoken_id, spoken_seconds)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      newId<CommentId>('k'),
      id,
      attempt,
      by,
      at,
      text,
      isShown ? at : null,
      place?.pieceId ?? null,
      selectors && JSON.stringify(selectors),
      stamp,
      answers,
      spoken?.uploadId ?? null,
      spoken?.seconds ?? null,
    ],
  );
}

/** Whether a piece of an attempt is text as it stands, so that places in it are told by its characters. Fails with `wrong-place`. */
function isPlainText(db: Database, { id, attempt }: NewComment, pieceId: PieceId): boolean {
  const piece = one<{ mime: string }>(
    db,
    'SELECT mime FROM piece WHERE id = :pieceId AND submission_id = :id AND attempt = :attempt',
    { id, attempt, pieceId },
  );
  if (!piece) throw new Failure('wrong-place');
  return piece.mime === 'text/plain';
}

/**
 * Says a comment in other words, as only who wrote it may; where its student can read it, they see that it was. Fails with
 * `not-found`.
 */
export function changeComment(
  school: School,
  by: PersonId,
  id: SubmissionId,
  comment: CommentId,
  text: string,
): Heard {
  const { db } = school;
  return together(db, () => {
    const was = findOwn(db, by, id, comment);
    if (was.text === text) return { isShown: false };
    const isShown = was.shownAt !== null;
    const at = nowOnLedger(school);
    run(db, 'UPDATE comment SET text = :text, edited_at = :editedAt WHERE id = :comment', {
      text,
      comment,
      editedAt: isShown ? at : null,
    });
    const facts = { textSha256: sha256Hex(text), wasSha256: sha256Hex(was.text) };
    writeEvent(school, by, 'comment changed', aboutOf(findSubmission(db, id)), facts, at);
    return { isShown };
  });
}

/**
 * Removes a comment, as only who wrote it may and only before its student can read it; that there was one stays on the ledger.
 * Fails with `not-found`, `comment-read`.
 */
export function removeComment(school: School, by: PersonId, id: SubmissionId, comment: CommentId): void {
  const { db } = school;
  together(db, () => {
    const { text, shownAt, spokenId } = findOwn(db, by, id, comment);
    if (shownAt !== null) throw new Failure('comment-read');
    run(db, 'DELETE FROM comment WHERE id = ?', [comment]);
    if (spokenId) putAwaySpoken(db, spokenId, school.now());
    const about = aboutOf(findSubmission(db, id));
    writeEvent(school, by, 'comment removed', about, { textSha256: sha256Hex(text) });
  });
}

function findOwn(db: Database, by: PersonId, id: SubmissionId, comment: CommentId) {
  const found = one<{ text: string; shownAt: Instant | null; spokenId: UploadId | null }>(
    db,
    'SELECT text, shown_at AS shownAt, spoken_id AS spokenId FROM comment WHERE id = :comment AND submission_id = :id AND by_id = :by',
    { comment, id, by },
  );
  if (!found) throw new Failure('not-found');
  return found;
}

/**
 * What was said of work that is handed back is for its student to read from now on; of an attempt that was placed with them by
 * mistake nothing is. Inside the caller's transaction.
 */
export function showComments(db: Database, id: SubmissionId, at: Instant): void {
  run(
    db,
    `UPDATE comment SET shown_at = :at WHERE submission_id = :id AND shown_at IS NULL
       AND attempt NOT IN (SELECT n FROM attempt WHERE submission_id = :id AND undone_at IS NOT NULL)`,
    { id, at },
  );
}

interface CommentRow extends PersonName {
  commentId: CommentId;
  answersId: CommentId | null;
  attempt: number;
  at: Instant;
  text: string;
  pieceId: PieceId | null;
  selectors: string | null;
  stamp: Stamp | null;
  spokenId: UploadId | null;
  spokenSeconds: number | null;
  editedAt: Instant | null;
  shownAt: Instant | null;
  doneAt: Instant | null;
}

/**
 * What was said of a submission, the first first, each with its answers; of it all, or what its student has been shown: that
 * never disappears again.
 */
export function listComments(
  db: Database,
  id: SubmissionId,
  viewer: PersonId,
  forStudent: boolean,
): AnswerOf<'readSubmission'>['comments'] {
  const rows = all<CommentRow>(
    db,
    `SELECT c.id AS commentId, c.answers_id AS answersId, c.attempt, c.at, c.text, c.piece_id AS pieceId, c.selectors, c.stamp,
       c.spoken_id AS spokenId, c.spoken_seconds AS spokenSeconds, c.edited_at AS editedAt, c.shown_at AS shownAt, c.done_at AS doneAt, ${nameColumns}
     FROM comment c JOIN person p ON p.id = c.by_id
     WHERE c.submission_id = :id AND (:all = 1 OR c.shown_at IS NOT NULL) ORDER BY c.at, c.rowid`,
    { id, all: forStudent ? 0 : 1 },
  );
  const answers = groupBy(rows, ({ answersId }) => answersId ?? '');
  return (answers.get('') ?? []).map((row) => ({
    ...wordsOf(row, viewer),
    attempt: row.attempt,
    spoken: row.spokenId && { uploadId: row.spokenId, seconds: row.spokenSeconds ?? 0 },
    stamp: row.stamp,
    place: placeOf(row.pieceId, row.selectors),
    isShown: row.shownAt !== null,
    doneAt: row.doneAt,
    answers: (answers.get(row.commentId) ?? []).map((answer) => wordsOf(answer, viewer)),
  }));
}

/** What was said, by whom and when: of a comment and of an answer to it alike. */
function wordsOf(
  { commentId, at, text, editedAt, id, last, first, called, apart }: CommentRow,
  viewer: PersonId,
) {
  return { id: commentId, by: { id, last, first, called, apart }, at, text, editedAt, isMine: id === viewer };
}

/** The place that is kept beside a comment; null where it is of the whole. */
function placeOf(pieceId: PieceId | null, selectors: string | null) {
  const anchor = selectors === null ? null : anchorOf(JSON.parse(selectors) as Selector[]);
  return pieceId === null || anchor === null ? null : { pieceId, anchor };
}
