import type { Extracted } from '@vestibul/core';
import { whole } from './Inside';
import { inTime, readerFor } from './readInside';

/** A document that takes longer than this to read to its end is not read, in milliseconds. */
const PATIENCE_MS = 30_000;

/** Kinds whose text is a remark about them; what they are is in their bytes. */
const NOT_TEXT = /^(?:image\/(?!svg)|audio\/|video\/)/u;

/**
 * The whole text of a document with the heads of its pages and the fields of its form, and what is in it beside text. Of what is
 * no text the `sha256` of its bytes stands for all of it. Null where it cannot be read: damaged, locked, or without an end.
 */
export async function extract(
  file: string,
  { mime, extension, sha256 }: { mime: string; extension: string; sha256: string },
): Promise<Extracted | null> {
  const read = NOT_TEXT.test(mime) || extension === 'zip' ? null : readerFor(mime, extension);
  if (!read) return { text: '', others: [sha256] };
  try {
    const { text, header, fields, others } = await inTime(read(file, whole), PATIENCE_MS);
    // What a program says of a document in properties is no work in it; what stands in the fields of a form is.
    const filledIn = mime === 'application/pdf' ? fields : '';
    return { text: [header, text, filledIn].join('\n').slice(0, whole.text), others };
  } catch {
    return null;
  }
}
