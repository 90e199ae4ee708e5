import { editDistance } from '../text/editDistance';
import { checkRule, type NameSubject, type NamingCourse, type RuleCheck } from './checkRule';
import { legalText } from './makeLegal';
import { parseRule, partsOfRule, writeRule, type Rule, type RuleNode } from './parseRule';
import { personParts, type PartName } from './parts';
import type { NameValues } from './writeName';
import { nameOrders } from './sortNames';

/** A change of a rule that was tried on the course: what it mends, and that it spoils nothing. */
export interface RuleMend {
  rule: string;
  /** Codes of problems that are gone, and `order.bytes.periodsInOrder` and its like. */
  solves: string[];
}

/** How many people share the trouble, by problem; an order that does not hold counts once. */
function troubles(check: RuleCheck): Map<string, number> {
  const found = new Map<string, number>();
  for (const { code, students } of check.problems) found.set(code, (found.get(code) ?? 0) + students.length);
  for (const order of nameOrders) {
    if (!check.order[order].periodsTogether) found.set(`order.${order}.periodsTogether`, 1);
    if (!check.order[order].periodsInOrder) found.set(`order.${order}.periodsInOrder`, 1);
    if (check.pinned && !check.pinned.holds[order]) found.set(`order.${order}.pinned`, 1);
  }
  return found;
}

/** Whether nothing is wrong with one rule that is not as wrong with another. */
export function isNoWorse(now: RuleCheck, than: RuleCheck): boolean {
  return isWithin(troubles(now), troubles(than));
}

const isWithin = (now: ReadonlyMap<string, number>, was: ReadonlyMap<string, number>): boolean =>
  [...now].every(([key, count]) => count <= (was.get(key) ?? 0));

interface Tried {
  source: string;
  rule: Rule;
  solves: string[];
  /** How far it is from the rule as it stands, in letters. */
  away: number;
}

/** A rule with more parts than this is no scheme that a small change mends, and trying would take long. */
const MOST_PARTS = 16;
/** Two changes at once are tried only from the most promising of the single ones. */
const MOST_BASES = 12;

/**
 * The smallest changes of a rule that mend what is wrong with it on this course, each tried and not guessed: it solves
 * what it says and makes nothing worse. For every trouble that one of the known changes mends, the nearest rule that
 * mends it is among them; first comes what mends most.
 */
export function mendRule(rule: Rule, subject: NameSubject, course: NamingCourse): RuleMend[] {
  const source = writeRule(rule);
  const was = troubles(checkRule(rule, subject, course));
  if (was.size === 0 || partsOfRule(rule).length > MOST_PARTS) return [];
  const seen = new Set([source]);
  const tried: Tried[] = [];
  const attempt = (changed: Rule) => {
    const text = writeRule(changed);
    const parsed = parseRule(text);
    if (!parsed.ok || seen.has(text)) return;
    seen.add(text);
    const now = troubles(checkRule(parsed.rule, subject, course));
    const solves = [...was.keys()].filter((key) => !now.has(key));
    if (isWithin(now, was) && solves.length > 0)
      tried.push({ source: text, rule: parsed.rule, solves, away: editDistance(source, text) });
  };
  const widest = Math.max(1, ...course.students.map(({ values }) => String(values.period ?? '').length));
  for (const change of changesOf(rule, subject, course, widest)) attempt(change);
  const solvable = new Set(tried.flatMap(({ solves }) => solves));
  if (!tried.some(({ solves }) => solves.length === was.size)) {
    const bases = rank(tried, was.size).slice(0, MOST_BASES);
    // What no single change mends may need two that are of no use alone: they start from the rule's own changes.
    const starts =
      solvable.size < was.size
        ? [...bases.map((base) => base.rule), ...changesOf(rule, subject, course, widest)]
        : bases.map((base) => base.rule);
    for (const start of starts.slice(0, MOST_BASES * 2))
      for (const change of changesOf(start, subject, course, widest)) attempt(change);
  }
  return choose(tried, [...was.keys()]).map(({ source: mended, solves }) => ({ rule: mended, solves }));
}

function rank(tried: readonly Tried[], all: number): Tried[] {
  return tried.toSorted(
    (a, b) =>
      Number(b.solves.length === all) - Number(a.solves.length === all) ||
      b.solves.length - a.solves.length ||
      a.away - b.away,
  );
}

/** For all that is wrong at once, and then for each trouble alone, the nearest rule that mends it. */
function choose(tried: readonly Tried[], keys: readonly string[]): Tried[] {
  const byNearness = tried.toSorted((a, b) => a.away - b.away || b.solves.length - a.solves.length);
  const best = rank(tried, keys.length)[0];
  const chosen = new Set<Tried>(best ? [best] : []);
  for (const key of keys) {
    const nearest = byNearness.find(({ solves }) => solves.includes(key));
    if (nearest) chosen.add(nearest);
  }
  return [...chosen].sort((a, b) => b.solves.length - a.solves.length || a.away - b.away);
}

/** Every change that teachers make to such a rule, each alone (common practice). */
function* changesOf(rule: Rule, subject: NameSubject, course: NamingCourse, widest: number): Iterable<Rule> {
  yield* periodChanges(rule, widest);
  yield* pinChanges(rule);
  yield* personChanges(rule, course);
  yield* separatorChanges(rule);
  yield* lengthChanges(rule, subject);
  const legal = eachNode(rule, (node) =>
    node.kind === 'text' ? { ...node, text: legalText(node.text) } : node,
  );
  yield legal;
  yield trimmed(legal);
}

/** The number the same width everywhere, and at the front. */
function* periodChanges(rule: Rule, widest: number): Iterable<Rule> {
  const padded: RuleNode = {
    kind: 'part',
    part: 'period',
    filters: widest > 1 ? [{ kind: 'pad', count: widest }] : [],
  };
  const withPad = eachNode(rule, (node) => {
    if (node.kind !== 'part' || node.part !== 'period' || widest < 2) return node;
    return { ...node, filters: [...node.filters.filter(({ kind }) => kind !== 'pad'), ...padded.filters] };
  });
  yield withPad;
  const { lead, rest } = takeLead(rule);
  const without = withoutPart(rest, 'period');
  for (const front of [padded, { ...padded, filters: [] }])
    yield [...lead, front, { kind: 'text', text: '-' }, ...without];
}

/** The text at the start that pins the name, and the rule behind it. */
function takeLead(rule: Rule): { lead: Rule; rest: Rule } {
  const [first, ...rest] = rule;
  return first?.kind === 'text' && first.text.length <= 5
    ? { lead: [first], rest }
    : { lead: [], rest: rule };
}

/** The rule without a part and without the text that divided it from its neighbour. */
function withoutPart(rule: Rule, part: PartName): Rule {
  const at = rule.findIndex((node) => node.kind === 'part' && node.part === part);
  if (at < 0) return rule;
  const [before, after] = [rule[at - 1], rule[at + 1]];
  if (
    before?.kind === 'text' &&
    after?.kind === 'text' &&
    /[([]$/.test(before.text) &&
    /^[)\]]/.test(after.text)
  ) {
    // The brackets around it go with it.
    const around = before.text.replace(/\s*[([]$/, '') + after.text.slice(1);
    return [
      ...rule.slice(0, at - 1),
      ...(around ? [{ kind: 'text', text: around } as const] : []),
      ...rule.slice(at + 2),
    ];
  }
  const isText = (node: RuleNode | undefined) => node?.kind === 'text';
  const from = isText(rule[at - 1]) && (at === rule.length - 1 || !isText(rule[at + 1])) ? at - 1 : at;
  const to = from === at && isText(rule[at + 1]) ? at + 2 : at + 1;
  // The text behind a part at the end of the rule goes with it (`- hour {period}`).
  return [...rule.slice(0, from), ...rule.slice(to)];
}

/** A pin that holds against names with the same first letter. */
function* pinChanges(rule: Rule): Iterable<Rule> {
  const [first, ...rest] = rule;
  if (first?.kind !== 'text') return;
  const letter = /^([za])/i.exec(first.text)?.[1];
  if (letter)
    for (const times of [2, 3, 4])
      yield [
        { kind: 'text', text: letter.toLowerCase().repeat(times) + first.text.replace(/^[za]+/i, '') },
        ...rest,
      ];
}

/** More of what tells people apart. */
function* personChanges(rule: Rule, course: NamingCourse): Iterable<Rule> {
  const isThere = ({ values }: { values: NameValues }, part: PartName) =>
    values[part] !== undefined && values[part] !== null && values[part] !== '';
  const has = (part: PartName) => course.students.every((student) => isThere(student, part));
  const someHave = (part: PartName) => course.students.some((student) => isThere(student, part));
  for (const [part, fuller] of [
    ['initial', 'first'],
    ['initial', 'called'],
    ['called', 'first'],
    ['first', 'called'],
  ] as const)
    yield eachNode(rule, (node) =>
      node.kind === 'part' && node.part === part ? { ...node, part: fuller } : node,
    );
  yield eachNode(rule, (node) =>
    node.kind === 'part' && personParts.includes(node.part)
      ? { ...node, filters: node.filters.filter(({ kind }) => kind !== 'cut' && kind !== 'words') }
      : node,
  );
  const last = rule.findLastIndex((node) => node.kind === 'part' && personParts.includes(node.part));
  const present = new Set(partsOfRule(rule).map(({ part }) => part));
  for (const part of ['first', 'last', 'number', 'username'] as const) {
    if (present.has(part) || !someHave(part)) continue;
    const bare: RuleNode[] = [
      { kind: 'text', text: '_' },
      { kind: 'part', part, filters: [] },
    ];
    // What only some have is written only for them.
    const added: RuleNode[] = has(part) ? bare : [{ kind: 'optional', nodes: bare }];
    yield last < 0
      ? rule.length === 0
        ? bare.slice(1)
        : [...rule, ...added]
      : [...rule.slice(0, last + 1), ...added, ...rule.slice(last + 1)];
  }
  if (!present.has('last'))
    yield [
      ...rule,
      ...(rule.length > 0 ? [{ kind: 'text', text: '_' } as const] : []),
      { kind: 'part', part: 'last', filters: [] },
      { kind: 'text', text: '_' },
      { kind: 'part', part: 'first', filters: [] },
    ];
}

/** Text between parts that no name holds; letters and digits alone where it may stand. */
function* separatorChanges(rule: Rule): Iterable<Rule> {
  for (const sign of ['_', ', ', ' - ', '__'] as const) {
    const split = rule.flatMap((node, i): RuleNode[] =>
      node.kind === 'part' && rule[i - 1]?.kind === 'part' ? [{ kind: 'text', text: sign }, node] : [node],
    );
    yield split;
    for (const [i, node] of rule.entries())
      if (
        node.kind === 'text' &&
        rule[i - 1]?.kind === 'part' &&
        rule[i + 1] &&
        /^[\s\p{P}]+$/u.test(node.text)
      )
        yield rule.with(i, { kind: 'text', text: sign });
    yield eachNode(split, (inner) =>
      inner.kind === 'text' && /^[\s_,-]+$/.test(inner.text) ? { kind: 'text', text: sign } : inner,
    );
  }
  const isPerson = (part: PartName) => part === 'last' || part === 'first' || part === 'called';
  for (const part of ['last', 'first', 'called', null] as const)
    yield eachNode(rule, (node) =>
      node.kind === 'part' &&
      (part === null ? isPerson(node.part) : node.part === part) &&
      !node.filters.some(({ kind }) => kind === 'plain')
        ? { ...node, filters: [...node.filters, { kind: 'plain' }] }
        : node,
    );
}

/** Fewer words of what is long. */
function* lengthChanges(rule: Rule, subject: NameSubject): Iterable<Rule> {
  if (subject === 'folder') {
    yield eachNode(rule, (node) =>
      node.kind === 'part' && node.part === 'course' ? { ...node, part: 'code' } : node,
    );
    return;
  }
  for (const part of ['assignment', 'original', 'course'] as const)
    for (const count of [5, 3] as const)
      yield eachNode(rule, (node) =>
        node.kind === 'part' && node.part === part
          ? {
              ...node,
              filters: [...node.filters.filter(({ kind }) => kind !== 'words'), { kind: 'words', count }],
            }
          : node,
      );
}

function trimmed(rule: Rule): Rule {
  return rule.map((node, i): RuleNode => {
    if (node.kind !== 'text') return node;
    const start = i === 0 ? node.text.replace(/^[ .]+/, '') : node.text;
    return { kind: 'text', text: i === rule.length - 1 ? start.replace(/[ .]+$/, '') : start };
  });
}

/** The rule with every node changed, those of optional groups as well; text that is empty is left out. */
function eachNode(rule: Rule, change: (node: RuleNode) => RuleNode): Rule {
  return rule
    .map((node) => change(node.kind === 'optional' ? { ...node, nodes: eachNode(node.nodes, change) } : node))
    .filter((node) => node.kind !== 'text' || node.text !== '');
}
