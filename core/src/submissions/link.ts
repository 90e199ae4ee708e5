/** Longest address of a link, in characters: what common servers and browsers take (common practice, no source). */
export const LONGEST_LINK = 2000;

/** The type of a link's bytes and the extension of its name (RFC 2483, section 5; IANA registers no extension). */
export const LINK_MIME = 'text/uri-list';
export const LINK_EXTENSION = 'uri';

export interface Link {
  url: string;
  title: string;
}

/**
 * Reads an address that somebody typed or pasted, with `https://` put before one that names no scheme. Null for what is
 * not an address of the web: other schemes, such as `javascript:` and `data:`, could run, and a name and password in
 * an address would be given to everybody who sees it.
 */
export function readAddress(text: string): string | null {
  const trimmed = text.trim();
  if (trimmed === '' || trimmed.length > LONGEST_LINK || /\s/.test(trimmed)) return null;
  const hasScheme = /^[a-z][a-z0-9+.-]*:/i.test(trimmed) && !/^[^/?#]*:\d+(?:[/?#]|$)/.test(trimmed);
  const full = hasScheme ? trimmed : `https://${trimmed}`;
  if (!URL.canParse(full)) return null;
  const url = new URL(full);
  if (url.protocol !== 'https:' && url.protocol !== 'http:') return null;
  if (url.username !== '' || url.password !== '') return null;
  if (!url.hostname.includes('.') || url.href.length > LONGEST_LINK) return null;
  return url.href;
}

/** What a link is called where its student gave it no title: its host and the end of its path. */
export function titleOfAddress(url: string): string {
  const { hostname, pathname } = new URL(url);
  const end = pathname.split('/').filter(Boolean).at(-1) ?? '';
  const host = hostname.replace(/^www\./, '');
  return end ? `${host} ${decodeSoftly(end)}` : host;
}

function decodeSoftly(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}

/** The bytes that are sealed for a link: a list of one address, its title as a comment (RFC 2483, section 5). */
export function writeUriList({ url, title }: Link): string {
  return `# ${title.replace(/[\r\n]+/g, ' ')}\r\n${url}\r\n`;
}

/** The first address of such a list and the comment before it; null where it holds none that can be followed. */
export function readUriList(text: string): Link | null {
  let title = '';
  for (const line of text.split(/\r?\n/)) {
    if (line.startsWith('#')) {
      title ||= line.slice(1).trim();
      continue;
    }
    const url = readAddress(line);
    if (url) return { url, title: title || titleOfAddress(url) };
  }
  return null;
}
