import type { ErrorCode, ErrorDetails } from '@vestibul/contract';
import type { RowReason } from '@vestibul/core';
import type { PageFailure } from '../../state/contractQuery';

type Sentence = (details: ErrorDetails) => string;

/** What each failure says to the person: what was wrong, what was kept, what to do. */
const sentences = {
  'no-connection': () =>
    'Can’t reach the school. Nothing is lost; this page tries again when the connection is back.',
  'not-signed-in': () => 'You are signed out. Sign in again; what you turned in is safe.',
  'wrong-password': () => 'Wrong e-mail, account or password. Check both and try again.',
  'too-many-attempts': ({ minutes }) =>
    `Too many attempts. Wait ${minutes} minutes, or ask the office for a new link.`,
  'not-allowed': () => 'You don’t have access to this. Ask the course’s teacher if you should.',
  'account-closed': () => 'This account is closed. Ask the office to open it.',
  'office-only': ({ what }) =>
    what === 'name'
      ? 'This student is in other courses too, so only the office can change the name. Ask the office to do it.'
      : 'Only the office can change how this student signs in. Ask the office to do it.',
  'already-settled': () => 'This request was already answered.',
  'foreign-origin': () => 'This request didn’t come from a Vestibul page. Reload the page and try again.',
  'not-found': ({ email }) =>
    email
      ? `No teacher at this school has the address ${email}. Ask the office to add them first.`
      : 'This page doesn’t exist, or it was renamed. Start again from Today.',
  'link-used-up': () =>
    'This link has been used or has expired. Sign in with your password, or ask for a new link.',
  'bad-input': ({ says }) =>
    says
      ? `${says}. Correct it and save again.`
      : 'Something in this form isn’t valid. Check it and try again.',
  'bad-rule': ({ found }) => `The rule can’t be read at ‘${found}’. The old rule is still in use.`,
  'name-off-rule': ({ name, says, proper }) =>
    proper
      ? `‘${name}’ does not follow the rule. Nothing was turned in yet. Your files are safe: check the proper names and turn in with them.`
      : `‘${name}’ does not follow the rule. ${says}`,
  'name-taken': ({ name }) => `‘${name}’ is already used in this course. Choose another name.`,
  'renaming-runs': () =>
    'Names in this course are being changed right now. Wait until that is finished, then try again.',
  'already-undone': () => 'This was already undone.',
  'bad-list': ({ line }) =>
    line
      ? `The list can’t be read from line ${line}: a quoted cell doesn’t end. Close the quote there.`
      : 'The list is empty. Paste at least one person.',
  'bad-time-zone': ({ zone }) => `There is no time zone ‘${zone}’. Choose one such as Europe/London.`,
  'year-over': ({ label }) => `${label} has ended and is read only. The office can extend it.`,
  'year-exists': ({ label }) => `There is already a year called ${label}. Choose it from the list.`,
  'course-exists': ({ title }) => `${title} already exists in this year. Open it, or choose another title.`,
  'period-exists': ({ number }) => `The course already has a period ${number}. Choose another number.`,
  'email-taken': ({ email }) => `${email} already belongs to a person in this school. Check the address.`,
  'already-on-staff': ({ email }) => `${email} is already on this course’s staff.`,
  'is-the-teacher': () => 'This is the course’s teacher. Transfer the course to another teacher first.',
  'not-on-staff': () => 'They are no longer on this course’s staff.',
  'has-work': ({ what, name }) =>
    what === 'group'
      ? `‘${name}’ is used by an assignment. Remove it from the assignment first.`
      : `‘${name}’ already has work in it, so students keep seeing it.`,
  'left-course': () => 'You have left this course. What you turned in is safe and stays yours.',
  'has-left': ({ name }) =>
    `${name} has left the course, so nothing new can be placed with them. Leave it for later, or take them back on the roster first.`,
  'not-here': () => 'They are not on this course’s roster. Check the roster.',
  'nobody-to-hand-out': () => 'Choose at least one period or student.',
  'not-shown': () =>
    'This assignment doesn’t show pieces after turning in. Your work is safe; your receipt proves it.',
  'bad-package': sayPackageFault,
  'package-gone': () => 'This package is no longer here. Choose the file again.',
  'assignment-exists': ({ title }) =>
    `The course already has an assignment called ‘${title}’. Choose another title.`,
  'other-package-since': () =>
    'Another package was applied after this one was read, and this one only lists changes. Choose it again.',
  'roster-changed': () => 'The school has changed since this preview. Check the new preview.',
  'not-given': ({ period }) => `This assignment isn’t for ${period}. Nothing was sent; ask your teacher.`,
  'not-given-to': ({ title, period }) =>
    `‘${title}’ isn’t assigned to ${period} (or not yet). Choose another assignment, or assign it to ${period} in Set-up first.`,
  'nothing-chosen': () => 'Your tray is empty. Choose at least one file first.',
  'still-arriving': ({ name }) =>
    `‘${name}’ is still uploading. Nothing was turned in yet; wait until it is done.`,
  'checksum-differs': () =>
    'Part of the file was damaged on the way. It is being sent again; nothing is lost.',
  'offset-differs': () =>
    'Another window has sent more of this file. Nothing is lost; it continues from there.',
  'other-protocol': ({ versions }) =>
    `The program that sends this file speaks another version of the protocol; ${versions} is spoken here. Nothing was taken in.`,
  'other-content': ({ type }) =>
    `The program that sends this file says that it is something else than ${type}. Nothing was taken in.`,
  'bad-checksum': () => 'The program that sends this file speaks another checksum. Nothing was taken in.',
  'too-many-uploads': ({ most }) =>
    `You started more than ${most} files within an hour. What was uploaded is safe; wait a while, then continue.`,
  'too-many-bytes': ({ most }) =>
    `You sent more than ${most} within a day. What was uploaded is safe; continue tomorrow, or ask the office.`,
  'already-turned-in': () =>
    'This was turned in a moment ago, perhaps from another window. It is safe and counts once.',
  'already-reviewed': () =>
    'Your teacher has already reviewed this, so it can’t be taken back. You can still turn in again.',
  'nothing-in': () => 'Nothing is turned in here. It may have just been taken back; reload to check.',
  'taken-back': () => 'The student took this back, so it can’t be opened. It stays on the ledger.',
  'bad-address': ({ address }) =>
    `‘${address}’ is not a web address. Copy the whole address, starting with https://.`,
  'empty-text': ({ name }) => `‘${name}’ is empty. Nothing was turned in; write it, or remove it.`,
  'written-elsewhere': () =>
    'This text was changed in another window. Your words are safe in this window: copy them, then reload to see the other version.',
  'upload-gone': () =>
    'This file is no longer in the tray. What you turned in is safe; choose the file again.',
  'empty-file': ({ name }) => `‘${name}’ is empty (0 bytes). Save it again, then choose it again.`,
  'file-too-large': ({ name, most = '2 GB' }) =>
    `‘${name}’ is larger than ${most}. Make it smaller and choose it again.`,
  'too-many-files': ({ most }) =>
    `The tray holds at most ${most} files. Turn in the ones that are in it first.`,
  'disk-full': () =>
    'The school has no space for this file right now. What was uploaded is safe. Tell your teacher, and try again later.',
  'door-gone': () => 'This address doesn’t work. It may be incomplete; ask the person who gave it to you.',
  'door-closed': () => 'This door is closed. Nothing was turned in now; what you turned in before is safe.',
  'wrong-domain': ({ domains }) =>
    `This door only accepts addresses at ${domains}. Use such an address, or ask the teacher.`,
  'wrong-code': () => 'Wrong or expired code. Check the newest message, or ask for a new code.',
  'not-entered': () => 'Say who you are first. Nothing was turned in yet.',
  'too-many-visits': ({ minutes }) =>
    `Too many visitors at once. Wait ${minutes} minutes and try again; nothing is lost.`,
  'comment-read': () =>
    'The student can read this comment already, so it stays. You can still change its words; the student sees that you did.',
  'too-many-answers': ({ most }) =>
    `This comment has ${most} answers. Talk to each other, or begin a new comment.`,
  'phrase-exists': ({ key }) => `You have a phrase with the key ;${key} already. Choose another key.`,
  'too-many-phrases': ({ most }) => `There are ${most} phrases already. Remove one first.`,
  'not-ahead': ({ days }) => `Choose a time that is still to come, at most ${days} days from now.`,
  'wrong-place': () =>
    'This comment is at a place of a file that is not in this attempt. Reload, then choose the place again.',
  'not-spoken': () => 'A spoken comment is sound alone, of two minutes at most. Speak it again.',
  'spoken-gone': () => 'What you spoke is no longer here. Speak it again; what you wrote is kept.',
  'already-in': ({ name }) => `${name} has turned something in for this. Score that.`,
  'not-past': () => 'Choose a time that has been, within the last year.',
  'newer-attempt': ({ attempt }) =>
    `There is a newer attempt: ${attempt}. It is shown now; look at it first.`,
  'has-review': () =>
    'This is reviewed or handed back, so it stays where it is. Take it back into review and undo the review first.',
  'handed-back': () => 'This is handed back. Change its score with a reason, which the student reads.',
  'not-handed-back': () =>
    'This isn’t handed back, so its score is changed without a reason. Reload to see it.',
  'scored-otherwise': () => 'This assignment is scored in another way by now. Reload to see how.',
  'no-such-score': () => 'That is not a score this work can have: points from 0 to the most, in halves.',
  'score-changed': () =>
    'A colleague has just scored this. What they gave is shown now; change it if you think otherwise.',
  'not-decided': () => 'This is on the sorting table already.',
  'press-used': () => 'That didn’t go through. Press the button again.',
  'nothing-to-undo': () => 'You have nothing to undo here.',
  'nothing-to-redo': () => 'Nothing to redo.',
  'pile-stopped': () => 'This pile was stopped. Bring the rest as a new pile.',
  'already-placed': () => 'A colleague has already decided about this. Reload to see it.',
  'no-mail': () => 'This school can’t send e-mail yet, so nothing was sent. Ask the office to set it up.',
  'picture-too-large': ({ width, height }) =>
    `This picture has ${width} × ${height} pixels, too many to show here. Download it to see it.`,
  'bytes-missing': ({ name }) => `‘${name}’ could not be read. Its record is safe; tell the office.`,
  'went-wrong': () => 'Something went wrong on our side. What was confirmed is safe; try again.',
} as const satisfies Record<ErrorCode | 'no-connection', Sentence>;

/** The sentence for a failure of a call; for anything else, that something went wrong. */
export function sayFailure(failure: unknown): string {
  const { code, details } = isFailure(failure) ? failure : { code: 'went-wrong' as const, details: {} };
  return (sentences[code] as Sentence)(details);
}

/** Whether something never reached the school. */
export const isCutOff = (failure: unknown): boolean => isFailure(failure) && failure.code === 'no-connection';

/** The sentence for an act that failed: unlike a page, it is not tried again by itself. */
export function sayNotDone(failure: unknown): string {
  return isCutOff(failure)
    ? 'Can’t reach the school, so this was not done. Do it again when the connection is back.'
    : sayFailure(failure);
}

export function isFailure(value: unknown): value is PageFailure {
  return typeof value === 'object' && value !== null && 'code' in value && String(value.code) in sentences;
}

/** What is wrong with a package of lists: which file, which line, and what to do. */
export function sayPackageFault({ code, file, line, found }: ErrorDetails): string {
  const where = line ? `${file}, line ${line}` : `${file}`;
  const kept = 'Nothing was changed.';
  switch (code) {
    case 'no-manifest':
      return `The package has no manifest.csv. ${kept} Choose the whole ZIP file as the office’s system wrote it.`;
    case 'other-version':
      return `manifest.csv says OneRoster ${found || 'without a version'}; 1.2 is read. ${kept}`;
    case 'not-bulk':
      return `${file} is ${found} in the manifest; it must be there. ${kept} Export all lists.`;
    case 'nothing-before':
      return `${file} only lists changes (delta), and there was no full package before. ${kept} Export all lists once (bulk).`;
    case 'file-missing':
      return `The manifest names ${file}, and the package does not hold it. ${kept} Export it again.`;
    case 'wrong-columns':
      return `The columns of ${file} are not in the standard’s order, at ‘${found}’. ${kept}`;
    case 'too-many-rows':
      return `${file} has more than ${found} rows. ${kept}`;
    case 'unreadable':
      return file
        ? `${where} cannot be read: a quoted cell does not end. ${kept}`
        : `This is not a ZIP that can be read. ${kept}`;
    case 'bad-status':
      return `${where}: ‘${found}’ is no status; it is active, tobedeleted or nothing`;
    case 'not-yet':
      return `${where}: begins on ${found}; until then nothing changes`;
    case 'not-enabled':
      return `${where}: the account of ${found} is disabled; no new person is added, existing people stay`;
    case 'role-differs':
      return `${where}: ‘${found}’ is a student here and staff there, or the other way round; nothing changes`;
    case 'same-person':
      return `${where}: ‘${found}’ and another user are one person here; say below which of them it is`;
    case 'email-taken':
      return `${where}: ${found} already belongs to another person; it stays theirs`;
    case 'no-teacher':
      return `${where}: the teacher of ${found} is in a row that was left out, so its course is not known; left out too`;
    case 'stays':
      return `${found} is in no row that was read, but may be in a skipped one: stays`;
    case 'no-id':
      return `${where}: no sourcedId`;
    case 'id-twice':
      return `${where}: the id ‘${found}’ is there twice`;
    case 'unknown-id':
      return found ? `${where}: there is nothing with the id ‘${found}’` : `${where}: an id is missing`;
    case 'bad-value':
      return `${where}: ‘${found}’ is not a word of the standard`;
    case 'bad-date':
      return `${where}: ‘${found}’ is not a date, or is before the start`;
    case 'no-name':
      return `${where}: no name`;
    case 'bad-email':
      return `${where}: ‘${found}’ is not an e-mail address`;
    case 'year-over':
      return `${where}: the year of ‘${found}’ has ended, so nothing in this course changes. The office can extend the year.`;
    case 'two-periods':
      return `${where}: the user ‘${found}’ is in two classes of one course`;
    default:
      return `The package cannot be read. ${kept} Export it again.`;
  }
}

/** Why a row of a list is what it is. */
export const rowReasons = {
  'no-name': 'no name',
  'not-a-person': 'a row of totals, not a person',
  'name-from-address': 'no name in the list; taken from the address',
  'odd-name': 'digits or signs that don’t belong in a name',
  'one-word': 'one word only: a remark, or a name?',
  'said-to-have-left': 'marked as having left',
  'bad-email': 'not an e-mail address',
  'email-of-staff': 'this address belongs to a member of staff',
  'no-period': 'no period: choose one above',
  'unknown-period': 'this course has no such period',
  'twice-in-list': 'is in the list twice',
  'other-period': 'is in another period of this course',
  'like-somebody-here': 'a student in this course has a similar name',
  'like-somebody-in-school': 'a student in the school has a similar name',
  'like-another-row': 'another row has a similar name',
  'left-before': 'had left',
  'name-cut-by-guess': 'first and last name are a guess',
  'same-name-here': 'a student in this course has this name',
  'same-name-in-school': 'a student in the school has this name',
  'name-differs': 'this address belongs to a student with another name',
  'no-email': 'no e-mail address, so no sign-in yet',
  'too-long': 'a cell is longer than 120 letters',
} as const satisfies Record<RowReason, string>;
