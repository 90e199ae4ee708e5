import type { ListedPerson } from './judgeRows';
import { isCapitals } from './recogniseColumns';
import { PARTICLES } from './splitPersonName';

type Names = Pick<ListedPerson, 'last' | 'first' | 'called'>;

/** Two letters in capitals are initials as often as a name; beside another part in capitals they are a name. */
const SHORT = 2;

/**
 * The names of a row as they are usually written, where their list has them in capitals: `VAN DER BERG` is `van der Berg`.
 * A guess (common practice, no source): `MCDONALD` says nothing of its second large letter, so it is offered and never done
 * unasked.
 */
export function mendCapitals({ last, first, called }: Names): Names {
  const all = isCapitals(last) && isCapitals(first);
  const mend = (part: string) =>
    isCapitals(part) && (all || part.length > SHORT) ? inSmallLetters(part) : part;
  const mended = mend(last);
  return {
    last: mended === last ? last : withSmallParticles(mended),
    first: mend(first),
    called: mend(called),
  };
}

/** Each word and each part of one begins large, and so does what follows a Mc; II, III and IV stay as they are. */
const inSmallLetters = (name: string) =>
  name
    .toLowerCase()
    .replace(/(?<![\p{L}\p{M}])\p{L}/gu, (letter) => letter.toUpperCase())
    .replace(/(?<![\p{L}\p{M}])Mc(\p{L})(?=\p{L}{2})/gu, (_, letter: string) => `Mc${letter.toUpperCase()}`)
    .replace(/(?<![\p{L}\p{M}])(?:Ii|Iii|Iv)(?![\p{L}\p{M}])/gu, (number) => number.toUpperCase())
    .normalize('NFC')
    // The small letter of a Turkish İ keeps a dot that it has anyway (Unicode, SpecialCasing.txt).
    .replaceAll('i\u0307', 'i');

/** Particles stand small before a last name; one that stands alone is somebody's name. */
const withSmallParticles = (last: string) =>
  last.replace(/\p{L}+(?= )/gu, (word) => (PARTICLES.has(word.toLowerCase()) ? word.toLowerCase() : word));
