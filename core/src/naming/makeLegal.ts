/**
 * Longest name in bytes of UTF-8 that ext4, APFS and the common network shares take
 * (POSIX NAME_MAX on Linux is 255). Windows counts 255 UTF-16 units, which is never stricter.
 */
export const LONGEST_NAME_BYTES = 255;

/** Device names that Windows keeps for itself, with or without an extension: Microsoft, 'Naming Files, Paths, and Namespaces'. */
const RESERVED = /^(con|prn|aux|nul|com[1-9¹²³]|lpt[1-9¹²³])(?=$|\.|\s*$)/i;

/** Characters that name a level or a stream somewhere become a dash, so that the words they divide stay apart. */
const DIVIDERS = /\s*[/\\:|]\s*/g;
/** The rest that Windows forbids, control characters, and marks that reverse or hide what a name says. */
// eslint-disable-next-line no-control-regex -- control characters are what is looked for
const UNWRITABLE = /[<>"?*\u0000-\u001f\u007f-\u009f\u200b\u200e\u200f\u202a-\u202e\u2060-\u2069\ufeff]/g;
const LONE_SURROGATE = /[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g;

/** Makes a piece of text fit inside a name: no character that a file system forbids, white space folded, NFC (UAX #15). */
export function legalText(text: string): string {
  return text
    .replace(/[\t\n\r\u00a0]+/g, ' ')
    .replace(LONE_SURROGATE, '')
    .replace(UNWRITABLE, '')
    .replace(DIVIDERS, '-')
    .replace(/ {2,}/g, ' ')
    .normalize('NFC');
}

/** Mends the edges of a whole name (without its extension): no space at either end, no dot at the end, no device name. */
export function legalStem(stem: string): string {
  const trimmed = stem.replace(/^ +/, '').replace(/[ .]+$/, '');
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

/** Cuts a text to at most `bytes` bytes of UTF-8, never inside a character as a reader counts them (UAX #29). */
export function cutToBytes(text: string, bytes: number): string {
  let kept = '';
  let used = 0;
  for (const { segment } of graphemes.segment(text)) {
    used += utf8Bytes(segment);
    if (used > bytes) break;
    kept += segment;
  }
  return kept;
}

/**
 * The form under which two names are one name to a file system that ignores case and normalisation
 * (the default of macOS, and Windows for case): NFC of the lower-cased upper-cased NFC.
 */
export function nameKey(name: string): string {
  return name.normalize('NFC').toUpperCase().toLowerCase().normalize('NFC');
}
