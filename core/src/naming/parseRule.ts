import { editDistance } from '../text/editDistance';
import { findPatternFault } from './datePattern';
import { dayParts, otherWords, partNames, type PartName } from './parts';

/** The filters of a part, with what each takes behind it. */
export const filterTakes = {
  upper: null,
  lower: null,
  title: null,
  ascii: null,
  plain: null,
  pad: 'number',
  cut: 'number',
  words: 'number',
  date: 'pattern',
} as const;

export type FilterName = keyof typeof filterTakes;
export const filterNames = Object.keys(filterTakes) as FilterName[];

export type Filter =
  | { kind: 'upper' | 'lower' | 'title' | 'ascii' | 'plain' }
  | { kind: 'pad' | 'cut' | 'words'; count: number }
  | { kind: 'date'; pattern: string };

export type RuleNode =
  | { kind: 'text'; text: string }
  | { kind: 'part'; part: PartName; filters: Filter[] }
  | { kind: 'optional'; nodes: RuleNode[] };

export type Rule = RuleNode[];

/** Why a rule cannot be read. */
export interface RuleFault {
  code: 'syntax' | 'unknown-part' | 'unknown-filter';
  /** Position in UTF-16 units. */
  at: number;
  found: string;
  /** What was probably meant in place of what was found. */
  mend: string | null;
  /** The whole rule with that in place, where it mends the fault. */
  mended: string | null;
}

export type ParsedRule = { ok: true; rule: Rule } | { ok: false; fault: RuleFault };

/** Enough for any number a school writes, and for any word a name needs. */
const LARGEST_COUNT = 99;
const USUAL_COUNT: Readonly<Record<string, number>> = { pad: 2, cut: 10, words: 3 };
const USUAL_PATTERN = 'yyyy-MM-dd';
const ESCAPABLE = '{}[]|\\';

class Unreadable extends Error {
  constructor(readonly fault: RuleFault) {
    super(fault.code);
  }
}

/**
 * Reads a naming rule such as `{period|pad 2}-{last}_{first}[_{assignment}]` into a tree.
 * Grammar: text; `{part|filter|…}`; `[ … ]` written only when every part in it has a value (a group within a group
 * answers for itself); a backslash before `{ } [ ] | \` takes it as it is.
 */
export function parseRule(source: string): ParsedRule {
  try {
    return { ok: true, rule: readNodes({ source, at: 0 }, null) };
  } catch (error) {
    if (error instanceof Unreadable) return { ok: false, fault: error.fault };
    throw error;
  }
}

/** A rule as text, in the one way in which its chips and its text are kept in step. */
export function writeRule(rule: Rule): string {
  return rule
    .map((node) => {
      if (node.kind === 'text') return escape(node.text);
      if (node.kind === 'optional') return `[${writeRule(node.nodes)}]`;
      return `{${[node.part, ...node.filters.map(writeFilter)].join('|')}}`;
    })
    .join('');
}

function escape(text: string): string {
  return text.replace(/[{}[\]|\\]/g, '\\$&');
}

/** A filter as it stands behind the bar. */
export function writeFilter(filter: Filter): string {
  if (filter.kind === 'date') return `date ${escape(filter.pattern)}`;
  return 'count' in filter ? `${filter.kind} ${filter.count}` : filter.kind;
}

interface Reader {
  source: string;
  at: number;
}

interface Replacing {
  code: RuleFault['code'];
  at: number;
  found: string;
  mend: string | null;
  /** Where `mend` goes when it is added and nothing is replaced. */
  insertAt?: number;
}

function fail(reader: Reader, { code, at, found, mend, insertAt }: Replacing): never {
  const { source } = reader;
  let mended: string | null = null;
  if (mend !== null) {
    const tried =
      insertAt === undefined
        ? source.slice(0, at) + mend + source.slice(at + found.length)
        : source.slice(0, insertAt) + mend + source.slice(insertAt);
    const read = parseRule(tried);
    if (read.ok || read.fault.at > at) mended = tried;
  }
  throw new Unreadable({ code, at, found, mend, mended });
}

function readNodes(reader: Reader, openedAt: number | null): RuleNode[] {
  const nodes: RuleNode[] = [];
  let text = '';
  const flush = () => {
    if (text) nodes.push({ kind: 'text', text });
    text = '';
  };
  while (reader.at < reader.source.length) {
    const at = reader.at;
    const char = reader.source[at]!;
    if (char === '\\') {
      text += readEscaped(reader);
    } else if (char === '{') {
      flush();
      nodes.push(readPart(reader));
    } else if (char === '[') {
      flush();
      reader.at += 1;
      nodes.push({ kind: 'optional', nodes: readNodes(reader, at) });
    } else if (char === ']' && openedAt !== null) {
      flush();
      reader.at += 1;
      return nodes;
    } else if (char === ']' || char === '}' || char === '|') {
      fail(reader, { code: 'syntax', at, found: char, mend: `\\${char}` });
    } else {
      text += char;
      reader.at += 1;
    }
  }
  if (openedAt !== null)
    fail(reader, {
      code: 'syntax',
      at: openedAt,
      found: '[',
      mend: ']',
      insertAt: reader.source.length,
    });
  flush();
  return nodes;
}

function readEscaped(reader: Reader): string {
  const next = reader.source[reader.at + 1];
  if (next === undefined || !ESCAPABLE.includes(next))
    fail(reader, { code: 'syntax', at: reader.at, found: '\\', mend: '\\\\' });
  reader.at += 2;
  return next;
}

/** A stretch between bars, its escapes taken off; `at` is where its first sign stands that is no space. */
interface Stretch {
  text: string;
  at: number;
}

function readPart(reader: Reader): RuleNode {
  const { source } = reader;
  const opened = reader.at;
  const stretches: Stretch[] = [{ text: '', at: opened + 1 }];
  reader.at += 1;
  for (;;) {
    const char = source[reader.at];
    if (char === undefined || char === '{' || char === '[') {
      // A part that is not closed ends where its words end.
      const words = /^\{[\p{L}\p{N}]*(\|[\p{L}\p{N} ]*[\p{L}\p{N}])*/u.exec(source.slice(opened))![0];
      fail(reader, {
        code: 'syntax',
        at: opened,
        found: '{',
        mend: '}',
        insertAt: opened + words.length,
      });
    }
    if (char === '}') break;
    if (char === '|') {
      reader.at += 1;
      stretches.push({ text: '', at: reader.at });
    } else if (char === '\\') {
      stretches.at(-1)!.text += readEscaped(reader);
    } else {
      stretches.at(-1)!.text += char;
      reader.at += 1;
    }
  }
  reader.at += 1;
  const [{ text, at }, ...filters] = stretches.map(trimmed) as [Stretch, ...Stretch[]];
  const part = partNames.find((known) => known === text);
  if (!part) fail(reader, { code: 'unknown-part', at, found: text, mend: nearest(text, partNames) });
  return { kind: 'part', part, filters: filters.map((stretch) => readFilter(reader, stretch, part)) };
}

function trimmed({ text, at }: Stretch): Stretch {
  return { text: text.trim(), at: at + (text.length - text.trimStart().length) };
}

function readFilter(reader: Reader, { text, at }: Stretch, part: PartName): Filter {
  const [name = '', ...rest] = text.split(/\s+/);
  const argument = rest.join(' ');
  const kind = filterNames.find((known) => known === name);
  if (!kind) {
    // `pad2` is `pad 2` with its space forgotten.
    const glued = /^([a-z]+)(\d+)$/.exec(name);
    const meant = glued && filterNames.find((known) => known === glued[1]);
    const mend = meant ? `${meant} ${glued[2]}` : nearest(name, filterNames);
    return fail(reader, { code: 'unknown-filter', at, found: name, mend });
  }
  const wrong = (mend: string | null) => fail(reader, { code: 'syntax', at, found: text, mend });
  switch (kind) {
    case 'pad':
    case 'cut':
    case 'words': {
      const count = Number(argument);
      if (!/^\d+$/.test(argument) || count < 1 || count > LARGEST_COUNT)
        wrong(`${kind} ${USUAL_COUNT[kind]}`);
      return { kind, count };
    }
    case 'date': {
      if (!dayParts.includes(part)) wrong(null);
      const fault = findPatternFault(argument);
      if (fault) {
        const mended =
          fault.mend &&
          argument.slice(0, fault.at) + fault.mend + argument.slice(fault.at + fault.found.length);
        wrong(`date ${mended && !findPatternFault(mended) ? mended : USUAL_PATTERN}`);
      }
      return { kind, pattern: argument };
    }
    default:
      if (argument !== '') wrong(kind);
      return { kind };
  }
}

function nearest(word: string, known: readonly string[]): string | null {
  const lower = word.toLowerCase();
  const other = otherWords[lower.replace(/[\s_-]/g, '')];
  if (other && known.includes(other)) return other;
  const ranked = known
    .map((name) => ({ name, away: editDistance(lower, name) }))
    .sort((a, b) => a.away - b.away);
  return ranked[0] && ranked[0].away <= 2 && ranked[0].away < ranked[0].name.length ? ranked[0].name : null;
}

/** The parts of a rule in order, those of optional groups with them. */
export function partsOfRule(rule: Rule): Extract<RuleNode, { kind: 'part' }>[] {
  return rule.flatMap((node) =>
    node.kind === 'part' ? [node] : node.kind === 'optional' ? partsOfRule(node.nodes) : [],
  );
}
