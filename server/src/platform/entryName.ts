import iconv from 'iconv-lite';
import type { Entry } from 'yauzl';

/** General purpose bit 11: the name is in UTF-8 (APPNOTE.TXT 4.4.4). */
const IS_UTF8 = 0x800;
/** The extra field with the name in UTF-8 (APPNOTE.TXT 4.6.9). */
const UNICODE_PATH = 0x7075;

/**
 * Code pages that names without a mark may be in: the one of the format itself, and those of computers in Western and
 * Central Europe and of Cyrillic ones (common practice, no source).
 */
const CODE_PAGES = ['cp437', 'cp850', 'windows-1252', 'cp852', 'windows-1250', 'cp866'] as const;

/** The name of an entry as its maker wrote it, in NFC, with `/` between folders. */
export function entryName(entry: Pick<Entry, 'generalPurposeBitFlag' | 'extraFields'>, raw: Buffer): string {
  return decode(entry, raw).replaceAll('\\', '/').normalize('NFC');
}

function decode(entry: Pick<Entry, 'generalPurposeBitFlag' | 'extraFields'>, raw: Buffer): string {
  if ((entry.generalPurposeBitFlag & IS_UTF8) !== 0) return raw.toString('utf8');
  const field = entry.extraFields.find(
    ({ id, data }) => id === UNICODE_PATH && data.length > 5 && data[0] === 1,
  );
  if (field) return field.data.subarray(5).toString('utf8');
  if (raw.every((byte) => byte < 0x80)) return raw.toString('latin1');
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(raw);
  } catch {
    return likeliest(raw);
  }
}

/** The reading in which letters stand among letters; box drawings and signs inside words speak against a code page. */
function likeliest(raw: Buffer): string {
  let best = { text: '', oddness: Infinity };
  for (const page of CODE_PAGES) {
    const text = iconv.decode(raw, page);
    const oddness = oddnessOf(text);
    if (oddness < best.oddness) best = { text, oddness };
  }
  return best.text;
}

function oddnessOf(text: string): number {
  let odd = 0;
  const signs = [...text];
  signs.forEach((sign, i) => {
    if (sign.charCodeAt(0) < 0x80) return;
    if (!/\p{L}/u.test(sign)) odd += 3;
    else {
      const [before, after] = [signs[i - 1] ?? ' ', signs[i + 1] ?? ' '];
      // A capital inside small letters, or a letter of another script than its neighbours.
      if (/\p{Ll}/u.test(before) && /\p{Lu}/u.test(sign)) odd += 2;
      for (const beside of [before, after])
        if (/\p{L}/u.test(beside) && /\p{Script=Latin}/u.test(beside) !== /\p{Script=Latin}/u.test(sign))
          odd += 2;
      if (!COMMON.test(sign)) odd += 1;
    }
  });
  return odd;
}

/** Letters with marks that names in many languages have; rarer ones are a sign of a wrong code page. */
const COMMON = /[àáâãäåæçèéêëìíîïñòóôõöøùúûüýßąćęłńśźżăâîșțđčďěňřšťůžğışőű\p{Script=Cyrillic}]/iu;
