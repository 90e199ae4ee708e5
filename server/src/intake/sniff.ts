import fsp from 'node:fs/promises';
import { fileTypeFromBuffer, fileTypeFromFile } from 'file-type';
import { LOCKED_MIME, splitName } from '@vestibul/core';

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
  ipynb: 'application/x-ipynb+json',
  eml: 'message/rfc822',
  fodt: 'application/vnd.oasis.opendocument.text-flat-xml',
  musicxml: 'application/vnd.recordare.musicxml+xml',
  mei: 'application/xml',
  xopp: 'application/xml',
};

/** Programs and other texts that are read as plain text and open by their extension (common practice, no source; from memory). */
const plainTexts = new Set(
  (
    'py js mjs ts tsx jsx java c h cpp hpp cc cs rb go rs php sql r rmd jl lua pl kt swift dart scala hs lisp scm asm s v vhd ino ' +
    'pde m css scss tex bib sty yaml yml toml ini cfg conf log srt vtt sbv ics vcf obj dxf gcode nb dot puml abc ly mid2 org rst adoc diff patch'
  ).split(' '),
);
/** What programs keep in a ZIP under an extension of their own (as above). */
const inZip: Record<string, string> = {
  kmz: 'application/vnd.google-earth.kmz',
  mxl: 'application/vnd.recordare.musicxml',
  ...Object.fromEntries(
    'h5p ggb ggt sb3 sb2 sprite3 aia mscz pages numbers key notebook xmind mmap mindnode cbz 3mf f3d f3z fcstd kra ora procreate llsp llsp3 lmsp ev3 goodnotes pbix twbx sketch idml usdz hex2 knit qgz mbz imscc thmx wlmp mwb tdsx'
      .split(' ')
      .map((extension) => [extension, 'application/zip']),
  ),
};

/** What older programs keep in a compound file (as above). */
const inCompound: Record<string, string> = {
  doc: 'application/msword',
  dot: 'application/msword',
  wps: 'application/vnd.ms-works',
  xls: 'application/vnd.ms-excel',
  xlt: 'application/vnd.ms-excel',
  ppt: 'application/vnd.ms-powerpoint',
  pps: 'application/vnd.ms-powerpoint',
  pot: 'application/vnd.ms-powerpoint',
  pub: 'application/x-mspublisher',
  vsd: 'application/vnd.visio',
  mpp: 'application/vnd.ms-project',
  msg: 'application/vnd.ms-outlook',
  hwp: 'application/x-hwp',
  notebook: 'application/x-cfb',
};

/** Documents that a password locks are kept in a compound file too, and keep the extension that their program knows. */
const lockable = new Set('docx docm dotx xlsx xlsm pptx pptm ppsx'.split(' '));

/** Containers of which the bytes tell no more: what is in them, the name says where it can be. */
const containers: Record<string, Record<string, string>> = { zip: inZip, cfb: inCompound };

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
  const start = await startOf(file);
  // A byte-order mark is looked at before any magic number: UTF-16 begins as some sound does.
  const found = isUtf16(start) ? undefined : await findType(file, start);
  if (found && found.ext !== 'xml') {
    if (found.ext === 'cfb' && lockable.has(named) && (await isLocked(file, start)))
      return { mime: LOCKED_MIME, extension: named };
    const inside = containers[found.ext]?.[named];
    if (inside) return { mime: inside, extension: named };
    // A container that holds sound or video alike; the recorder here says by the name that it is sound alone.
    if (found.ext === 'webm' && named === 'weba') return { mime: 'audio/webm', extension: 'weba' };
    const alike = sameType.find((group) => group.includes(found.ext));
    return { mime: found.mime, extension: alike?.includes(named) ? named : found.ext };
  }
  if (found || isUtf16(start) || isText(start)) {
    const mime = textTypes[named] ?? (plainTexts.has(named) ? 'text/plain' : undefined);
    if (mime) return { mime, extension: named };
    return found ? { mime: 'application/xml', extension: 'xml' } : { mime: 'text/plain', extension: 'txt' };
  }
  return { mime: 'application/octet-stream', extension: named };
}

/** A file that the sample holds whole is not read again, bit by bit. */
const findType = (file: string, start: Buffer) =>
  start.length < TEXT_SAMPLE ? fileTypeFromBuffer(start) : fileTypeFromFile(file);

/**
 * Whether a compound file holds a document that a password locks: the first sector of its directory names what is in it (MS-CFB,
 * 2.2 and 2.6; MS-OFFCRYPTO, 2.3).
 */
async function isLocked(file: string, start: Buffer): Promise<boolean> {
  if (start.length < CFB_HEADER_BYTES) return false;
  const sectorBytes = 2 ** Math.min(start.readUInt16LE(30), 12);
  const at = (start.readUInt32LE(48) + 1) * sectorBytes;
  return (await bytesAt(file, at, sectorBytes)).toString('utf16le').includes('Encrypt');
}
const CFB_HEADER_BYTES = 512;

const startOf = (file: string) => bytesAt(file, 0, TEXT_SAMPLE);

async function bytesAt(file: string, at: number, length: number): Promise<Buffer> {
  const handle = await fsp.open(file, 'r');
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.allocUnsafe(length), 0, length, at);
    return buffer.subarray(0, bytesRead);
  } finally {
    await handle.close();
  }
}

const isText = (start: Buffer): boolean => !start.some((byte) => byte < 0x20 && !TEXT_CONTROLS.has(byte));

/** Whether bytes begin with the mark of UTF-16 and go on as text in it: no control characters, no half characters. */
function isUtf16(start: Buffer): boolean {
  const encoding =
    start[0] === 0xff && start[1] === 0xfe
      ? 'utf-16le'
      : start[0] === 0xfe && start[1] === 0xff
        ? 'utf-16be'
        : null;
  if (!encoding || start.length % 2 !== 0) return false;
  const text = new TextDecoder(encoding).decode(start);
  // The sample may end within a character of two halves.
  // eslint-disable-next-line no-control-regex -- control characters are what is looked for
  return !/[\u0000-\u0008\u000b\u000e-\u001a\u001c-\u001f\ufffd\uffff]/.test(text.slice(0, -1));
}
