/** Pictures that every browser shows, by their extension. */
const PICTURES: Readonly<Record<string, string>> = {
  png: 'image/png',
  jpg: 'image/jpeg',
  jpeg: 'image/jpeg',
  gif: 'image/gif',
  webp: 'image/webp',
};

/** The type of a picture in a package, by its name; undefined of what a page does not show. */
export const pictureType = (path: string): string | undefined =>
  PICTURES[path.slice(path.lastIndexOf('.') + 1).toLowerCase()];

/** A picture of a package as a tag that holds its bytes; null where a page would not show it. */
export function pictureTag(path: string, bytes: Uint8Array | null): string | null {
  const mime = pictureType(path);
  return mime && bytes ? `<img src="data:${mime};base64,${base64(bytes)}">` : null;
}

/** A call takes so many arguments at once. */
const AT_ONCE = 0x8000;

function base64(bytes: Uint8Array): string {
  let binary = '';
  for (let at = 0; at < bytes.length; at += AT_ONCE)
    binary += String.fromCharCode(...bytes.subarray(at, at + AT_ONCE));
  return btoa(binary);
}
