import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import path from 'node:path';
import { splitName, type Extracted } from '@vestibul/core';
import { sniffType } from '../intake/sniff';
import { extract } from './extract';

export { listFiles } from '../platform/listFiles';

/** A file with what is in it; null of what cannot be read inside. */
export interface ReadWork {
  sha256: string;
  inside: Extracted | null;
}

/** What is called so and is no such document by its bytes is what is left of one. */
const DOCUMENT = /^(?:docx|pptx|xlsx|odt|odp|ods|pdf)$/u;

/** Reads a file on its own, of which only its name is known. Fails where it is not there. */
export async function readWork(file: string): Promise<ReadWork> {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(file)) hash.update(chunk as Buffer);
  const sha256 = hash.digest('hex');
  const { mime, extension } = await sniffType(file, path.basename(file));
  const isLeft = DOCUMENT.test(splitName(file).extension) && !DOCUMENT.test(extension);
  return { sha256, inside: isLeft ? null : await extract(file, { mime, extension, sha256 }) };
}
