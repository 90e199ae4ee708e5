import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, concatBytes } from '@noble/hashes/utils.js';
import type { Sha256 } from '../ids';

const LEAF = Uint8Array.of(0x00);
const NODE = Uint8Array.of(0x01);

/** SHA-256 of a text in UTF-8, in hex. */
export function sha256Hex(text: string): Sha256 {
  return bytesToHex(sha256(new TextEncoder().encode(text))) as Sha256;
}

/** The hash of a leaf: SHA-256(0x00 ‖ bytes), RFC 9162 section 2.1.1. */
export function leafHash(bytes: Uint8Array): Uint8Array {
  return sha256(concatBytes(LEAF, bytes));
}

/** The hash of two subtrees beside each other: SHA-256(0x01 ‖ left ‖ right), RFC 9162 section 2.1.1. */
export function nodeHash(left: Uint8Array, right: Uint8Array): Uint8Array {
  return sha256(concatBytes(NODE, left, right));
}

/** The root over leaf hashes: RFC 9162 section 2.1.1. The root of no leaves is SHA-256 of nothing. */
export function rootHash(leaves: readonly Uint8Array[]): Uint8Array {
  if (leaves.length === 0) return sha256(new Uint8Array());
  if (leaves.length === 1) return leaves[0]!;
  const split = 2 ** Math.floor(Math.log2(leaves.length - 1));
  return nodeHash(rootHash(leaves.slice(0, split)), rootHash(leaves.slice(split)));
}
