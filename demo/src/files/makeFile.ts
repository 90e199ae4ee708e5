import type { Chance } from '../random';
import { makeOdt, makeXlsx } from './office';
import { makeMap, makePhoto, makeVideo } from './pictures';
import { makeSound } from './sounds';
import { makeCsv, makeDocx, makeGpx, makePdf, makeTxt } from './texts';

export type FileKind =
  'photo' | 'png' | 'pdf' | 'docx' | 'odt' | 'txt' | 'csv' | 'xlsx' | 'gpx' | 'wav' | 'webm';

export interface FileRequest {
  kind: FileKind;
  title: string;
  author: string;
  at: string;
  /** A fresh source of chance for this file, the same each time it is called. */
  chance: () => Chance;
  /** As it was before its maker went over it once more. */
  isDraft?: boolean;
  /** What a report ends with, where most of it is as somebody else's. */
  ends?: readonly string[];
}

/** One file with real bytes of its kind. */
export async function makeFile({
  kind,
  title,
  author,
  at,
  chance,
  isDraft = false,
  ends = [],
}: FileRequest): Promise<Buffer> {
  switch (kind) {
    case 'photo':
      return makePhoto(chance(), at, isDraft);
    case 'png':
      return makeMap(chance(), isDraft);
    case 'pdf':
      return makePdf(chance(), title, new Date(at), isDraft);
    case 'docx':
      return makeDocx(chance(), title, author, { isDraft, ends });
    case 'odt':
      return makeOdt(chance(), title, author, isDraft);
    case 'txt':
      return makeTxt(chance(), title, isDraft);
    case 'csv':
      return makeCsv(chance(), isDraft);
    case 'xlsx':
      return makeXlsx(chance(), isDraft);
    case 'gpx':
      return makeGpx(chance(), at);
    case 'wav':
      return makeSound(chance());
    case 'webm':
      return makeVideo(chance);
  }
}

export const extensions: Readonly<Record<FileKind, string>> = {
  photo: 'JPG',
  png: 'png',
  pdf: 'pdf',
  docx: 'docx',
  odt: 'odt',
  txt: 'txt',
  csv: 'csv',
  xlsx: 'xlsx',
  gpx: 'gpx',
  wav: 'wav',
  webm: 'webm',
};

/** A file name as a student or a camera writes it. */
export function messyName(
  chance: Chance,
  kind: FileKind,
  title: string,
  first: string,
  last: string,
): string {
  const extension = extensions[kind];
  const word = title.toLowerCase();
  if (kind === 'photo') return `IMG_${chance.between(1000, 9999)}.${extension}`;
  return chance.pick([
    `${first.toLowerCase()} ${word} FINAL (1).${extension}`,
    `${word.replaceAll(' ', '_')}.${extension}`,
    `Untitled ${chance.between(1, 9)}.${extension}`,
    `${last} ${word}.${extension}`,
    `Copy of ${title}.${extension}`,
    `${title} - ${first}.${extension}`,
  ]);
}
