import exifr from 'exifr';
import { nothing, type Inside } from './Inside';

/** Fields of EXIF, IPTC and XMP that say who took a picture, and what it is. */
export async function readPicture(file: string): Promise<Inside> {
  const tags = (await exifr.parse(file, { xmp: true, iptc: true, tiff: true, exif: true, gps: false })) as
    Record<string, unknown> | undefined;
  const text = (name: string): string => {
    const said = tags?.[name];
    // A text in several languages, of which the first is meant (XMP part 1, 8.2.2.4).
    const value = isInLanguage(said) ? said.value : said;
    return Array.isArray(value) ? value.map(String).join(', ') : typeof value === 'string' ? value : '';
  };
  return {
    ...nothing,
    authors: ['Artist', 'creator', 'Byline', 'XPAuthor', 'OwnerName', 'CameraOwnerName', 'Author'].map(text),
    title: text('ImageDescription') || text('title') || text('ObjectName') || text('Title'),
    text: text('UserComment'),
  };
}

function isInLanguage(said: unknown): said is { value: unknown } {
  return typeof said === 'object' && said !== null && 'value' in said;
}

/** The tags of sounds and films (ID3, MP4, Matroska, Vorbis comments): who plays in it, and what it is called. */
export async function readRecording(file: string): Promise<Inside> {
  const { parseFile } = await import('music-metadata');
  const { common } = await parseFile(file, { skipCovers: true });
  const { artist, artists = [], albumartist, composer = [], title = '', comment = [] } = common;
  return {
    ...nothing,
    authors: [artist ?? '', ...artists, albumartist ?? '', ...composer],
    title,
    text: comment.map(({ text = '' }) => text).join('\n'),
  };
}
