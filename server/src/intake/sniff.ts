import fsp from 'node:fs/promises';
import { fileTypeFromFile } from 'file-type';
import { splitName } from '@vestibul/core';

/** Bytes looked at to tell text from anything else. */
const TEXT_SAMPLE = 64 * 1024;

/** Control characters that plain text holds: tab, line feed, form feed, carriage return, escape. */
const TEXT_CONTROLS = new Set([0x09, 0x0a, 0x0c, 0x0d, 0x1b]);

/** Kinds of plain text that only their extension tells apart, with the type they are kept under. */
const textTypes: Record<string, string> = {
  txt: 'text/plain',
  md: 'text/markdown',
  csv: 'text/csv',
  tsv: 'text/tab-separated-values',
  gpx: 'application/gpx+xml',
  kml: 'application/vnd.google-earth.kml+xml',
  xml: 'application/xml',
  json: 'application/json',
  geojson: 'application/geo+json',
  svg: 'image/svg+xml',
  html: 'text/html',
  htm: 'text/html',
  rtf: 'application/rtf',
};

/** Extensions that mean the same type, so that a name keeps the one its student knows. */
const sameType: readonly (readonly string[])[] = [
  ['jpg', 'jpeg'],
  ['tif', 'tiff'],
  ['mp4', 'm4v'],
  ['webm', 'mkv'],
  ['ogg', 'oga', 'ogv', 'opus'],
];

export interface SniffedType {
  mime: string;
  /** Lower case, without the dot; '' when nothing is known. */
  extension: string;
}

/** Tells the real type of a file from its bytes; the name only decides between kinds that look alike. */
export async function sniffType(file: string, originalName: string): Promise<SniffedType> {
  const named = splitName(originalName).extension;
  const found = await fileTypeFromFile(file);
  if (found && found.ext !== 'xml') {
    // A container that holds sound or video alike; the recorder here says by the name that it is sound alone.
    if (found.ext === 'webm' && named === 'weba') return { mime: 'audio/webm', extension: 'weba' };
    const alike = sameType.find((group) => group.includes(found.ext));
    return { mime: found.mime, extension: alike?.includes(named) ? named : found.ext };
  }
  if (found || (await isText(file))) {
    const mime = textTypes[named];
    if (mime) return { mime, extension: named };
    return found ? { mime: 'application/xml', extension: 'xml' } : { mime: 'text/plain', extension: 'txt' };
  }
  return { mime: 'application/octet-stream', extension: named };
}

async function isText(file: string): Promise<boolean> {
  const handle = await fsp.open(file, 'r');
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(TEXT_SAMPLE), 0, TEXT_SAMPLE, 0);
    return !buffer.subarray(0, bytesRead).some((byte) => byte < 0x20 && !TEXT_CONTROLS.has(byte));
  } finally {
    await handle.close();
  }
}
