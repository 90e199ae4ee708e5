import type { OffRule } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { sayList } from '../../parts/ui/format';

type TrayAnswer = AnswerOf<'readTray'>;

/** Who can open what lies in the tray once it is turned in, in one or two sentences. */
export function sayWhoSees({ teachers, assignment, period, naming, uploads }: TrayAnswer): string {
  const others =
    assignment.afterwards === 'period'
      ? `So can everyone in ${period} who has turned in.`
      : 'Your class cannot.';
  const held =
    assignment.holds || holdsForNames(naming.offRule, uploads)
      ? ' It waits for your teacher’s approval first.'
      : '';
  return `${sayList(teachers)} can open these. ${others} You stay the owner.${held}`;
}

/** Whether something in the tray will wait for the teacher because of the name it came with. */
function holdsForNames(offRule: OffRule, uploads: TrayAnswer['uploads']): boolean {
  return offRule === 'hold' && uploads.some(({ faults }) => faults.length > 0);
}
