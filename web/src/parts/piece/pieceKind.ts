import { pathOf } from '@vestibul/contract';
import { LINK_MIME, LOCKED_MIME, splitName } from '@vestibul/core';
import { isCode } from './code/languages';
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

/** Where the bytes of a piece are. */
export const sourceOf = ({ id, source }: Pick<ShownPiece, 'id' | 'source'>): string =>
  source ?? pathOf('readPiece', { pieceId: id });

/** How a piece is shown in place; null where it is offered for download alone. */
export type PieceKind =
  | 'picture'
  | 'drawing'
  | 'heic'
  | 'pdf'
  | DocumentKind
  | TableKind
  | 'video'
  | 'sound'
  | 'track'
  | 'archive'
  | 'link'
  | 'markdown'
  | 'code'
  | 'text';

/** How types are shown, as IANA lists them; what is laid out here (ECMA-376, OpenDocument, EPUB, RTF) and what is drawn. */
const BY_TYPE: Readonly<Record<string, PieceKind>> = {
  'application/pdf': 'pdf',
  'application/vnd.openxmlformats-officedocument.wordprocessingml.document': 'docx',
  'application/vnd.oasis.opendocument.text': 'odt',
  'application/vnd.openxmlformats-officedocument.presentationml.presentation': 'pptx',
  'application/vnd.oasis.opendocument.presentation': 'odp',
  'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet': 'xlsx',
  'application/vnd.oasis.opendocument.spreadsheet': 'ods',
  'application/rtf': 'rtf',
  'text/rtf': 'rtf',
  'application/epub+zip': 'epub',
  'application/zip': 'archive',
  'application/gpx+xml': 'track',
  'application/vnd.google-earth.kml+xml': 'track',
  'application/vnd.google-earth.kmz': 'track',
  'application/geo+json': 'track',
  'image/svg+xml': 'drawing',
  'image/heic': 'heic',
  'image/heif': 'heic',
  [LINK_MIME]: 'link',
  'text/markdown': 'markdown',
};
/** Longest that is read into the page, in bytes: text beyond it is data, not reading, and of the others a tab would run out. */
const LONGEST_TEXT = 2_000_000;
/** Of a table what is on screen is drawn, and the rest is read away from the page. */
const LONGEST_TABLE = 20_000_000;
const LONGEST_DOCUMENT = 100_000_000;
/** Pictures that browsers show by themselves (HTML Standard, 4.8.4.4: those in common use). */
const PICTURES = /^image\/(?:jpeg|png|apng|gif|webp|avif|bmp|x-icon|vnd\.microsoft\.icon)$/;
const TEXT = /^(text\/|application\/(xml|json))/;
/** Text that a browser could run is never fetched for showing. */
const NEVER_SHOWN = /^text\/html/;

/** What its kind depends on. */
type OfKind = Pick<ShownPiece, 'mime' | 'bytes' | 'form' | 'name'>;

export function pieceKind(piece: OfKind): PieceKind | null {
  const kind = kindOf(piece);
  return kind && piece.bytes <= longest[kind] ? kind : null;
}

/** Whether a piece would be shown, were there less of it. */
export const isTooLong = (piece: OfKind): boolean => kindOf(piece) !== null && pieceKind(piece) === null;

/** Whether a piece is known to ask for a password before anybody opens it. */
export const isLocked = ({ mime }: Pick<ShownPiece, 'mime'>): boolean => mime === LOCKED_MIME;

/** Players fetch what they play, the school looks at a picture before it sends it, and of a ZIP its list alone is read. */
const longest: Record<PieceKind, number> = {
  picture: Infinity,
  drawing: LONGEST_TEXT,
  heic: LONGEST_DOCUMENT,
  pdf: LONGEST_DOCUMENT,
  docx: LONGEST_DOCUMENT,
  odt: LONGEST_DOCUMENT,
  pptx: LONGEST_DOCUMENT,
  odp: LONGEST_DOCUMENT,
  epub: LONGEST_DOCUMENT,
  rtf: LONGEST_DOCUMENT,
  xlsx: LONGEST_TABLE,
  ods: LONGEST_TABLE,
  csv: LONGEST_TABLE,
  track: LONGEST_TABLE,
  archive: Infinity,
  video: Infinity,
  sound: Infinity,
  link: Infinity,
  markdown: LONGEST_TEXT,
  code: LONGEST_TEXT,
  text: LONGEST_TEXT,
};

function kindOf({ mime, form, name }: OfKind): PieceKind | null {
  const known = BY_TYPE[mime];
  if (known) return known;
  if (PICTURES.test(mime)) return 'picture';
  if (mime.startsWith('video/')) return 'video';
  if (mime.startsWith('audio/')) return 'sound';
  if (NEVER_SHOWN.test(mime) || !TEXT.test(mime)) return null;
  if (form === 'table') return 'csv';
  return isCode(splitName(name).extension) ? 'code' : 'text';
}

/** Kinds whose view is no content in which something could be meant. */
const WITHOUT_PLACES: ReadonlySet<PieceKind | null> = new Set([null, 'link']);

/** Whether what is in a piece is shown here: whatever is has places at which something can be said, and can be set beside another. */
export const hasPlaces = (piece: OfKind): boolean => !WITHOUT_PLACES.has(pieceKind(piece));
