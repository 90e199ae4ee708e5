import { bytesToHex, hexToBytes } from '@noble/hashes/utils.js';
import { leafHash } from '../tree';

/** The well-known vectors of docs/formats.md: leaves of the tree of RFC 9162 section 2.1, and the roots of the first few. */
const leaves = [
  '',
  '00',
  '10',
  '2021',
  '3031',
  '40414243',
  '5051525354555657',
  '606162636465666768696a6b6c6d6e6f',
];

export const knownLeaves = leaves.map((leaf) => leafHash(hexToBytes(leaf)));

export const knownRoots: readonly [size: number, root: string][] = [
  [1, '6e340b9cffb37a989ca544e6bb780a2c78901d3fb33738768511a30617afa01d'],
  [3, 'aeb6bcfe274b70a14fb067a5e5578264db0fa9b51af5e0ba159158f329e06e77'],
  [8, '5dc9da79a70659a9ad559cb701ded9a2ab9d823aad2f4960cfe370eff4604328'],
];

export const hex = bytesToHex;
