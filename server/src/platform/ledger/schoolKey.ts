import { createPrivateKey, createPublicKey, generateKeyPairSync, sign, type KeyObject } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { UnusableDatabase } from '../database/database';

/** The file of the data folder that holds the school's private key; whoever has it can sign in the school's name. */
const KEY_FILE = 'school-key.pem';

export interface SchoolKey {
  /** Base64 of the 32 bytes of RFC 8032. */
  publicKey: string;
  /** Signs a text (Ed25519, RFC 8032); base64. */
  sign: (text: string) => string;
}

/**
 * The school's signing key; made once, when the data folder is first opened, for its owner's eyes only. Where a ledger is
 * there and its key is not, throws UnusableDatabase: receipts of a new key would not match those that people have.
 */
export function openSchoolKey(folder: string, hasLedger: boolean): SchoolKey {
  const file = path.join(folder, KEY_FILE);
  if (!fs.existsSync(file)) {
    if (hasLedger)
      throw new UnusableDatabase(
        `The school's signing key (${KEY_FILE}) is missing from this data folder, whose ledger was signed with it. ` +
          'Nothing was changed. Put the copy of the key that you keep back into the folder, and start again.',
      );
    makeKey(file);
  }
  const key = createPrivateKey(fs.readFileSync(file));
  return {
    publicKey: rawPublicKey(key),
    sign: (text) => sign(null, Buffer.from(text), key).toString('base64'),
  };
}

/** Written beside its place and then put there, so that a crash leaves a whole key or none. */
function makeKey(file: string): void {
  const { privateKey } = generateKeyPairSync('ed25519');
  const pem = privateKey.export({ type: 'pkcs8', format: 'pem' });
  const handle = fs.openSync(`${file}.new`, 'w', 0o600);
  try {
    fs.writeFileSync(handle, pem);
    fs.fsyncSync(handle);
  } finally {
    fs.closeSync(handle);
  }
  fs.renameSync(`${file}.new`, file);
}

function rawPublicKey(key: KeyObject): string {
  const { x } = createPublicKey(key).export({ format: 'jwk' });
  return Buffer.from(x!, 'base64url').toString('base64');
}
