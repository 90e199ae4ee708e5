import { LINK_MIME } from '@vestibul/core';
import type { DocumentKind } from './readDocument';
import type { TableKind } from './readSheets';

/** What has to be known of a piece for it to be shown. */
export interface ShownPiece {
  id: string;
  name: string;
  mime: string;
  form: string;
  bytes: number;
  /** Where its bytes are, where it is no piece yet. */
  source?: string;
}

/** How a piece is shown in place; null where it is offered for download alone. */
export type PieceKind =
  'picture' | 'pdf' | DocumentKind | TableKind | 'video' | 'sound' | 'link' | 'markdown' | 'text';

/** Office packages that are laid out here (ECMA-376, OpenDocument), by their types as IANA lists them. */
const OFFICE: Readonly<Record<string, DocumentKind | TableKind>> = {
  'application/vnd.openxmlformats-officedocument.wordprocessingml.document': 'docx',
  'application/vnd.oasis.opendocument.text': 'odt',
  'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet': 'xlsx',
  'application/vnd.oasis.opendocument.spreadsheet': 'ods',
};
/** Longest that is read into the page, in bytes: text beyond it is data, not reading, and of the others a tab would run out. */
const LONGEST_TEXT = 2_000_000;
/** Of a table what is on screen is drawn, and the rest is read away from the page. */
const LONGEST_TABLE = 20_000_000;
const LONGEST_DOCUMENT = 100_000_000;
const TEXT = /^(text\/|application\/(gpx\+xml|xml|json|geo\+json|vnd\.google-earth))/;
/** Text that a browser could run is never fetched for showing. */
const NEVER_SHOWN = /^text\/html|svg/;

/** What its kind depends on. */
type OfKind = Pick<ShownPiece, 'mime' | 'bytes' | 'form'>;

export function pieceKind(piece: OfKind): PieceKind | null {
  const kind = kindOf(piece);
  return kind && piece.bytes <= longest[kind] ? kind : null;
}

/** Whether a piece would be shown, were there less of it. */
export const isTooLong = (piece: OfKind): boolean => kindOf(piece) !== null && pieceKind(piece) === null;

/** Players fetch what they play, and the school looks at a picture before it sends it. */
const longest: Record<PieceKind, number> = {
  picture: Infinity,
  pdf: LONGEST_DOCUMENT,
  docx: LONGEST_DOCUMENT,
  odt: LONGEST_DOCUMENT,
  xlsx: LONGEST_TABLE,
  ods: LONGEST_TABLE,
  csv: LONGEST_TABLE,
  video: Infinity,
  sound: Infinity,
  link: Infinity,
  markdown: LONGEST_TEXT,
  text: LONGEST_TEXT,
};

function kindOf({ mime, form }: OfKind): PieceKind | null {
  if (mime.startsWith('image/') && !mime.includes('svg') && !mime.includes('heic')) return 'picture';
  if (mime === 'application/pdf') return 'pdf';
  if (OFFICE[mime]) return OFFICE[mime];
  if (mime.startsWith('video/')) return 'video';
  if (mime.startsWith('audio/')) return 'sound';
  if (mime === LINK_MIME) return 'link';
  if (NEVER_SHOWN.test(mime)) return null;
  if (mime === 'text/markdown') return 'markdown';
  if (!TEXT.test(mime)) return null;
  return form === 'table' ? 'csv' : 'text';
}

/** Whether what is in a piece is shown here: whatever is has places at which something can be said, and can be set beside another. */
export const hasPlaces = (piece: OfKind): boolean => ![null, 'link'].includes(pieceKind(piece));

const TABLES: ReadonlySet<PieceKind | null> = new Set(['csv', 'xlsx', 'ods']);
export const isTable = (kind: PieceKind | null): kind is TableKind => TABLES.has(kind);
