import { checkRule, valuesTried, type NameSubject, type NamingCourse } from './checkRule';
import { isNoWorse } from './mendRule';
import { writeRule, type Rule, type RuleNode } from './parseRule';
import { writePart } from './writeName';

/** Names in which a separator stands beside a part that has nothing to say of somebody: `02-Wayan_`. */
export interface HangingSeparators<Id extends string = string> {
  students: Id[];
  names: string[];
  /** The rule that writes the separator only with its part; null where that would spoil something else. */
  mend: string | null;
}

/**
 * Separators that a rule leaves hanging for somebody of a course, with the rule that does not; null where it leaves none. Such
 * names are legal and can be read, so this is no problem of the rule: it only looks like something is missing.
 */
export function findHanging<Id extends string>(
  rule: Rule,
  subject: NameSubject,
  course: NamingCourse<Id>,
): HangingSeparators<Id> | null {
  const isMissing = (node: RuleNode | undefined, values: NamingCourse['shared']) =>
    node?.kind === 'part' && writePart(node.part, node.filters, valuesTried(subject, course, values)) === '';
  const ties = tiesOf(rule).filter(({ part }) =>
    course.students.some(({ values }) => isMissing(rule[part], values)),
  );
  if (ties.length === 0) return null;
  const mended = tied(rule, ties);
  const was = checkRule(rule, subject, course);
  const is = checkRule(mended, subject, course);
  // A space at an end is left out of a name anyway.
  const concerned = was.names.filter(({ name }, i) => name !== is.names[i]!.name);
  if (concerned.length === 0) return null;
  return {
    students: concerned.map(({ student }) => student),
    names: concerned.map(({ name }) => name),
    mend: isNoWorse(is, was) ? writeRule(mended) : null,
  };
}

/** A part and the separator that goes with it, by their places in the rule. */
interface Tie {
  part: number;
  from: number;
  to: number;
}

/** Nothing but signs and spaces between parts; brackets stand around something and are no separators. */
const SEPARATOR = /^[\s_,;.+~\p{Pd}]+$/u;

/** The separator before each part of a rule that is always written; of the first part the one behind it. */
function tiesOf(rule: Rule): Tie[] {
  const separates = (at: number) => {
    const node = rule[at];
    return node?.kind === 'text' && SEPARATOR.test(node.text);
  };
  const first = rule.findIndex(({ kind }) => kind !== 'text');
  return rule.flatMap((node, at): Tie[] => {
    if (node.kind !== 'part') return [];
    if (at === first) return separates(at + 1) ? [{ part: at, from: at, to: at + 1 }] : [];
    return separates(at - 1) ? [{ part: at, from: at - 1, to: at }] : [];
  });
}

/** The rule with each part and its separator written only together. */
function tied(rule: Rule, ties: readonly Tie[]): Rule {
  return rule.flatMap((node, at): RuleNode[] => {
    const tie = ties.find(({ from, to }) => at >= from && at <= to);
    if (!tie) return [node];
    return at === tie.from ? [{ kind: 'optional', nodes: rule.slice(tie.from, tie.to + 1) }] : [];
  });
}
