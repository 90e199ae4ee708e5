import type { ErrorCode, ErrorDetails } from '@vestibul/contract';
import type { RowReason } from '@vestibul/core';
import type { PageFailure } from '../../state/contractQuery';

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
  'account-closed': () => 'This account is closed. Ask the office to open it.',
  'office-only': ({ what }) =>
    what === 'name'
      ? 'This student is in other courses too, so only the office can change the name. Nothing was saved; you can ask the office.'
      : 'Only the office can change how this student signs in. Nothing was saved; you can ask the office.',
  'already-settled': () => 'This has been answered already.',
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
  'name-off-rule': ({ name, says, proper }) =>
    proper
      ? `‘${name}’ does not follow the rule. Nothing was turned in yet and the files are kept: look at the proper names and turn in with them.`
      : `‘${name}’ does not follow the rule. ${says} Nothing was changed.`,
  'name-taken': ({ name }) => `Something in this course is called ‘${name}’ already. Nothing was changed.`,
  'renaming-runs': () =>
    'Names of this course are being changed right now. Wait until that has ended, then try again.',
  'already-undone': () => 'This was undone before. Nothing was changed now.',
  'bad-list': ({ line }) =>
    line
      ? `The list cannot be read from line ${line} on: a quoted cell does not end. Nothing was added; close the quote there.`
      : 'The list is empty. Paste at least one person.',
  'bad-time-zone': ({ zone }) => `No time zone is called ‘${zone}’. Choose one such as Europe/London.`,
  'year-over': ({ label }) =>
    `${label} is over: it can be read and nothing in it changes. Nothing was saved; the office can move its last day.`,
  'year-exists': ({ label }) => `There is a year called ${label} already. Choose it from the list.`,
  'course-exists': ({ title }) =>
    `${title} exists in this year already. Nothing was made; open that one, or give this one another title.`,
  'period-exists': ({ number }) => `The course has a period ${number} already. Give this one another number.`,
  'email-taken': ({ email }) =>
    `Somebody in the school has the address ${email} already. Nothing was added; check the address.`,
  'already-on-staff': ({ email }) => `${email} is on this course’s staff already.`,
  'is-the-teacher': () =>
    'This is the course’s teacher. Nothing was changed; give the course to another teacher first.',
  'not-on-staff': () => 'They are not on this course’s staff any more. Nothing was changed.',
  'has-work': ({ what, name }) =>
    what === 'group'
      ? `‘${name}’ is named by an assignment. Nothing was changed; take it out of the assignment first.`
      : `Something lies in ‘${name}’ already. Nothing was changed; it stays where students can see it.`,
  'left-course': () =>
    'You have left this course. Nothing was sent; what you had turned in is safe and stays yours.',
  'has-left': ({ name }) =>
    `${name} has left the course, and their slot takes nothing new. Nothing was placed; keep it for later, or take them back on the roster first.`,
  'not-here': () => 'They are not on this course’s roster. Nothing was changed; look at the roster again.',
  'nobody-to-hand-out': () => 'Choose at least one period or student. Nothing was handed out.',
  'not-shown': () =>
    'This assignment does not show pieces here. What you turned in is safe; your receipt proves it.',
  'bad-package': sayPackageFault,
  'package-gone': () => 'This package is not here any more. Nothing was changed; choose the file again.',
  'assignment-exists': ({ title }) =>
    `The course has an assignment called ‘${title}’ already. Give this one another title.`,
  'other-package-since': () =>
    'Another package was applied since this one was taken in, and this one tells only what changed. Nothing was changed; choose it again.',
  'roster-changed': () =>
    'The school has changed since this preview. Nothing was added; look at the preview again.',
  'not-given': ({ period }) =>
    `${period} has not been given this assignment. Nothing was sent; ask your teacher.`,
  'not-given-to': ({ title, period }) =>
    `‘${title}’ is not given to ${period}, or not yet. Nothing was placed; choose another assignment, or give it to ${period} in Set-up first.`,
  'nothing-chosen': () => 'There is nothing in the tray. Choose at least one file first.',
  'still-arriving': ({ name }) =>
    `‘${name}’ is still on its way. Nothing was turned in yet; wait until its line is full.`,
  'checksum-differs': () =>
    'Some bytes were changed on their way. They were thrown away and are sent again; nothing else is lost.',
  'offset-differs': () =>
    'Another window has sent more of this file meanwhile. Nothing is lost; it goes on from there.',
  'other-protocol': ({ versions }) =>
    `The program that sends this file speaks another version of the protocol; ${versions} is spoken here. Nothing was taken in.`,
  'other-content': ({ type }) =>
    `The program that sends this file says that it is something else than ${type}. Nothing was taken in.`,
  'bad-checksum': () => 'The program that sends this file speaks another checksum. Nothing was taken in.',
  'too-many-uploads': ({ most }) =>
    `More than ${most} files were begun within an hour. What arrived is kept; wait a while, then go on.`,
  'too-many-bytes': ({ most }) =>
    `More than ${most} were sent within a day. What arrived is kept; go on tomorrow, or ask the office.`,
  'already-turned-in': () =>
    'This was turned in a moment ago, perhaps from another window. It is safe and counted once.',
  'already-reviewed': () =>
    'Your teacher has reviewed this already, so it stays in. Nothing was changed; you can still turn in again.',
  'nothing-in': () => 'Nothing is turned in here now. It may have been taken back a moment ago; look again.',
  'taken-back': () =>
    'Its student took this back, so it can no longer be opened. The line of it stays on the ledger.',
  'bad-address': ({ address }) =>
    `‘${address}’ is not an address of the web. Nothing was added; copy the whole address, beginning with https://.`,
  'empty-text': ({ name }) => `‘${name}’ has no words yet. Nothing was turned in; write it, or take it out.`,
  'written-elsewhere': () =>
    'This text was written on in another window since. Nothing was written over: your words are kept in this window; copy them, then read the other ones again.',
  'upload-gone': () =>
    'This file is no longer in the tray. What you had turned in is safe; choose the file again.',
  'empty-file': ({ name }) =>
    `‘${name}’ is empty (0 bytes). Nothing was sent; save it once more and choose it again.`,
  'file-too-large': ({ name, most = '2 GB' }) =>
    `‘${name}’ is larger than ${most}. Nothing was sent; make it shorter or smaller and choose it again.`,
  'too-many-files': ({ most }) =>
    `The tray holds ${most} files at most. The ones in it are kept; turn them in first.`,
  'disk-full': () =>
    'The school has no room for this file right now. What arrived is kept. Tell your teacher, and try again later.',
  'door-gone': () =>
    'This address opens nothing. It may have been copied without its end; ask whoever gave it to you.',
  'door-closed': () =>
    'This door is not open now. Nothing was handed in; what you had handed in before is safe.',
  'wrong-domain': ({ domains }) =>
    `This door is for addresses of ${domains}. Nothing was sent; write such an address, or ask the teacher.`,
  'wrong-code': () =>
    'This is not the code that was sent, or it has run out. Look at the newest letter, or begin anew.',
  'not-entered': () => 'Say first who you are. Nothing was handed in yet.',
  'too-many-visits': ({ minutes }) =>
    `Too many have come in here at once. Wait ${minutes} minutes and try again; nothing is lost.`,
  'newer-attempt': ({ attempt }) =>
    `There is a newer attempt: ${attempt}. It is shown now. Nothing was changed; look at it first.`,
  'not-placed': () =>
    'The student turned this in themselves, so it cannot be moved. Send it back, or ask them to turn it in again.',
  'press-used': () => 'This press was for something else. Nothing was changed; press again.',
  'nothing-to-undo': () => 'There is nothing of yours to undo here.',
  'nothing-to-redo': () => 'There is nothing that was undone last.',
  'pile-stopped': () =>
    'This pile was stopped, so nothing more is taken in with it. Bring the rest as a new pile.',
  'already-placed': () => 'Somebody has decided about this already. Nothing was changed; look again.',
  'no-mail': () =>
    'This school has no mail set up, so nothing was sent. Ask the office; everything else works without it.',
  'picture-too-large': ({ width, height }) =>
    `This picture has ${width} × ${height} pixels, too many to be shown here. It is kept as it is; download it.`,
  'bytes-missing': ({ name }) =>
    `The bytes of ‘${name}’ could not be read. The record of it is kept; tell the office.`,
  'went-wrong': () => 'Something went wrong on our side. What was confirmed before is safe; try once more.',
} as const satisfies Record<ErrorCode | 'no-connection', Sentence>;

/** The sentence for a failure of a call; for anything else, that something went wrong. */
export function sayFailure(failure: unknown): string {
  const { code, details } = isFailure(failure) ? failure : { code: 'went-wrong' as const, details: {} };
  return (sentences[code] as Sentence)(details);
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
      return `The package has no manifest.csv. ${kept} Choose the whole ZIP as the office’s system wrote it.`;
    case 'other-version':
      return `manifest.csv says OneRoster ${found || 'without a version'}; 1.2 is read. ${kept}`;
    case 'not-bulk':
      return `${file} is ${found} in the manifest; it must be there. ${kept} Export all lists.`;
    case 'nothing-before':
      return `${file} tells only what changed (delta), and no package before told all there is. ${kept} Export all lists once (bulk).`;
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
      return `${where}: the account of ${found} is not to be used; nobody new is made, and who is here stays`;
    case 'role-differs':
      return `${where}: ‘${found}’ is a student here and staff there, or the other way round; nothing changes`;
    case 'same-person':
      return `${where}: ‘${found}’ and another user are one person here; say below which of them it is`;
    case 'email-taken':
      return `${where}: ${found} is somebody else’s address already; it stays theirs`;
    case 'no-teacher':
      return `${where}: the teacher of ${found} is in a row that was left out, so its course is not known; left out too`;
    case 'stays':
      return `${found} is in no row that was read, and may be in one that was left out: stays`;
    case 'no-id':
      return `${where}: no sourcedId`;
    case 'id-twice':
      return `${where}: the id ‘${found}’ stands twice`;
    case 'unknown-id':
      return found ? `${where}: nothing has the id ‘${found}’` : `${where}: an id is missing`;
    case 'bad-value':
      return `${where}: ‘${found}’ is none of the standard’s words`;
    case 'bad-date':
      return `${where}: ‘${found}’ is no day, or lies before the first`;
    case 'no-name':
      return `${where}: no name`;
    case 'bad-email':
      return `${where}: ‘${found}’ is no e-mail address`;
    case 'year-over':
      return `${where}: the year of ‘${found}’ has ended, so nothing in this course changes. The office can extend the year.`;
    case 'two-periods':
      return `${where}: the user ‘${found}’ sits in two classes of one course`;
    default:
      return `The package cannot be read. ${kept} Export it again.`;
  }
}

/** Why a row of a list is what it is. */
export const rowReasons = {
  'no-name': 'no name',
  'not-a-person': 'a row of sums, and nobody',
  'name-from-address': 'the list has no name; it was made out of the address',
  'odd-name': 'digits or signs that no name has',
  'one-word': 'one word and nothing else: a remark, or a name?',
  'said-to-have-left': 'the list says that they have left',
  'bad-email': 'the address is no e-mail address',
  'email-of-staff': 'the address belongs to somebody of the staff',
  'no-period': 'no period: choose one above',
  'unknown-period': 'the course has no such period',
  'twice-in-list': 'stands in the list twice',
  'other-period': 'sat in another period of this course',
  'like-somebody-here': 'the course has somebody of a similar name',
  'like-somebody-in-school': 'the school has a student of a similar name',
  'like-another-row': 'another row has a similar name',
  'left-before': 'had left',
  'name-cut-by-guess': 'first and last name told apart by a guess',
  'same-name-here': 'the course has somebody of this name',
  'same-name-in-school': 'the school has a student of this name',
  'name-differs': 'known under this address by another name',
  'no-email': 'no address, so no sign-in yet',
  'too-long': 'a cell is longer than 120 letters',
} as const satisfies Record<RowReason, string>;
