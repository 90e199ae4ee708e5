import type { AnswerOf } from '@vestibul/contract';
import { sayListName, sayMoment } from '../../../parts/ui/format';

export type Owned = AnswerOf<'listOwners'>['files'][number];
export type OwnedState = keyof AnswerOf<'listOwners'>['counts'];
export type Custody = AnswerOf<'readCustody'>;

/** What each count says. */
export const stateWords: Record<OwnedState, string> = {
  left: 'owner has left',
  changed: 'changed since turned in',
  gone: 'deleted by its owner',
  outside: 'bytes not ours',
  school: 'the school’s',
  'off roster': 'owner not on the roster',
};

/** Whose a file is, in a few words. */
export function sayWhose(owner: Owned['owner']): string {
  if (!owner) return 'nobody’s';
  if (owner.kind === 'person') return sayListName(owner.person);
  return owner.kind === 'school' ? 'the school' : 'outside';
}

/** In which folder it lies. */
export const sayHolder = (holder: Owned['holder'], kind: Owned['kind']): string =>
  holder
    ? holder.name
    : kind === 'blank'
      ? 'Blanks'
      : kind === 'kept'
        ? 'the school’s keeping'
        : 'owner’s drawer';

/** What became of the owner's file since the sealed copy was made. */
export function saySealed(file: Owned, zone: string): string {
  const { sealed, changedAt, goneAt, owner, kind } = file;
  if (kind === 'kept') return 'a copy of what was turned in';
  if (kind !== 'piece' || sealed === null) return 'not turned in';
  if (owner?.kind === 'outside') return 'the address alone; its bytes are not ours';
  if (goneAt) return `deleted by its owner ${sayMoment(goneAt, zone)}; the sealed copy is kept`;
  if (changedAt) return `changed ${sayMoment(changedAt, zone)}`;
  return 'same bytes';
}

const whyWords: Record<string, string> = {
  brought: 'when they put it into their drawer',
  'turned in': 'when it was turned in',
  placed: 'when the staff placed it',
  'handed out': 'when it was handed out to them',
  kept: 'when a copy was taken into keeping',
};

/** Since when it is somebody's, and why. */
export const sayWhy = (why: string): string => whyWords[why] ?? why;

const levelWords: Record<Custody['keys'][number]['level'], string> = {
  none: 'nothing',
  view: 'view',
  comment: 'comment',
  edit: 'edit',
  add: 'add',
  run: 'review and hand back',
  own: 'everything',
};

/** Who holds a key, what they may do with it, and because of what. */
export function sayKey({ who, level, because, role }: Custody['keys'][number]): {
  who: string;
  may: string;
  because: string;
} {
  const may = levelWords[level];
  if (who.kind === 'office') return { who: 'The office', may, because: 'keeps the record' };
  if (who.kind === 'period')
    return {
      who: who.label,
      may,
      because: 'the assignment shows it to those of the period who have turned in',
    };
  const name = sayListName(who.person);
  return { who: name, may, because: because === 'staff' ? `${role} of the course` : 'whose work it is' };
}
