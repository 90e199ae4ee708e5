import { Readable } from 'node:stream';
import type { Sha256 } from '@vestibul/core';
import { sniffType, type School } from '@vestibul/server';

/** Bytes in the vault, and what they are. */
export interface KeptFile {
  sha256: Sha256;
  bytes: number;
  type: { mime: string; extension: string };
}

/** Puts bytes into the vault, told by themselves and by the name that they came with. */
export async function keepFile({ vault }: School, bytes: Uint8Array, name: string): Promise<KeptFile> {
  const kept = await vault.put(Readable.from([bytes]));
  return { ...kept, type: await sniffType(vault.pathOf(kept.sha256), name) };
}
