import { sayMoment, sayName } from '../ui/format';
import type { Comment } from './marksOf';

/** Who said something and when, and when it was changed: of a comment and of an answer alike. */
export const sayWhoSaid = ({ by, at, editedAt }: Pick<Comment, 'by' | 'at' | 'editedAt'>, zone: string) =>
  `${sayName(by)}, ${sayMoment(at, zone)}${editedAt ? ` · changed ${sayMoment(editedAt, zone)}` : ''}`;
