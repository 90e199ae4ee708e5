import { escaped } from './html';
import { type OfficePackage, walkXml } from './openPackage';
import { pictureTag } from './pictures';
import type { ReadDocument, Unshown } from './ReadDocument';
import { ASIDE, foldSpace, openContent, spaceOf } from './readOpenText';

type Attributes = Record<string, string>;

/** What the text of a document stands in, by what document it is (OpenDocument 1.3 part 3, 3.4 and 3.6). */
const BODIES = new Set(['office:text', 'office:presentation']);

/**
 * The HTML of a text document or of slides (OpenDocument 1.3 part 3), not cleaned yet; throws where it cannot be read. What is said
 * to a slide in its notes stands below it.
 */
export function readOpenDocument(bytes: ArrayBuffer): ReadDocument {
  const { opened, content } = openContent(bytes, /^(?:styles\.xml|Pictures\/[^/]+)$/);
  const styles = new Styles();
  walkXml(opened.text('styles.xml') ?? '', { open: (name, attributes) => styles.note(name, attributes) });
  const writer = new HtmlWriter(opened, styles);
  walkXml(content, {
    open(name, attributes) {
      styles.note(name, attributes);
      writer.open(name, attributes);
    },
    text: (part) => writer.text(part),
    close: (name) => writer.close(name),
  });
  return writer.end();
}

/** What styles make of text and of lists, by their names. */
class Styles {
  readonly #tags = new Map<string, string[]>();
  readonly #parents = new Map<string, string>();
  readonly #numbered = new Set<string>();
  #style = '';
  #list = '';

  note(name: string, attributes: Attributes): void {
    switch (name) {
      case 'style:style':
        this.#style = attributes['style:name'] ?? '';
        this.#parents.set(this.#style, attributes['style:parent-style-name'] ?? '');
        break;
      case 'style:text-properties':
        this.#tags.set(this.#style, tagsOf(attributes));
        break;
      case 'text:list-style':
        this.#list = attributes['style:name'] ?? '';
        break;
      case 'text:list-level-style-number':
        this.#numbered.add(`${this.#list} ${attributes['text:level']}`);
    }
  }

  tags(style: string): readonly string[] {
    return this.#tags.get(style) ?? [];
  }

  isTitle(style: string): boolean {
    return [style, this.#parents.get(style) ?? ''].some((name) => /^(?:Title|Subtitle|Heading)/.test(name));
  }

  isNumbered(list: string, level: number): boolean {
    return this.#numbered.has(`${list} ${level}`);
  }
}

function tagsOf(attributes: Attributes): string[] {
  const position = attributes['style:text-position'] ?? '';
  const line = (which: string) => ![undefined, 'none'].includes(attributes[`style:text-${which}-style`]);
  return [
    ...(/^(?:bold|[6-9]00)$/.test(attributes['fo:font-weight'] ?? '') ? ['strong'] : []),
    ...(attributes['fo:font-style'] === 'italic' ? ['em'] : []),
    ...(line('underline') ? ['u'] : []),
    ...(line('line-through') ? ['s'] : []),
    ...(/^(?:super|[1-9])/.test(position) ? ['sup'] : []),
    ...(/^(?:sub|-)/.test(position) ? ['sub'] : []),
  ];
}

/** Most cells that one cell covers, or that stand beside each other alike. */
const MOST_SPANNED = 100;
const spanOf = (said: string | undefined) => Math.min(MOST_SPANNED, Math.max(1, Number(said ?? 1) || 1));

/** Frames of a slide that hold its title, and those that every slide has (OpenDocument 1.3 part 3, 19.389). */
const TITLES: ReadonlySet<string> = new Set(['title', 'subtitle']);
const BOX = /^(?:rectangle|ooxml-rect|mso-spt202)$/;
const NOT_ITS_OWN: ReadonlySet<string> = new Set(['page-number', 'date-time', 'header', 'footer', 'page']);

class HtmlWriter {
  readonly #opened: OfficePackage;
  readonly #styles: Styles;
  readonly #missing = new Set<Unshown>();
  #html = '';
  /** What notes say stands below the text. */
  #notes: string[] = [];
  #textBesideNote: string | null = null;
  /** What closes each element that is open. */
  readonly #closers: string[] = [];
  /** The beginnings of the paragraphs that are open: one may stand in a frame within another. */
  readonly #paragraphs: string[] = [];
  readonly #lists: { style: string; tag: string }[] = [];
  #aside = 0;
  /** What each frame that is open holds, as slides have it. */
  readonly #frames: string[] = [];
  #notesBegin = 0;
  #isBody = false;

  constructor(opened: OfficePackage, styles: Styles) {
    this.#opened = opened;
    this.#styles = styles;
  }

  open(name: string, attributes: Attributes): void {
    if (BODIES.has(name)) this.#isBody = true;
    if (name === 'office:annotation') this.#missing.add('comments');
    if (name === 'text:deletion') this.#missing.add('words that were taken out');
    if (name === 'draw:frame') this.#frames.push(attributes['presentation:class'] ?? '');
    if (this.#isAside(name)) this.#aside += 1;
    if (this.#aside > 0 || !this.#isBody) return;
    if (name === 'presentation:notes') this.#notesBegin = this.#html.length;
    const [begin, end] = this.#tagsFor(name, attributes);
    this.#html += begin;
    this.#closers.push(end);
  }

  text(part: string): void {
    if (this.#aside === 0 && this.#paragraphs.length > 0) this.#html += escaped(foldSpace(part));
  }

  close(name: string): void {
    const isAside = this.#isAside(name);
    if (name === 'draw:frame') this.#frames.pop();
    if (this.#aside > 0 || !this.#isBody) {
      if (isAside) this.#aside -= 1;
      return;
    }
    this.#html += this.#closers.pop() ?? '';
    if (name === 'text:p' || name === 'text:h') {
      this.#paragraphs.pop();
      // What surrounds a frame goes on behind it.
      this.#html += this.#paragraphs.at(-1) ?? '';
    }
    if (name === 'text:list') this.#lists.pop();
    if (name === 'text:note-body' && this.#textBesideNote !== null) {
      this.#notes.push(this.#html);
      this.#html = this.#textBesideNote;
      this.#textBesideNote = null;
    }
    // Most slides have notes in which nothing stands.
    if (name === 'presentation:notes' && !/>[^<]|<img/.test(this.#html.slice(this.#notesBegin)))
      this.#html = this.#html.slice(0, this.#notesBegin);
    if (BODIES.has(name)) this.#isBody = false;
  }

  /** Whether what an element holds is no part of the text. */
  #isAside(name: string): boolean {
    return ASIDE.has(name) || (name === 'draw:frame' && NOT_ITS_OWN.has(this.#frames.at(-1) ?? ''));
  }

  end(): ReadDocument {
    const notes = this.#notes.map((note) => `<li>${note}</li>`).join('');
    return { html: this.#html + (notes && `<ol>${notes}</ol>`), missing: [...this.#missing] };
  }

  #tagsFor(name: string, attributes: Attributes): [begin: string, end: string] {
    switch (name) {
      case 'text:h':
        return this.#paragraph('<p class="louder">', []);
      case 'text:p': {
        const style = attributes['text:style-name'] ?? '';
        return this.#paragraph(
          TITLES.has(this.#frames.at(-1) ?? '') || this.#styles.isTitle(style) ? '<p class="louder">' : '<p>',
          this.#styles.tags(style),
        );
      }
      case 'text:span':
        return around(this.#styles.tags(attributes['text:style-name'] ?? ''));
      case 'text:a':
        return [`<a href="${escaped(attributes['xlink:href'] ?? '')}">`, '</a>'];
      case 'text:list':
        return this.#list(attributes['text:style-name']);
      case 'text:list-item':
      case 'text:list-header':
        return ['<li>', '</li>'];
      case 'table:table':
        return ['<table>', '</table>'];
      case 'table:table-row':
        return ['<tr>', '</tr>'];
      case 'table:table-cell': {
        const [columns, rows] = ['columns', 'rows'].map((way) =>
          spanOf(attributes[`table:number-${way}-spanned`]),
        );
        return [`<td colspan="${columns}" rowspan="${rows}">`, '</td>'];
      }
      case 'text:note-citation':
        return ['<sup>', '</sup>'];
      case 'text:note-body':
        this.#textBesideNote ??= this.#html;
        this.#html = '';
        return ['', ''];
      case 'draw:page':
        return ['<section class="slide">', '</section>'];
      case 'presentation:notes':
        return ['<blockquote>', '</blockquote>'];
      case 'anim:par':
        this.#missing.add('movements');
        return ['', ''];
      case 'draw:plugin':
        this.#missing.add('video and sound');
        return ['', ''];
      case 'draw:image':
        return [this.#picture(attributes['xlink:href'] ?? ''), ''];
      case 'draw:object':
        this.#missing.add('equations and charts');
        return ['', ''];
      case 'draw:enhanced-geometry':
        // A box is there for the words in it.
        if (!BOX.test(attributes['draw:type'] ?? '')) this.#missing.add('drawings');
        return ['', ''];
      case 'draw:line':
      case 'draw:path':
        this.#missing.add('drawings');
        return ['', ''];
      default:
        return [escaped(spaceOf(name, attributes)).replaceAll('\n', '<br>').replaceAll('  ', ' &nbsp;'), ''];
    }
  }

  #paragraph(begin: string, tags: readonly string[]): [string, string] {
    const [open, close] = around(tags);
    const before = this.#paragraphs.length > 0 ? '</p>' : '';
    this.#paragraphs.push(begin);
    return [`${before}${begin}${open}`, `${close}</p>`];
  }

  #list(style: string | undefined): [string, string] {
    const named = style ?? this.#lists.at(-1)?.style ?? '';
    const tag = this.#styles.isNumbered(named, this.#lists.length + 1) ? 'ol' : 'ul';
    this.#lists.push({ style: named, tag });
    return [`<${tag}>`, `</${tag}>`];
  }

  #picture(path: string): string {
    const tag = pictureTag(path, this.#opened.bytes(path));
    if (!tag) this.#missing.add('drawings');
    return tag ?? '';
  }
}

const around = (tags: readonly string[]): [string, string] => [
  tags.map((tag) => `<${tag}>`).join(''),
  tags
    .toReversed()
    .map((tag) => `</${tag}>`)
    .join(''),
];
