import { escaped } from './html';
import { leadsOf, type Lead } from './leads';
import { OfficePackage, walkXml } from './openPackage';
import { pictureTag } from './pictures';
import type { ReadDocument, Unshown } from './ReadDocument';
import { Unreadable } from './Unreadable';

/** Slides that are laid out; a longer talk is read elsewhere. */
const MOST_SLIDES = 400;
const WANTED =
  /^ppt\/(?:presentation\.xml|_rels\/presentation\.xml\.rels|slides\/(?:_rels\/)?[^/]+|notesSlides\/[^/]+\.xml|media\/[^/]+)$/;

/** The HTML of a presentation (ECMA-376 part 1, section 19), slide by slide, not cleaned yet; throws where it cannot be read. */
export function readPptx(bytes: ArrayBuffer): ReadDocument {
  const opened = new OfficePackage(bytes, (name) => WANTED.test(name));
  const presentation = opened.text('ppt/presentation.xml');
  if (presentation === null) throw new Unreadable('damaged');
  const leads = leadsOf(opened, 'ppt/presentation.xml');
  const order: string[] = [];
  walkXml(presentation, {
    open(name, attributes) {
      if (name === 'p:sldId') order.push(pathOf(leads, attributes['r:id']));
    },
  });
  const missing = new Set<Unshown>();
  if (order.length > MOST_SLIDES) missing.add('further slides');
  const slides = order.slice(0, MOST_SLIDES).map((path) => slideHtml(opened, path, missing));
  return { html: slides.join(''), missing: [...missing] };
}

function slideHtml(opened: OfficePackage, path: string, missing: Set<Unshown>): string {
  const leads = leadsOf(opened, path);
  const notes = leads.find(({ type }) => type.endsWith('/notesSlide'));
  const said = notes ? shapesHtml(opened, notes.path, [], new Set()) : '';
  const shown = shapesHtml(opened, path, leads, missing);
  return `<section class="slide">${shown}${said && `<blockquote>${said}</blockquote>`}</section>`;
}

/** Shapes of a slide that are not its own: numbers and dates that every slide has, and the small picture of it in its notes. */
const NOT_ITS_OWN = new Set(['sldNum', 'dt', 'ftr', 'hdr', 'sldImg']);
/** What a slide draws and this does not (ECMA-376 part 1, section 21). */
const LEFT_OUT: Readonly<Record<string, Unshown>> = {
  'c:chart': 'charts',
  'dgm:relIds': 'drawings',
  'p:oleObj': 'drawings',
  'm:oMath': 'equations',
  'a:videoFile': 'video and sound',
  'a:audioFile': 'video and sound',
  'p:timing': 'movements',
  'p:cxnSp': 'drawings',
  'a:custGeom': 'drawings',
};
/** What stands for an element where it begins, and where it ends. */
const TAGS: Readonly<Record<string, readonly [string, string]>> = {
  'a:tbl': ['<table>', '</table>'],
  'a:tr': ['<tr>', '</tr>'],
  'a:tc': ['<td>', '</td>'],
  'a:br': ['<br>', ''],
};

function shapesHtml(
  opened: OfficePackage,
  path: string,
  leads: readonly Lead[],
  missing: Set<Unshown>,
): string {
  let html = '';
  /** What the shape is, and its paragraphs; a shape without words is none. */
  let place = '';
  let paragraph: string | null = null;
  let isText = false;
  let aside = 0;
  walkXml(opened.text(path) ?? '', {
    open(name, attributes) {
      // The older way to write something beside the newer one.
      if (name === 'mc:Fallback') aside += 1;
      if (aside > 0) return;
      const unshown = LEFT_OUT[name];
      if (unshown) missing.add(unshown);
      // A box is there for the words in it.
      if (name === 'a:prstGeom' && attributes['prst'] !== 'rect') missing.add('drawings');
      if (name === 'p:sp') place = '';
      else if (name === 'p:ph') place = attributes['type'] ?? '';
      else if (name === 'a:p') paragraph = '';
      else if (name === 'a:t') isText = true;
      else if (name === 'a:blip') html += picture(opened, pathOf(leads, attributes['r:embed']), missing);
      else if (name === 'a:br' && paragraph !== null) paragraph += '<br>';
      else html += TAGS[name]?.[0] ?? '';
    },
    text(part) {
      if (isText && paragraph !== null) paragraph += escaped(part);
    },
    close(name) {
      if (name === 'mc:Fallback') aside -= 1;
      if (aside > 0) return;
      if (name === 'a:t') isText = false;
      else if (name === 'a:p') {
        const isTitle = /title$/i.test(place);
        if (paragraph?.trim() && !NOT_ITS_OWN.has(place))
          html += `<p${isTitle ? ' class="louder"' : ''}>${paragraph}</p>`;
        paragraph = null;
      } else html += TAGS[name]?.[1] ?? '';
    },
  });
  return html;
}

function picture(opened: OfficePackage, path: string, missing: Set<Unshown>): string {
  const tag = pictureTag(path, opened.bytes(path));
  if (!tag) missing.add('drawings');
  return tag ?? '';
}

const pathOf = (leads: readonly Lead[], id: string | undefined) =>
  leads.find((lead) => lead.id === id)?.path ?? '';
