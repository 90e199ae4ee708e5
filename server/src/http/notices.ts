import type { PersonId } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import type { School } from '../school';
import { one, run } from '../store/database';
import { previewReminder, sendReminder } from '../store/reminders';
import { caller, type JsonHandlers } from './call';

function readNotices(school: School, person: PersonId): AnswerOf<'readNotices'> {
  const { digest, email } = one<Omit<AnswerOf<'readNotices'>, 'canMail'>>(
    school.db,
    'SELECT digest, email FROM person WHERE id = ?',
    [person],
  )!;
  return { digest, email, canMail: school.mail !== null };
}

export const noticeHandlers = {
  readNotices: (call) => readNotices(call.school, caller(call).id),

  setNotices(call) {
    run(call.school.db, 'UPDATE person SET digest = ? WHERE id = ?', [call.body.digest, caller(call).id]);
    return {};
  },

  previewReminder: (call) =>
    previewReminder(call.school, caller(call).id, call.params.assignmentId, call.body),

  sendReminder(call) {
    const { studentIds, word } = call.body;
    return {
      sent: sendReminder(call.school, caller(call).id, call.params.assignmentId, studentIds, word),
    };
  },
} satisfies Partial<JsonHandlers>;
