import { buffer } from 'node:stream/consumers';
import { ZipFile } from 'yazl';
import { extensions, makeFile, type FileKind } from './files/makeFile';
import type { DemoStudent } from './people';
import { makeChance, type Chance } from './random';

/** Where the pile lies in the demo's folder. */
export const PILE_TO_BRING = 'a pile to bring.zip';

const KINDS: readonly FileKind[] = ['docx', 'pdf', 'txt', 'photo', 'csv'];
const TITLES = ['Stream gauge log', 'Soil texture table', 'Summer land use map'];

/** The ways in which students name what they bring on a stick when nobody checks (common practice, no source). */
const ways: readonly ((student: DemoStudent, title: string, chance: Chance) => string)[] = [
  ({ first, last }, title) => `${first} ${last} ${title}`,
  ({ first, last }, title) => `${last}_${first}-${title.replaceAll(' ', '')} FINAL`,
  ({ username }, title) => `${username} ${title.toLowerCase()}`,
  ({ first, last, period }, title) => `p${period} ${last}, ${first} - ${title.toUpperCase()} (1)`,
  ({ first, last }, title) => `Copy of ${title} ${first[0]} ${last}`,
  ({ first, last }, title, chance) => `${first} ${slip(last, chance)} ${title.split(' ')[0]}`,
  // Of these somebody has to say more.
  ({ first }, title) => `${first} ${title}`,
  ({ first, last }) => `${first} ${last}`,
  ({ last }, title) => `Quarrington ${last} ${title}`,
  (_, title, chance) => `IMG_${chance.between(1000, 9999)} ${title.split(' ')[0]}`,
];

/** Two letters in the wrong order. */
function slip(word: string, chance: Chance): string {
  const letters = [...word];
  if (letters.length < 5) return word;
  const at = chance.between(1, letters.length - 3);
  [letters[at], letters[at + 1]] = [letters[at + 1]!, letters[at]!];
  return letters.join('');
}

/** As many pieces, and what lies in any ZIP besides: the same file twice, an empty one, litter. */
const PIECES = 60;

/** A ZIP of real files under bad names, of students of the demo school, to be brought to the sorting table. */
export async function makePileToBring(students: readonly DemoStudent[], at: string): Promise<Buffer> {
  const chance = makeChance(60);
  const zip = new ZipFile();
  const names = new Set<string>();
  for (let i = 0; names.size < PIECES; i += 1) {
    const student = chance.pick(students);
    const kind = chance.pick(KINDS);
    const title = chance.pick(TITLES);
    const name = `${ways[i % ways.length]!(student, title, chance)}.${extensions[kind]}`;
    if (names.has(name)) continue;
    names.add(name);
    const author = `${student.first} ${student.last}`;
    const seed = 1000 + i;
    const bytes = await makeFile({ kind, title, author, at, chance: () => makeChance(seed) });
    zip.addBuffer(bytes, `stick/${name}`);
    if (names.size === 1) zip.addBuffer(bytes, `stick/older/Copy of ${name}`);
  }
  zip.addBuffer(Buffer.alloc(0), 'stick/New document.docx');
  zip.addBuffer(Buffer.from('litter'), '__MACOSX/stick/._Thumbs');
  zip.end();
  return buffer(zip.outputStream);
}
