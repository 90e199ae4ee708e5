import type { ExtraBits, Identifier } from './identify';

/** What is known of a piece beside its name. Each kind goes through the same scoring, with its own chance of misleading. */
export type Evidence<Person extends string = string, Work extends string = string> =
  /** A folder in its path, the innermost last. */
  | { kind: 'folder'; text: string }
  /** An author field of the file, or the title it has of itself. */
  | { kind: 'author' | 'title'; text: string }
  /** A line that says `Name:`, `Period:` or the like, and one of the first lines that says nothing of itself. */
  | { kind: 'label' | 'line'; text: string }
  /** The account that brought it. */
  | { kind: 'account'; student: Person }
  /** How much of an assignment's blank is in its text, from 0 to 1. */
  | { kind: 'blank'; assignment: Work; share: number }
  /** Hours between the piece's last change and an assignment's due time; negative before it. */
  | { kind: 'time'; assignment: Work; hours: number };

/** How often each kind says something else than whose the piece is (estimates; docs/identification.md). */
const MISLEADS: Readonly<Record<Evidence['kind'], number>> = {
  folder: 0.02,
  author: 0.08,
  title: 0.1,
  label: 0.01,
  line: 0.3,
  account: 0.02,
  blank: 0.02,
  time: 0.5,
};

/** From so many bits on a text is taken to name somebody, so that it speaks against everybody else. */
const NAMES_SOMEBODY = 6;
/** What a blank that is wholly in a piece says for its assignment, and from which share on it counts. */
const BLANK_BITS = 16;
const LEAST_OF_BLANK = 0.3;
/** A piece changed in the days before an assignment is due is a little likelier to be for it. */
const DUE_HOURS = { before: 7 * 24, after: 3 * 24 } as const;
const DUE_BITS = 1;
/** No kind of evidence says more than this by itself. */
const MOST_BITS = 20;

/** Words of programs and shared machines in author fields that are nobody (common practice, no source). */
const NO_AUTHOR =
  /^(?:admin(?:istrator)?|user|student|owner|guest|unknown|microsoft.*|.*office.*|default|pc|laptop\s*\d*|anonymous)$/iu;

/** Weighs what is known beside the name of a piece, and says in sentences what told something. */
export function weighBeside<Person extends string, Work extends string>(
  identifier: Identifier<Person, Work>,
  evidence: readonly Evidence<Person, Work>[],
): ExtraBits<Person, Work> & { reasons: string[] } {
  const students = new Map<Person, number>();
  const assignments = new Map<Work, number>();
  let otherStudents = 0;
  const reasons: string[] = [];

  /** Adds evidence that names some: each gets what it says, mixed with its chance of misleading; all others that chance. */
  const addForStudents = (said: ReadonlyMap<Person, number>, misleads: number) => {
    const others = Math.log2(misleads);
    const before = otherStudents;
    for (const id of students.keys()) if (!said.has(id)) students.set(id, students.get(id)! + others);
    for (const [id, bits] of said)
      students.set(id, (students.get(id) ?? before) + mix(Math.min(bits, MOST_BITS), misleads));
    otherStudents += others;
  };
  const addForAssignments = (said: ReadonlyMap<Work, number>, misleads: number) => {
    for (const [id, bits] of said) {
      const more = mix(Math.min(bits, MOST_BITS), misleads);
      if (more > 0) assignments.set(id, (assignments.get(id) ?? 0) + more);
    }
  };

  /** The best that several texts of one kind say: what they repeat is no further evidence. */
  const addTexts = (
    kind: 'folder' | 'author' | 'title' | 'label' | 'line',
    say: (text: string) => string,
  ) => {
    const best = { students: new Map<Person, number>(), assignments: new Map<Work, number>() };
    let told: string | null = null;
    for (const one of evidence) {
      if (one.kind !== kind || NO_AUTHOR.test(one.text.trim())) continue;
      const said = identifier.weigh(one.text);
      for (const [id, bits] of said.students)
        best.students.set(id, Math.max(best.students.get(id) ?? -Infinity, bits));
      for (const [id, bits] of said.assignments)
        best.assignments.set(id, Math.max(best.assignments.get(id) ?? -Infinity, bits));
      if ([...said.students.values()].some((bits) => bits >= NAMES_SOMEBODY)) told = one.text;
      if (said.period !== null && kind !== 'line' && kind !== 'author' && kind !== 'title') {
        const inPeriod = identifier.weighPeriod(said.period);
        for (const [id, bits] of inPeriod)
          students.set(id, (students.get(id) ?? otherStudents) + mix(bits, MISLEADS[kind]));
        reasons.push(say(one.text));
      }
    }
    if (told !== null) {
      addForStudents(best.students, MISLEADS[kind]);
      reasons.push(say(told));
    }
    addForAssignments(best.assignments, MISLEADS[kind]);
  };

  addTexts('folder', (text) => `It lies in a folder called ‘${text}’.`);
  addTexts('author', (text) => `The file says that ‘${text}’ wrote it.`);
  addTexts('title', (text) => `The file calls itself ‘${text}’.`);
  addTexts('label', (text) => `It says ‘${text}’ inside.`);
  addTexts('line', (text) => `It begins with ‘${text}’.`);
  for (const one of evidence) {
    if (one.kind === 'account') {
      addForStudents(new Map([[one.student, MOST_BITS]]), MISLEADS.account);
      reasons.push('It came from their account.');
    } else if (one.kind === 'blank' && one.share >= LEAST_OF_BLANK) {
      addForAssignments(new Map([[one.assignment, BLANK_BITS * one.share]]), MISLEADS.blank);
      reasons.push(`${Math.round(one.share * 100)} % of the blank is in it.`);
    } else if (one.kind === 'time') {
      const isNear = one.hours >= -DUE_HOURS.before && one.hours <= DUE_HOURS.after;
      // Time alone names no assignment; it tells between those that something else names.
      const before = assignments.get(one.assignment);
      if (before !== undefined) assignments.set(one.assignment, before + (isNear ? DUE_BITS : -DUE_BITS));
    }
  }
  return { students, otherStudents, assignments, reasons: [...new Set(reasons)] };
}

/** What evidence says that misleads now and then: log2 of (1 − m)·2^bits + m. */
function mix(bits: number, misleads: number): number {
  return Math.log2((1 - misleads) * 2 ** bits + misleads);
}

/** Words that stand before what they say of a piece (common practice, no source). */
const LABELS =
  /^\W{0,3}(?:full |student |my |your )?(?:name|by|written by|author|student|period|hour|class|block|assignment|title)s?\b\s*[:=–-]\s*(\S.{0,80})$/iu;
const PERIOD_LABEL = /^\W{0,3}(?:period|hour|class|block)\b/iu;
/** Lines from the start of a text that can say whose it is. */
const FIRST_LINES = 12;
const LONGEST_LINE = 100;
const LONGEST_NAME_LINE = 50;

/** What the start of a text says of whose it is: lines with a label, and short ones. */
export function evidenceOfText(text: string): Evidence[] {
  const lines = text
    .split(/\r\n|[\n\r\u2028\u2029\f\v\t]/u)
    .map((line) => line.replace(/\s+/gu, ' ').trim())
    .filter((line) => line !== '')
    .slice(0, FIRST_LINES);
  return lines.flatMap((line): Evidence[] => {
    const label = line.length <= LONGEST_LINE ? LABELS.exec(line) : null;
    if (label) return [{ kind: 'label', text: PERIOD_LABEL.test(line) ? line : label[1]!.trim() }];
    return line.length <= LONGEST_NAME_LINE ? [{ kind: 'line', text: line }] : [];
  });
}

/** Words in a row that are compared with a blank. */
const SHINGLE = 4;

/** Which share of a blank's text is in a text, from 0 to 1, by runs of four words (Broder 1997); 0 for a blank of fewer. */
export function shareOfBlank(text: string, blank: string): number {
  const wanted = shingles(blank);
  if (wanted.size === 0) return 0;
  const there = shingles(text);
  let found = 0;
  for (const one of wanted) if (there.has(one)) found += 1;
  return found / wanted.size;
}

function shingles(text: string): Set<string> {
  const words = text.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? [];
  const found = new Set<string>();
  for (let i = 0; i + SHINGLE <= words.length; i += 1) found.add(words.slice(i, i + SHINGLE).join(' '));
  return found;
}
