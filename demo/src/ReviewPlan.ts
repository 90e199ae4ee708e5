import type { CourseId, Instant, PersonId, SubmissionId } from '@vestibul/core';
import { addComment, addNote, handBack, markReviewed, markSeen, one, type School } from '@vestibul/server';
import { planReading } from './answered';
import type { DemoAssignment } from './assignments';
import { later } from './calendar';
import { placedComment } from './placed';
import type { Chance } from './random';
import { comments, doubt, privateNotes, stampOf } from './said';
import { scorePiece } from './scores';
import { Voices } from './Voices';

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;

/** What somebody does at a moment; all of it is done in the order of the moments, so that the ledger tells a true story. */
export interface Deed {
  at: Instant;
  does: () => void;
}

interface Staff {
  course: CourseId;
  teacher: PersonId;
  coTeacher: PersonId;
}

/** How work is looked at, commented on, scored and handed back. */
export class ReviewPlan {
  readonly #notes = [...privateNotes];
  readonly #voices: Voices;

  constructor(
    private readonly school: School,
    private readonly staff: Staff,
    private readonly now: Instant,
  ) {
    this.#voices = new Voices(school);
  }

  /** Makes what is needed before the deeds are done. */
  makeFiles(): Promise<void> {
    return this.#voices.make();
  }

  /** Old work is handed back, last week's is in the middle of it, tonight's is partly looked at. */
  plan(
    assignment: DemoAssignment,
    turnedIn: Instant,
    { chance, judges, pens, readers }: Record<'chance' | 'judges' | 'pens' | 'readers', Chance>,
    submission: () => SubmissionId | undefined,
  ): Deed[] {
    const { school } = this;
    const { course, teacher, coTeacher } = this.staff;
    const by = chance.happens(0.15) ? coTeacher : teacher;
    const seenAt = later(turnedIn, chance.between(40, 2000) * MINUTE);
    const deeds: Deed[] = [];
    const add = (at: Instant, does: (id: SubmissionId, attempt: number) => void) => {
      if (at >= this.now) return;
      deeds.push({
        at,
        does: () => {
          const id = submission();
          const attempt = id && countedOf(school, id);
          if (id && attempt) does(id, attempt);
        },
      });
    };
    const old = assignment.weeksAgo > 1;
    if (!old && !chance.happens(assignment.weeksAgo === 1 ? 0.85 : 0.45)) return deeds;
    add(seenAt, (id, attempt) => {
      markSeen(school, teacher, id, attempt);
      if (by !== teacher) markSeen(school, by, id, attempt);
    });
    if (!old && !chance.happens(0.5)) return deeds;
    const reviewedAt = later(seenAt, chance.between(2, 90) * MINUTE);
    if (chance.happens(0.55)) {
      const text = chance.pick(comments);
      add(later(reviewedAt, -MINUTE), (id, attempt) => {
        const placed = pens.happens(0.7) ? placedComment(school, { id, attempt }, pens) : null;
        if (placed) addComment(school, by, id, { ...placed, attempt, stamp: null }, null);
        const said = { text, attempt, place: null, stamp: stampOf[text] ?? null };
        addComment(school, by, id, said, this.#voices.speak(by, id));
        const note = text === doubt && assignment.weeksAgo === 1 ? this.#notes.shift() : undefined;
        if (note) addNote(school, by, id, { text: note, attempt });
      });
    }
    add(reviewedAt, (id, attempt) => {
      scorePiece(school, by, { id, attempt, scoring: assignment.scoring }, judges);
      markReviewed(school, by, id, attempt);
    });
    const handBackShare = old ? 0.97 : assignment.weeksAgo === 1 ? 0.4 : 0.25;
    if (chance.happens(handBackShare)) {
      const backAt = later(reviewedAt, 20 * HOUR);
      add(backAt, (id, attempt) => handBack(school, by, course, [{ submissionId: id, attempt }]));
      for (const { at, does } of planReading(school, by, backAt, readers)) add(at, does);
    }
    return deeds;
  }
}

/** The attempt of a submission that counts; 0 for none. */
function countedOf(school: School, submission: SubmissionId): number {
  return one<{ attempt: number }>(school.db, 'SELECT attempt FROM submission WHERE id = ?', [submission])!
    .attempt;
}
