/**
 * Reads the bytes of a list as text: UTF-8 (with or without a byte-order mark), UTF-16 (by its mark, or by the zeros of every
 * other byte), else the encoding of office programs whose letters make the likeliest words: Windows-1252 where nothing speaks
 * against it, Mac Roman, or Windows-1250 for the middle of Europe.
 */
export function decodeText(bytes: Uint8Array): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be').decode(bytes);
  const wide = wideOf(bytes);
  if (wide) return new TextDecoder(wide).decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return decodeOldest(bytes);
  }
}

/** Bytes at the head of a file that are looked at to tell text from pictures, archives and documents. */
const HEAD = 4096;

/** Whether bytes can be text: they have no control characters but blanks and ends of lines, and the zeros of UTF-16. */
export function isText(bytes: Uint8Array): boolean {
  const isMarked = (bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff);
  if (isMarked || wideOf(bytes)) return true;
  // Tab, line feed, vertical tab, form feed, carriage return; escape as old terminals wrote it.
  return bytes
    .subarray(0, HEAD)
    .every((byte) => byte >= 0x20 || (byte >= 0x09 && byte <= 0x0d) || byte === 0x1b);
}

/** UTF-16 without its mark: nearly every other byte of western text is zero. */
function wideOf(bytes: Uint8Array): 'utf-16le' | 'utf-16be' | null {
  const looked = bytes.subarray(0, 4096);
  if (looked.length < 4 || bytes.length % 2 !== 0) return null;
  let [even, odd] = [0, 0];
  looked.forEach((byte, i) => {
    if (byte !== 0) return;
    if (i % 2 === 0) even += 1;
    else odd += 1;
  });
  const most = looked.length / 2;
  if (odd > most * 0.6 && even < most * 0.1) return 'utf-16le';
  if (even > most * 0.6 && odd < most * 0.1) return 'utf-16be';
  return null;
}

/** The encodings of one byte a letter, the commonest first. */
const oldest: readonly ((bytes: Uint8Array) => string)[] = [
  decodeWindows1252,
  (bytes) => new TextDecoder('macintosh').decode(bytes),
  (bytes) => new TextDecoder('windows-1250').decode(bytes),
];

/** Bytes that are looked at to tell an encoding. */
const LOOKED_AT = 100_000;

function decodeOldest(bytes: Uint8Array): string {
  const looked = bytes.subarray(0, LOOKED_AT);
  const scores = oldest.map((decode) => oddness(decode(looked)));
  const best = scores.indexOf(Math.min(...scores));
  return oldest[best]!(bytes);
}

/** How much of a text is no word of any language: signs within words, a capital behind a small letter, controls. */
function oddness(text: string): number {
  let odd = 0;
  for (const found of text.matchAll(/[\u0080-\uffff]/g)) {
    const [before = '', after = ''] = [text[found.index - 1], text[found.index + 1]];
    const sign = found[0];
    const isBeside = /\p{L}/u.test(before) || /\p{L}/u.test(after);
    const isWithin = /\p{L}/u.test(before) && /\p{L}/u.test(after);
    if (/\p{C}/u.test(sign)) odd += 5;
    else if (/\p{Lu}/u.test(sign) && /\p{Ll}/u.test(before)) odd += 3;
    else if (/\p{L}/u.test(sign)) odd += RARE.test(sign) ? 0.5 : 0;
    // A name has an apostrophe in it; of other signs a word has none.
    else if (isWithin && !/[’‘]/.test(sign)) odd += 3;
    else if (isBeside && !/[\p{P}\s]/u.test(sign)) odd += 2;
  }
  return odd;
}

/** Letters that stand in few languages: an encoding that makes many of them is seldom the right one. */
const RARE = /[þðýÞÐÝƒªºµ¸ˇŕŢţÂâŞşĎďŔĹĺ]/;

/**
 * The bytes 0x80 to 0x9F of Windows-1252 (Encoding standard, index-windows-1252); all others stand for themselves.
 * Written out here because the decoder of Node 20 takes the label for Latin-1 and loses these letters.
 */
const HIGH_CONTROLS = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ';

function decodeWindows1252(bytes: Uint8Array): string {
  let text = '';
  for (const byte of bytes) {
    text += byte >= 0x80 && byte <= 0x9f ? HIGH_CONTROLS[byte - 0x80] : String.fromCharCode(byte);
  }
  return text;
}
