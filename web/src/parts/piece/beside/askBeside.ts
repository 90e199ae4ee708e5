import { askOnce } from '../../ui/askWorker';
import { MOST_PAGES, openPdf } from '../openPdf';
import { pieceKind, type PieceKind, type ShownPiece } from '../pieceKind';
import { isTable } from '../readSheets';
import { plainText } from '../plainText';
import { isDocument, readDocumentWords } from '../readDocument';
import { readSheets, type TableKind } from '../readSheets';
import type { BesideAnswer, BesideQuestion } from './besideQuestion';

/** How long two pieces are compared for, in milliseconds; they are shown beside each other all the same. */
const PATIENCE_MS = 20_000;

/** A piece and its bytes. */
export interface Side {
  piece: ShownPiece;
  bytes: ArrayBuffer;
}

/** By what two pieces can be compared; null where they are only looked at, as sound is. */
export function comparedBy(before: ShownPiece, after: ShownPiece): BesideQuestion['by'] | null {
  const kinds = [before, after].map(pieceKind);
  if (kinds.every((kind) => kind === 'picture')) return 'pixels';
  if (kinds.every(isTable)) return 'cells';
  return kinds.every(hasWords) ? 'words' : null;
}

const WORDS: ReadonlySet<PieceKind | null> = new Set(['pdf', 'csv', 'markdown', 'code', 'text']);
const hasWords = (kind: PieceKind | null) => WORDS.has(kind) || isDocument(kind);

/** Compares two pieces; null where they have nothing to compare by, or cannot be read in time. */
export async function askBeside(before: Side, after: Side, stop: AbortSignal): Promise<BesideAnswer | null> {
  const question = await questionOf(before, after, stop);
  if (!question || stop.aborted) return null;
  const worker = new Worker(new URL('../../../workers/beside.worker.ts', import.meta.url), {
    type: 'module',
  });
  const answer = await askOnce<BesideAnswer>(worker, question, { patienceMs: PATIENCE_MS, stop });
  return answer;
}

async function questionOf(before: Side, after: Side, stop: AbortSignal): Promise<BesideQuestion | null> {
  const by = comparedBy(before.piece, after.piece);
  switch (by) {
    case 'pixels':
      return { by, before: before.bytes, after: after.bytes };
    case 'cells': {
      const [was, is] = await Promise.all([rowsOf(before, stop), rowsOf(after, stop)]);
      return was && is && { by, before: was, after: is };
    }
    case 'words': {
      const [was, is] = await Promise.all([wordsOf(before, stop), wordsOf(after, stop)]);
      if (!was?.trim() || !is?.trim()) return null;
      const isFlowing = [before, after].some(({ piece }) => pieceKind(piece) === 'pdf');
      return { by, before: was, after: is, isFlowing };
    }
    case null:
      return null;
  }
}

/** The rows of a table; of several sheets one after the other, each further one below its name. */
async function rowsOf({ piece, bytes }: Side, stop: AbortSignal): Promise<string[][] | null> {
  const sheets = await readSheets(bytes, pieceKind(piece) as TableKind, stop);
  if (typeof sheets === 'string') return null;
  return sheets.flatMap(({ name, rows }, i) => (i === 0 ? rows : [[name ?? ''], ...rows]));
}

async function wordsOf({ piece, bytes }: Side, stop: AbortSignal): Promise<string | null> {
  const kind = pieceKind(piece);
  if (isDocument(kind)) return readDocumentWords(bytes, kind, stop);
  return kind === 'pdf' ? pdfWords(bytes, stop) : plainText(bytes);
}

/** The words of a PDF, its lines as they end on its pages; null where it cannot be read. */
async function pdfWords(bytes: ArrayBuffer, stop: AbortSignal): Promise<string | null> {
  const task = openPdf(bytes);
  try {
    const pdf = await task.promise;
    let text = '';
    for (let number = 1; number <= Math.min(pdf.numPages, MOST_PAGES) && !stop.aborted; number += 1) {
      const { items } = await (await pdf.getPage(number)).getTextContent();
      for (const item of items) if ('str' in item) text += item.hasEOL ? `${item.str}\n` : item.str;
      text += '\n';
    }
    return text.normalize('NFC');
  } catch {
    return null;
  } finally {
    void task.destroy();
  }
}
