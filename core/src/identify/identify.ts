import { compact } from '../naming/nameWords';
import type { NameValues } from '../naming/writeName';
import { cleanName } from './cleanName';
import { PRIORS, SURE_ENOUGH, assignmentPriors } from './costs';
import { isJointWithAnother, readJoint } from './joint';
import { makeMarkMender } from './lostMarks';
import { partsOfReading, type NamePart } from './nameParts';
import { makeTokenizer } from './nameTokens';
import { makePeopleIndex, type PeopleIndex } from './peopleIndex';
import { MOST_WORDS } from './places';
import {
  makeOptionsReader,
  periodBits,
  unreadBits,
  wordsLeft,
  type NameReading,
  type Option,
} from './readOptions';
import { makeTitleIndex, wordsOfCourse } from './titleIndex';
import type { WordReading } from './weighPeople';

/** What identification knows of a course. */
export interface IdentifyCourse<Person extends string = string, Work extends string = string> {
  students: readonly { id: Person; values: NameValues }[];
  /** Each with the titles it goes by. */
  assignments: readonly { id: Work; titles: readonly string[] }[];
  /** Texts of the course itself, its code, year and teacher: their words tell nobody. */
  courseTexts: readonly string[];
  /** What the teacher decided before: these words are this student. */
  decided?: readonly { words: string; student: Person }[];
}

/** Evidence beside the name of one piece, in bits for each student and assignment (`weighBeside`). */
export interface ExtraBits<Person extends string = string, Work extends string = string> {
  students: ReadonlyMap<Person, number>;
  /** For every student who is not in `students`. */
  otherStudents: number;
  assignments: ReadonlyMap<Work, number>;
}

export interface Identification<Person extends string = string, Work extends string = string> {
  /** `file`: sure enough to place without asking. `ask`: somebody must say. `none`: it tells nobody. */
  decision: 'file' | 'ask' | 'none';
  /** Whose it is, where that is sure enough; several for joint work. */
  students: Person[];
  /** The number that the name says for a period, where it says one that there is. */
  period: number | null;
  assignment: Work | null;
  /** The likeliest first, with their probability. */
  candidates: { student: Person; confidence: number }[];
  assignmentCandidates: { assignment: Work; confidence: number }[];
  /** The probability of the likeliest answer to whose it is. */
  confidence: number;
  /** The probability that it is none of them, or that its name does not say. */
  nobody: number;
  /** The name taken apart, as the best answer reads it. */
  parts: NamePart[];
  /** The words that are left for a person, as they are remembered when somebody says who it is; '' for none. */
  personWords: string;
  /** Whether the teacher decided before whom these words mean. */
  isDecided: boolean;
}

/** What a text by itself says, in bits. */
export interface TextWeight<Person extends string = string, Work extends string = string> {
  students: Map<Person, number>;
  assignments: Map<Work, number>;
  /** The period it says. */
  period: number | null;
}

export interface Identifier<Person extends string = string, Work extends string = string> {
  /** Whose a piece is and what it is for, by its name (without its extension) and what else is known of it. */
  identify(stem: string, extra?: ExtraBits<Person, Work>): Identification<Person, Work>;
  /** The probability of every single student that a name can mean, and of nobody, for solving a pile as a whole. */
  shares(stem: string): { students: Map<Person, number>; nobody: number };
  /** What a text says for each student and each assignment, in bits, for weighing evidence beside the name. */
  weigh(text: string): TextWeight<Person, Work>;
  /** What being in a period tells, in bits for every student. */
  weighPeriod(period: number): Map<Person, number>;
}

const BITS = {
  /** The same words as before: a decision is stronger than whatever a name says. */
  decided: 30,
  /** Words left in a name that are not those of the student whom other evidence names. */
  strangers: -4,
} as const;

const MOST_CANDIDATES = 8;
/** So much of a name is read, in UTF-16 units: no file system takes a longer one, an archive does. */
const LONGEST_READ = 1000;
/** Bits of its own that a reading as an assignment needs. */
const ENOUGH_OF_TITLE = 6;
/** Bits beside the name that tell somebody from a namesake. */
const SURE_BESIDE = 6;

interface PersonBits {
  bits: Map<number, number>;
  /** For everybody else. */
  others: number;
}

/** One answer to whose it is and what it is for. */
interface Hypothesis {
  who: readonly number[];
  title: number | null;
  bits: number;
  readings: readonly WordReading[];
  option: Option;
  /** Whether it is asked about however likely it is. */
  isUnclear: boolean;
}

/**
 * Prepares a course for telling whose a piece is and what it is for. Evidence is weighed as record linkage does
 * (Fellegi and Sunter 1969, A Theory for Record Linkage): each word adds the logarithm of how much likelier it is in a
 * name of this student than in any other, over all students and 'none of them' (docs/identification.md).
 */
export function makeIdentifier<Person extends string, Work extends string>(
  course: IdentifyCourse<Person, Work>,
): Identifier<Person, Work> {
  const people = makePeopleIndex(course.students);
  const titles = makeTitleIndex(
    course.assignments.map(({ titles: forms }) => forms.filter(Boolean)),
    (plain) => people.isName(plain),
  );
  const tokenize = makeTokenizer({
    knows: (plain) => people.knows(plain) || titles.knows(plain),
    isPiece: (plain) => people.isName(plain) || titles.isWord(plain),
    isPerson: people.knows,
    isTitle: titles.isWord,
    isName: (plain) => people.isName(plain),
    isAlmost: (plain) => titles.isAlmost(plain) || people.knows(plain) || people.isSlip(plain),
  });
  const ofAssignments = assignmentPriors(course.assignments.length);
  const readOptions = makeOptionsReader(people, titles, ofAssignments, wordsOfCourse(course.courseTexts));
  const withoutDomains = makeDomainCleaner(course.students);
  const withMarks = makeMarkMender(course.students);
  const placeOf = new Map(people.ids.map((id, who) => [id, who]));
  const workPlaces = new Map(course.assignments.map(({ id }, place) => [id, place]));
  const decided = new Map(
    (course.decided ?? []).flatMap(({ words, student }): [string, number][] => {
      const who = placeOf.get(student);
      return who === undefined ? [] : [[words, who]];
    }),
  );
  const prior = {
    nobody: Math.log2(PRIORS.nobody),
    unnamed: Math.log2(PRIORS.unnamed),
    one: Math.log2((1 - PRIORS.nobody) / Math.max(1, people.ids.length)),
  };

  const read = (text: string): NameReading => {
    const name = withMarks(withoutDomains(cleanName(text.slice(0, LONGEST_READ))));
    return readOptions(name, tokenize(name).slice(0, MOST_WORDS));
  };

  /** Every answer that the words of the name or other evidence give, for one way of reading it. */
  const answersOf = (reading: NameReading, option: Option, extra: PersonBits) => {
    const answers: Hypothesis[] = [];
    const known = decided.get(wordsLeft(reading.tokens, option));
    const add = (
      who: readonly number[],
      bits: number,
      readings: readonly WordReading[],
      isUnclear = false,
    ) => {
      let more = option.bits;
      for (const one of who)
        more +=
          (extra.bits.get(one) ?? extra.others) + (one === known && who.length === 1 ? BITS.decided : 0);
      answers.push({
        who,
        title: option.title?.which ?? null,
        bits: bits + more,
        readings,
        option,
        isUnclear,
      });
    };
    const told = new Set<number>();
    for (const { who, bits, readings } of option.people) {
      told.add(who);
      // Where something beside the name tells them apart, the period does not have to.
      const isTold = (extra.bits.get(who) ?? extra.others) >= SURE_BESIDE;
      const isUnclear =
        isHalfInTitle(people, reading, option, readings) ||
        (!isTold && isToldByPeriod(people, option, who, bits)) ||
        (reading.isJoint && isJointWithAnother(people, reading, option, who, readings));
      add([who], prior.one + bits, readings, isUnclear);
    }
    const unread = unreadBits(reading.tokens, option);
    for (const who of new Set([...extra.bits.keys(), ...(known === undefined ? [] : [known])])) {
      if (told.has(who)) continue;
      const inPeriod = option.period ? periodBits(option.period, people.periods[who]!) : 0;
      add([who], prior.one + inPeriod + (unread < 0 ? BITS.strangers : 0), []);
    }
    for (const { who, bits, readings, isShared } of readJoint(people, reading, option, prior.one))
      add(who, bits, readings, isShared);
    add([], prior.nobody, []);
    add([], prior.unnamed + unread, []);
    return answers;
  };

  const identify = (stem: string, extra?: ExtraBits<Person, Work>): Identification<Person, Work> => {
    const reading = read(stem);
    const ofPeople: PersonBits = { bits: new Map(), others: extra?.otherStudents ?? 0 };
    for (const [id, bits] of extra?.students ?? []) {
      const who = placeOf.get(id);
      if (who !== undefined) ofPeople.bits.set(who, bits);
    }
    const answers = reading.options.flatMap((option) => answersOf(reading, option, ofPeople));
    addAssignments(answers, extra?.assignments ?? new Map<Work, number>());

    const byWho = addUp(answers, ({ who }) => (who.length === 1 ? who[0]! : who.join()));
    const byWork = addUp(answers, ({ title }) => title);
    const best = byWho[0]!;
    const shares = new Map<number, number>();
    for (const { first, share } of byWho)
      for (const who of first.who) shares.set(who, (shares.get(who) ?? 0) + share);
    const candidates = [...shares]
      .sort((a, b) => b[1] - a[1])
      .slice(0, MOST_CANDIDATES)
      .map(([who, confidence]) => ({ student: people.ids[who]!, confidence: Math.min(1, confidence) }));
    const works = byWork.filter((one) => one.first.title !== null);
    const isSure = best.first.who.length > 0 && best.share >= SURE_ENOUGH && !best.first.isUnclear;
    const shown = (byWho.find(({ first }) => first.who.length > 0) ?? best).first;
    const words = wordsLeft(reading.tokens, shown.option);
    return {
      decision: isSure ? 'file' : candidates.length > 0 ? 'ask' : 'none',
      students: isSure ? best.first.who.map((who) => people.ids[who]!) : [],
      period: shown.option.period?.number ?? null,
      assignment:
        works[0] && works[0].share >= SURE_ENOUGH && saysEnough(works[0].first)
          ? course.assignments[works[0].first.title!]!.id
          : null,
      candidates,
      assignmentCandidates: works.slice(0, MOST_CANDIDATES).map(({ first, share }) => ({
        assignment: course.assignments[first.title!]!.id,
        confidence: share,
      })),
      confidence: best.share,
      nobody: byWho.find(({ first }) => first.who.length === 0)?.share ?? 0,
      parts: partsOfReading(
        reading,
        shown.option,
        shown.readings,
        shown.who.map((who) => people.periods[who]!),
      ),
      personWords: words,
      isDecided: decided.has(words),
    };
  };

  /**
   * Whether the words for an assignment say it by themselves: one word nearly like one of a title may be anything, however
   * odd it is otherwise.
   */
  const saysEnough = ({ option, title }: Hypothesis) =>
    option.title === null || option.title.which !== title || option.title.bits >= ENOUGH_OF_TITLE;

  /** Adds what other evidence says for assignments; one that the name does not say at all gets answers of its own. */
  const addAssignments = (answers: Hypothesis[], extra: ReadonlyMap<Work, number>) => {
    if (extra.size === 0) return;
    const unsaid = answers.filter(({ title }) => title === null);
    for (const [id, bits] of extra) {
      const title = workPlaces.get(id);
      if (title === undefined) continue;
      let isSaid = false;
      for (const answer of answers)
        if (answer.title === title) {
          answer.bits += bits;
          isSaid = true;
        }
      if (!isSaid)
        for (const answer of unsaid)
          answers.push({
            ...answer,
            title,
            bits: answer.bits - ofAssignments.none + ofAssignments.each + bits,
          });
    }
  };

  return {
    identify,
    shares(stem) {
      const reading = read(stem);
      const none: PersonBits = { bits: new Map(), others: 0 };
      const byWho = addUp(
        reading.options.flatMap((option) => answersOf(reading, option, none)),
        ({ who }) => who.join(),
      );
      const single = byWho.filter(({ first }) => first.who.length === 1);
      return {
        students: new Map(single.map(({ first, share }) => [people.ids[first.who[0]!]!, share])),
        nobody: byWho.find(({ first }) => first.who.length === 0)!.share,
      };
    },
    weigh(text) {
      const students = new Map<Person, number>();
      const assignments = new Map<Work, number>();
      let period: number | null = null;
      for (const option of read(text).options) {
        period ??= option.period?.number ?? null;
        for (const { who, bits } of option.people) {
          const id = people.ids[who]!;
          students.set(id, Math.max(students.get(id) ?? -Infinity, bits));
        }
        if (option.title) assignments.set(course.assignments[option.title.which]!.id, option.title.bits);
      }
      return { students, assignments, period };
    },
    weighPeriod: (period) =>
      new Map(
        people.ids.map((id, who) => [
          id,
          periodBits({ number: period, tokens: [], how: 'said', isHead: false }, people.periods[who]!),
        ]),
      ),
  };
}

/** Bits by which the words have to tell two students apart; less is no more than a guess. */
const SAME_WORDS = 1;

/**
 * Whether nothing but a period tells somebody from a namesake. A period is often wrong, so that is not sure enough,
 * unless it stands at the head of the name in the way that rules of folders and files have it.
 */
function isToldByPeriod<Id>(
  people: PeopleIndex<Id>,
  { period, people: all }: Option,
  who: number,
  bits: number,
): boolean {
  if (period === null || period.isHead) return false;
  const words = bits - periodBits(period, people.periods[who]!);
  return all.some(
    (other) =>
      other.who !== who && other.bits - periodBits(period, people.periods[other.who]!) >= words - SAME_WORDS,
  );
}

/**
 * Whether the only word that is read as a title is a name on the roster as well, and stands where the other name of the
 * student should be: `Rose Hoang` may be for the Rose Window, and by nobody who is known.
 */
function isHalfInTitle<Id>(
  people: PeopleIndex<Id>,
  { tokens }: NameReading,
  { title }: Option,
  readings: readonly WordReading[],
): boolean {
  if (title?.tokens.length !== 1) return false;
  const [place] = title.tokens as [number];
  const parts = new Set(readings.map(({ match }) => match?.part ?? 'initial'));
  return (
    people.isName(tokens[place]!.plain) &&
    parts.size === 1 &&
    (parts.has('last') || parts.has('given')) &&
    readings.some(({ token }) => Math.abs(token - place) === 1)
  );
}

/** Blanks the domains of the school's addresses, which can run into the words behind them. */
function makeDomainCleaner(students: readonly { values: NameValues }[]): (name: string) => string {
  const addresses = students.map(({ values }) => String(values.email ?? '').toLowerCase()).filter(Boolean);
  const domains = new Set(addresses.flatMap((address) => address.split('@').slice(1)));
  /** Accounts that a name would be divided at. */
  const divided = addresses.filter((address) => /[^a-z0-9@]/u.test(address.split('@')[0]!));
  return (name) => {
    if (!name.includes('@')) return name;
    let text = name;
    for (const address of divided) {
      const at = text.toLowerCase().indexOf(address);
      const account = address.split('@')[0]!;
      if (at >= 0) text = text.slice(0, at) + compact(account) + text.slice(at + account.length);
    }
    for (const domain of domains) {
      const at = text.toLowerCase().indexOf(`@${domain}`);
      if (at >= 0)
        text = `${text.slice(0, at + 1)}${' '.repeat(domain.length)}${text.slice(at + 1 + domain.length)}`;
    }
    return text;
  };
}

/** The probability of each answer, the likeliest first; `first` is the best way to it. */
function addUp<Key>(
  all: readonly Hypothesis[],
  keyOf: (one: Hypothesis) => Key,
): { share: number; first: Hypothesis }[] {
  const most = all.reduce((high, { bits }) => Math.max(high, bits), -Infinity);
  const sums = new Map<Key, { share: number; first: Hypothesis }>();
  let total = 0;
  for (const one of all) {
    const weight = 2 ** (one.bits - most);
    total += weight;
    const key = keyOf(one);
    const before = sums.get(key);
    if (before) {
      before.share += weight;
      if (one.bits > before.first.bits) before.first = one;
    } else sums.set(key, { share: weight, first: one });
  }
  const shares = [...sums.values()];
  for (const one of shares) one.share /= total;
  return shares.sort((a, b) => b.share - a.share);
}
