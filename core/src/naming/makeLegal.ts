import { nameKey } from '../text/nameKey';
/**
 * Longest name in bytes of UTF-8 that ext4, APFS and the common network shares take
 * (POSIX.1 NAME_MAX on Linux is 255). Windows counts 255 UTF-16 units, which is never stricter.
 */
export const LONGEST_NAME_BYTES = 255;

/** Longest path in UTF-16 units, its closing null among them: Microsoft, 'Naming Files, Paths, and Namespaces' (MAX_PATH). */
export const LONGEST_PATH_UNITS = 260;

/** What a name had in it that a file system refuses; the codes of `vestibul rule check`. */
export const legalFaults = [
  'reserved-name',
  'forbidden-character',
  'edge-space-or-dot',
  'too-long',
  'empty-name',
] as const;
export type LegalFault = (typeof legalFaults)[number];

/**
 * Device names that Windows keeps for itself, with or without an extension: Microsoft, 'Naming Files, Paths, and
 * Namespaces'. COM0, LPT0, CONIN$ and CONOUT$ are not in every edition of that page; they are refused here as well.
 */
const RESERVED = /^(con|prn|aux|nul|conin\$|conout\$|com[0-9¹²³]|lpt[0-9¹²³])(?=\s*(?:\.|$))/i;

/** Characters that name a level or a stream somewhere become a dash, so that the words they divide stay apart. */
const DIVIDERS = /\s*[/\\:|]\s*/g;
/** The rest that Windows forbids, control characters, and marks that reverse or hide what a name says. */
// eslint-disable-next-line no-control-regex -- control characters are what is looked for
const UNWRITABLE = /[<>"?*\u0000-\u001f\u007f-\u009f\u200b\u200e\u200f\u202a-\u202e\u2060-\u2069\ufeff]/g;
const LONE_SURROGATE = /[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g;

/** Makes a piece of text fit inside a name: no character that a file system forbids, white space folded, NFC (UAX #15). */
export function legalText(text: string): string {
  // Composed first: a forbidden sign that a mark stands through is a letter of its own. And last, as what is taken out can
  // have parted a letter from its mark.
  return text
    .normalize('NFC')
    .replace(/[\t\n\r\u00a0]+/g, ' ')
    .replace(LONE_SURROGATE, '')
    .replace(UNWRITABLE, '')
    .replace(DIVIDERS, '-')
    .replace(/ {2,}/g, ' ')
    .normalize('NFC');
}

/** Whether a text holds a character that `legalText` takes out or writes as another; its normalisation form makes no difference. */
export function hasForbidden(text: string): boolean {
  const composed = text.normalize('NFC');
  return composed.search(UNWRITABLE) >= 0 || composed.search(LONE_SURROGATE) >= 0 || /[/\\:|]/.test(composed);
}

/** Mends the edges of a whole name (without its extension): no space or dot at either end, no device name. */
export function legalStem(stem: string): string {
  const trimmed = stem.replace(/^[ .]+/, '').replace(/[ .]+$/, '');
  return RESERVED.test(trimmed) ? trimmed.replace(RESERVED, '$1_') : trimmed;
}

/** Length of a text in bytes of UTF-8. */
export function utf8Bytes(text: string): number {
  let bytes = 0;
  for (const char of text) {
    const code = char.codePointAt(0)!;
    bytes += code < 0x80 ? 1 : code < 0x800 ? 2 : code < 0x10000 ? 3 : 4;
  }
  return bytes;
}

const graphemes = new Intl.Segmenter('und', { granularity: 'grapheme' });

/** The characters of a text as a reader counts them: extended grapheme clusters (UAX #29). */
export function charactersOf(text: string): string[] {
  return Array.from(graphemes.segment(text), ({ segment }) => segment);
}

/** The longest start of a text within `bytes` bytes of UTF-8 and `units` UTF-16 units, never cut inside a character (UAX #29). */
export function cutToRoom(text: string, bytes: number, units: number): string {
  let kept = '';
  let used = 0;
  for (const { segment } of graphemes.segment(text)) {
    used += utf8Bytes(segment);
    if (used > bytes || kept.length + segment.length > units) break;
    kept += segment;
  }
  return kept;
}

/** What each kind of file system compares when it decides whether two names are one. */
export const nameKeys = {
  /** Without case, character by character, as a volume's table of capitals has it; normalisation forms stay apart. */
  windows: (name: string) =>
    Array.from(name, (char) => {
      const upper = char.toUpperCase();
      return upper.length === char.length ? upper : char;
    }).join(''),
  macos: nameKey,
  bytes: (name: string) => name,
} as const;
export type NameSystem = keyof typeof nameKeys;
export const nameSystems = Object.keys(nameKeys) as NameSystem[];
