import type { PdfAhead } from './drawPdf';
import { making, type Making } from './Making';
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
  document: Making<DocumentRead> | null;
  sheets: Making<SheetsRead> | null;
  photo: Making<HeicDecoded> | null;
  pdf: Making<PdfAhead> | null;
}

/** Of what was not fetched ahead nothing is made. */
export const nothingMade: MadeAhead = { document: null, sheets: null, photo: null, pdf: null };

/** The bytes of a piece, and what was made of them. */
export interface There extends MadeAhead {
  status: 'there';
  bytes: ArrayBuffer;
}

interface Ahead {
  there: Making<There>;
  pdf: Making<PdfAhead> | null;
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
  // The one that is gone to now may not be shown yet.
  if (ahead.size > MOST_AHEAD + 1 && oldest !== undefined) {
    void ahead.get(oldest)!.pdf?.coming.then((made) => made?.task.destroy());
    ahead.delete(oldest);
  }
}

/** What was fetched ahead and is there by now, to be shown at once; it is still to be taken. */
export const lookAhead = (source: string): There | null => ahead.get(source)?.there.made ?? null;

/** What was fetched ahead, or null; handed out once, for what is shown later is asked for again. */
export async function takeAhead(source: string): Promise<There | null> {
  const found = ahead.get(source);
  ahead.delete(source);
  return found?.there.coming ?? null;
}

function readAhead(source: string, kind: PieceKind): Ahead {
  const bytes = read(source);
  const make = <Made>(of: (there: ArrayBuffer, stop: AbortSignal) => Promise<Made>) =>
    making(bytes.then((there) => there && of(there, new AbortController().signal)));
  // Loaded with the first that is opened: who looks at photos alone has no use for it.
  const openPdf = async (there: ArrayBuffer) => (await import('./drawPdf')).openAhead(there);
  const made: MadeAhead = {
    document: isDocument(kind) ? make((there, stop) => readDocument(there, kind, stop)) : null,
    sheets: isTable(kind) ? make((there, stop) => readSheets(there, kind, stop)) : null,
    photo: kind === 'heic' ? make(decodeHeic) : null,
    pdf: kind === 'pdf' ? make(openPdf) : null,
  };
  const there = making(bytes.then((read): There | null => read && { ...made, status: 'there', bytes: read }));
  return { there, pdf: made.pdf, picture: null };
}

function drawAhead(source: string): Ahead {
  const picture = new Image();
  picture.src = source;
  return { there: making<There>(Promise.resolve(null)), pdf: null, picture };
}

async function read(source: string): Promise<ArrayBuffer | null> {
  try {
    const response = await fetch(source);
    return response.ok ? await response.arrayBuffer() : null;
  } catch {
    return null;
  }
}
