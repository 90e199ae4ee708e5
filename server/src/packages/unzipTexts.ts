import { fromBuffer, type Entry, type ZipFile } from 'yauzl';

/** Most bytes that the files of a package may unpack to: a bomb is stopped there. */
const MOST_BYTES = 256 * 1024 ** 2;
const MOST_FILES = 200;

/**
 * The CSV files of a ZIP by their names without folders; null when it is not a ZIP that can be read, or unpacks to more
 * than a package of lists can be. Names are only looked up, never written, so where they point does not matter.
 */
export async function unzipTexts(bytes: Buffer): Promise<Map<string, Uint8Array> | null> {
  try {
    const zip = await new Promise<ZipFile>((resolve, reject) =>
      fromBuffer(bytes, { lazyEntries: true, validateEntrySizes: true }, (error, opened) =>
        error ? reject(error) : resolve(opened),
      ),
    );
    return await new Promise((resolve, reject) => {
      const files = new Map<string, Uint8Array>();
      let total = 0;
      let entries = 0;
      zip.on('error', reject);
      zip.on('end', () => resolve(files));
      zip.on('entry', (entry: Entry) => {
        entries += 1;
        total += entry.uncompressedSize;
        if (entries > MOST_FILES || total > MOST_BYTES) return resolve(null);
        const name = entry.fileName.split('/').at(-1)!;
        if (!name.endsWith('.csv') || entry.fileName.startsWith('__MACOSX/')) return zip.readEntry();
        zip.openReadStream(entry, (error, stream) => {
          if (error) return reject(error);
          const chunks: Buffer[] = [];
          stream.on('data', (chunk: Buffer) => chunks.push(chunk));
          stream.on('error', reject);
          stream.on('end', () => {
            files.set(name, Buffer.concat(chunks));
            zip.readEntry();
          });
        });
      });
      zip.readEntry();
    });
  } catch {
    return null;
  }
}
