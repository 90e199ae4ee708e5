import { Uint8ArrayWriter, ZipReader, type Entry, type Reader } from '@zip.js/zip.js';
import { sayBytes } from '../../ui/format';
import { SheetFiller } from '../office/Sheet';
import { pictureType } from '../office/pictures';
import type { Archive } from './readArchive';

/** Pictures of themselves that programs put into their documents, the best first (common practice, no source; from memory). */
const PREVIEWS = [
  /^mergedimage\.png$/,
  /^preview\.(?:jpe?g|png)$/i,
  /^QuickLook\/(?:Preview|Thumbnail)\.(?:jpe?g|png)$/,
  /^previews\/preview\.png$/,
  /^Metadata\/(?:thumbnail|plate_1)\.png$/,
  /^(?:docProps|Thumbnails)\/thumbnail\.(?:jpe?g|png)$/,
  /^(?:geogebra_)?thumbnail\.png$/,
];
/** Largest of them that is unpacked, in bytes. */
const LARGEST_PREVIEW = 20_000_000;
const HEADINGS = ['Name', 'Size', 'Changed'];

/** What is in a ZIP; throws where it is none. A document that a program keeps so may hold a picture of itself. */
export async function listArchive(of: Reader<unknown>, isDocument: boolean): Promise<Archive> {
  const zip = new ZipReader(of, { useWebWorkers: false });
  const filler = new SheetFiller(null, { cells: 0 });
  const put = (row: number, cells: readonly string[]) =>
    cells.forEach((cell, i) => filler.put(row, i + 1, cell));
  put(1, HEADINGS);
  const archive = { files: 0, bytes: 0, isLocked: false };
  const previews: Entry[] = [];
  for await (const entry of zip.getEntriesGenerator()) {
    if (entry.directory) continue;
    archive.files += 1;
    archive.bytes += entry.uncompressedSize;
    archive.isLocked ||= entry.encrypted;
    put(archive.files + 1, [entry.filename, sayBytes(entry.uncompressedSize), sayTime(entry.lastModDate)]);
    if (isDocument && entry.uncompressedSize <= LARGEST_PREVIEW && rankOf(entry) >= 0) previews.push(entry);
  }
  const best = previews.toSorted((a, b) => rankOf(a) - rankOf(b))[0];
  return { ...archive, list: filler.sheet, preview: best ? await unpack(best) : null };
}

const rankOf = ({ filename }: Entry) => PREVIEWS.findIndex((one) => one.test(filename));

async function unpack(entry: Entry): Promise<Blob | null> {
  if (entry.directory || entry.encrypted) return null;
  const bytes = await entry.getData(new Uint8ArrayWriter(), { useWebWorkers: false });
  return new Blob([bytes], { type: pictureType(entry.filename) });
}

/** A time as a ZIP keeps it: of no zone, to the minute. */
function sayTime(time: Date): string {
  const two = (number: number) => String(number).padStart(2, '0');
  return `${time.getFullYear()}-${two(time.getMonth() + 1)}-${two(time.getDate())} ${two(time.getHours())}:${two(time.getMinutes())}`;
}
