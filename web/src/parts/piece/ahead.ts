import { pathOf } from '@vestibul/contract';
import type { Piece } from '../../state/api';
import { pieceKind } from './pieceKind';
import { readDocx } from './readDocx';

/** Pieces fetched before they are asked for: as many as somebody goes through in a minute. */
export const MOST_AHEAD = 3;
/** Largest piece fetched ahead, in bytes; of more, somebody would pay for what they may never come to. */
const LARGEST_AHEAD = 8 * 1024 ** 2;

interface Ahead {
  bytes: Promise<ArrayBuffer | null>;
  /** Of a document what is shown of it, read ahead too; null of all else. */
  html: Promise<string | null> | null;
  /** A picture is drawn ahead, and stays so while it is kept here. */
  picture: HTMLImageElement | null;
}
const ahead = new Map<string, Ahead>();

/** Fetches a piece that will probably be looked at next. What cannot be fetched is asked for again when it is looked at. */
export function fetchAhead(piece: Pick<Piece, 'id' | 'mime' | 'bytes'>): void {
  const source = pathOf('readPiece', { pieceId: piece.id });
  const kind = pieceKind(piece);
  // Players fetch what they play themselves.
  if (kind === null || kind === 'video' || kind === 'sound') return;
  if (piece.bytes > LARGEST_AHEAD || ahead.has(source)) return;
  ahead.set(source, kind === 'picture' ? drawAhead(source) : readAhead(source, kind === 'docx'));
  const [oldest] = ahead.keys();
  if (ahead.size > MOST_AHEAD && oldest !== undefined) ahead.delete(oldest);
}

/** What was fetched ahead, or null; handed out once, for what is shown later is asked for again. */
export async function takeAhead(source: string): Promise<{ bytes: ArrayBuffer; html: Ahead['html'] } | null> {
  const found = ahead.get(source);
  ahead.delete(source);
  const bytes = await found?.bytes;
  return found && bytes ? { bytes, html: found.html } : null;
}

function readAhead(source: string, isDocument: boolean): Ahead {
  const bytes = read(source);
  const html = async () => {
    const there = await bytes;
    return there && readDocx(there, new AbortController().signal);
  };
  return { bytes, html: isDocument ? html() : null, picture: null };
}

function drawAhead(source: string): Ahead {
  const picture = new Image();
  picture.src = source;
  return { bytes: Promise.resolve(null), html: null, picture };
}

async function read(source: string): Promise<ArrayBuffer | null> {
  try {
    const response = await fetch(source);
    return response.ok ? await response.arrayBuffer() : null;
  } catch {
    return null;
  }
}
