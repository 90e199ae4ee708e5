import { crc32, deflateRawSync } from 'node:zlib';

/** An entry of a ZIP file that is made byte by byte, so that it can be as wrong as wished. */
export interface MadeEntry {
  name: string | Buffer;
  bytes: Uint8Array;
  /** General purpose bit flag; 0x800 says that the name is in UTF-8 (APPNOTE.TXT 4.4.4). */
  flags?: number;
  /** The file mode of Unix. */
  mode?: number;
  /** What the archive says instead of the truth. */
  saysSize?: number;
  saysSum?: number;
  stored?: boolean;
}

/** Writes a ZIP file (APPNOTE.TXT 6.3.10, sections 4.3.7, 4.3.12 and 4.3.16). */
export function madeZip(entries: readonly MadeEntry[]): Buffer<ArrayBuffer> {
  const local: Buffer[] = [];
  const central: Buffer[] = [];
  let offset = 0;
  for (const { name, bytes, flags = 0x800, mode, saysSize, saysSum, stored = false } of entries) {
    const raw = typeof name === 'string' ? Buffer.from(name, 'utf8') : name;
    const data = stored ? Buffer.from(bytes) : deflateRawSync(bytes);
    const sum = saysSum ?? crc32(bytes);
    const size = saysSize ?? bytes.length;
    const head = Buffer.alloc(30);
    head.writeUInt32LE(0x04034b50, 0);
    head.writeUInt16LE(20, 4);
    head.writeUInt16LE(flags, 6);
    head.writeUInt16LE(stored ? 0 : 8, 8);
    head.writeUInt32LE(sum, 14);
    head.writeUInt32LE(data.length, 18);
    head.writeUInt32LE(size, 22);
    head.writeUInt16LE(raw.length, 26);
    const list = Buffer.alloc(46);
    list.writeUInt32LE(0x02014b50, 0);
    list.writeUInt16LE(mode === undefined ? 20 : (3 << 8) | 20, 4);
    list.writeUInt16LE(20, 6);
    list.writeUInt16LE(flags, 8);
    list.writeUInt16LE(stored ? 0 : 8, 10);
    // 2026-10-02 09:30, as MS-DOS writes it.
    list.writeUInt16LE((9 << 11) | (30 << 5), 12);
    list.writeUInt16LE(((2026 - 1980) << 9) | (10 << 5) | 2, 14);
    list.writeUInt32LE(sum, 16);
    list.writeUInt32LE(data.length, 20);
    list.writeUInt32LE(size, 24);
    list.writeUInt16LE(raw.length, 28);
    list.writeUInt32LE(((mode ?? 0) << 16) >>> 0, 38);
    list.writeUInt32LE(offset, 42);
    local.push(head, raw, data);
    central.push(list, raw);
    offset += head.length + raw.length + data.length;
  }
  const listed = Buffer.concat(central);
  const end = Buffer.alloc(22);
  end.writeUInt32LE(0x06054b50, 0);
  end.writeUInt16LE(entries.length, 8);
  end.writeUInt16LE(entries.length, 10);
  end.writeUInt32LE(listed.length, 12);
  end.writeUInt32LE(offset, 16);
  return Buffer.concat([...local, listed, end]) as Buffer<ArrayBuffer>;
}
