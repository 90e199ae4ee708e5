import type { AnswerOf } from '@vestibul/contract';
import { sayList, sayName } from '../../../parts/ui/format';

type MyFile = AnswerOf<'listMyFiles'>['files'][number];

/** Who can open something besides its student, in one sentence. */
export function sayOpeners(canOpen: MyFile['canOpen']): string {
  if (canOpen.length === 0) return 'Only you can open it.';
  const others = canOpen.map((who) =>
    who.kind === 'person'
      ? sayName(who.person)
      : who.kind === 'office'
        ? 'the office'
        : `those of ${who.label} who have turned in`,
  );
  return `${sayList(['You', ...others])} can open it.`;
}

/** Whose a file is that was turned in. */
export function sayMine(owner: MyFile['owner'], me: string): string {
  if (owner.kind === 'outside') return 'A link: what it leads to is not here.';
  if (owner.kind === 'school') return 'It is the school’s now; you gave it over.';
  return owner.person.id === me ? 'It is yours.' : `It is ${sayName(owner.person)}’s now; you gave it over.`;
}
