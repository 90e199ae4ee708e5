import type { NameReading, Option } from './readOptions';
import type { WordReading } from './weighPeople';

const listed = (text: string) => new Set(text.split(' '));

/** Words before a name that is written to or about (common practice, no source; from memory). */
const TO = listed(
  'to for about dear hi hello versus vs para pour für fur voor till til dla untuk kepada для',
);
/** Words that come between what is done with somebody and their name. */
const BETWEEN = listed('of by from with von de mit avec con com met av af med par por');
/** What is done with somebody who is not the one whose the piece is: `interview with`, `photo of`, `marked by`. */
const DONE = listed(
  'interview chat conversation talk meeting photo photos picture pictures portrait drawing biography life story review feedback comment comments ' +
    'critique edited marked reviewed graded corrected checked approved lent interviewing foto bild retrato dessin entrevista entretien intervista gespräch',
);
/** Words that do so by themselves where they stand right before a name. */
const ALONE = listed('interviewing reviewing grading marking feedback critique');

/**
 * Whether a name is one that the piece is to, about, or done with: `letter to Ana Lee` is hardly hers. Words of a title say
 * nothing of the kind.
 */
export function isMentionedInName(
  { tokens }: NameReading,
  { title }: Option,
  readings: readonly WordReading[],
): boolean {
  const used = new Set(readings.map(({ token }) => token));
  const plain = (place: number) =>
    place < 0 || used.has(place) || title?.tokens.includes(place) ? '' : tokens[place]!.plain;
  return readings.some(({ token }) => {
    if (used.has(token - 1)) return false;
    const before = plain(token - 1);
    if (TO.has(before) || ALONE.has(before)) return true;
    if (BETWEEN.has(before)) return DONE.has(plain(token - 2));
    return before === 'review' && plain(token - 2) === 'peer';
  });
}
