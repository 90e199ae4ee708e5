import Fuse from 'fuse.js';
import { extract, token_set_ratio } from 'fuzzball';
import { makeIdentifier, type IdentifyCourse } from '@vestibul/core';
import { makePile, type MadeName } from '@vestibul/core/testing/pile';
import { Calibration } from './calibration';
import { round } from './timing';

/** Made-up classes, with the kinds of mess of core/identify/testing. */
const SEEDS = [1, 2, 3, 4, 5, 6, 7, 8];
const STUDENTS = 150;
const NAMES = 1000;
/** The libraries take milliseconds a name: the piles of two classes are enough. */
const PILES_OF_LIBRARIES = 2;

interface Tally {
  names: number;
  tells: number;
  filed: number;
  misfiled: number;
  asked: number;
  inTop: number;
}

const empty = (): Tally => ({ names: 0, tells: 0, filed: 0, misfiled: 0, asked: 0, inTop: 0 });

interface Answer {
  /** Whom it would be filed under; nobody: it is asked about. */
  students: readonly string[];
  /** The likeliest first. */
  candidates: readonly string[];
}

function count(tally: Tally, name: MadeName, { students, candidates }: Answer): void {
  tally.names += 1;
  if (name.tells) tally.tells += 1;
  if (students.length > 0) {
    const isRight = [...students].sort().join() === [...name.students].sort().join();
    if (!isRight) tally.misfiled += 1;
    else if (name.tells) tally.filed += 1;
  } else if (name.tells) {
    tally.asked += 1;
    if (candidates.slice(0, 3).some((id) => name.students.includes(id))) tally.inTop += 1;
  }
}

const percent = (part: number, whole: number) =>
  whole === 0 ? '–' : `${((100 * part) / whole).toFixed(1)} %`;

/** Identification of made-up piles: by kind of mess, how calibrated it is, and against two fuzzy-matching libraries. */
export function measureIdentify(): string[] {
  const lines: string[] = [];
  const kinds = new Map<string, Tally>();
  const all = empty();
  const calibration = new Calibration();
  let [titled, right, wrong] = [0, 0, 0];
  const piles = SEEDS.map((seed) => makePile(seed, STUDENTS, NAMES));
  const identifiers = piles.map(({ course }) => makeIdentifier(course));
  const start = performance.now();
  const answers = piles.map(({ names }, i) => names.map(({ stem }) => identifiers[i]!.identify(stem)));
  const micros = ((performance.now() - start) * 1000) / (SEEDS.length * NAMES);
  piles.forEach(({ names }, i) =>
    names.forEach((name, j) => {
      const answer = answers[i]![j]!;
      const tally = kinds.get(name.kind) ?? empty();
      kinds.set(name.kind, tally);
      const candidates = answer.candidates.map(({ student }) => student);
      for (const one of [tally, all]) count(one, name, { students: answer.students, candidates });
      if (name.assignment !== null) {
        titled += 1;
        if (answer.assignment === name.assignment) right += 1;
        else if (answer.assignment !== null) wrong += 1;
      }
      const [best] = answer.candidates;
      if (!best || name.students.length > 1) return;
      calibration.add(best.confidence, name.students.includes(best.student));
    }),
  );
  lines.push(`identification · ${all.names} made-up names of ${SEEDS.length} classes of ${STUDENTS}`);
  for (const [kind, tally] of [...kinds].sort(([a], [b]) => (a < b ? -1 : 1)))
    lines.push(
      `  ${kind.padEnd(42)} ${String(tally.names).padStart(4)} names, filed ${percent(tally.filed, tally.tells).padStart(7)}, misfiled ${tally.misfiled}, asked ${tally.asked}, of these in the first three ${tally.inTop}`,
    );
  lines.push(
    `  all: filed ${percent(all.filed, all.tells)} of the names that tell, misfiled ${all.misfiled}; assignments right ${percent(right, titled)}, wrong ${wrong}`,
    '  how far the confidence of the first candidate can be believed:',
    ...calibration.lines(),
  );

  // The libraries do the same work on the same piles: whose a name is, and what it is for.
  const part = piles.slice(0, PILES_OF_LIBRARIES);
  const ours = compare('Vestibul', part, (course) => {
    const identifier = makeIdentifier(course);
    return (stem) => {
      const { students, candidates } = identifier.identify(stem);
      return { students, candidates: candidates.map(({ student }) => student) };
    };
  });
  const libraries = [compare('Fuse.js', part, withFuse), compare('fuzzball', part, withFuzzball)];
  for (const { line } of [ours, ...libraries]) lines.push(line);
  lines.push('  by kind of mess, filed of the names that tell / misfiled: Vestibul, Fuse.js, fuzzball');
  for (const kind of [...ours.kinds.keys()].sort())
    lines.push(
      `    ${kind.padEnd(42)} ${[ours, ...libraries]
        .map(({ kinds: theirs }) => {
          const { filed, tells, misfiled } = theirs.get(kind)!;
          return `${percent(filed, tells).padStart(7)} / ${misfiled}`;
        })
        .join('   ')}`,
    );
  const fastest = Math.min(...libraries.map((one) => one.micros));
  lines.push(
    `  ${round(fastest / ours.micros)}x the speed of the faster library (whole piles: ${Math.round(micros)} µs a name)`,
  );
  return lines;
}

type Matcher = (course: IdentifyCourse) => (stem: string) => Answer;

function compare(
  called: string,
  piles: readonly { course: IdentifyCourse; names: readonly MadeName[] }[],
  make: Matcher,
): { line: string; micros: number; kinds: Map<string, Tally> } {
  const tally = empty();
  const kinds = new Map<string, Tally>();
  let took = 0;
  for (const { course, names } of piles) {
    const match = make(course);
    // Everybody is warm before the clock runs.
    for (const { stem } of names.slice(0, 20)) match(stem);
    const start = performance.now();
    const answers = names.map(({ stem }) => match(stem));
    took += performance.now() - start;
    names.forEach((name, i) => {
      const ofKind = kinds.get(name.kind) ?? empty();
      kinds.set(name.kind, ofKind);
      for (const one of [tally, ofKind]) count(one, name, answers[i]!);
    });
  }
  const micros = (took * 1000) / tally.names;
  return {
    micros,
    kinds,
    line: `  ${called.padEnd(9)} ${String(Math.round(micros)).padStart(6)} µs a name, filed ${percent(tally.filed, tally.tells)}, misfiled ${tally.misfiled} of ${tally.names}, asked ${tally.asked}, of these in the first three ${percent(tally.inTop, tally.asked)}`,
  };
}

const nameOf = ({ values }: IdentifyCourse['students'][number]) =>
  `${String(values.first)} ${String(values.last)}`;

/** Fuse.js searched for each word of the name over all that a student goes by; filed where the best is good and alone. */
function withFuse(course: IdentifyCourse): (stem: string) => Answer {
  const people = course.students.map((student) => ({
    id: student.id,
    name: nameOf(student),
    username: String(student.values.username ?? ''),
    email: String(student.values.email ?? ''),
    number: String(student.values.number ?? ''),
  }));
  const fuse = new Fuse(people, {
    keys: ['name', 'username', 'email', 'number'],
    includeScore: true,
    ignoreLocation: true,
    threshold: 0.3,
  });
  const titles = new Fuse(
    course.assignments.map(({ titles: [title] }) => ({ title: title ?? '' })),
    { keys: ['title'], includeScore: true, ignoreLocation: true },
  );
  return (stem) => {
    const words = stem.split(/[^\p{L}\p{N}@.']+/u).filter((word) => word.length > 2);
    titles.search(stem.slice(0, 32));
    const scores = new Map<string, number>();
    for (const word of words)
      for (const { item, score = 1 } of fuse.search(word))
        scores.set(item.id, (scores.get(item.id) ?? 0) + (1 - score));
    return decide(
      [...scores].sort((a, b) => b[1] - a[1]),
      1.6,
      0.5,
    );
  };
}

/**
 * fuzzball's token set ratio of the name against all that each student goes by, as the names of the pile hold any of it;
 * filed where the best is good and alone.
 */
function withFuzzball(course: IdentifyCourse): (stem: string) => Answer {
  const people = course.students.flatMap((student) =>
    [nameOf(student), student.values.username, student.values.email, student.values.number].map((text) => ({
      id: student.id,
      name: String(text ?? ''),
    })),
  );
  const titles = course.assignments.map(({ titles: [title] }) => title ?? '');
  return (stem) => {
    extract(stem, titles, { scorer: token_set_ratio, limit: 1 });
    const found = extract(stem, people, {
      scorer: token_set_ratio,
      processor: ({ name }: { name: string }) => name,
      limit: 12,
    });
    const best = new Map<string, number>();
    for (const [person, score] of found) best.set(person.id, Math.max(best.get(person.id) ?? 0, score));
    return decide([...best], 95, 10);
  };
}

function decide(ranked: readonly [string, number][], enough: number, margin: number): Answer {
  const [best, second] = ranked;
  const isSure = best !== undefined && best[1] >= enough && best[1] - (second?.[1] ?? 0) >= margin;
  return { students: isSure ? [best[0]] : [], candidates: ranked.map(([id]) => id) };
}
