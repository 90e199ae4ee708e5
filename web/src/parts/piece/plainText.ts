import { decodeText } from '@vestibul/core';

/** A text as it is shown. Places in it are counted in its one form: NFC, and a line end is one sign (RFC 5147, 2.2.1). */
export const plainText = (bytes: ArrayBuffer): string =>
  decodeText(new Uint8Array(bytes)).normalize('NFC').replaceAll('\r\n', '\n');

/** Its lines; the end of the last one begins no other. */
export const plainLines = (text: string): string[] => text.replace(/\n$/, '').split('\n');

/** Cells of one line for looking at; quoted cells may hold the separator. */
export function cellsOf(line: string): string[] {
  const separator = line.includes('\t') ? '\t' : line.includes(';') && !line.includes(',') ? ';' : ',';
  const found = line.match(new RegExp(`("(?:[^"]|"")*"|[^${separator}]*)(${separator}|$)`, 'g')) ?? [];
  return found
    .map((cell) => cell.replace(new RegExp(`${separator}$`), ''))
    .slice(0, line.endsWith(separator) ? undefined : Math.max(1, found.length - 1))
    .map((cell) => (cell.startsWith('"') ? cell.slice(1, -1).replaceAll('""', '"') : cell));
}
