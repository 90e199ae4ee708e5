import { hasStudent } from './elsewhere';
import type { Claim, ExtraBits, Identifier } from './identification';
import type { Part, TextEvidence, Where } from './textEvidence';

/** What is known of a piece beside its name. Each kind goes through the same scoring, with its own chance of misleading. */
export type Evidence<Person extends string = string, Work extends string = string> =
  | TextEvidence
  /** A folder in its path, the innermost last. */
  | { kind: 'folder'; text: string }
  /** An author field of the file, who changed it last, or the title it has of itself. */
  | { kind: 'author' | 'changed by' | 'title'; text: string }
  /** The account that brought it. */
  | { kind: 'account'; student: Person }
  /** How much of an assignment's blank is in its text, from 0 to 1. */
  | { kind: 'blank'; assignment: Work; share: number }
  /** Hours between the piece's last change and an assignment's due time; negative before it. */
  | { kind: 'time'; assignment: Work; hours: number };

/** What is said of whose a piece is, from the strongest down. */
type Says = 'owner' | 'line' | 'folder' | 'author' | 'changed by' | 'title' | 'account';

/**
 * How often each says somebody of the course whose the piece is not, where nothing contradicts it (estimates;
 * docs/identification.md).
 */
const MISLEADS: Readonly<Record<Says, number>> = {
  owner: 0.001,
  line: 0.002,
  folder: 0.003,
  author: 0.003,
  'changed by': 0.5,
  title: 0.05,
  account: 0.003,
};
/** What a claim of each kind is called that is not in the owner's place. */
const FROM: Readonly<Record<Says, Claim['from']>> = {
  owner: 'owner',
  line: 'owner',
  folder: 'folder',
  author: 'account',
  'changed by': 'changed by',
  title: 'account',
  account: 'account',
};
/** An account that stands in the work of several people says little of whose it is. */
const SHARED_MISLEADS = 0.5;
/** How often somebody's own piece has the name of a stranger in its owner's place. */
const STRANGER = 0.002;
const ASSIGNMENT_MISLEADS = 0.02;
/** Periods are often wrong, and `set 2` may be no period at all. */
const PERIOD_MISLEADS = 0.05;

/** What a blank that is wholly in a piece says for its assignment, and from which share on it counts. */
const BLANK_BITS = 16;
const LEAST_OF_BLANK = 0.3;
/** What a line says that is a title and nothing else. */
const HEADING_BITS = 14;
/** A piece changed in the days before an assignment is due is a little likelier to be for it. */
const DUE_HOURS = { before: 7 * 24, after: 3 * 24 } as const;
const DUE_BITS = 1;
/** No kind of evidence says more than this by itself. */
const MOST_BITS = 20;

/** Words of programs and shared machines in author fields that are nobody (common practice, no source). */
const NO_AUTHOR =
  /^(?:admin(?:istrator)?|user|student|teacher|owner|guest|unknown|un-?named|microsoft.*|.*office.*|default|pc|laptop\s*\d*|anonymous|python-docx|openpyxl|pptxgenjs)$/iu;

/** An account as it is compared. */
export const plainAccount = (text: string) => text.normalize('NFKC').trim().toLowerCase();

/**
 * Weighs what is known beside the name of a piece, and says in sentences what told something. `shared` are the accounts that
 * stand in the work of several people (`plainAccount`).
 */
export function weighBeside<Person extends string, Work extends string>(
  identifier: Identifier<Person, Work>,
  evidence: readonly Evidence<Person, Work>[],
  shared: ReadonlySet<string> = new Set(),
): ExtraBits<Person, Work> & { reasons: string[] } {
  const students = new Map<Person, number>();
  const assignments = new Map<Work, number>();
  const claims: Claim<Person>[] = [];
  const together: Person[][] = [];
  const reasons: string[] = [];
  let otherStudents = 0;

  const addToAll = (bits: number) => {
    for (const [id, before] of students) students.set(id, before + bits);
    otherStudents += bits;
  };
  /**
   * Adds what names some. Whoever is named gets what it says; all others, that it may mislead: then it names anybody of the
   * course alike. Nobody of the course gets as much as those, or as a name that came by chance.
   */
  const addNamed = (said: ReadonlyMap<Person, number>, misleads: number) => {
    let sum = 0;
    for (const bits of said.values()) sum += 2 ** Math.min(bits, MOST_BITS);
    const mean = Math.log2(misleads * (sum / Math.max(1, identifier.count)));
    const floor = Math.max(0, mean);
    const before = otherStudents;
    const others = mean - floor;
    for (const id of students.keys()) if (!said.has(id)) students.set(id, students.get(id)! + others);
    for (const [id, bits] of said) {
      const theirs = Math.log2((1 - misleads) * 2 ** Math.min(bits, MOST_BITS) + 2 ** mean) - floor;
      students.set(id, (students.get(id) ?? before) + theirs);
    }
    otherStudents += others;
  };
  const addForAssignments = (said: ReadonlyMap<Work, number>, misleads: number) => {
    for (const [id, bits] of said) {
      const more = mix(Math.min(bits, MOST_BITS), misleads);
      if (more > 0) assignments.set(id, (assignments.get(id) ?? 0) + more);
    }
  };

  const read = new Map<string, ReturnType<typeof identifier.weigh>>();
  const weigh = (text: string) => {
    const known = read.get(text) ?? identifier.weigh(text);
    read.set(text, known);
    return known;
  };
  /** Whether a text is nothing but the name of a person known; at the head of the pages the last name with a number is enough. */
  const isName = ({ text, where }: { text: string; where?: Where }) => {
    const { who, isWhole, left, isMention, elsewhere } = weigh(text);
    const isOfCourse = who.length > 0 && (isWhole || where === 'header');
    return !isMention && left === 0 && (isOfCourse || hasStudent(elsewhere));
  };

  /** The best that several texts of one kind say: what they repeat is no further evidence. */
  const best = () => ({ students: new Map<Person, number>(), assignments: new Map<Work, number>() });
  const keepBest = <Id>(into: Map<Id, number>, said: ReadonlyMap<Id, number>) => {
    for (const [id, bits] of said) into.set(id, Math.max(into.get(id) ?? -Infinity, bits));
  };
  const addPeriod = (period: number | null, says: string) => {
    if (period === null) return;
    for (const [id, bits] of identifier.weighPeriod(period))
      students.set(id, (students.get(id) ?? otherStudents) + mix(bits, PERIOD_MISLEADS));
    reasons.push(says);
  };

  /** What names somebody by itself: a label, a line that is nothing but a name, a folder, a field. */
  const addTexts = (
    says: Says,
    texts: readonly { text: string; says: string; part?: Part }[],
    isOwner: boolean,
  ) => {
    const said = best();
    /** Whom each text names; several for namesakes, and for those who did it together. */
    const named: (readonly Person[])[] = [];
    for (const one of texts) {
      const { text, says: sentence, part } = one;
      const told = weigh(text);
      keepBest(said.assignments, told.assignments);
      if (says === 'owner' || says === 'folder') addPeriod(told.period, sentence);
      if (told.isMention || (says === 'title' && !isName(one))) continue;
      // `by May 3` is a day as well.
      const isEnough = told.isWhole || (told.left === 0 && !(part === 'maker' && /\d/u.test(text)));
      if (told.who.length > 0 && isEnough) {
        keepBest(said.students, told.students);
        named.push(told.who);
        claims.push({ who: told.who, from: FROM[says], says: sentence });
        if (told.isJoint) together.push([...told.who]);
      } else if (part !== 'maker' && isSomebodyElse(told, isOwner) && (isOwner || says === 'folder')) {
        const isElsewhere = hasStudent(told.elsewhere);
        claims.push({ who: [], from: FROM[says], says: sentence, isElsewhere });
        reasons.push(...told.elsewhere.map((one) => one.says));
        if (isOwner || isElsewhere) addToAll(Math.log2(STRANGER));
      }
    }
    if (named.length > 0) addNamed(said.students, MISLEADS[says]);
    // Several in the owner's place did it together.
    const ones = new Set(named.filter((who) => who.length === 1).flat());
    if (isOwner && ones.size > 1) together.push([...ones]);
    addForAssignments(said.assignments, ASSIGNMENT_MISLEADS);
    return new Set(named.flat());
  };

  const labels = evidence.filter((one) => one.kind === 'label');
  const owners = addTexts(
    'owner',
    labels
      .filter(({ part }) => part !== 'together')
      .map(({ text, part, where }) => ({
        text,
        says: sayLabel(text, where, part),
        ...(part ? { part } : {}),
      })),
    true,
  );
  addPartners(weigh, labels, owners, { claims, together, addNamed });

  const lines = evidence.filter((one) => one.kind === 'line');
  const headings = identifier.headings(lines.map(({ text }) => text));
  if (headings.length === 1) addForAssignments(new Map([[headings[0]!, HEADING_BITS]]), ASSIGNMENT_MISLEADS);
  const alone = lines.filter(({ isMention }) => !isMention);
  const signed = alone.filter(isName);
  // A list of the class is no signature.
  const isList = new Set(signed.map(({ text }) => weigh(text).who.join())).size > MOST_SIGNED;
  addTexts(
    'line',
    (isList ? [] : signed).map(({ text, where }) => ({ text, says: sayLine(text, where) })),
    true,
  );
  const unsigned = best();
  for (const { text } of lines) keepBest(unsigned.assignments, weigh(text).assignments);
  addForAssignments(unsigned.assignments, LINE_MISLEADS);

  const textsOf = (kind: 'folder' | 'author' | 'changed by' | 'title', say: (text: string) => string) =>
    evidence.flatMap((one) =>
      one.kind === kind && !NO_AUTHOR.test(one.text.trim()) ? [{ text: one.text, says: say(one.text) }] : [],
    );
  addTexts(
    'folder',
    textsOf('folder', (text) => `It is in a folder called ‘${text}’.`),
    false,
  );
  for (const [kind, say] of [
    ['author', (text: string) => `The file says that ‘${text}’ wrote it.`],
    ['changed by', (text: string) => `The file says that ‘${text}’ changed it last.`],
  ] as const) {
    const texts = textsOf(kind, say);
    const own = texts.filter(({ text }) => !shared.has(plainAccount(text)));
    addTexts(kind, own, false);
    for (const { text } of texts.filter((one) => !own.includes(one))) {
      const told = weigh(text);
      if (told.who.length === 0) continue;
      addNamed(told.students, SHARED_MISLEADS);
      reasons.push(`‘${text}’ is in the work of several people.`);
    }
  }
  addTexts(
    'title',
    textsOf('title', (text) => `The file calls itself ‘${text}’.`),
    false,
  );
  for (const one of evidence) {
    if (one.kind === 'account') {
      addNamed(new Map([[one.student, MOST_BITS]]), MISLEADS.account);
      claims.push({ who: [one.student], from: 'account', says: 'It came from their account.' });
    } else if (one.kind === 'blank' && one.share >= LEAST_OF_BLANK) {
      addForAssignments(new Map([[one.assignment, BLANK_BITS * one.share]]), ASSIGNMENT_MISLEADS);
      reasons.push(`${Math.round(one.share * 100)} % of the blank is in it.`);
    }
  }
  for (const one of evidence)
    if (one.kind === 'time') {
      const isNear = one.hours >= -DUE_HOURS.before && one.hours <= DUE_HOURS.after;
      // Time alone names no assignment; it tells between those that something else names.
      const before = assignments.get(one.assignment);
      if (before !== undefined) assignments.set(one.assignment, before + (isNear ? DUE_BITS : -DUE_BITS));
    }
  return {
    students,
    otherStudents,
    assignments,
    claims,
    together,
    reasons: [...new Set([...claims.map((claim) => claim.says), ...reasons])],
  };
}

/** People in the owner's place of one piece, each in a line of their own; more are a list. */
const MOST_SIGNED = 2;
/** A line that has words of a title and more is seldom what the piece is for. */
const LINE_MISLEADS = 0.3;

/** Whether a text names somebody who is not on the roster; in the owner's place also one with half of a name of the roster. */
function isSomebodyElse(
  { who, isPerson }: { who: readonly unknown[]; isPerson: boolean },
  isOwner: boolean,
): boolean {
  return isPerson || (isOwner && who.length > 0);
}

/** People of one group that are looked at. */
const MOST_TOGETHER = 12;

/** What parts the names of a group in one line. */
const BETWEEN_NAMES = /\s*[,;/&+、，]\s*|\s+(?:and|und|et|y|e|en|och|og|i|with)\s+/iu;

/** Adds who did it together with somebody: they have a part in it, and by themselves they are not its owner. */
function addPartners<Person extends string, Work extends string>(
  weigh: Identifier<Person, Work>['weigh'],
  labels: readonly Extract<TextEvidence, { kind: 'label' }>[],
  owners: ReadonlySet<Person>,
  {
    claims,
    together,
    addNamed,
  }: {
    claims: Claim<Person>[];
    together: Person[][];
    addNamed: (said: ReadonlyMap<Person, number>, misleads: number) => void;
  },
): void {
  const group = new Set<Person>();
  const says: string[] = [];
  let hasStranger = false;
  for (const { text, part, where } of labels) {
    if (part !== 'together') continue;
    for (const name of text.split(BETWEEN_NAMES).filter(Boolean).slice(0, MOST_TOGETHER)) {
      const told = weigh(name);
      if (told.who.length > 0 && (told.isWhole || told.left === 0)) {
        for (const id of told.who) group.add(id);
        addNamed(told.students, MISLEADS.owner);
      } else if (told.isPerson) hasStranger = true;
    }
    says.push(sayLabel(text, where, part));
  }
  if (group.size === 0) return;
  const all = new Set([...owners, ...group]);
  if (all.size > 1) together.push([...all]);
  // A partner who is named in somebody's piece may have one of their own; and alone is no owner.
  if (hasStranger || owners.size > 0 || all.size === 1)
    claims.push({ who: [], from: 'owner', says: says.join(' '), speaksFor: [...group] });
  else claims.push({ who: [...all], from: 'owner', says: says.join(' ') });
}

function sayLabel(text: string, where: Where | undefined, part: Part | undefined): string {
  if (part === 'together') return `It names ‘${text}’ as who did it with somebody.`;
  if (where === 'header') return `The head of its pages says ‘${text}’.`;
  if (where === 'field') return `A field in it says ‘${text}’.`;
  return part === undefined ? `It says ‘${text}’ inside.` : `Its author line says ‘${text}’.`;
}

function sayLine(text: string, where: Where | undefined): string {
  return where === 'header' ? `The head of its pages says ‘${text}’.` : `It begins with ‘${text}’.`;
}

/** What evidence says that misleads now and then: log2 of (1 − m)·2^bits + m. */
function mix(bits: number, misleads: number): number {
  return Math.log2((1 - misleads) * 2 ** bits + misleads);
}
