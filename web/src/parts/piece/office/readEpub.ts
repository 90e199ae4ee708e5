import { escaped } from './html';
import { folderOf, resolvePath } from './leads';
import { OfficePackage, walkXml } from './openPackage';
import { pictureTag } from './pictures';
import type { ReadDocument, Unshown } from './ReadDocument';
import { Unreadable } from './Unreadable';

const WANTED = /^META-INF\/container\.xml$|\.(?:opf|x?html?|xml|png|jpe?g|gif|webp)$/i;
/** Elements of a book that are kept, as they are (EPUB 3.3, section 6.1; HTML Standard). */
const KEPT = new Set(
  'p ul ol li dl dt dd table thead tbody tr td th blockquote pre code em strong i b u s sup sub'.split(' '),
);
const LOUDER = /^h[1-6]$/;
/** Elements of which nothing is shown. */
const UNSEEN = new Set(['script', 'style', 'template', 'head']);
const LEFT_OUT: Readonly<Record<string, Unshown>> = {
  math: 'equations',
  svg: 'drawings',
  audio: 'video and sound',
  video: 'video and sound',
};

/** The HTML of a book (EPUB 3.3), chapter by chapter in the order in which it is read, not cleaned yet; throws where it cannot be read. */
export function readEpub(bytes: ArrayBuffer): ReadDocument {
  const opened = new OfficePackage(bytes, (name) => WANTED.test(name));
  let root = '';
  walkXml(opened.text('META-INF/container.xml') ?? '', {
    open: (name, { 'full-path': path }) => {
      if (name === 'rootfile') root ||= path ?? '';
    },
  });
  const book = opened.text(root);
  if (book === null) throw new Unreadable('damaged');
  const folder = folderOf(root);
  const paths = new Map<string, string>();
  const order: string[] = [];
  walkXml(book, {
    open(name, { id, href, idref, linear }) {
      if (/^(?:opf:)?item$/.test(name) && id && href) paths.set(id, resolvePath(folder, decode(href)));
      if (/^(?:opf:)?itemref$/.test(name) && idref && linear !== 'no') order.push(idref);
    },
  });
  const missing = new Set<Unshown>();
  const chapters = order.flatMap((id) => {
    const path = paths.get(id) ?? '';
    const text = opened.text(path);
    return text === null ? [] : [`<section>${chapterHtml(opened, path, text, missing)}</section>`];
  });
  if (chapters.length === 0) throw new Unreadable('damaged');
  return { html: chapters.join(''), missing: [...missing] };
}

function chapterHtml(opened: OfficePackage, path: string, xhtml: string, missing: Set<Unshown>): string {
  const folder = folderOf(path);
  let html = '';
  let unseen = 0;
  const isAside = (name: string) => UNSEEN.has(name) || name in LEFT_OUT;
  walkXml(xhtml, {
    open(name, attributes) {
      if (isAside(name)) unseen += 1;
      const unshown = LEFT_OUT[name];
      if (unshown) missing.add(unshown);
      if (unseen > 0) return;
      if (KEPT.has(name)) html += `<${name}>`;
      else if (LOUDER.test(name)) html += '<p class="louder">';
      else if (name === 'br') html += '<br>';
      else if (name === 'img') {
        const at = resolvePath(folder, decode(attributes['src'] ?? ''));
        const tag = pictureTag(at, opened.bytes(at));
        if (tag) html += tag;
        else missing.add('drawings');
      }
    },
    text: (part) => {
      if (unseen === 0) html += escaped(part);
    },
    close(name) {
      if (isAside(name)) unseen -= 1;
      else if (unseen > 0) return;
      else if (KEPT.has(name)) html += `</${name}>`;
      else if (LOUDER.test(name)) html += '</p>';
    },
  });
  return html.trim();
}

/** An address as it is written in a package (RFC 3986, 2.1), without the place in it that it leads to; as it is where it is none. */
function decode(href: string): string {
  const [path = ''] = href.split('#');
  try {
    return decodeURIComponent(path);
  } catch {
    return path;
  }
}
