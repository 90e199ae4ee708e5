import type { AccountNews } from '../access/account';
import type { Instant } from '../ids';

/** A plain letter: no pictures, nothing that runs, nothing that tells when it was read. */
export interface Letter {
  subject: string;
  text: string;
}

/** Letters that somebody chose and that stop at one press: the one of a day, the one of a week, and the one when work comes back. */
export const chosenLetters = ['daily', 'weekly', 'returns'] as const;
export type ChosenLetters = (typeof chosenLetters)[number];

/** `Tuesday 24 November, 23:59` in a time zone. */
export function sayWhen(at: Instant, zone: string): string {
  const parts = new Map(
    new Intl.DateTimeFormat('en-GB', {
      timeZone: zone,
      weekday: 'long',
      day: 'numeric',
      month: 'long',
      hour: '2-digit',
      minute: '2-digit',
      hourCycle: 'h23',
    })
      .formatToParts(new Date(at))
      .map(({ type, value }) => [type, value]),
  );
  return `${parts.get('weekday')} ${parts.get('day')} ${parts.get('month')}, ${parts.get('hour')}:${parts.get('minute')}`;
}

export interface ReminderFacts {
  /** What the student is called. */
  called: string;
  title: string;
  course: string;
  period: string;
  due: Instant;
  now: Instant;
  zone: string;
  /** What the teacher adds; '' for nothing. */
  word: string;
  teacher: string;
  school: string;
  /** Where it is turned in. */
  address: string;
}

/** The reminder to somebody who has nothing in. */
export function writeReminder(facts: ReminderFacts): Letter {
  const { called, title, course, period, due, now, zone, word, teacher, school, address } = facts;
  const isPast = now > due;
  return {
    subject: `${oneLine(title)}: nothing in yet`,
    text: paragraphs(
      hello(called),
      `‘${title}’ (${course}, ${period}) ${isPast ? 'was' : 'is'} due ${sayWhen(due, zone)}, and nothing of yours is in.`,
      word,
      `Turn it in here: ${address}`,
      `${teacher}, ${school}`,
      'If you turned it in a moment ago, all is well: your receipt proves it.',
    ),
  };
}

export interface ReturnFacts {
  called: string;
  title: string;
  course: string;
  /** Whether it is to be turned in again. */
  isAgain: boolean;
  /** How many comments came with it. */
  comments: number;
  teacher: string;
  school: string;
  /** Where it is looked at. */
  address: string;
}

/** The letter to a student whose work came back. What the teacher wrote stays where it was written. */
export function writeReturn(facts: ReturnFacts): Letter {
  const { called, title, course, isAgain, comments, teacher, school, address } = facts;
  const withIt =
    comments === 0
      ? ''
      : `Your teacher wrote ${comments === 1 ? 'a comment' : `${comments} comments`} on it.`;
  return {
    subject: `${oneLine(title)}: ${isAgain ? 'turn it in again' : 'handed back'}`,
    text: paragraphs(
      hello(called),
      isAgain
        ? `‘${title}’ (${course}) was sent back to you, to be turned in again. All pieces lie in your tray.`
        : `‘${title}’ (${course}) was handed back to you.`,
      withIt,
      `See it here: ${address}`,
      `${teacher}, ${school}`,
      'You chose a letter when work comes back. Turn it off under your name, Notices.',
    ),
  };
}

export interface DigestPart {
  heading: string;
  lines: readonly string[];
  /** How many pieces the lines tell of, where that is another number than theirs. */
  count?: number;
}

/** The one letter of a day; null where there is nothing to say, for then none is sent. */
export function writeDigest(facts: {
  called: string;
  school: string;
  parts: readonly DigestPart[];
  address: string;
}): Letter | null {
  const parts = facts.parts.filter(({ lines }) => lines.length > 0);
  if (parts.length === 0) return null;
  return {
    subject: `${oneLine(facts.school)}: ${parts.map(({ heading, lines, count }) => `${heading.toLowerCase()} ${count ?? lines.length}`).join(', ')}`,
    text: paragraphs(
      hello(facts.called),
      ...parts.map(({ heading, lines }) => [heading, ...lines.map((line) => `- ${line}`)].join('\n')),
      `All of it: ${facts.address}`,
      'You chose one letter a day. Turn it off under your name, Notices.',
    ),
  };
}

/** The letter with the code that shows that an address is somebody's own. */
export function writeCode(facts: { school: string; title: string; code: string; minutes: number }): Letter {
  return {
    subject: `${facts.code} is your code for ${oneLine(facts.title)}`,
    text: paragraphs(
      `Your code: ${facts.code}`,
      `Write it on the page on which you hand in ‘${facts.title}’. It can be used for ${facts.minutes} minutes.`,
      `If it was not you who asked for it, do nothing. ${facts.school}`,
    ),
  };
}

/** What somebody reads who did not do it themselves, and what to do about it. */
const accountSentences: Record<AccountNews, string> = {
  'address changed': 'Your e-mail address for signing in was changed.',
  'link made': 'A one-time link for choosing a password was made for you.',
  'password set': 'A new password was set with a one-time link, and you were signed out everywhere else.',
  'signed out': 'You were signed out everywhere.',
  closed: 'Your account was closed. Your work stays on the record.',
  opened: 'Your account was opened again.',
};

/** The letter about something that somebody else did to an account. */
export function writeAccountLetter(facts: {
  kind: AccountNews;
  called: string;
  school: string;
  address: string;
}): Letter {
  const says = accountSentences[facts.kind];
  return {
    subject: `${oneLine(facts.school)}: ${says.split('.')[0]!.toLowerCase()}`,
    text: paragraphs(
      hello(facts.called),
      says,
      'If you did not expect this, tell the office.',
      `${facts.school}, ${facts.address}`,
    ),
  };
}

/** Whom a letter greets; nobody by no name. */
export const hello = (called: string) => (called.trim() ? `Hello ${called.trim()},` : 'Hello,');

/** What people wrote, for a subject: a header is one line (RFC 5322, section 2.2). */
export const oneLine = (text: string) => text.replace(/\s+/g, ' ').trim();

/** A letter's text of its paragraphs; what is empty is left out. */
export function paragraphs(...parts: string[]): string {
  return `${parts
    .map((part) => part.trim())
    .filter(Boolean)
    .join('\n\n')}\n`;
}
