import type { PdfAhead } from './drawPdf';
import { decodeHeic, type HeicDecoded } from './picture/decodeHeic';
import { pieceKind, sourceOf, type PieceKind, type ShownPiece } from './pieceKind';
import { isDocument, readDocument, type DocumentRead } from './readDocument';
import { isTable, readSheets, type SheetsRead } from './readSheets';

/** Pieces fetched before they are asked for: as many as somebody goes through in a minute. */
export const MOST_AHEAD = 3;
/** Largest piece fetched ahead, in bytes; of more, somebody would pay for what they may never come to. */
const LARGEST_AHEAD = 8 * 1024 ** 2;

/** What is made of a piece ahead, by its kind; null of all else. */
export interface MadeAhead {
  /** What is shown of a document. */
  document: Promise<DocumentRead | null> | null;
  sheets: Promise<SheetsRead | null> | null;
  photo: Promise<HeicDecoded | null> | null;
  pdf: Promise<PdfAhead | null> | null;
}

/** Of what was not fetched ahead nothing is made. */
export const nothingMade: MadeAhead = { document: null, sheets: null, photo: null, pdf: null };

interface Ahead extends MadeAhead {
  bytes: Promise<ArrayBuffer | null>;
  /** A picture is drawn ahead, and stays so while it is kept here. */
  picture: HTMLImageElement | null;
}
/** Players fetch what they play, and the list of a ZIP is a small part of it. */
const FETCH_THEMSELVES: ReadonlySet<PieceKind> = new Set(['video', 'sound', 'archive']);
const ahead = new Map<string, Ahead>();

/** Fetches a piece that will probably be looked at next. What cannot be fetched is asked for again when it is looked at. */
export function fetchAhead(piece: ShownPiece): void {
  const source = sourceOf(piece);
  const kind = pieceKind(piece);
  if (kind === null || FETCH_THEMSELVES.has(kind)) return;
  if (piece.bytes > LARGEST_AHEAD || ahead.has(source)) return;
  ahead.set(source, kind === 'picture' || kind === 'drawing' ? drawAhead(source) : readAhead(source, kind));
  const [oldest] = ahead.keys();
  if (ahead.size > MOST_AHEAD && oldest !== undefined) {
    void ahead.get(oldest)!.pdf?.then((made) => made?.task.destroy());
    ahead.delete(oldest);
  }
}

/** What was fetched ahead, or null; handed out once, for what is shown later is asked for again. */
export async function takeAhead(source: string): Promise<({ bytes: ArrayBuffer } & MadeAhead) | null> {
  const found = ahead.get(source);
  ahead.delete(source);
  const bytes = await found?.bytes;
  return found && bytes ? { ...found, bytes } : null;
}

function readAhead(source: string, kind: PieceKind): Ahead {
  const bytes = read(source);
  const make = async <Made>(of: (there: ArrayBuffer, stop: AbortSignal) => Promise<Made>) => {
    const there = await bytes;
    return there && of(there, new AbortController().signal);
  };
  const pdf = async () => {
    // Loaded with the first that is opened: who looks at photos alone has no use for it.
    const [there, { openAhead }] = await Promise.all([bytes, import('./drawPdf')]);
    return there && openAhead(there);
  };
  return {
    bytes,
    document: isDocument(kind) ? make((there, stop) => readDocument(there, kind, stop)) : null,
    sheets: isTable(kind) ? make((there, stop) => readSheets(there, kind, stop)) : null,
    photo: kind === 'heic' ? make(decodeHeic) : null,
    pdf: kind === 'pdf' ? pdf().catch(() => null) : null,
    picture: null,
  };
}

function drawAhead(source: string): Ahead {
  const picture = new Image();
  picture.src = source;
  return { ...nothingMade, bytes: Promise.resolve(null), picture };
}

async function read(source: string): Promise<ArrayBuffer | null> {
  try {
    const response = await fetch(source);
    return response.ok ? await response.arrayBuffer() : null;
  } catch {
    return null;
  }
}
