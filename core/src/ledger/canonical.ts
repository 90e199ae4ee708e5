/** What a canonical text can hold. Numbers must be safe integers: events hold counts, bytes and milliseconds only. */
export type CanonicalValue =
  | string
  | number
  | boolean
  | null
  | readonly CanonicalValue[]
  | { readonly [key: string]: CanonicalValue | undefined };

/**
 * JSON in the canonical form of RFC 8785: members sorted by the UTF-16 units of their names, no white space,
 * strings as ECMAScript writes them. Members that are undefined are left out. Throws on a number that is no safe
 * integer and on a lone surrogate, since neither has one writing that all programs agree on.
 */
export function canonical(value: CanonicalValue): string {
  if (typeof value === 'number') {
    if (!Number.isSafeInteger(value)) throw new Error(`a ledger line cannot hold the number ${value}`);
    return JSON.stringify(value);
  }
  if (typeof value === 'string') {
    if (!value.isWellFormed()) throw new Error('a ledger line cannot hold a lone surrogate');
    return JSON.stringify(value);
  }
  if (value === null || typeof value === 'boolean') return JSON.stringify(value);
  if (isList(value)) return `[${value.map(canonical).join(',')}]`;
  const members = Object.keys(value)
    .filter((key) => value[key] !== undefined)
    .sort()
    .map((key) => `${JSON.stringify(key)}:${canonical(value[key]!)}`);
  return `{${members.join(',')}}`;
}

/** Array.isArray does not narrow a readonly array out of a union. */
function isList(value: object): value is readonly CanonicalValue[] {
  return Array.isArray(value);
}
