import type { Filter, PartName, Rule, RuleNode } from './parseRule';
import { LONGEST_NAME_BYTES, cutToBytes, legalStem, legalText, utf8Bytes } from './makeLegal';

/** The values of the parts for one name; a part without a value is left out or null. */
export type NameValues = Partial<Record<PartName, string | number | null>>;

/** A stretch of a written name: a part of the rule, or the text between (`part: null`). */
export interface NameSegment {
  text: string;
  part: PartName | 'suffix' | 'extension' | null;
}

export interface WrittenName {
  name: string;
  segments: NameSegment[];
}

export interface WriteOptions {
  /** Without the dot; empty for a folder or an unknown kind. */
  extension?: string;
  /** Told by `_2`, `_3` … behind the stem; 1 writes nothing. */
  copy?: number;
}

/** What a name is called when the rule leaves nothing of it. */
const NAMELESS = 'unnamed';

/** Parts that give way first when a name is too long. They never tell two people apart. */
const CUT_FIRST: readonly (PartName | null)[] = ['assignment', null, 'called', 'first', 'last'];

/** Shortest that the part behind a name may become while others can still give way, in bytes. */
const KEEP_BYTES = 12;

/**
 * Writes one name by a rule, legal on Windows, macOS and Linux at once and at most 255 bytes of UTF-8.
 * The segments say which part each stretch came from, for the name strip; joined they are the name.
 */
export function writeName(rule: Rule, values: NameValues, options: WriteOptions = {}): WrittenName {
  const suffix = options.copy && options.copy > 1 ? `_${options.copy}` : '';
  const extension = options.extension
    ? `.${legalText(options.extension).replace(/[ .]/g, '').toLowerCase()}`
    : '';
  const room = LONGEST_NAME_BYTES - utf8Bytes(suffix) - utf8Bytes(extension);

  const written = trimEdges(
    shorten(
      rule.flatMap((node) => writeNode(node, values)),
      room,
    ),
  );
  const stem = written.map((segment) => segment.text).join('');
  const segments: NameSegment[] = stem === '' ? [{ text: NAMELESS, part: null }] : written;
  if (suffix) segments.push({ text: suffix, part: 'suffix' });
  if (extension.length > 1) segments.push({ text: extension, part: 'extension' });
  const joined = segments.map((segment) => segment.text).join('');
  const name = joined.normalize('NFC');
  // A mark at the start of one part joins the letter before it; then no cut between the two is true any more.
  return { name, segments: name === joined ? segments : [{ text: name, part: null }] };
}

function writeNode(node: RuleNode, values: NameValues): NameSegment[] {
  if (node.kind === 'text') return [{ text: legalText(node.text), part: null }];
  if (node.kind === 'optional') {
    const complete = node.nodes.every((inner) => inner.kind !== 'part' || valueOf(inner.part, values) !== '');
    return complete ? node.nodes.flatMap((inner) => writeNode(inner, values)) : [];
  }
  const text = node.filters.reduce(applyFilter, valueOf(node.part, values));
  return text ? [{ text, part: node.part }] : [];
}

function valueOf(part: PartName, values: NameValues): string {
  const value = values[part];
  return value === null || value === undefined ? '' : legalText(String(value)).trim();
}

function applyFilter(text: string, filter: Filter): string {
  switch (filter.kind) {
    case 'pad':
      return /^\d+$/.test(text) ? text.padStart(filter.width, '0') : text;
    case 'upper':
      return text.toUpperCase();
    case 'lower':
      return text.toLowerCase();
  }
}

/** Takes bytes away where they are missed least, part by part, until the stem fits into `room` bytes. */
function shorten(segments: NameSegment[], room: number): NameSegment[] {
  let over = segments.reduce((sum, segment) => sum + utf8Bytes(segment.text), 0) - room;
  const cut = segments.map((segment) => ({ ...segment }));
  for (const keep of [KEEP_BYTES, 0]) {
    for (const part of CUT_FIRST) {
      for (const segment of cut) {
        if (over <= 0) return cut;
        const bytes = utf8Bytes(segment.text);
        if (segment.part !== part || bytes <= keep) continue;
        segment.text = cutToBytes(segment.text, Math.max(keep, bytes - over)).trimEnd();
        over -= bytes - utf8Bytes(segment.text);
      }
    }
  }
  return cut;
}

/** Applies the rules for the edges of a whole name to its segments. */
function trimEdges(segments: NameSegment[]): NameSegment[] {
  const joined = segments
    .map((segment) => segment.text)
    .join('')
    .normalize('NFC');
  const legal = legalStem(joined);
  if (legal === joined) return segments.filter((segment) => segment.text !== '');
  let lead = joined.length - joined.trimStart().length;
  const trimmed = segments.map((segment) => {
    const drop = Math.min(lead, segment.text.length);
    lead -= drop;
    return { ...segment, text: segment.text.slice(drop) };
  });
  for (let i = trimmed.length - 1; i >= 0; i -= 1) {
    const segment = trimmed[i]!;
    segment.text = segment.text.replace(/[ .]+$/, '');
    if (segment.text !== '') break;
  }
  const kept = trimmed.filter((segment) => segment.text !== '');
  const isDevice = legal !== kept.map((segment) => segment.text).join('');
  // A device name is told apart by a mark behind its first word, so it is no longer one part's text alone.
  return isDevice ? [{ text: legal, part: kept[0]?.part ?? null }] : kept;
}
