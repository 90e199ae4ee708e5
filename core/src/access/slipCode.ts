/** Digits and letters that are not taken for each other on paper (D. Crockford, Base 32). */
const SIGNS = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';
/** Signs of a code: 50 random bits, which nobody guesses at the pace that the server allows. */
const LENGTH = 10;

/** The code of a sign-in slip, of ten random bytes. */
export function makeSlipCode(bytes: Uint8Array): string {
  return [...bytes.subarray(0, LENGTH)].map((byte) => SIGNS[byte % SIGNS.length]).join('');
}

/** A code as it is printed: `K7QF3-M2P9X`. */
export function writeSlipCode(code: string): string {
  return `${code.slice(0, LENGTH / 2)}-${code.slice(LENGTH / 2)}`;
}

/** A code as somebody typed it, with small letters, blanks or O for 0; null where it can be none. */
export function readSlipCode(typed: string): string | null {
  const code = typed.toUpperCase().replace(/[\s-]/g, '').replaceAll('O', '0').replace(/[IL]/g, '1');
  return code.length === LENGTH && [...code].every((sign) => SIGNS.includes(sign)) ? code : null;
}
