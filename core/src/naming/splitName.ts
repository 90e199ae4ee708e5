/** An extension: up to 10 letters or digits behind the last dot, with something before it. */
const EXTENSION = /^(.+)\.([A-Za-z0-9]{1,10})$/s;

/** Takes a file name apart into its stem and its extension (lower case, without the dot; empty when there is none). */
export function splitName(name: string): { stem: string; extension: string } {
  const found = EXTENSION.exec(name);
  return found ? { stem: found[1]!, extension: found[2]!.toLowerCase() } : { stem: name, extension: '' };
}
