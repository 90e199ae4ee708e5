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
/** Text longer than this, in bytes, is offered for download: it is data, not reading. */
const LONGEST_TEXT = 2_000_000;
const TEXT = /^(text\/|application\/(gpx\+xml|xml|json|geo\+json|vnd\.google-earth))/;
/** Text that a browser could run is never fetched for showing. */
const NEVER_SHOWN = /^text\/html|svg/;

export function pieceKind({ mime, bytes }: { mime: string; bytes: number }): PieceKind | null {
  if (mime.startsWith('image/') && !mime.includes('svg') && !mime.includes('heic')) return 'picture';
  if (mime === 'application/pdf') return 'pdf';
  if (mime === DOCX) return 'docx';
  if (mime.startsWith('video/')) return 'video';
  if (mime.startsWith('audio/')) return 'sound';
  if (mime === LINK_MIME) return 'link';
  if (bytes > LONGEST_TEXT || NEVER_SHOWN.test(mime)) return null;
  if (mime === 'text/markdown') return 'markdown';
  return TEXT.test(mime) ? 'text' : null;
}

/** Whether what is in a piece is shown here: whatever is has places at which something can be said, and can be set beside another. */
export const hasPlaces = (piece: { mime: string; bytes: number }): boolean =>
  ![null, 'link'].includes(pieceKind(piece));
