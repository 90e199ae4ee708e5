import { execFileSync } from 'node:child_process';
import path from 'node:path';
import { PROSE, type Piece } from './kinds';

interface Writer {
  extension: string;
  /** What it can write beside lines of text. */
  can: { author?: true; changedBy?: true; header?: true; rows?: true; lines: boolean; letters?: RegExp };
}

const everything = { author: true, changedBy: true, header: true, rows: true, lines: true } as const;
/** Its account stands on the page as well, so that it is more than an account. */
const page = { rows: true, lines: true } as const;
const tagged = { author: true, lines: false } as const;

/** Who writes the files; bench/insides/write.mjs says how. */
export const writers: Readonly<Record<string, Writer>> = {
  docx: { extension: 'docx', can: everything },
  'python-docx': { extension: 'docx', can: everything },
  exceljs: { extension: 'xlsx', can: everything },
  pptxgenjs: { extension: 'pptx', can: { author: true, rows: true, lines: true } },
  // The fonts that every reader of PDF has know the letters of Western Europe.
  'pdf-lib': {
    extension: 'pdf',
    can: { author: true, header: true, rows: true, lines: true, letters: /^[\x20-\xff’]*$/ },
  },
  'LibreOffice odt': { extension: 'odt', can: { author: true, header: true, rows: true, lines: true } },
  'LibreOffice pdf': { extension: 'pdf', can: { author: true, header: true, rows: true, lines: true } },
  'pandoc html': { extension: 'html', can: page },
  'pandoc odt': { extension: 'odt', can: page },
  'pandoc rtf': { extension: 'rtf', can: page },
  'pandoc pptx': { extension: 'pptx', can: page },
  exiftool: { extension: 'jpg', can: tagged },
  ImageMagick: { extension: 'png', can: tagged },
  ffmpeg: { extension: 'mp3', can: tagged },
};

/** The writers that can write all that a piece says. */
export function writersOf(piece: Piece): string[] {
  const said = [...piece.lines, ...(piece.rows ?? []).flat(), piece.header ?? ''].join('');
  return Object.entries(writers)
    .filter(
      ([, { can }]) =>
        (can.author || !piece.author) &&
        (can.changedBy || !piece.changedBy) &&
        (can.header || !piece.header) &&
        (can.rows || !piece.rows) &&
        (can.lines || (!piece.rows && piece.lines.every((line) => PROSE.includes(line)))) &&
        (can.letters?.test(said) ?? true),
    )
    .map(([name]) => name);
}

/** Writes the pieces, each by its writer. */
export function writeAll(made: readonly { writer: string; file: string; piece: Piece }[]): void {
  const script = path.resolve('bench/insides/write.mjs');
  const args = process.argv.includes('--install') ? ['--install'] : [];
  execFileSync(process.execPath, [script, ...args], {
    input: JSON.stringify(made),
    stdio: ['pipe', 'inherit', 'inherit'],
  });
}
