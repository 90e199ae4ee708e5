import { randomUUID } from 'node:crypto';
import type { RouteName } from '@vestibul/contract';
import { by, type Change } from './change';
import { changesByDoor } from './changesByDoor';
import { changesOfFiles } from './changesOfFiles';
import { bytesOf, type TestSchool } from './TestSchool';

/** Every route that changes something of the school, called as somebody would; in this order, as some begin where others end. */
export function everyChange(school: () => TestSchool): Partial<Record<RouteName, Change>> {
  const inCourse = () => ({ courseId: school().course });
  const as = (who: string | null) => school().as(who);
  const dues = () =>
    [2, 10].map((number) => ({ periodId: school().periods[number], dueLocal: '2030-01-15T23:59' }));
  const upload = (who: string, name: string, assignment = school().assignment) =>
    as(who).upload(assignment, name, bytesOf(`${name} ${randomUUID()}`));
  const turnedIn = async (who: string, assignment = school().assignment) =>
    as(who).must('turnIn', {
      params: { assignmentId: assignment },
      body: { key: randomUUID(), uploadIds: [await upload(who, 'a.txt', assignment)], namesAgreed: true },
    });
  // An input may be asked for more than once, and no two assignments of a course are called the same.
  let made = 0;
  const titled = (title: string) => `${title} ${(made += 1)}`;
  const assign = (title: string) => school().assign(titled(title), [2, 10], '2030-02-01T23:59');
  const assignSo = async (title: string, how: object) =>
    (
      await as('teacher').must('makeAssignment', {
        params: inCourse(),
        body: { title: titled(title), dues: dues(), ...how },
      })
    ).id;
  const seven = { kind: 'points', points: 7 } as const;
  const scored = async (title: string) => {
    const { submissionId, attempt } = await turnedIn(
      'mai',
      await assignSo(title, { scoring: { kind: 'points', most: 10 } }),
    );
    return { submissionId, attempt };
  };
  const held = (title: string) => assignSo(title, { holds: true });
  const studentParams = () => ({ ...inCourse(), studentId: school().ids.chidi! });
  const rosterRow = async (id: string) =>
    (await as('teacher').must('readRoster', { params: inCourse() })).find((known) => known.id === id)!;
  const onTable = async (name: string) => {
    const pile = await as('teacher').bringPile(school().course, {
      [name]: bytesOf(`${name} ${randomUUID()}`),
    });
    const [piece] = await as('teacher').piecesIn(pile.id, 'to sort');
    return { pile, piece: piece! };
  };
  /** A piece of `mai`, and what is said of it. */
  const workOf = async (title: string) => ({
    params: { submissionId: (await turnedIn('mai', await assign(title))).submissionId },
  });
  const saidOf = async (title: string) => ({ ...(await workOf(title)), body: { text: 'Good.', attempt: 1 } });
  const ownComment = async (title: string) => {
    const { params, body } = await saidOf(title);
    await as('aide').must('comment', { params, body });
    const { comments } = await as('aide').must('readSubmission', { params });
    return { params: { ...params, commentId: comments[0]!.id } };
  };
  /** A comment of work that was handed back. */
  const shownComment = async (title: string) => {
    const { params } = await ownComment(title);
    const works = [{ submissionId: params.submissionId, attempt: 1 }];
    await as('teacher').must('handBack', { params: inCourse(), body: { works } });
    return params;
  };
  const phrase = async () => {
    const key = `w${(made += 1)}`;
    await as('teacher').must('keepPhrase', {
      params: inCourse(),
      body: { key, text: 'Say the unit.', isMine: true },
    });
    const phrases = await as('teacher').must('listPhrases', { params: inCourse() });
    return { ...inCourse(), phraseId: phrases.find((known) => known.key === key)!.id };
  };
  const place = async (name: string) => {
    const { piece } = await onTable(name);
    await as('teacher').must('sortPieces', {
      params: inCourse(),
      body: {
        kind: 'place',
        pieces: [piece.id],
        students: [school().ids.chidi!],
        assignment: await assign(`For ${name}`),
      },
    });
  };
  const newBlank = async (title: string) => ({
    uploadId: await as('teacher').uploadBlank(school().course, `${title}.txt`, bytesOf(title)),
    title,
  });
  const blank = async (title: string) =>
    as('teacher').must('keepBlank', { params: inCourse(), body: await newBlank(title) });
  const asked = async () => {
    await as('teacher').must('askOffice', { params: inCourse(), body: { studentId: school().ids.mai! } });
    return (await as('office').must('listAccountRequests'))[0]!.id;
  };

  /** How each is called, and the kinds of lines that it must leave. */
  return {
    changeSchool: by('office', ['school changed'], () => ({
      body: { name: 'Larkmoor Hall', language: 'de' },
    })),
    addPerson: by('office', ['person added', 'link made'], () => ({
      body: { last: 'New', first: 'T', email: 'new.t@x.example', standing: 'teacher' },
    })),
    renewLink: by('office', ['link made'], () => ({ params: { personId: school().ids.mai! } })),
    acceptWelcome: by(null, ['password set'], async () => {
      const { link } = await as('office').must('renewLink', { params: { personId: school().ids.ali! } });
      return { params: { token: link.split('/').at(-1)! }, body: { password: 'a long sentence' } };
    }),
    endSessions: by('office', ['signed out everywhere'], () => ({
      params: { personId: school().ids.ali2! },
    })),
    endMySessions: by('aide', ['signed out everywhere']),
    closeAccount: by('office', ['account closed'], () => ({ params: { personId: school().ids.ali2! } })),
    openAccount: by('office', ['account opened'], () => ({ params: { personId: school().ids.ali2! } })),
    askOffice: by('teacher', ['office asked'], () => ({ params: inCourse(), body: { studentId: null } })),
    settleAccountRequest: by('office', ['office answered'], async () => ({
      params: { requestId: await asked() },
      body: { grants: true },
    })),
    makeSlips: by('teacher', ['link made'], () => ({ params: inCourse(), body: {} })),
    makeYear: by('teacher', ['year made'], () => ({
      body: { label: '2031–32', startsOn: '2031-08-25', endsOn: '2032-07-15' },
    })),
    changeYear: by('office', ['year changed'], async () => {
      const year = (await as('office').must('listYears')).find(({ label }) => label === '2031–32')!;
      return { params: { yearId: year.id }, body: { ...year, endsOn: '2032-07-20' } };
    }),
    beginYear: by('teacher', ['course begun anew'], async () => {
      const year = (await as('office').must('listYears')).find(({ label }) => label === '2031–32')!;
      return {
        params: { yearId: year.id },
        body: { courses: [{ courseId: school().course, assignments: [] }] },
      };
    }),
    makeCourse: by('teacher', ['course made'], async () => ({
      body: {
        yearId: (await as('teacher').must('listYears')).find(({ label }) => label !== '2031–32')!.id,
        title: 'Soils',
        periods: [{ number: 1 }],
      },
    })),
    changeCourse: by('teacher', ['course changed'], () => ({
      params: inCourse(),
      body: { title: 'Field Work', code: 'F' },
    })),
    giveCourse: by('office', ['course given'], async () => {
      const course = (await as('office').must('listCourses')).find(({ title }) => title === 'Soils')!;
      return { params: { courseId: course.id }, body: { personId: school().ids['other teacher']! } };
    }),
    addPeriod: by('teacher', ['period made'], () => ({ params: inCourse(), body: { number: 7 } })),
    changePeriod: by('teacher', ['period changed'], () => ({
      params: { periodId: school().periods[2]! },
      body: { number: 2, label: 'Period two' },
    })),
    setGroups: by('teacher', ['group made'], () => ({
      params: { periodId: school().periods[2]! },
      body: { groups: [{ name: 'Ford', enamel: 1, mark: 'wave' }] },
    })),
    putInGroup: by('teacher', ['grouped'], async () => {
      const { periods } = await as('teacher').must('readCourse', { params: inCourse() });
      const group = periods.find(({ id }) => id === school().periods[2])!.groups[0]!;
      return {
        params: { periodId: school().periods[2]! },
        body: { groupId: group.id, studentIds: [school().ids.chidi!] },
      };
    }),
    addStaff: by('teacher', ['staff added'], () => ({
      params: inCourse(),
      body: { email: 'vane@x.example', role: 'aide' },
    })),
    changeStaff: by('teacher', ['staff changed'], () => ({
      params: { ...inCourse(), personId: school().ids['other teacher']! },
      body: { role: 'co-teacher' },
    })),
    removeStaff: by('teacher', ['staff removed'], () => ({
      params: { ...inCourse(), personId: school().ids['other teacher']! },
    })),
    joinRoster: by('teacher', ['joined'], () => ({
      params: inCourse(),
      body: { fromList: false, people: [{ last: 'Late', first: 'Jo', periodId: school().periods[10] }] },
    })),
    leaveCourse: by('teacher', ['left'], () => ({ params: studentParams(), body: {} })),
    comeBack: by('teacher', ['came back'], () => ({ params: studentParams(), body: {} })),
    changeStudent: by('teacher', ['person renamed', 'contact changed', 'moved'], async () => {
      const chidi = await rosterRow(school().ids.chidi!);
      const { last, first, email, username } = chidi;
      const body = {
        last,
        first,
        called: 'Chi',
        email,
        username,
        number: '4711',
        periodId: school().periods[10],
      };
      return { params: studentParams(), body };
    }),
    moveStudents: by('teacher', ['moved'], () => ({
      params: inCourse(),
      body: { moves: [{ studentId: school().ids.chidi!, periodId: school().periods[2]! }] },
    })),
    setRule: by('teacher', ['rule set'], () => ({
      params: { ...inCourse(), subject: 'file' },
      body: { rule: '{last} {first} {assignment}' },
    })),
    setOffRule: by('teacher', ['off-rule set'], () => ({ params: inCourse(), body: { offRule: 'ask' } })),
    startRenaming: by('teacher', ['rule set', 'renamed'], () => ({
      params: inCourse(),
      body: { subject: 'folder', rule: 'z {last} {first}' },
    })),
    undoRenaming: by('teacher', ['rule set', 'renamed'], async () => ({
      params: {
        ...inCourse(),
        renamingId: (await as('teacher').must('listRenamings', { params: inCourse() }))[0]!.id,
      },
      body: {},
    })),
    rename: by('teacher', ['renamed'], async () => ({
      params: {
        ...inCourse(),
        subject: 'folder',
        nameableId: (await rosterRow(school().ids.chidi!)).folder!.id,
      },
      body: { name: 'Chidi’s own', asItIs: true },
    })),
    makeFolders: by('teacher', ['folder made'], async () => {
      const course = (await as('office').must('listCourses')).find(({ title }) => title === 'Soils')!;
      const { periods } = await as('other teacher').must('readCourse', { params: { courseId: course.id } });
      await as('other teacher').must('joinRoster', {
        params: { courseId: course.id },
        body: { fromList: false, people: [{ last: 'Clay', first: 'Jo', periodId: periods[0]!.id }] },
      });
      return { as: 'other teacher', params: { courseId: course.id }, body: {} };
    }),
    makeAssignment: by('teacher', ['assignment made', 'assignment published'], () => ({
      params: inCourse(),
      body: { title: 'Culvert', dues: dues() },
    })),
    copyAssignments: by('teacher', ['assignment copied'], () => ({
      params: inCourse(),
      body: { assignmentIds: [school().assignment] },
    })),
    // That pieces are shown to the whole period leaves its trace too.
    changeAssignment: by('teacher', ['assignment changed'], async () => ({
      params: { assignmentId: await assign('Towpath') },
      body: { title: 'Towpath', dues: dues(), afterwards: 'period' },
    })),
    dropAssignment: by('teacher', ['assignment dropped', 'side door shut'], async () => {
      const assignmentId = await assign('Sluice');
      await school().makeDoor({ assignmentId });
      return { params: { assignmentId } };
    }),
    moveDue: by('teacher', ['due moved'], () => ({
      params: { assignmentId: school().assignment, studentId: school().ids.chidi! },
      body: { dueLocal: '2030-03-01T23:59' },
    })),
    moveDues: by('teacher', ['due moved'], () => ({
      params: { assignmentId: school().assignment },
      body: { dues: [{ studentId: school().ids.mai!, excused: true }] },
    })),
    sendReminder: by('teacher', ['reminded'], async () => ({
      params: { assignmentId: await assignSo('Overdue', {}) },
      body: { studentIds: [school().ids.mai!] },
    })),
    keepBlank: by('teacher', ['blank kept'], async () => ({
      params: inCourse(),
      body: await newBlank('Sheet'),
    })),
    handOut: by('teacher', ['hand-out ordered', 'handed out'], async () => ({
      params: { blankId: (await blank('Map')).id },
      body: { periodIds: [school().periods[2]] },
    })),
    putAwayBlank: by('teacher', ['blank put away'], async () => ({
      params: { blankId: (await blank('Old')).id },
    })),
    markSeen: by('teacher', ['seen'], async () => ({ ...(await workOf('Seen')), body: { attempts: 1 } })),
    addNote: by('aide', ['noted'], () => saidOf('Noted')),
    removeNote: by('aide', ['note removed'], async () => {
      const { params, body } = await saidOf('Noted and not');
      await as('aide').must('addNote', { params, body });
      const [note] = await as('aide').must('listNotes', { params });
      return { params: { ...params, noteId: note!.id } };
    }),
    setScore: by('teacher', ['scored'], async () => {
      const { submissionId, attempt } = await scored('Scored');
      return { params: { submissionId }, body: { attempt, step: { ...seven, was: null } } };
    }),
    changeScore: by('teacher', ['score changed'], async () => {
      const work = await scored('Changed');
      await as('teacher').must('handBack', { params: inCourse(), body: { works: [work] } });
      const { submissionId, attempt } = work;
      return { params: { submissionId }, body: { attempt, given: seven, was: null, why: 'Forgotten.' } };
    }),
    comment: by('aide', ['commented'], () => saidOf('Said')),
    keepPhrase: by('aide', ['phrase kept'], () => ({
      params: inCourse(),
      body: { key: `u${(made += 1)}`, text: 'Say the unit.', isMine: false },
    })),
    changePhrase: by('teacher', ['phrase changed'], async () => ({
      params: await phrase(),
      body: { key: `v${(made += 1)}`, text: 'Say each unit.' },
    })),
    removePhrase: by('teacher', ['phrase removed'], async () => ({ params: await phrase() })),
    changeComment: by('aide', ['comment changed'], async () => ({
      ...(await ownComment('Said so')),
      body: { text: 'In other words.' },
    })),
    answerComment: by('mai', ['answered'], async () => ({
      params: await shownComment('Answered'),
      body: { text: 'Which one?' },
    })),
    setCommentDone: by('mai', ['comment done'], async () => ({
      params: await shownComment('Done'),
      body: { isDone: true },
    })),
    markRead: by('mai', ['read'], async () => {
      const params = await shownComment('Read');
      return { params, body: { upTo: '2099-01-01T00:00:00.000Z' } };
    }),
    removeComment: by('aide', ['comment removed'], () => ownComment('Unsaid')),
    review: by('teacher', ['reviewed'], async () => ({ ...(await workOf('Read')), body: { attempt: 1 } })),
    withdrawReview: by('teacher', ['review withdrawn'], async () => {
      const unread = { ...(await workOf('Unread')), body: { attempt: 1 } };
      await as('teacher').must('review', unread);
      return unread;
    }),
    approve: by('teacher', ['approved'], async () => ({
      params: inCourse(),
      body: { works: [await turnedIn('mai', await held('Held'))] },
    })),
    sendBack: by('teacher', ['sent back'], async () => ({
      params: inCourse(),
      body: { works: [await turnedIn('mai', await held('Sent'))], word: 'Again, please.' },
    })),
    handBack: by('teacher', ['reviewed', 'handed back'], async () => ({
      params: inCourse(),
      body: { works: [await turnedIn('mai', await assign('Back'))] },
    })),
    takeIntoReview: by('teacher', ['taken back into review'], async () => {
      const works = [await turnedIn('mai', await assign('Again'))];
      await as('teacher').must('handBack', { params: inCourse(), body: { works } });
      return { params: inCourse(), body: { works } };
    }),
    movePlacing: by('teacher', ['placing undone', 'turned in', 'piece placed'], async () => {
      await place('whose is this.txt');
      const { slots } = await as('teacher').must('readRack', { params: inCourse() });
      const { id, assignmentId } = slots.find(({ originalName }) => originalName === 'whose is this.txt')!;
      return {
        params: { submissionId: id! },
        body: { attempt: 1, studentId: school().ids.mai!, assignmentId },
      };
    }),
    turnIn: by('mai', ['turned in', 'piece placed'], async () => ({
      params: { assignmentId: school().assignment },
      body: { key: randomUUID(), uploadIds: [await upload('mai', 'b.txt')], namesAgreed: true },
    })),
    recordInClass: by('teacher', ['turned in', 'piece placed'], async () => ({
      params: { assignmentId: await assign('Shown'), studentId: school().ids.mai! },
      body: { key: randomUUID(), words: 'A talk of five minutes.' },
    })),
    undoInClass: by('teacher', ['placing undone'], async () => {
      const { submissionId, attempt } = await as('teacher').must('recordInClass', {
        params: { assignmentId: await assign('Shown by mistake'), studentId: school().ids.mai! },
        body: { key: randomUUID(), words: 'A talk.' },
      });
      return { params: { submissionId }, body: { attempt } };
    }),
    takeBack: by('mai', ['taken back'], async () => ({
      ...(await workOf('Mine')),
      body: { attempt: 1, key: randomUUID() },
    })),
    ...changesOfFiles(school, async () => turnedIn('mai', await assign('Of files'))),
    ...changesByDoor(school, assign),
    makePile: by('teacher', ['pile brought'], () => ({ params: inCourse(), body: { name: 'A pile' } })),
    stopPile: by('teacher', ['pile stopped'], async () => ({
      params: {
        pileId: (await as('teacher').must('makePile', { params: inCourse(), body: { name: 'B' } })).id,
      },
    })),
    sortPieces: by('teacher', ['turned in', 'words learned'], async () => {
      const { piece } = await onTable('chidi a strange one.txt');
      return {
        params: inCourse(),
        body: {
          kind: 'place',
          pieces: [piece.id],
          students: [school().ids.mai!],
          assignment: await assign('Sorted'),
        },
      };
    }),
    undoSorting: by('teacher', ['placing undone', 'words forgotten'], () => ({
      params: inCourse(),
      body: {},
    })),
    redoSorting: by('teacher', ['turned in', 'words learned'], () => ({ params: inCourse(), body: {} })),
    forgetWords: by('teacher', ['words forgotten'], async () => ({
      params: inCourse(),
      body: { words: (await as('teacher').must('listKnownWords', { params: inCourse() }))[0]!.words },
    })),
  };
}
