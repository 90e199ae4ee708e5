/** Percent signs with what they stand for, as addresses carry names (RFC 3986, section 2.1). */
const PERCENT = /%[0-9a-f]{2}/iu;
/** What letters of UTF-8 look like that were read as Latin-1 or Windows-1252. */
const MISREAD = /[ÃÂÄÅÆáâ][\u0080-\u00bf\u0152-\u0178\u2013-\u203a\u20ac\u2122]/u;

/** The signs that Windows-1252 has in the place of control characters, by their byte (Unicode, CP1252.TXT). */
const WINDOWS: Readonly<Record<string, number>> = Object.fromEntries(
  [
    ...'\u20ac\u0081\u201a\u0192\u201e\u2026\u2020\u2021\u02c6\u2030\u0160\u2039\u0152\u008d\u017d\u008f',
    ...'\u0090\u2018\u2019\u201c\u201d\u2022\u2013\u2014\u02dc\u2122\u0161\u203a\u0153\u009d\u017e\u0178',
  ].map((sign, i) => [sign, 0x80 + i]),
);

/**
 * A name as its writer meant it: percent signs undone, letters that were read in the wrong code mended, wide and styled
 * letters as plain ones (Unicode Standard Annex #15, NFKC).
 */
export function cleanName(name: string): string {
  let text = name;
  if (PERCENT.test(text)) {
    try {
      text = decodeURIComponent(text.replaceAll('+', ' '));
    } catch {
      // Percent signs that stand for nothing are left as they are.
    }
  }
  if (MISREAD.test(text)) text = readAsUtf8(text) ?? text;
  // A letter that got lost on the way left a sign in its place; what is left of the word is closer without it.
  return text.normalize('NFKC').replace(/(?<=\p{L})[\ufffd?](?=\p{L})/gu, '');
}

/** The text whose UTF-8 bytes were read as Windows-1252, or null where they are not UTF-8. */
function readAsUtf8(text: string): string | null {
  const bytes: number[] = [];
  for (const sign of text.normalize('NFC')) {
    const code = sign.codePointAt(0)!;
    const byte = WINDOWS[sign] ?? code;
    if (byte > 0xff) return null;
    bytes.push(byte);
  }
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(new Uint8Array(bytes));
  } catch {
    return null;
  }
}
