import type { Entry } from 'yauzl';
import { openZip } from '../platform/openZip';
import { beginning, type Reach } from './Inside';

/** Reads those parts of a document that are wanted, as texts (OPC, ECMA-376 part 2; ODF 1.3 part 2). */
export async function readParts(
  file: string,
  wanted: (name: string) => boolean,
  reach: Reach = beginning,
): Promise<Map<string, string>> {
  const parts = await readBytesOfParts(file, wanted, reach);
  return new Map([...parts].map(([name, bytes]) => [name, bytes.toString('utf8')]));
}

/** Reads those parts that are wanted, each from its start. */
export async function readBytesOfParts(
  file: string,
  wanted: (name: string) => boolean,
  reach: Reach = beginning,
): Promise<Map<string, Buffer>> {
  const zip = await openZip(file);
  return new Promise((resolve, reject) => {
    const parts = new Map<string, Buffer>();
    zip.on('error', reject);
    zip.on('end', () => resolve(parts));
    zip.on('entry', (entry: Entry) => {
      if (parts.size >= reach.parts || !wanted(entry.fileName)) return zip.readEntry();
      zip.openReadStream(entry, (error, stream) => {
        if (error) return reject(error);
        const chunks: Buffer[] = [];
        let bytes = 0;
        const done = () => {
          parts.set(entry.fileName, Buffer.concat(chunks));
          zip.readEntry();
        };
        stream.on('data', (chunk: Buffer) => {
          bytes += chunk.length;
          chunks.push(chunk);
          // The start is enough; the rest of a huge part is not read.
          if (bytes > reach.partBytes) {
            stream.removeAllListeners('end');
            stream.destroy();
            done();
          }
        });
        stream.on('end', done);
        stream.on('error', reject);
      });
    });
    zip.readEntry();
  });
}

/** Most parts of a document that are looked through for those that are wanted. */
const MOST_LISTED = 5000;

/** Those parts that are wanted, each once by its CRC-32 and size: the same for the same bytes, whatever a part is called. */
export async function listParts(file: string, wanted: (name: string) => boolean): Promise<string[]> {
  const zip = await openZip(file);
  return new Promise((resolve, reject) => {
    const found = new Set<string>();
    let seen = 0;
    const end = () => {
      zip.close();
      resolve([...found]);
    };
    zip.on('error', reject);
    zip.on('end', end);
    zip.on('entry', ({ fileName, crc32, uncompressedSize }: Entry) => {
      // A folder is an entry too, with nothing in it.
      if (uncompressedSize > 0 && wanted(fileName)) found.add(`${crc32} ${uncompressedSize}`);
      seen += 1;
      if (seen >= MOST_LISTED) end();
      else zip.readEntry();
    });
    zip.readEntry();
  });
}
