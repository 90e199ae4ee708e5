import type { HangingSeparators, NameOrder, RuleFault, RuleProblem } from '@vestibul/core';
import { sayCount } from '../../../parts/ui/format';

/** Why a rule cannot be read, in a sentence. */
export function sayFault({ code, found, mend }: RuleFault): string {
  const hint = mend ? ` Did you mean ${mend}?` : '';
  switch (code) {
    case 'unknown-part':
      return found ? `There is no part called ‘${found}’.${hint}` : 'A part needs a name between its braces.';
    case 'unknown-filter':
      return `There is no filter called ‘${found}’.${hint}`;
    case 'syntax':
      return `‘${found}’ cannot stand here.${hint}`;
  }
}

const systems = { windows: 'Windows', macos: 'a Mac', bytes: 'any computer' } as const;

/** What a problem means for the people concerned, in a sentence. */
export function sayProblem(problem: RuleProblem): string {
  const names = sayCount(problem.students.length, 'name');
  switch (problem.code) {
    case 'collision': {
      const where = problem.where.includes('bytes')
        ? 'any computer'
        : problem.where.map((where) => systems[where]).join(' and ');
      return `${problem.students.length} people have one name to ${where}. The later ones are numbered.`;
    }
    case 'reads-back-wrong':
      return `${names} can’t be told apart: it isn’t certain who is meant.`;
    case 'forbidden-character':
      return `${names} would contain a sign that Windows forbids. Another sign is used instead.`;
    case 'reserved-name':
      return `${names} would be reserved by Windows, so “_” is added.`;
    case 'edge-space-or-dot':
      return `${names} would begin or end with a space or a dot, so it is left out.`;
    case 'too-long':
      return `${names} would be longer than file systems take. They are cut.`;
    case 'empty-name':
      return `${names} would be empty.`;
  }
}

/** What a separator that hangs means, in a sentence. */
export const sayHanging = ({ students }: HangingSeparators): string =>
  `${sayCount(students.length, 'name')} ${students.length === 1 ? 'has' : 'have'} a sign with nothing beside it.`;

/** Where each order is met. */
export const orders: Record<NameOrder, { title: string; where: string }> = {
  bytes: { title: 'In ZIP files and on servers', where: 'by bytes' },
  natural: { title: 'In most file windows', where: 'numbers by their value' },
  unicode: { title: 'In lists', where: 'alphabetical (Unicode)' },
};

/** The same within a sentence. */
export function sayOrder(order: NameOrder): string {
  const { title } = orders[order];
  return `${title[0]!.toLowerCase()}${title.slice(1)}`;
}

/** What a change of a rule mends, in a few words. */
export function saySolves(solves: readonly string[]): string {
  const words = solves.map((key) => {
    const [, order, what] = key.split('.');
    if (!order) return problemWords[key] ?? key;
    const title = sayOrder(order as NameOrder);
    if (what === 'pinned') return `stays at its end ${title}`;
    return what === 'periodsInOrder' ? `periods in order ${title}` : `periods together ${title}`;
  });
  return words.join(' · ');
}

const problemWords: Record<string, string> = {
  collision: 'no name twice',
  'reads-back-wrong': 'every name can be told apart',
  'forbidden-character': 'no forbidden sign',
  'reserved-name': 'no device name',
  'edge-space-or-dot': 'clean edges',
  'too-long': 'short enough',
  'empty-name': 'no empty name',
};
