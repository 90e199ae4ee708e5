import type { PersonId } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import type { School } from '../platform/School';
import { setLetters, stopLetters } from './chosenLetters';
import { one } from '../platform/database/database';
import { previewReminder, sendReminder } from './reminders';
import { caller, type JsonHandlers } from '../platform/http/call';

function readNotices(school: School, person: PersonId): AnswerOf<'readNotices'> {
  const { digest, email, weekly, returns } = one<
    Pick<AnswerOf<'readNotices'>, 'digest' | 'email'> & { weekly: number; returns: number }
  >(
    school.db,
    'SELECT digest, email, weekly_letter AS weekly, return_letters AS returns FROM person WHERE id = ?',
    [person],
  )!;
  return {
    digest,
    email,
    weekly: weekly === 1,
    returnLetters: returns === 1,
    canMail: school.mail !== null,
  };
}

export const noticeHandlers = {
  readNotices: (call) => readNotices(call.school, caller(call).id),

  setNotices(call) {
    setLetters(call.school, caller(call).id, call.body);
    return {};
  },

  stopLetters({ school, params }) {
    stopLetters(school, params.letters, params.token);
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
