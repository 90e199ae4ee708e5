import type { Filter, Rule } from './parseRule';
import type { PartName } from './parts';
import { charactersOf } from './makeLegal';
import { writePart, type NameValues } from './writeName';

/** One way of taking a name apart: each part of the rule with the stretch of the name that it covers, in the rule's order. */
export type Reading = { part: PartName; filters: readonly Filter[]; text: string }[];

/** What the parts can say in this course, where that is known beforehand; other parts are free text of their kind. */
export type Vocabulary = Partial<Record<PartName, readonly NameValues[string & keyof NameValues][]>>;

type Step =
  | { kind: 'text'; text: string }
  | {
      kind: 'part';
      part: PartName;
      filters: readonly Filter[];
      shape: Shape;
      /** Whether somebody has nothing here: then it can be empty. */
      isEmptyFor: boolean;
      /** Text that can stand right behind: where it first comes, the part ends. */
      stops: readonly string[];
    }
  /** An optional group: the steps up to `end` may be left out. */
  | { kind: 'maybe'; end: number };

/** What a part's text can look like. */
type Shape = { texts: readonly string[] } | { fits: (text: string) => boolean };

/** A rule made ready for taking names apart, once for many names. */
export interface Taker {
  /** The ways in which a stem (in NFC) can be taken apart, at most `most`. One way: the rule reads back. */
  (stem: string, most: number): Reading[];
}

/** Signs that a name of somebody can start with, and those that it cannot end with. */
const STARTS = /^[\p{L}\p{N}'’‘ʻʼ]/u;
const ENDS_BADLY = /[\s_,;&+-]$/u;

/** Prepares a rule for reading names back without knowing who wrote them; `lacking` are the parts that somebody has no value for. */
export function makeTaker(
  rule: Rule,
  vocabulary: Vocabulary = {},
  lacking: ReadonlySet<PartName> = new Set(),
): Taker {
  const steps: Step[] = [];
  compile(rule, vocabulary, lacking, steps);
  steps.forEach((step, i) => {
    if (step.kind === 'part') step.stops = textsBehind(steps, i + 1);
  });
  return (stem, most) => {
    const found: Reading[] = [];
    const dead = new Set<number>();
    const reading: Reading = [];
    /** Whether anything was found from here. */
    const follow = (step: number, at: number): boolean => {
      const key = step * (stem.length + 1) + at;
      if (dead.has(key) || found.length >= most) return false;
      if (step === steps.length) {
        if (at !== stem.length) return false;
        found.push([...reading]);
        return true;
      }
      const here = steps[step]!;
      let any = false;
      if (here.kind === 'text') {
        any = stem.startsWith(here.text, at) && follow(step + 1, at + here.text.length);
      } else if (here.kind === 'maybe') {
        any = follow(step + 1, at);
        any = follow(here.end, at) || any;
      } else {
        for (const text of textsAt(here, stem, at)) {
          reading.push({ part: here.part, filters: here.filters, text });
          any = follow(step + 1, at + text.length) || any;
          reading.pop();
        }
      }
      if (!any && found.length < most) dead.add(key);
      return any;
    };
    follow(0, 0);
    return found;
  };
}

function compile(rule: Rule, vocabulary: Vocabulary, lacking: ReadonlySet<PartName>, steps: Step[]): void {
  for (const node of rule) {
    if (node.kind === 'text') {
      // As `legalText` writes it; edges are trimmed by the whole name, so they are matched as they stand.
      steps.push({ kind: 'text', text: node.text.normalize('NFC') });
    } else if (node.kind === 'part') {
      steps.push({
        ...node,
        shape: shapeOf(node.part, node.filters, vocabulary),
        isEmptyFor: lacking.has(node.part),
        stops: [],
      });
    } else {
      const maybe: Step = { kind: 'maybe', end: 0 };
      steps.push(maybe);
      // A group is written only where all of it is there.
      compile(node.nodes, vocabulary, new Set(), steps);
      maybe.end = steps.length;
    }
  }
}

/** The texts with which the rule can go on at a step. */
function textsBehind(steps: readonly Step[], at: number): string[] {
  const step = steps[at];
  if (step?.kind === 'text') return [step.text];
  return step?.kind === 'maybe' ? [...textsBehind(steps, at + 1), ...textsBehind(steps, step.end)] : [];
}

/** What a part can cover from here. Free text ends where the text behind it first comes, as a reader takes it. */
function* textsAt(
  { shape, stops, isEmptyFor }: Extract<Step, { kind: 'part' }>,
  stem: string,
  at: number,
): Iterable<string> {
  if (isEmptyFor) yield '';
  if ('texts' in shape) {
    for (const text of shape.texts) if (stem.startsWith(text, at)) yield text;
    return;
  }
  const ends = stops.map((stop) => stem.indexOf(stop, at + 1)).filter((end) => end > at);
  const longest = Math.min(stem.length, ...ends) - at;
  for (let length = 1; length <= longest; length += 1) {
    const text = stem.slice(at, at + length);
    if (shape.fits(text)) yield text;
  }
}

function shapeOf(part: PartName, filters: readonly Filter[], vocabulary: Vocabulary): Shape {
  const known = vocabulary[part];
  if (known) {
    const texts = new Set(known.map((value) => writePart(part, filters, { [part]: value })));
    texts.delete('');
    return { texts: [...texts] };
  }
  const kinds = new Set(filters.map((filter) => filter.kind));
  const cut = filters.reduce(
    (least, filter) => (filter.kind === 'cut' ? Math.min(least, filter.count) : least),
    Infinity,
  );
  const words = filters.reduce(
    (least, filter) => (filter.kind === 'words' ? Math.min(least, filter.count) : least),
    Infinity,
  );
  const ofKind = kindOf(part, filters);
  const letters = part === 'initial' ? 1 : cut;
  return {
    fits: (text) =>
      ofKind(text) &&
      (!kinds.has('plain') || /^[\p{L}\p{N}\p{M}]+$/u.test(text)) &&
      (!kinds.has('upper') || text === text.toUpperCase()) &&
      (!kinds.has('lower') || text === text.toLowerCase()) &&
      (letters === Infinity || countUpTo(text, letters) <= letters) &&
      (words === Infinity || text.split(' ').length <= words),
  };
}

/** The number of characters, as far as it matters whether there are more than `enough`. */
function countUpTo(text: string, enough: number): number {
  // No character is made of more than a handful of units in any name; a far longer text needs no counting.
  return text.length > enough * 12 ? enough + 1 : charactersOf(text).length;
}

function kindOf(part: PartName, filters: readonly Filter[]): (text: string) => boolean {
  switch (part) {
    case 'attempt':
    case 'n': {
      const width = filters.reduce(
        (most, filter) => (filter.kind === 'pad' ? Math.max(most, filter.count) : most),
        1,
      );
      return (text) =>
        /^\d+$/.test(text) && text.length >= width && (text.length === width || text[0] !== '0');
    }
    case 'date':
    case 'due':
      return filters.some((filter) => filter.kind === 'date')
        ? (text) => /\d/.test(text) && !ENDS_BADLY.test(text)
        : (text) => /^\d{4}-\d{2}-\d{2}$/.test(text);
    case 'username':
      return (text) => /^[^\s]+$/.test(text) && STARTS.test(text);
    case 'number':
      return (text) => /^[\p{L}\p{N}]+$/u.test(text);
    case 'email':
      return (text) => /^[^\s@]+@[^\s@]+$/.test(text);
    default:
      return (text) => STARTS.test(text) && !ENDS_BADLY.test(text);
  }
}
