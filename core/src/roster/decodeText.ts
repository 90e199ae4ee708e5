/**
 * Reads the bytes of a list as text: UTF-8 (with or without a byte-order mark), UTF-16 where a mark says so,
 * else Windows-1252, which every office program still writes somewhere.
 */
export function decodeText(bytes: Uint8Array): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return decodeWindows1252(bytes);
  }
}

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
