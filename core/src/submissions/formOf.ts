import { LINK_MIME } from './link';

/** What a piece can be, in one word. */
export const forms = [
  'text',
  'pages',
  'slides',
  'table',
  'photo',
  'picture',
  'sound',
  'video',
  'track',
  'archive',
  'link',
  'file',
] as const;
export type Form = (typeof forms)[number];

/** Forms of which it is shown what they look like, small. */
export const drawnForms = ['text', 'pages', 'slides', 'table', 'photo', 'picture'] as const satisfies Form[];

/** The type under which a document is kept that a password locks: what it is, nobody can see (common practice, no source). */
export const LOCKED_MIME = 'application/encrypted';

/** Extensions of the kinds of work that a sniffed type alone does not tell apart. */
const byExtension: Record<string, Form> = {
  csv: 'table',
  tsv: 'table',
  xlsx: 'table',
  ods: 'table',
  xls: 'table',
  pptx: 'slides',
  odp: 'slides',
  ppt: 'slides',
  docx: 'text',
  odt: 'text',
  doc: 'text',
  rtf: 'text',
  txt: 'text',
  md: 'text',
  gpx: 'track',
  kml: 'track',
  kmz: 'track',
  geojson: 'track',
  pdf: 'pages',
  zip: 'archive',
};

/** What a piece is in one word, as it stands on its paper edge in the slot. */
export function formOf(mime: string, extension: string): Form {
  if (mime === LINK_MIME) return 'link';
  const known = byExtension[extension];
  if (known) return known;
  if (/^image\/(?:jpeg|hei[cf])/.test(mime)) return 'photo';
  const family = mime.split('/')[0];
  if (family === 'image') return 'picture';
  if (family === 'audio') return 'sound';
  if (family === 'video') return 'video';
  return family === 'text' ? 'text' : 'file';
}
