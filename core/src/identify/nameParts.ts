import type { PersonMatch } from './peopleIndex';
import type { NameReading, Option } from './readOptions';
import { isNumber, type WordReading } from './weighPeople';

/** What a stretch of a name was read as. */
export const partReadings = [
  'person',
  'somebody else',
  'assignment',
  'period',
  'wrong period',
  'date',
  'counter',
  'filler',
  'course',
  'nothing',
] as const;
export type PartReading = (typeof partReadings)[number];

export interface NamePart {
  text: string;
  as: PartReading;
  /** For a word of a person: how it was read. */
  reading?: PersonMatch | 'initial';
}

/** A name in stretches, each with what it was read as for one answer; `periods` are those of its students. */
export function partsOfReading(
  { name, tokens, roles }: NameReading,
  option: Option,
  readings: readonly WordReading[],
  periods: readonly (number | null)[],
): NamePart[] {
  const parts: NamePart[] = [];
  let at = 0;
  const isWrongPeriod =
    option.period !== null && periods.length > 0 && !periods.includes(option.period.number);
  tokens.forEach((token, i) => {
    if (token.at > at) parts.push({ text: name.slice(at, token.at), as: 'nothing' });
    at = token.at + token.raw.length;
    const reading = readings.find((one) => one.token === i);
    if (reading) parts.push({ text: token.raw, as: 'person', reading: reading.match ?? 'initial' });
    else if (option.title?.tokens.includes(i)) parts.push({ text: token.raw, as: 'assignment' });
    else if (option.period?.tokens.includes(i))
      parts.push({ text: token.raw, as: isWrongPeriod ? 'wrong period' : 'period' });
    else {
      const isNothing = isNumber(token.plain) || token.plain.length === 1;
      parts.push({ text: token.raw, as: roles[i] ?? (isNothing ? 'nothing' : 'somebody else') });
    }
  });
  if (at < name.length) parts.push({ text: name.slice(at), as: 'nothing' });
  return parts;
}
