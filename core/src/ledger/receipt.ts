import { ed25519 } from '@noble/curves/ed25519.js';
import type { Instant } from '../ids';
import { canonical, type CanonicalValue } from './canonical';
import { rootOfPath } from './proof';
import { leafHash } from './tree';

/** A signed statement of how long the ledger is and what it holds. */
export interface Head {
  size: number;
  /** Hex. */
  root: string;
  at: Instant;
  /** Base64, Ed25519 (RFC 8032), over `headText`. */
  signature: string;
}

/** What a receipt says that it is. */
export const RECEIPT_FORMAT = 'vestibul-receipt/1';

/** A student's proof of one line of the ledger; it needs nobody's word to be checked. */
export interface ReceiptFile {
  format: typeof RECEIPT_FORMAT;
  school: string;
  /** Base64 of the 32 bytes of RFC 8032. */
  publicKey: string;
  index: number;
  event: Record<string, unknown>;
  /** The inclusion path (RFC 9162 section 2.1.3), hex. */
  path: string[];
  head: Head;
}

/** The text that a head's signature is over: canonical JSON (RFC 8785) of when, root, school and size. */
export function headText(school: string, head: Omit<Head, 'signature'>): string {
  return canonical({ at: head.at, root: head.root, school, size: head.size });
}

export type ReceiptVerdict =
  { ok: true } | { ok: false; why: 'other-format' | 'not-in-the-ledger' | 'bad-signature' };

/**
 * Checks a receipt by itself: its line lies in the ledger of its head, and the school's key signed that head. Whether the
 * key is the school's is for whoever knows the school to say.
 */
export function verifyReceipt(receipt: ReceiptFile): ReceiptVerdict {
  const { head, index, path } = receipt;
  // What says that it is something else may mean something else by the same words.
  if (receipt.format !== RECEIPT_FORMAT) return { ok: false, why: 'other-format' };
  const leaf = leafHash(new TextEncoder().encode(canonical(receipt.event as CanonicalValue)));
  if (rootOfPath(leaf, index, head.size, path) !== head.root) return { ok: false, why: 'not-in-the-ledger' };
  return isSigned(receipt) ? { ok: true } : { ok: false, why: 'bad-signature' };
}

function isSigned({ school, publicKey, head }: ReceiptFile): boolean {
  try {
    const text = new TextEncoder().encode(headText(school, head));
    return ed25519.verify(fromBase64(head.signature), text, fromBase64(publicKey));
  } catch {
    // A key or signature that is none, or not base64.
    return false;
  }
}

/** Bytes of base64 (RFC 4648 section 4). Throws on anything else. */
function fromBase64(text: string): Uint8Array {
  return Uint8Array.from(atob(text), (sign) => sign.charCodeAt(0));
}
