import { decodeText } from '@vestibul/core';

/** A text as it is shown. Places in it are counted in its one form: NFC, and a line end is one sign (RFC 5147, 2.2.1). */
export const plainText = (bytes: ArrayBuffer): string =>
  decodeText(new Uint8Array(bytes)).normalize('NFC').replaceAll('\r\n', '\n');
