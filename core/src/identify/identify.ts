import { compact } from '../text/nameWords';
import { cleanName } from './cleanName';
import { PRIORS, SURE_ENOUGH, assignmentPriors } from './costs';
import { makeDomainCleaner } from './domains';
import { hasStudent, makeElsewhere } from './elsewhere';
import { makeFamilyFinder } from './family';
import type { ExtraBits, Identification, Identifier, IdentifyCourse, TextWeight } from './identification';
import { isJointWithAnother, isWholeName, readJoint } from './joint';
import { makeMarkMender } from './lostMarks';
import { partsOfReading } from './nameParts';
import { makeTokenizer } from './nameTokens';
import { makePeopleIndex } from './peopleIndex';
import { MOST_WORDS, has } from './places';
import {
  makeOptionsReader,
  periodBits,
  unreadBits,
  wordsLeft,
  type NameReading,
  type Option,
} from './readOptions';
import { makeTitleIndex, wordsOfCourse } from './titleIndex';
import { addUp, leaveOpen, type Hypothesis } from './hypotheses';
import { sidesOf } from './sides';
import { isMentionedInName } from './mentionedInName';
import { isHalfInTitle, isToldByPeriod } from './unclear';
import { hasUnread, isUnread, readsLikePerson } from './unread';
import type { WordReading } from './weighPeople';

const BITS = {
  /** The same words as before: a decision is stronger than whatever a name says. */
  decided: 30,
  /** Words left in a name that are not those of the student whom other evidence names. */
  strangers: -4,
  /** What several names in the owner's place say at least, and how much more for all of them than for one. */
  named: 12,
  together: 10,
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

/**
 * Prepares a course for telling whose a piece is and what it is for. Evidence is weighed as record linkage does
 * (Fellegi and Sunter 1969, A Theory for Record Linkage): each word adds the logarithm of how much likelier it is in a
 * name of this student than in any other, over all students and 'none of them' (docs/identification.md).
 */
export function makeIdentifier<Person extends string, Work extends string>(
  course: IdentifyCourse<Person, Work>,
): Identifier<Person, Work> {
  const people = makePeopleIndex(course.students);
  const isOfFamily = makeFamilyFinder(course.students);
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
  const findElsewhere = makeElsewhere(course.elsewhere ?? []);
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
        isMentionedInName(reading, option, readings) ||
        (!isTold && isToldByPeriod(people, option, who, bits)) ||
        (reading.isJoint && isJointWithAnother(people, reading, option, who, readings));
      add([who], prior.one + bits, readings, isUnclear);
    }
    const unread = unreadBits(reading.tokens, option);
    for (const who of new Set([...extra.bits.keys(), ...(known === undefined ? [] : [known])])) {
      if (told.has(who)) continue;
      // A bare number in a name that tells nobody counts scans and copies as often as periods.
      const isSaid = option.period !== null && option.period.how !== 'bare';
      const inPeriod = isSaid ? periodBits(option.period!, people.periods[who]!) : 0;
      add([who], prior.one + inPeriod + (unread < 0 ? BITS.strangers : 0), []);
    }
    for (const { who, bits, readings, isShared } of readJoint(people, reading, option, prior.one))
      add(who, bits, readings, isShared || isMentionedInName(reading, option, readings));
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
    addTogether(answers, reading, ofPeople, extra?.together ?? []);
    addAssignments(answers, extra?.assignments ?? new Map<Work, number>());

    const byWho = addUp(answers, ({ who }) => (who.length === 1 ? who[0]! : who.join()));
    const byWork = addUp(answers, ({ title }) => title);
    const best = byWho[0]!;
    const shares = new Map<number, number>();
    for (const { first, share } of byWho)
      for (const who of first.who) shares.set(who, (shares.get(who) ?? 0) + share);
    const said = extra ? contradiction(reading, best.first, extra) : null;
    const sides = sidesOf(said?.says ?? [], extra?.claims ?? []);
    const nobody = byWho.find(({ first }) => first.who.length === 0)?.share ?? 0;
    const settled = { shares, nobody, confidence: best.share };
    if (said) {
      const named = [...best.first.who, ...said.against.flatMap((id) => placeOf.get(id) ?? [])];
      leaveOpen(settled, named, said.hasStranger);
    }
    // Whoever is named by something that does not fit stands before the others, however unlikely the rest makes them.
    const claimed = new Set(
      said === null ? [] : [...said.says, ...(extra?.claims ?? []).flatMap((claim) => claim.who)],
    );
    // What stands in the owner's place outranks the name of the file, and that everything else.
    const owners = new Set((extra?.claims ?? []).flatMap(({ who, from }) => (from === 'owner' ? who : [])));
    const rankOf = (who: number) => {
      const id = people.ids[who]!;
      if (said === null) return 0;
      return owners.has(id) ? 3 : said.says.includes(id) ? 2 : Number(claimed.has(id));
    };
    const isKin = (who: number) => said !== null && isOfFamily(people.ids[who]!, claimed);
    const candidates = [...shares]
      .sort((a, b) => rankOf(b[0]) - rankOf(a[0]) || Number(isKin(b[0])) - Number(isKin(a[0])) || b[1] - a[1])
      .slice(0, MOST_CANDIDATES)
      .map(([who, confidence]) => ({ student: people.ids[who]!, confidence: Math.min(1, confidence) }));
    const works = byWork.filter((one) => one.first.title !== null);
    const elsewhere = elsewhereIn(reading, best.first);
    const isSure =
      best.first.who.length > 0 &&
      best.share >= SURE_ENOUGH &&
      !best.first.isUnclear &&
      said === null &&
      !hasStudent(elsewhere);
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
      confidence: settled.confidence,
      nobody: settled.nobody,
      parts: partsOfReading(
        reading,
        shown.option,
        shown.readings,
        shown.who.map((who) => people.periods[who]!),
      ),
      personWords: words,
      isDecided: decided.has(words),
      isContradicted: said !== null,
      isStrange: said?.isStrange ?? false,
      isMention: isMentionedInName(reading, best.first.option, best.first.readings),
      claimed: [...claimed],
      elsewhere,
      sides: said !== null || (best.first.who.length === 0 && sides.length > 1) ? sides : [],
    };
  };

  const nothing: PersonBits = { bits: new Map(), others: 0 };

  /** What a name or a text says by itself: all answers, those that name somebody, and whether it is taken that it does. */
  const readAlone = (reading: NameReading) => {
    const all = addUp(
      reading.options.flatMap((option) => answersOf(reading, option, nothing)),
      ({ who }) => who.join(),
    );
    const named = all.filter(({ first }) => first.who.length > 0);
    return { all, named, isNamed: named.reduce((sum, { share }) => sum + share, 0) >= MOST_LIKELY };
  };

  /** Adds those who are named as having done it together. */
  const addTogether = (
    answers: Hypothesis[],
    reading: NameReading,
    extra: PersonBits,
    groups: readonly (readonly Person[])[],
  ) => {
    for (const group of groups) {
      const who = group.flatMap((id) => placeOf.get(id) ?? []).sort((a, b) => a - b);
      if (who.length < 2) continue;
      const beside = Math.max(BITS.named, ...who.map((one) => extra.bits.get(one) ?? extra.others));
      for (const option of reading.options) {
        // Whoever of them the name says as well: that is more for all of them.
        const byName = option.people.filter((one) => who.includes(one.who)).map(({ bits }) => bits);
        const bits = option.bits + prior.one + beside + BITS.together + Math.max(0, ...byName);
        answers.push({
          who,
          title: option.title?.which ?? null,
          bits,
          readings: [],
          option,
          isUnclear: false,
        });
      }
    }
  };

  /**
   * Whom the name of a piece says, where what is known of the piece does not fit together; null where it does. The name and
   * each claim must have somebody in common with the answer. A word that may be somebody's goes against an account alone.
   */
  const contradiction = (
    reading: NameReading,
    { who }: Hypothesis,
    { claims = [] }: ExtraBits<Person, Work>,
  ): { says: Person[]; against: Person[]; isStrange: boolean; hasStranger: boolean } | null => {
    if (who.length === 0 || claims.length === 0) return null;
    const answer = new Set(who.map((one) => people.ids[one]!));
    const { all, named, isNamed } = readAlone(reading);
    const says = isNamed ? idsOf(named) : [];
    const fits = (ids: readonly Person[]) => ids.some((id) => answer.has(id));
    const isSaid =
      isNamed || claims.some(({ who: ids, from }) => (from === 'owner' || from === 'folder') && fits(ids));
    // A folder that names nobody is a folder; and whoever saved somebody's piece last helped them.
    const counting = claims.filter(
      ({ who: ids, from, isElsewhere }) =>
        !(from === 'folder' && ids.length === 0 && !isElsewhere) && !(from === 'changed by' && isSaid),
    );
    const hasStranger = counting.some((claim) => claim.who.length === 0);
    const against = [...says, ...counting.flatMap((claim) => claim.who)];
    if ((isNamed && !fits(says)) || counting.some((claim) => !fits(claim.who)))
      return { says, against, isStrange: false, hasStranger };
    if (isSaid) return null;
    // Only accounts say whose it is. Then a name that can be an everyday word, too, goes against it.
    const hinted = idsOf(named.filter(({ share, first }) => share >= HINTED && isExact(first)));
    if (hinted.length > 0 && !fits(hinted))
      return { says: hinted, against: [...against, ...hinted], isStrange: false, hasStranger };
    const isStrange =
      claims.some((claim) => claim.who.length === 0) || hasUnread(reading, all[0]!.first.option);
    return isStrange ? { says, against, isStrange, hasStranger: true } : null;
  };

  /** The likeliest of answers, and those who are as likely but for a namesake. */
  const idsOf = (answers: readonly { share: number; first: Hypothesis }[]): Person[] => [
    ...new Set(
      answers
        .filter(({ share }) => share >= answers[0]!.share * NEARLY_AS_LIKELY)
        .flatMap(({ first }) => first.who.map((one) => people.ids[one]!)),
    ),
  ];

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

  /** Whom of other courses a name names. Words that are letter by letter those of the answer name their namesakes as well. */
  const elsewhereIn = (reading: NameReading, { readings }: Pick<Hypothesis, 'readings'>) => {
    const exact = new Set(
      readings
        .filter(({ match }) => match?.likeness === 'same')
        .map(({ token }) => reading.tokens[token]!.plain),
    );
    return findElsewhere(reading.tokens).filter(({ words }) => !words.every((word) => exact.has(word)));
  };

  /** Whom a text names by itself. */
  const whoIn = (reading: NameReading): Omit<TextWeight<Person>, 'students' | 'assignments' | 'period'> => {
    const { named, isNamed } = readAlone(reading);
    const elsewhere = elsewhereIn(reading, isNamed ? named[0]!.first : { readings: [] });
    if (!isNamed || hasStudent(elsewhere)) {
      const theirs = new Set(elsewhere.flatMap(({ words }) => words));
      return {
        who: [],
        isJoint: false,
        isWhole: false,
        left: reading.tokens.filter(({ plain }) => !theirs.has(plain) && isUnread(plain)).length,
        isPerson: elsewhere.length > 0 || readsLikePerson(reading),
        isMention: false,
        elsewhere,
      };
    }
    const { who, readings, option } = named[0]!.first;
    const used = new Set(readings.map(({ token }) => token));
    const left = reading.tokens.filter(
      ({ plain }, i) => has(option.free, i) && !used.has(i) && isUnread(plain),
    ).length;
    const isWhole = who.every((one) =>
      isWholeName(readings.filter(({ match }) => match === null || match.who === one)),
    );
    const isMention = isMentionedInName(reading, option, readings);
    return {
      who: idsOf(named),
      isJoint: who.length > 1,
      isWhole,
      left,
      isPerson: false,
      isMention,
      elsewhere,
    };
  };

  return {
    identify,
    shares(stem) {
      const reading = read(stem);
      const { all } = readAlone(reading);
      const single = all.filter(({ first }) => first.who.length === 1);
      return {
        students: new Map(single.map(({ first, share }) => [people.ids[first.who[0]!]!, share])),
        nobody: all.find(({ first }) => first.who.length === 0)!.share,
      };
    },
    weigh(text) {
      const students = new Map<Person, number>();
      const assignments = new Map<Work, number>();
      let period: number | null = null;
      const reading = read(text);
      for (const option of reading.options) {
        period ??= option.period?.number ?? null;
        for (const { who, bits } of option.people) {
          const id = people.ids[who]!;
          students.set(id, Math.max(students.get(id) ?? -Infinity, bits));
        }
        if (option.title) assignments.set(course.assignments[option.title.which]!.id, option.title.bits);
      }
      return { students, assignments, period, ...whoIn(reading) };
    },
    count: people.ids.length,
    headings(lines) {
      const wholes = new Set(lines.map(compact));
      return course.assignments
        .filter(({ titles: forms }) => forms.some((form) => form !== '' && wholes.has(compact(form))))
        .map(({ id }) => id);
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

/** The probability of somebody from which on a name hints at them, where nothing but an account says who it is. */
const HINTED = 0.01;

const isExact = ({ readings }: Hypothesis) => readings.some(({ match }) => match?.likeness === 'same');

/** From this probability on it is taken that a text names somebody. */
const MOST_LIKELY = 0.5;
/** Whoever has so much of the probability of the likeliest is a namesake. */
const NEARLY_AS_LIKELY = 0.3;
