import { applyFilter } from './filters';
import {
  LONGEST_NAME_BYTES,
  cutToRoom,
  hasForbidden,
  legalFaults,
  legalStem,
  legalText,
  utf8Bytes,
  type LegalFault,
} from './makeLegal';
import type { Filter, Rule, RuleNode } from './parseRule';
import { personParts, type PartName } from './parts';

/** The values of the parts for one name; a part without a value is left out or null. */
export type NameValues = Partial<Record<PartName, string | number | null>>;

/** What one name is made of beside its rule: the values, and the room there is. */
export interface Naming {
  values: NameValues;
  /** Without the dot; empty for a folder or an unknown kind. */
  extension: string;
  /** UTF-16 units that the path leaves for the name (`roomInPath`). */
  units: number;
}

/** A stretch of a written name: a part of the rule, or the text between (`part: null`). */
export interface NameSegment {
  text: string;
  part: PartName | 'suffix' | 'extension' | null;
}

export interface WrittenName {
  name: string;
  segments: NameSegment[];
  /** What had to be mended in what the rule alone would have written, so that every file system takes it. */
  mended: LegalFault[];
}

export interface WriteOptions {
  /** Without the dot; empty for a folder or an unknown kind. */
  extension?: string;
  /** Told by `_2`, `_3` … behind the stem; 1 writes nothing. */
  copy?: number;
  /** UTF-16 units that the path leaves for the name (`roomInPath`). */
  units?: number;
}

/** What a name is called when the rule leaves nothing of it. */
const NAMELESS = 'unnamed';

/** Parts that give way when a name is too long, first to last. They never tell two people apart. */
const CUT_FIRST: readonly (PartName | null)[] = [
  'original',
  'assignment',
  'course',
  'teacher',
  'term',
  'year',
  'code',
  'group',
  null,
];

/** Shortest that a part becomes while others can still give way, in bytes. */
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
  const mended = new Set<LegalFault>();
  const raw = rule.flatMap((node) => writeNode(node, values, mended));
  const room: Room = {
    bytes: LONGEST_NAME_BYTES - utf8Bytes(suffix) - utf8Bytes(extension),
    units: (options.units ?? LONGEST_NAME_BYTES) - suffix.length - extension.length,
  };
  let written = trimEdges(shorten(raw, room, mended), mended);
  // A mend at the edge may have made the name longer than it was cut to.
  if (isOver(written, room)) {
    const less = { bytes: room.bytes - 1, units: room.units - 1 };
    written = trimEdges(shorten(raw, less, mended), mended);
  }
  if (written.length === 0) mended.add('empty-name');
  const segments: NameSegment[] = written.length === 0 ? [{ text: NAMELESS, part: null }] : written;
  if (suffix) segments.push({ text: suffix, part: 'suffix' });
  if (extension.length > 1) segments.push({ text: extension, part: 'extension' });
  const joined = textOf(segments);
  const name = joined.normalize('NFC');
  return {
    name,
    // A mark at the start of one part joins the letter before it; then no cut between the two is true any more.
    segments: name === joined ? segments : [{ text: name, part: null }],
    mended: legalFaults.filter((fault) => mended.has(fault)),
  };
}

/** What a part is written as, or '' where it has no value. */
export function writePart(part: PartName, filters: readonly Filter[], values: NameValues): string {
  return legalText(filters.reduce(applyFilter, valueOf(part, values)));
}

function writeNode(node: RuleNode, values: NameValues, mended: Set<LegalFault>): NameSegment[] {
  if (node.kind === 'text') {
    if (hasForbidden(node.text)) mended.add('forbidden-character');
    return [{ text: legalText(node.text), part: null }];
  }
  if (node.kind === 'optional') {
    const complete = node.nodes.every(
      (inner) => inner.kind !== 'part' || writePart(inner.part, inner.filters, values) !== '',
    );
    return complete ? node.nodes.flatMap((inner) => writeNode(inner, values, mended)) : [];
  }
  const filtered = node.filters.reduce(applyFilter, valueOf(node.part, values));
  if (hasForbidden(filtered) || (hasForbidden(rawValueOf(node.part, values)) && !node.filters.some(isPlain)))
    mended.add('forbidden-character');
  const text = legalText(filtered);
  return text ? [{ text, part: node.part }] : [];
}

const isPlain = (filter: Filter) => filter.kind === 'plain';

function rawValueOf(part: PartName, values: NameValues): string {
  const value = values[part];
  return value === null || value === undefined ? '' : String(value).trim();
}

function valueOf(part: PartName, values: NameValues): string {
  return legalText(rawValueOf(part, values)).trim();
}

function textOf(segments: readonly NameSegment[]): string {
  return segments.map((segment) => segment.text).join('');
}

/** What a name may take up. */
interface Room {
  bytes: number;
  units: number;
}

function isOver(segments: readonly NameSegment[], room: Room): boolean {
  const text = textOf(segments);
  return utf8Bytes(text) > room.bytes || text.length > room.units;
}

/** Takes characters away where they are missed least, part by part, until the stem fits. */
function shorten(segments: readonly NameSegment[], room: Room, mended: Set<LegalFault>): NameSegment[] {
  const cut = segments.map((segment) => ({ ...segment }));
  const whole = textOf(cut);
  let bytes = utf8Bytes(whole) - room.bytes;
  let units = whole.length - room.units;
  if (bytes <= 0 && units <= 0) return cut;
  mended.add('too-long');
  const take = (segment: NameSegment, keep: number) => {
    const before = segment.text;
    const size = utf8Bytes(before);
    if (size <= keep || (bytes <= 0 && units <= 0)) return;
    const rest = cutToRoom(
      before,
      Math.max(keep, size - Math.max(0, bytes)),
      Math.max(keep, before.length - Math.max(0, units)),
    );
    segment.text = rest.trimEnd();
    bytes -= size - utf8Bytes(segment.text);
    units -= before.length - segment.text.length;
  };
  for (const keep of [KEEP_BYTES, 0])
    for (const part of CUT_FIRST)
      for (const segment of cut)
        // What stands between the parts is short and keeps them apart: it shrinks, and does not go.
        if (segment.part === part && (part !== null || keep > 0)) take(segment, keep);
  // Only names of people are left. The longest gives way first, so that a short one beside it still tells them apart.
  const people = cut
    .filter((segment) => (personParts as readonly (string | null)[]).includes(segment.part))
    .sort((a, b) => b.text.length - a.text.length);
  for (const keep of [KEEP_BYTES, 0]) for (const segment of people) take(segment, keep);
  for (const segment of cut) take(segment, 0);
  return cut;
}

/** Applies the rules for the edges of a whole name to its segments. */
function trimEdges(segments: NameSegment[], mended: Set<LegalFault>): NameSegment[] {
  const joined = textOf(segments).normalize('NFC');
  const legal = legalStem(joined);
  if (legal === joined) return segments.filter((segment) => segment.text !== '');
  let lead = joined.length - joined.replace(/^[ .]+/, '').length;
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
  const isDevice = legal !== textOf(kept).normalize('NFC');
  mended.add(isDevice ? 'reserved-name' : 'edge-space-or-dot');
  if (isDevice && /^[ .]|[ .]$/.test(joined)) mended.add('edge-space-or-dot');
  // A device name is told apart by a mark behind its first word, so it is no longer one part's text alone.
  return isDevice ? [{ text: legal, part: kept[0]?.part ?? null }] : kept;
}
