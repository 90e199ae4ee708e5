import { LINK_MIME } from '@vestibul/core';

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
export type PieceKind = 'picture' | 'pdf' | 'docx' | 'video' | 'sound' | 'link' | 'markdown' | 'text';

const DOCX = 'application/vnd.openxmlformats-officedocument.wordprocessingml.document';
/** Longest that is read into the page, in bytes: text beyond it is data, not reading, and of the others a tab would run out. */
const LONGEST_TEXT = 2_000_000;
const LONGEST_DOCUMENT = 100_000_000;
const TEXT = /^(text\/|application\/(gpx\+xml|xml|json|geo\+json|vnd\.google-earth))/;
/** Text that a browser could run is never fetched for showing. */
const NEVER_SHOWN = /^text\/html|svg/;

export function pieceKind(piece: { mime: string; bytes: number }): PieceKind | null {
  const kind = kindOf(piece.mime);
  return kind && piece.bytes <= longest[kind] ? kind : null;
}

/** Whether a piece would be shown, were there less of it. */
export const isTooLong = (piece: { mime: string; bytes: number }): boolean =>
  kindOf(piece.mime) !== null && pieceKind(piece) === null;

/** Players fetch what they play, and the school looks at a picture before it sends it. */
const longest: Record<PieceKind, number> = {
  picture: Infinity,
  pdf: LONGEST_DOCUMENT,
  docx: LONGEST_DOCUMENT,
  video: Infinity,
  sound: Infinity,
  link: Infinity,
  markdown: LONGEST_TEXT,
  text: LONGEST_TEXT,
};

function kindOf(mime: string): PieceKind | null {
  if (mime.startsWith('image/') && !mime.includes('svg') && !mime.includes('heic')) return 'picture';
  if (mime === 'application/pdf') return 'pdf';
  if (mime === DOCX) return 'docx';
  if (mime.startsWith('video/')) return 'video';
  if (mime.startsWith('audio/')) return 'sound';
  if (mime === LINK_MIME) return 'link';
  if (NEVER_SHOWN.test(mime)) return null;
  if (mime === 'text/markdown') return 'markdown';
  return TEXT.test(mime) ? 'text' : null;
}

/** Whether what is in a piece is shown here: whatever is has places at which something can be said, and can be set beside another. */
export const hasPlaces = (piece: { mime: string; bytes: number }): boolean =>
  ![null, 'link'].includes(pieceKind(piece));
