import { evidenceOfText, type Evidence } from '@vestibul/core';
import { beginning, nothing, type Inside, type Reach } from './Inside';
import { readArchive } from './archive';
import { readPicture, readRecording } from './media';
import { readOffice } from './office';
import { readPackage } from './package';
import { readPdf } from './pdf';
import { readLetter, readMarkup, readPage, readPlain, readRichText } from './plain';

/** A document that takes longer than this to read says nothing, in milliseconds. */
const PATIENCE_MS = 10_000;

type Reader = (file: string, reach: Reach) => Promise<Inside>;

/** Reads what a file says of whose it is and what it is: author fields, its own title, its first text. Never fails. */
export async function readInside(file: string, mime: string, extension: string): Promise<Inside> {
  const read = readerFor(mime, extension);
  if (!read) return nothing;
  try {
    const { authors, changedBy, title, commented, others, ...texts } = await inTime(
      read(file, beginning),
      PATIENCE_MS,
    );
    return {
      authors: distinct(authors),
      changedBy: distinct(changedBy),
      title: title.trim().slice(0, LONGEST_ACCOUNT),
      text: texts.text.slice(0, beginning.text),
      header: texts.header.slice(0, beginning.text),
      fields: texts.fields.slice(0, beginning.text),
      commented: distinct(commented),
      others,
    };
  } catch {
    // Damaged, or not what it says: then nothing is known of it beside its name.
    return nothing;
  }
}

/** What is read, if it is within so many milliseconds; fails else. */
export async function inTime<Read>(reading: Promise<Read>, patience: number): Promise<Read> {
  let timer: NodeJS.Timeout | undefined;
  try {
    const late = new Promise<never>((_, reject) => {
      timer = setTimeout(() => reject(new Error('too late')), patience);
    });
    return await Promise.race([reading, late]);
  } finally {
    clearTimeout(timer);
  }
}

/** Accounts that are looked at of one file, and as far as each is read. */
const MOST_ACCOUNTS = 10;
const LONGEST_ACCOUNT = 200;

const distinct = (texts: readonly string[]) =>
  [...new Set(texts.map((text) => text.trim().slice(0, LONGEST_ACCOUNT)).filter(Boolean))].slice(
    0,
    MOST_ACCOUNTS,
  );

/** By its extension, where its kind alone does not say how it is read. */
const BY_EXTENSION: Readonly<Record<string, Reader>> = {
  rtf: readRichText,
  html: readPage,
  htm: readPage,
  xhtml: readPage,
  gpx: readMarkup,
  kml: readMarkup,
  svg: readMarkup,
  eml: readLetter,
};

/** What reads files of a kind; null where nothing does. */
export function readerFor(mime: string, extension: string): Reader | null {
  if (/officedocument|opendocument/u.test(mime) || /^(?:docx|pptx|xlsx|odt|odp|ods)$/u.test(extension))
    return readOffice;
  if (mime === 'application/pdf') return readPdf;
  if (extension === 'zip') return readArchive;
  if (mime === 'application/zip') return readPackage;
  if (/^image\/(?:jpeg|tiff|heic|heif|avif|png)$/u.test(mime)) return readPicture;
  if (/^(?:audio|video)\//u.test(mime)) return readRecording;
  const byExtension = BY_EXTENSION[extension];
  if (byExtension) return byExtension;
  return mime.startsWith('text/') ? readPlain : null;
}

/** What a file says of itself as evidence of whose it is and what it is for. */
export function evidenceOfInside(inside: Inside): Evidence[] {
  const { authors, changedBy, title, text, header, fields, commented } = inside;
  return [
    ...authors.map((one) => ({ kind: 'author' as const, text: one })),
    ...changedBy.map((one) => ({ kind: 'changed by' as const, text: one })),
    ...(title ? [{ kind: 'title' as const, text: title }] : []),
    ...evidenceOfText(fields, 'field'),
    ...evidenceOfText(header, 'header'),
    ...evidenceOfText(text),
    ...commented.map((one) => ({ kind: 'line' as const, text: one, isMention: true as const })),
  ];
}
