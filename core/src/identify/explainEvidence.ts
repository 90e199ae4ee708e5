import type { Evidence } from './besideName';
import type { Identifier } from './identification';

/** The part that somebody has in a piece, by where and how their name stands. */
export type Role = 'owner' | 'together' | 'mentioned' | 'account';

/** Something that was seen: where, what it says, in what part, and whom of the course that can mean. */
export interface Seen<Person extends string = string> {
  from:
    | 'file name'
    | 'folder'
    | 'author'
    | 'last modified by'
    | 'title'
    | 'label'
    | 'line'
    | 'page header'
    | 'field';
  says: string;
  part: Role;
  for: Person[];
}

/** What names somebody, known or not, in the name of a piece (`stem`) and beside it, each with the part they have in the piece. */
export function explainEvidence<Person extends string, Work extends string>(
  identifier: Identifier<Person, Work>,
  stem: string,
  evidence: readonly Evidence<Person, Work>[],
): Seen<Person>[] {
  const inName = identifier.weigh(stem);
  const ofName: Seen<Person>[] =
    inName.who.length > 0 || inName.isPerson
      ? [
          {
            from: 'file name',
            says: stem,
            part: inName.isMention ? 'mentioned' : inName.isJoint ? 'together' : 'owner',
            for: inName.who,
          },
        ]
      : [];
  const beside = evidence.flatMap((one): Seen<Person>[] => {
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
        return seen('author', 'account');
      case 'changed by':
        return seen('last modified by', 'account');
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
  return [...ofName, ...beside];
}

function placeOf(where: 'header' | 'field' | undefined, body: 'label' | 'line'): Seen['from'] {
  if (where === 'header') return 'page header';
  return where ?? body;
}
