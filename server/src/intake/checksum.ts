import { Failure } from '../platform/failure';

/** The algorithms that a chunk's checksum may be of; a server must know sha1 (tus 1.0.0, extension 'checksum'). */
export const checksumAlgorithms = ['sha1', 'sha256'] as const;

export interface Checksum {
  algorithm: (typeof checksumAlgorithms)[number];
  digest: Buffer;
}

/** Digest lengths in bytes (FIPS 180-4). */
const lengths = { sha1: 20, sha256: 32 } as const satisfies Record<Checksum['algorithm'], number>;

/**
 * Reads `Upload-Checksum`: the name of an algorithm, a space, the digest in base64. Null where none is sent; fails with
 * `bad-checksum` where it names another algorithm or is no digest of it, which the protocol answers with 400.
 */
export function readChecksum(header: string | string[] | undefined): Checksum | null {
  if (header === undefined) return null;
  const [, name, text] = /^(\w+) ([A-Za-z0-9+/]+={0,2})$/.exec(String(header)) ?? [];
  const algorithm = checksumAlgorithms.find((known) => known === name);
  const digest = Buffer.from(text ?? '', 'base64');
  if (!algorithm || digest.length !== lengths[algorithm]) throw new Failure('bad-checksum');
  return { algorithm, digest };
}
