import { editDistance } from '../text/editDistance';

/** The parts this engine can fill. */
export const partNames = ['period', 'last', 'first', 'called', 'assignment', 'date', 'attempt'] as const;
export type PartName = (typeof partNames)[number];

/** The filters this engine knows, with whether they take a number. */
export const filterNames = ['pad', 'upper', 'lower'] as const;
export type Filter = { kind: 'pad'; width: number } | { kind: 'upper' } | { kind: 'lower' };

export type RuleNode =
  | { kind: 'text'; text: string }
  | { kind: 'part'; part: PartName; filters: Filter[] }
  | { kind: 'optional'; nodes: RuleNode[] };

export type Rule = RuleNode[];

/** Why a rule cannot be read; `at` is the position in UTF-16 units, `mend` what was probably meant. */
export interface RuleFault {
  code: 'syntax' | 'unknown-part' | 'unknown-filter' | 'no-part';
  at: number;
  found: string;
  mend: string | null;
}

export type ParsedRule = { ok: true; rule: Rule } | { ok: false; fault: RuleFault };

const WIDEST_PAD = 9;
const ESCAPABLE = '{}[]|\\';

class Unreadable extends Error {
  constructor(readonly fault: RuleFault) {
    super(fault.code);
  }
}

/**
 * Reads a naming rule such as `{period|pad 2}-{last}_{first}[_{assignment}]` into a tree.
 * Grammar: text; `{part|filter|…}`; `[ … ]` written only when every part in it has a value;
 * a backslash before `{ } [ ] | \` takes it as it is. Optional groups do not nest.
 */
export function parseRule(source: string): ParsedRule {
  try {
    const reader = { source, at: 0 };
    const rule = readNodes(reader, false);
    if (!rule.some(hasPart)) fail('no-part', 0, source, '{last}_{first}');
    return { ok: true, rule };
  } catch (error) {
    if (error instanceof Unreadable) return { ok: false, fault: error.fault };
    throw error;
  }
}

interface Reader {
  source: string;
  at: number;
}

function fail(code: RuleFault['code'], at: number, found: string, mend: string | null): never {
  throw new Unreadable({ code, at, found, mend });
}

function hasPart(node: RuleNode): boolean {
  return node.kind === 'part' || (node.kind === 'optional' && node.nodes.some(hasPart));
}

function readNodes(reader: Reader, inGroup: boolean): RuleNode[] {
  const nodes: RuleNode[] = [];
  const opened = reader.at - 1;
  let text = '';
  const flush = () => {
    if (text) nodes.push({ kind: 'text', text });
    text = '';
  };
  while (reader.at < reader.source.length) {
    const char = reader.source[reader.at]!;
    if (char === '\\') {
      const next = reader.source[reader.at + 1];
      if (next === undefined || !ESCAPABLE.includes(next)) fail('syntax', reader.at, '\\', '\\\\');
      text += next;
      reader.at += 2;
    } else if (char === '{') {
      flush();
      nodes.push(readPart(reader));
    } else if (char === '[') {
      if (inGroup) fail('syntax', reader.at, '[', '\\[');
      flush();
      reader.at += 1;
      nodes.push({ kind: 'optional', nodes: readNodes(reader, true) });
    } else if (char === ']' && inGroup) {
      flush();
      reader.at += 1;
      return nodes;
    } else if (char === ']' || char === '}' || char === '|') {
      fail('syntax', reader.at, char, `\\${char}`);
    } else {
      text += char;
      reader.at += 1;
    }
  }
  if (inGroup) fail('syntax', opened, '[', ']');
  flush();
  return nodes;
}

function readPart(reader: Reader): RuleNode {
  const start = reader.at;
  const end = reader.source.indexOf('}', start);
  if (end < 0) fail('syntax', start, '{', '}');
  const [name = '', ...filters] = reader.source.slice(start + 1, end).split('|');
  const part = partNames.find((known) => known === name.trim());
  if (!part) fail('unknown-part', start + 1, name.trim(), nearest(name.trim(), partNames));
  let at = start + 1 + name.length + 1;
  const read = filters.map((filter) => {
    const result = readFilter(filter, at);
    at += filter.length + 1;
    return result;
  });
  reader.at = end + 1;
  return { kind: 'part', part, filters: read };
}

function readFilter(source: string, at: number): Filter {
  const [name = '', argument, ...rest] = source.trim().split(/\s+/);
  if (rest.length > 0) fail('syntax', at, source.trim(), `${name} ${argument}`);
  if (name === 'pad') {
    const width = Number(argument);
    if (!Number.isInteger(width) || width < 1 || width > WIDEST_PAD)
      fail('syntax', at, source.trim(), 'pad 2');
    return { kind: 'pad', width };
  }
  if (name === 'upper' || name === 'lower') {
    if (argument !== undefined) fail('syntax', at, source.trim(), name);
    return { kind: name };
  }
  return fail('unknown-filter', at, name, nearest(name, filterNames));
}

/** Words people write for a part that has another name here (common practice, no source). */
const otherWords: Record<string, PartName> = {
  surname: 'last',
  lastname: 'last',
  family: 'last',
  firstname: 'first',
  given: 'first',
  nickname: 'called',
  preferred: 'called',
  hour: 'period',
  block: 'period',
  class: 'period',
  title: 'assignment',
  task: 'assignment',
  day: 'date',
  try: 'attempt',
  version: 'attempt',
};

function nearest(word: string, known: readonly string[]): string | null {
  const lower = word.toLowerCase();
  const other = otherWords[lower];
  if (other && known.includes(other)) return other;
  const ranked = known
    .map((name) => ({ name, away: editDistance(lower, name) }))
    .sort((a, b) => a.away - b.away);
  return ranked[0] && ranked[0].away <= 2 ? ranked[0].name : null;
}
