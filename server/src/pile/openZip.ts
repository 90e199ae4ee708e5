import yauzl, { type Options, type ZipFile } from 'yauzl';

/** Opens an archive whose entries are asked for one by one. */
export const openZip = (file: string, options: Options = {}): Promise<ZipFile> =>
  new Promise((resolve, reject) =>
    yauzl.open(file, { ...options, lazyEntries: true }, (error, zip) =>
      error ? reject(error) : resolve(zip),
    ),
  );
