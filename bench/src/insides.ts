import fs from 'node:fs';
import path from 'node:path';
import { Document, Header, Packer, Paragraph, Table, TableCell, TableRow } from 'docx';
import { makeIdentifier, weighBeside, splitName, type Evidence } from '@vestibul/core';
import { makePile, makeRandom } from '@vestibul/core/testing/pile';
import { readPile } from '@vestibul/server/pile';
import { kinds, type Cast, type Made, type Piece } from './insideKinds';
import { round } from './timing';

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

/** Ways of writing a piece; each is a real file that others read too. */
const writers: Readonly<Record<string, (piece: Piece) => Promise<Buffer> | string>> = {
  docx: async ({ author, changedBy, header, lines, rows = [] }) =>
    Packer.toBuffer(
      new Document({
        creator: author ?? 'python-docx',
        ...(changedBy ? { lastModifiedBy: changedBy } : {}),
        sections: [
          {
            headers: header ? { default: new Header({ children: [new Paragraph(header)] }) } : {},
            children: [
              ...(rows.length > 0
                ? [
                    new Table({
                      rows: rows.map(
                        (row) =>
                          new TableRow({
                            children: row.map((text) => new TableCell({ children: [new Paragraph(text)] })),
                          }),
                      ),
                    }),
                  ]
                : []),
              ...lines.map((line) => new Paragraph(line)),
            ],
          },
        ],
      }),
    ),
  html: ({ author, header, lines, rows = [] }) =>
    `<!doctype html><html><head>${author ? `<meta name="author" content="${author}">` : ''}</head><body>${
      header ? `<header>${header}</header>` : ''
    }<table>${rows.map((row) => `<tr>${row.map((text) => `<td>${text}</td>`).join('')}</tr>`).join('')}</table>${lines
      .map((line) => `<p>${line}</p>`)
      .join('')}</body></html>`,
};

/** Pieces whose names stand beside and inside, by kind: how many are filed, misfiled, and asked about with the truth near. */
export async function measureInsides(folder: string): Promise<string[]> {
  const { course } = makePile(SEED, STUDENTS, 0);
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
  const made = new Map<string, { kind: string; piece: Piece }>();
  for (const [kind, make] of Object.entries(kinds))
    for (let i = 0; i < EACH; i += 1) {
      const [a, b, c] = [pick(people), pick(people), pick(people)];
      if (new Set([a.id, b.id, c.id]).size < 3) continue;
      const cast: Cast = {
        a,
        b,
        c,
        stranger: pick(STRANGERS),
        title: pick(course.assignments).titles[0]!,
        useless: pick(USELESS),
      };
      const piece = make(cast);
      // Who changed it last and the heads of pages stand in documents alone.
      const writer = piece.changedBy || piece.header || i % 3 > 0 ? 'docx' : 'html';
      const name = path.join(piece.folder ?? '', `${piece.stem} ${made.size}.${writer}`);
      made.set(name, { kind, piece });
      fs.mkdirSync(path.join(folder, piece.folder ?? ''), { recursive: true });
      fs.writeFileSync(path.join(folder, name), await writers[writer]!(piece));
    }
  const identifier = makeIdentifier(course);
  const tallies = new Map(
    Object.keys(kinds).map((kind) => [kind, { files: 0, filed: 0, misfiled: 0, asked: 0, near: 0 }]),
  );
  const total = { files: 0, tells: 0, filed: 0, misfiled: 0, contradicted: 0, asked: 0, near: 0 };
  const started = performance.now();
  await readPile(folder, ({ path: name, evidence }) => {
    const { kind, piece } = made.get(name)!;
    const tally = tallies.get(kind)!;
    const folders: Evidence[] = piece.folder ? [{ kind: 'folder', text: piece.folder }] : [];
    const beside = weighBeside(identifier, [...folders, ...evidence]);
    const answer = identifier.identify(splitName(path.basename(name)).stem, beside);
    const owners = piece.owners.map(({ id }) => id);
    const isFiled = answer.decision === 'file';
    const isRight = isFiled && answer.students.toSorted().join() === owners.toSorted().join();
    const first = answer.candidates.slice(0, 3).map(({ student }) => student);
    const isNear = owners.every((id) => first.includes(id));
    tally.files += 1;
    total.files += 1;
    if (owners.length > 0 && !piece.isContradicted) total.tells += 1;
    if (isRight) tally.filed += 1;
    if (isRight && !piece.isContradicted) total.filed += 1;
    if (isFiled && !isRight) {
      tally.misfiled += 1;
      total.misfiled += 1;
    }
    if (!isFiled) tally.asked += 1;
    if (!isFiled && isNear) tally.near += 1;
    if (piece.isContradicted) {
      total.contradicted += 1;
      if (!isFiled) total.asked += 1;
      if (!isFiled && isNear) total.near += 1;
    }
  });
  const ms = (performance.now() - started) / total.files;
  return [
    `${total.files} files of ${tallies.size} kinds, ${STUDENTS} students:`,
    '| kind | files | filed | misfiled | asked | with the truth in the first three |',
    '| ---- | ----: | ----: | -------: | ----: | --------------------------------: |',
    ...[...tallies].map(
      ([kind, { files, filed, misfiled, asked, near }]) =>
        `| ${kind} | ${files} | ${filed} | ${misfiled} | ${asked} | ${near} |`,
    ),
    `filed of those that tell: ${round((100 * total.filed) / total.tells)} %; misfiled: ${total.misfiled} of ${total.files}`,
    `contradicted: ${total.contradicted}, asked about: ${total.asked}, with the truth in the first three: ${total.near}`,
    `read and decided: ${round(ms)} ms a file`,
  ];
}
