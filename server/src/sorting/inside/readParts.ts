import type { Entry } from 'yauzl';
import { openZip } from '../openZip';

/** Bytes of one part that are read, and parts. */
const MOST_PART = 4 * 1024 ** 2;
const MOST_PARTS = 40;

/** Reads those parts of a document that are wanted, as texts (OPC, ECMA-376 part 2; ODF 1.3 part 2). */
export async function readParts(
  file: string,
  wanted: (name: string) => boolean,
): Promise<Map<string, string>> {
  const parts = await readBytesOfParts(file, wanted);
  return new Map([...parts].map(([name, bytes]) => [name, bytes.toString('utf8')]));
}

/** Reads those parts that are wanted, each from its start. */
export async function readBytesOfParts(
  file: string,
  wanted: (name: string) => boolean,
): Promise<Map<string, Buffer>> {
  const zip = await openZip(file);
  return new Promise((resolve, reject) => {
    const parts = new Map<string, Buffer>();
    zip.on('error', reject);
    zip.on('end', () => resolve(parts));
    zip.on('entry', (entry: Entry) => {
      if (parts.size >= MOST_PARTS || !wanted(entry.fileName)) return zip.readEntry();
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
          if (bytes > MOST_PART) {
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
