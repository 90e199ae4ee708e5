/** Bytes at the end of a picture in which its own end is looked for: phones put more behind it. */
const TAIL = 65_536;
/** Bytes of a box that say how long it is (ISO/IEC 14496-12, 4.2). */
const BOX_HEAD = 16;
/** Boxes that are gone through; a recording has a handful at its outermost. */
const MOST_BOXES = 64;

/** Reads some bytes of a file, from one place to before another. */
export type ReadBytes = (from: number, to: number) => Promise<Uint8Array>;

/**
 * Whether a picture, a sound or a video is the beginning of one: browsers show what is there and do not say so. False of kinds
 * that do not tell how long they are.
 */
export async function isCut(mime: string, size: number, read: ReadBytes): Promise<boolean> {
  const tail = () => read(Math.max(0, size - TAIL), size);
  switch (mime) {
    case 'image/jpeg':
      return isCutJpeg(await tail());
    case 'image/png':
    case 'image/apng':
      return lastIndexOf(await tail(), [0x49, 0x45, 0x4e, 0x44]) < 0;
    case 'image/gif':
      return !endsWithTrailer(await tail());
    case 'image/webp':
    case 'audio/wav':
      return (await uint32(read, 4)) + 8 > size;
    case 'image/bmp':
      return (await uint32(read, 2)) > size;
    default:
      return IN_BOXES.test(mime) && isCutInBoxes(size, read);
  }
}

const IN_BOXES = /^(?:image\/avif|video\/(?:mp4|quicktime|x-m4v|3gpp)|audio\/(?:mp4|x-m4a))$/;

/** Its end mark comes after its last scan, in which the mark cannot be (ITU-T T.81, B.1.1.2 and B.1.1.5); a small picture in it has one too. */
function isCutJpeg(tail: Uint8Array): boolean {
  const end = lastIndexOf(tail, [0xff, 0xd9]);
  return end < 0 || end < lastIndexOf(tail, [0xff, 0xda]);
}

/** The trailer is its last byte (GIF89a, 27); some programs fill up with zeros. */
function endsWithTrailer(tail: Uint8Array): boolean {
  return tail.findLast((byte) => byte !== 0) === 0x3b;
}

/** The length of what follows stands in a little-endian number (RIFF; BMP). */
async function uint32(read: ReadBytes, at: number): Promise<number> {
  const bytes = await read(at, at + 4);
  return bytes.length < 4 ? Infinity : new DataView(bytes.buffer, bytes.byteOffset).getUint32(0, true);
}

/** Whether the last of a file's boxes says that it is longer than the file; 0 is a box up to the end (ISO/IEC 14496-12, 4.2). */
async function isCutInBoxes(size: number, read: ReadBytes): Promise<boolean> {
  let at = 0;
  for (let boxes = 0; at < size && boxes < MOST_BOXES; boxes += 1) {
    const head = await read(at, Math.min(size, at + BOX_HEAD));
    if (head.length < 8) return true;
    const view = new DataView(head.buffer, head.byteOffset, head.length);
    const short = view.getUint32(0);
    if (short === 0) return false;
    if (short === 1 && head.length < BOX_HEAD) return true;
    const length = short === 1 ? Number(view.getBigUint64(8)) : short;
    // What is shorter than its own head is no box: then nothing is known of it.
    if (length < 8) return false;
    at += length;
  }
  return at > size;
}

function lastIndexOf(bytes: Uint8Array, sought: readonly number[]): number {
  for (let at = bytes.length - sought.length; at >= 0; at -= 1)
    if (sought.every((byte, i) => bytes[at + i] === byte)) return at;
  return -1;
}
