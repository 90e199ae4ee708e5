import type { PersonId, SubmissionId, UploadId } from '@vestibul/core';
import { markArrived, startUpload, type School, type Spoken } from '@vestibul/server';
import { keepFile, type KeptFile } from './files/keepFile';
import { makeSound, secondsOf } from './files/sounds';
import { makeChance } from './random';

interface Sound extends KeptFile {
  seconds: number;
}

/** What the recorder calls it. */
const NAME = 'sound.wav';
/** How many comments are written before one is spoken. */
const EVERY = 7;

/** What the staff speak in place of a written comment, or beside it. */
export class Voices {
  readonly #sounds: Sound[] = [];
  #asked = 0;

  constructor(private readonly school: School) {}

  /** Makes the sounds: before anything is said. */
  async make(): Promise<void> {
    for (const seed of [1, 2, 3]) {
      const sound = makeSound(makeChance(15_000 + seed));
      this.#sounds.push({ ...(await keepFile(this.school, sound, NAME)), seconds: secondsOf(sound) });
    }
  }

  /** What somebody speaks of a submission this time; null most times. */
  speak(by: PersonId, of: SubmissionId): Spoken | null {
    this.#asked += 1;
    const nth = this.#asked / EVERY;
    if (!Number.isInteger(nth)) return null;
    const { seconds, sha256, bytes, type } = this.#sounds[nth % this.#sounds.length]!;
    const uploadId = `u_demo-spoken-${nth}` as UploadId;
    startUpload(this.school, {
      id: uploadId,
      byId: by,
      submissionId: of,
      kind: 'recording',
      originalName: NAME,
    });
    markArrived(this.school, uploadId, { sha256, bytes, ...type });
    return { uploadId, sha256, seconds };
  }
}
