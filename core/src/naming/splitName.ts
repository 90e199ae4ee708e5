/** An extension: up to 10 letters or digits behind the last dot, with something before it. */
const EXTENSION = /^(.+)\.([A-Za-z0-9]{1,10})$/s;

/** Takes a file name apart into its stem and its extension (lower case, without the dot; empty when there is none). */
export function splitName(name: string): { stem: string; extension: string } {
  const found = EXTENSION.exec(name);
  return found ? { stem: found[1]!, extension: found[2]!.toLowerCase() } : { stem: name, extension: '' };
}

/** A name without this extension, in whatever case it is written; a name that does not end in it stays as it is. */
export function withoutExtension(name: string, extension: string): string {
  const hasIt = extension !== '' && name.toLowerCase().endsWith(`.${extension}`);
  return hasIt && name.length > extension.length + 1 ? name.slice(0, -extension.length - 1) : name;
}
