import type { CourseId, PersonId, SubmissionId } from '@vestibul/core';

/** A piece of work that somebody has before them. */
export interface Looked {
  course: CourseId;
  submission: SubmissionId;
}

/** How long somebody is taken to be there without saying so again, in milliseconds: two of their beats and a half. */
export const LOOKS_MS = 50_000;

/** Who of the staff has which work before them now: one piece each, the one they last said. Kept nowhere; moments in milliseconds. */
export class Looking {
  readonly #at = new Map<PersonId, Looked & { saidAt: number }>();

  /** Somebody looks at a piece, or at none; answers the pieces of which others are to be told. */
  set(person: PersonId, looked: Looked | null, now: number): Looked[] {
    const before = this.#at.get(person);
    if (looked) this.#at.set(person, { ...looked, saidAt: now });
    else this.#at.delete(person);
    if (before?.submission === looked?.submission) return [];
    return [before, looked].flatMap((one) => one ?? []);
  }

  /** Forgets who has not said so for too long, as whoever closed the lid; answers the pieces of which others are to be told. */
  forgetGone(now: number): Looked[] {
    return [...this.#at].flatMap(([person, looked]) => {
      if (now - looked.saidAt < LOOKS_MS) return [];
      this.#at.delete(person);
      return [looked];
    });
  }

  /** What somebody looks at. */
  of(person: PersonId): SubmissionId | undefined {
    return this.#at.get(person)?.submission;
  }

  /** Who looks at a piece. */
  at(submission: SubmissionId): PersonId[] {
    return [...this.#at].flatMap(([person, looked]) => (looked.submission === submission ? [person] : []));
  }
}
