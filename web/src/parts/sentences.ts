import type { ErrorCode, ErrorDetails } from '@vestibul/contract';
import type { RowReason } from '@vestibul/core';
import type { PageFailure } from '../state/contractQuery';

type Sentence = (details: ErrorDetails) => string;

/** What each failure says to the person: what was wrong, what was kept, what to do. */
const sentences = {
  'no-connection': () =>
    'The school could not be reached. Nothing is lost; this page tries again when the connection is back.',
  'not-signed-in': () => 'You are not signed in any more. Sign in again; what you had turned in is safe.',
  'wrong-password': () =>
    'This e-mail address and password do not belong together. Check both and try again.',
  'too-many-attempts': ({ minutes }) =>
    `Too many attempts for this address. Wait ${minutes} minutes, or ask the office for a new link.`,
  'not-allowed': () => 'This is not open to you. If it should be, ask the teacher of the course.',
  'foreign-origin': () =>
    'This request did not come from Vestibul’s own page. Nothing was changed. Reload the page and try again.',
  'not-found': ({ email }) =>
    email
      ? `No teacher of this school has the address ${email}. Ask the office to add them first.`
      : 'There is nothing here. It may have been renamed; start again from Today.',
  'link-used-up': () =>
    'This link was used already, or has run out. If you have a password, sign in; else ask for a new link.',
  'bad-input': ({ says }) =>
    says
      ? `${says}. Nothing was saved yet.`
      : 'Something in this form cannot be read. Nothing was saved yet; check it and try again.',
  'bad-rule': ({ found }) => `The rule cannot be read at ‘${found}’. The old rule still holds.`,
  'bad-list': ({ line }) =>
    line
      ? `The list cannot be read from line ${line} on: a quoted cell does not end. Nothing was added; close the quote there.`
      : 'The list is empty. Paste at least one person.',
  'bad-time-zone': ({ zone }) => `No time zone is called ‘${zone}’. Choose one such as Europe/London.`,
  'year-exists': ({ label }) => `There is a year called ${label} already. Choose it from the list.`,
  'course-exists': ({ title }) =>
    `${title} exists in this year already. Nothing was made; open that one, or give this one another title.`,
  'period-exists': ({ number }) => `The course has a period ${number} already. Give this one another number.`,
  'email-taken': ({ email }) =>
    `Somebody in the school has the address ${email} already. Nothing was added; check the address.`,
  'already-on-staff': ({ email }) => `${email} is on this course’s staff already.`,
  'assignment-exists': ({ title }) =>
    `The course has an assignment called ‘${title}’ already. Give this one another title.`,
  'roster-changed': () =>
    'The school has changed since this preview. Nothing was added; look at the preview again.',
  'not-given': ({ period }) =>
    `${period} has not been given this assignment. Nothing was sent; ask your teacher.`,
  'nothing-chosen': () => 'There is nothing in the tray. Choose at least one file first.',
  'still-arriving': ({ name }) =>
    `‘${name}’ is still on its way. Nothing was turned in yet; wait until its line is full.`,
  'already-turned-in': () =>
    'This was turned in a moment ago, perhaps from another window. It is safe and counted once.',
  'upload-gone': () =>
    'This file is no longer in the tray. What you had turned in is safe; choose the file again.',
  'empty-file': ({ name }) =>
    `‘${name}’ is empty (0 bytes). Nothing was sent; save it once more and choose it again.`,
  'file-too-large': ({ name }) =>
    `‘${name}’ is larger than 2 GB. Nothing was sent; make it shorter or smaller and choose it again.`,
  'too-many-files': ({ most }) =>
    `The tray holds ${most} files at most. The ones in it are kept; turn them in first.`,
  'disk-full': () =>
    'The school has no room for this file right now. What arrived is kept. Tell your teacher, and try again later.',
  'bytes-missing': ({ name }) =>
    `The bytes of ‘${name}’ could not be read. The record of it is kept; tell the office.`,
  'went-wrong': () => 'Something went wrong on our side. What was confirmed before is safe; try once more.',
} as const satisfies Record<ErrorCode | 'no-connection', Sentence>;

/** The sentence for a failure of a call; for anything else, that something went wrong. */
export function sayFailure(failure: unknown): string {
  const { code, details } = isFailure(failure) ? failure : { code: 'went-wrong' as const, details: {} };
  return (sentences[code] as Sentence)(details);
}

function isFailure(value: unknown): value is PageFailure {
  return typeof value === 'object' && value !== null && 'code' in value && String(value.code) in sentences;
}

/** Why a row of a list is what it is. */
export const rowReasons = {
  'no-name': 'no name',
  'bad-email': 'the address is no e-mail address',
  'email-of-staff': 'the address belongs to somebody of the staff',
  'no-period': 'no period: choose one above',
  'unknown-period': 'the course has no such period',
  'twice-in-list': 'stands in the list twice',
  'other-period': 'sits in another period of this course',
  'name-cut-by-guess': 'first and last name told apart by a guess',
  'same-name-here': 'the course has somebody of this name',
  'same-name-in-school': 'the school has a student of this name',
  'name-differs': 'known under this address by another name',
  'no-email': 'no address, so no sign-in yet',
  'too-long': 'a cell is longer than 120 letters',
} as const satisfies Record<RowReason, string>;
