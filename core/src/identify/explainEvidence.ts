import type { Evidence } from './besideName';
import type { Identifier } from './identification';

/** The part that somebody has in a piece, by where and how their name stands. */
export type Role = 'owner' | 'together' | 'mentioned' | 'account';

/** Something that was seen: where, what it says, in what part, and whom of the course that can mean. */
export interface Seen<Person extends string = string> {
  from: 'label' | 'line' | 'page header' | 'field' | 'folder' | 'author' | 'changed by' | 'title';
  says: string;
  part: Role;
  for: Person[];
}

/** What is known beside a name that names somebody, known or not, each with the part they have in the piece. */
export function explainEvidence<Person extends string, Work extends string>(
  identifier: Identifier<Person, Work>,
  evidence: readonly Evidence<Person, Work>[],
): Seen<Person>[] {
  return evidence.flatMap((one): Seen<Person>[] => {
    if (!('text' in one)) return [];
    const { who, isWhole, left, isPerson, isMention } = identifier.weigh(one.text);
    const isName = who.length > 0 && isWhole && left === 0;
    const seen = (from: Seen['from'], part: Role) => [
      { from, says: one.text, part: isMention ? ('mentioned' as const) : part, for: who },
    ];
    switch (one.kind) {
      case 'folder':
        return who.length > 0 || isPerson ? seen('folder', 'owner') : [];
      case 'author':
      case 'changed by':
        return seen(one.kind, 'account');
      case 'title':
        return who.length > 0 ? seen('title', isName ? 'owner' : 'mentioned') : [];
      case 'label':
        if (one.part === undefined) return [];
        return seen(placeOf(one.where, 'label'), one.part === 'together' ? 'together' : 'owner');
      case 'line':
        if (who.length === 0) return [];
        return seen(placeOf(one.where, 'line'), isName && !one.isMention ? 'owner' : 'mentioned');
    }
  });
}

function placeOf(where: 'header' | 'field' | undefined, body: 'label' | 'line'): Seen['from'] {
  if (where === 'header') return 'page header';
  return where ?? body;
}
