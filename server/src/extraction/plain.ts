import fsp from 'node:fs/promises';
import { decodeText, readRichText as readRtf } from '@vestibul/core';
import { nothing, type Inside, type Reach } from './Inside';
import { readXml } from './readXml';

/** People who are named as having made one file. */
const MOST_AUTHORS = 20;

/** The start of a file as text, in whatever code it is written. */
async function readStart(file: string, bytes: number): Promise<string> {
  const handle = await fsp.open(file);
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(bytes), 0, bytes, 0);
    return decodeText(buffer.subarray(0, bytesRead));
  } finally {
    await handle.close();
  }
}

/** What is text and nothing else. */
export async function readPlain(file: string, reach: Reach): Promise<Inside> {
  return { ...nothing, text: await readStart(file, reach.bytes) };
}

export async function readRichText(file: string, reach: Reach): Promise<Inside> {
  const { text, header, title, authors, changedBy } = readRtf(await readStart(file, reach.bytes), reach.text);
  return { ...nothing, text, header, title, authors: [authors], changedBy: [changedBy] };
}

/** Elements of HTML that end a line, and those whose text is none of the page's (HTML Standard, 4.3 to 4.12). */
const LINES = new Set(
  'p div br li tr h1 h2 h3 h4 h5 h6 header footer section article title dt dd'.split(' '),
);
const UNSEEN = new Set('script style template noscript'.split(' '));

/** A page: its title, who its head says made it, and its text. */
export async function readPage(file: string, reach: Reach): Promise<Inside> {
  const authors: string[] = [];
  let [title, text, within, unseen] = ['', '', '', 0];
  readXml(
    await readStart(file, reach.bytes),
    {
      open: (name, attributes) => {
        within = name;
        if (UNSEEN.has(name)) unseen += 1;
        if (name === 'meta' && attributes['name']?.toLowerCase() === 'author')
          authors.push(attributes['content'] ?? '');
        if (LINES.has(name)) text += '\n';
      },
      text: (more) => {
        if (unseen > 0) return;
        if (within === 'title') title += more;
        else text += more.replace(/\s+/gu, ' ');
      },
      close: (name) => {
        if (UNSEEN.has(name)) unseen -= 1;
        if (LINES.has(name)) text += '\n';
        if (name === 'td' || name === 'th') text += '\t';
        within = '';
      },
    },
    { isHtml: true, isEnough: () => text.length > reach.text },
  );
  return { ...nothing, authors, title, text };
}

/** Where XML files of tracks, maps and drawings say who made them, and what they are (GPX 1.1, KML 2.3, SVG 2, Dublin Core). */
const AUTHORS = new Set('author atom:author dc:creator cc:Agent'.split(' '));
const AUTHOR_NAMES = new Set('author name atom:name dc:creator dc:title'.split(' '));
const TITLES = new Set(['gpx/metadata/name', 'gpx/trk/name', 'kml/Document/name', 'svg/title']);
const LONGEST_TITLE_PATH = 3;
const TEXTS = new Set('text tspan desc name description cmt'.split(' '));

/** Tracks, maps and drawings: who made them, what they are called, and the texts in them. */
export async function readMarkup(file: string, reach: Reach): Promise<Inside> {
  const authors: string[] = [];
  const path: string[] = [];
  let [title, text, inAuthor] = ['', '', 0];
  readXml(
    await readStart(file, reach.bytes),
    {
      open: (name) => {
        path.push(name);
        if (AUTHORS.has(name)) inAuthor += 1;
        text += '\n';
      },
      text: (more) => {
        const name = path.at(-1) ?? '';
        if (inAuthor > 0 && AUTHOR_NAMES.has(name)) authors.push(more);
        else if (title === '' && path.length <= LONGEST_TITLE_PATH && TITLES.has(path.join('/')))
          title = more;
        else if (TEXTS.has(name)) text += more;
      },
      close: () => {
        if (AUTHORS.has(path.pop() ?? '')) inAuthor -= 1;
      },
    },
    { isEnough: () => text.length > reach.text || authors.length > MOST_AUTHORS },
  );
  return { ...nothing, authors, title, text };
}

/** A letter (RFC 5322): its sender is an account, what it is about its title. */
export async function readLetter(file: string, reach: Reach): Promise<Inside> {
  const { simpleParser } = await import('mailparser');
  const start = await readStart(file, reach.bytes);
  const {
    from,
    subject = '',
    text = '',
  } = await simpleParser(start, {
    skipHtmlToText: false,
    skipImageLinks: true,
    skipTextToHtml: true,
    maxHtmlLengthToParse: reach.bytes,
  });
  const senders = from?.value.map(({ name, address = '' }) => name || address) ?? [];
  return { ...nothing, authors: senders, title: subject, text };
}
