import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { makeIdentifier, splitName, weighBeside, type Evidence } from '@vestibul/core';
import { makePile, makeRandom } from '@vestibul/core/testing/pile';
import { readParts } from '@vestibul/server/parts';
import { readPile } from '@vestibul/server/pile';
import { Calibration } from '../calibration';
import { round } from '../timing';
import { kinds, type Cast, type Made, type Piece } from './kinds';
import { writeAll, writers, writersOf } from './writers';

const SEED = 5;
const STUDENTS = 150;
/** Pieces of each kind. */
const EACH = 36;
const STRANGERS = [
  'Quenby Thorncroft',
  'Ottoline Quayle',
  'Zebedee Farrow',
  'Marisol Pennington',
  'Ignatius Stott',
  'Wilhelmina Drax',
];
const USELESS = ['scan 12', 'Document 3', 'untitled', 'IMG_2210', 'final final', 'homework'];

interface Tally {
  files: number;
  filed: number;
  misfiled: number;
  asked: number;
  /** Of those asked about: with the truth in the first three. */
  near: number;
}
const noTally = (): Tally => ({ files: 0, filed: 0, misfiled: 0, asked: 0, near: 0 });

interface Written {
  kind: string;
  writer: string;
  piece: Piece;
}

/** Pieces whose names stand beside and inside, by kind and by writer: how many are filed, misfiled, and asked about with the truth near. */
export async function measureInsides(folder: string): Promise<string[]> {
  const { course } = makePile(SEED, STUDENTS, 0);
  const made = writeKinds(folder, course);
  const identifier = makeIdentifier(course);
  const byKind = new Map<string, Tally>();
  const byWriter = new Map<string, Tally>();
  const calibration = new Calibration();
  const misfiled: string[] = [];
  const total = { tells: 0, filed: 0, contradicted: 0, asked: 0, near: 0 };
  const hashing = await hashAndUnpack([...made.keys()].map((name) => path.join(folder, name)));
  const started = performance.now();
  await readPile(folder, ({ path: name, evidence }) => {
    const { kind, writer, piece } = made.get(name)!;
    const folders: Evidence[] = piece.folder ? [{ kind: 'folder', text: piece.folder }] : [];
    const beside = weighBeside(identifier, [...folders, ...evidence]);
    const answer = identifier.identify(splitName(path.basename(name)).stem, beside);
    const owners = piece.owners.map(({ id }) => id);
    const isFiled = answer.decision === 'file';
    const isRight = isFiled && answer.students.toSorted().join() === owners.toSorted().join();
    const first = answer.candidates.slice(0, 3).map(({ student }) => student);
    const isNear = owners.every((id) => first.includes(id));
    for (const tally of [take(byKind, kind), take(byWriter, writer)]) {
      tally.files += 1;
      if (isRight) tally.filed += 1;
      if (isFiled && !isRight) tally.misfiled += 1;
      if (!isFiled) tally.asked += 1;
      if (!isFiled && isNear) tally.near += 1;
    }
    const likeliest = answer.candidates[0];
    if (likeliest && owners.length < 2)
      calibration.add(likeliest.confidence, likeliest.student === owners[0]);
    if (isFiled && !isRight) misfiled.push(`  misfiled: ${kind}, by ${writer}: ${name}`);
    if (owners.length > 0 && !piece.isContradicted) {
      total.tells += 1;
      if (isRight) total.filed += 1;
    }
    if (piece.isContradicted) {
      total.contradicted += 1;
      if (!isFiled) total.asked += 1;
      if (!isFiled && isNear) total.near += 1;
    }
  });
  const reading = performance.now() - started;
  return [
    `${made.size} files of ${byKind.size} kinds by ${byWriter.size} writers, ${STUDENTS} students:`,
    ...tableOf('kind', byKind),
    ...tableOf('writer', byWriter),
    ...misfiled,
    `filed of those that tell: ${round((100 * total.filed) / total.tells)} %; misfiled: ${misfiled.length} of ${made.size}`,
    `contradicted: ${total.contradicted}, asked about: ${total.asked}, with the truth in the first three: ${total.near}`,
    'how far the confidence of the first candidate can be believed:',
    ...calibration.lines(),
    `read and decided at ${round(hashing / reading)} of the speed of hashing and unpacking alone (${round(reading / made.size)} ms : ${round(hashing / made.size)} ms a file)`,
  ];
}

/** Writes pieces of every kind, each by one of the writers that can, in turn. */
function writeKinds(folder: string, course: ReturnType<typeof makePile>['course']): Map<string, Written> {
  const random = makeRandom(SEED);
  const pick = <One>(from: readonly One[]): One => from[Math.floor(random() * from.length)]!;
  const all: Made[] = course.students.map(({ id, values }) => ({
    id,
    first: String(values.first),
    last: String(values.last),
    period: Number(values.period),
  }));
  // Namesakes cannot be told apart by their names.
  const people = all.filter(
    (one) => all.filter(({ first, last }) => first === one.first && last === one.last).length === 1,
  );
  const made = new Map<string, Written>();
  let turn = 0;
  for (const [kind, make] of Object.entries(kinds))
    for (let i = 0; i < EACH; i += 1) {
      const [a, b, c] = [pick(people), pick(people), pick(people)];
      if (new Set([a.id, b.id, c.id]).size < 3) continue;
      const siblings = people.filter(
        ({ id, first, last }) => id !== a.id && last === a.last && first !== a.first,
      );
      const cast: Cast = {
        a,
        b,
        c,
        sibling: siblings.length > 0 ? pick(siblings) : null,
        stranger: pick(STRANGERS),
        title: pick(course.assignments).titles[0]!,
        useless: pick(USELESS),
      };
      const piece = make(cast);
      if (!piece) continue;
      const able = writersOf(piece);
      const writer = able[(turn += 1) % able.length]!;
      const name = path.join(piece.folder ?? '', `${piece.stem} ${made.size}.${writers[writer]!.extension}`);
      made.set(name, { kind, writer, piece });
      fs.mkdirSync(path.join(folder, piece.folder ?? ''), { recursive: true });
    }
  writeAll([...made].map(([name, { writer, piece }]) => ({ writer, piece, file: path.join(folder, name) })));
  return made;
}

/** What taking files in costs without reading them: each is hashed, and what is an archive is unpacked. In milliseconds. */
async function hashAndUnpack(files: readonly string[]): Promise<number> {
  const started = performance.now();
  for (const file of files) {
    const bytes = await fs.promises.readFile(file);
    createHash('sha256').update(bytes).digest();
    if (bytes.readUInt32BE(0) === 0x504b0304) await readParts(file, () => true);
  }
  return performance.now() - started;
}

function take(tallies: Map<string, Tally>, key: string): Tally {
  const tally = tallies.get(key) ?? noTally();
  tallies.set(key, tally);
  return tally;
}

const tableOf = (heading: string, tallies: ReadonlyMap<string, Tally>) => [
  `| ${heading} | files | filed | misfiled | asked | with the truth in the first three |`,
  '| ---- | ----: | ----: | -------: | ----: | --------------------------------: |',
  ...[...tallies].map(
    ([key, { files, filed, misfiled, asked, near }]) =>
      `| ${key} | ${files} | ${filed} | ${misfiled} | ${asked} | ${near} |`,
  ),
];
