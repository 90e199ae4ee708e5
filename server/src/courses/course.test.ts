import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import papa from 'papaparse';
import { sha256Hex, type LedgerEvent, canonicalEvent } from '@vestibul/core';
import type { LiveNotice } from '@vestibul/contract';
import { run, together } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';
import { recordColumns } from '../submissions/record';
import { findScans } from '../testing/findScans';
import { TestSchool, bytesOf } from '../testing/TestSchool';

let school: TestSchool;
beforeAll(async () => {
  school = await TestSchool.open();
});
afterAll(() => school.close());

const inCourse = () => ({ courseId: school.course });

describe('the roster', () => {
  test('160 people join in one go from a list, each with a folder of their own', async () => {
    const teacher = school.as('teacher');
    const lines = Array.from(
      { length: 160 },
      (_, i) => `Zu${i} Ölün;Ana-${i % 7};z${i}@x.example;${i % 2 ? 2 : 10}`,
    );
    const preview = await teacher.must('previewRoster', {
      params: inCourse(),
      body: { text: `\ufeffLast;First;E-mail;Hour\r\n${lines.join('\r\n')}` },
    });
    expect(preview).toMatchObject({
      separator: ';',
      columns: ['last', 'first', 'email', 'period'],
      enough: true,
    });
    expect(preview.rows.map((row) => row.outcome)).toEqual(Array(160).fill('new'));
    const people = preview.rows.map((row) => ({ ...row.person, periodId: row.period, knownId: row.known }));
    const body = { fromList: true, people };
    const { students, ...counts } = await teacher.must('joinRoster', { params: inCourse(), body });
    expect(new Set(students).size).toBe(160);
    expect(counts).toEqual({
      joined: 160,
      cameBack: 0,
      moved: 0,
      newNames: 0,
      namesLeft: 0,
      left: 0,
      folders: 160,
      copies: 0,
    });

    const again = await teacher.must('previewRoster', {
      params: inCourse(),
      body: { text: `Last;First;E-mail;Hour\n${lines.join('\n')}` },
    });
    expect(new Set(again.rows.map((row) => row.outcome))).toEqual(new Set(['already there']));
    const roster = await teacher.must('readRoster', { params: inCourse() });
    expect(new Set(roster.map((student) => student.folder?.name)).size).toBe(roster.length);
  });

  test('a preview writes nothing', async () => {
    const before = await school.as('teacher').must('readRoster', { params: inCourse() });
    await school.as('teacher').must('previewRoster', {
      params: inCourse(),
      body: {
        text: 'New, Person\tnew@x.example\nOther, One\tother@x.example',
        periodId: school.periods[2],
      },
    });
    expect(await school.as('teacher').must('readRoster', { params: inCourse() })).toEqual(before);
  });

  test('people join all or none', async () => {
    const people = [
      { last: 'Fine', email: 'fine@x.example', periodId: school.periods[2] },
      { last: 'Taken', email: 'office@x.example', periodId: school.periods[2] },
    ];
    const refused = await school
      .as('teacher')
      .call('joinRoster', { params: inCourse(), body: { fromList: false, people } });
    expect(refused).toMatchObject({ status: 409, error: { code: 'email-taken' } });
    const roster = await school.as('teacher').must('readRoster', { params: inCourse() });
    expect(roster.map((student) => student.last)).not.toContain('Fine');
  });

  test('a list that ends inside a quote is refused with its line', async () => {
    const reply = await school
      .as('teacher')
      .call('previewRoster', { params: inCourse(), body: { text: 'last,first\n"Open,Quote\n' } });
    expect(reply).toMatchObject({ status: 400, error: { code: 'bad-list' } });
  });

  test('a slip lets a student in once, with a password of their own', async () => {
    const { slips } = await school.as('teacher').must('makeSlips', { params: inCourse() });
    const slip = slips.find((one) => one.signInName === 'ali@x.example')!;
    const token = slip.link.split('/').at(-1)!;
    const nobody = school.as(null);
    expect(await nobody.must('readWelcome', { params: { token } })).toEqual({
      first: false,
      name: 'Ali Demir',
      signInName: 'ali@x.example',
    });
    const accepted = await nobody.call('acceptWelcome', {
      params: { token },
      body: { password: 'my own sentence' },
    });
    expect(accepted.data.person).toMatchObject({ id: school.ids.ali, standing: 'student' });
    expect(accepted.headers.get('set-cookie')).toMatch(/HttpOnly; SameSite=Lax/);
    expect(
      await nobody.call('acceptWelcome', { params: { token }, body: { password: 'another one' } }),
    ).toMatchObject({ status: 410, error: { code: 'link-used-up' } });
    expect(
      (await nobody.call('signIn', { body: { signInName: 'ALI@x.example ', password: 'my own sentence' } }))
        .status,
    ).toBe(200);
  });
});

describe('names', () => {
  test('a new rule names what comes, and leaves what is named', async () => {
    const teacher = school.as('teacher');
    await teacher.must('setRule', {
      params: { ...inCourse(), subject: 'folder' },
      body: { rule: 'z {last|upper} {called}' },
    });
    const people = [
      { last: 'Late', first: 'Joiner', called: 'Jo', email: 'late@x.example', periodId: school.periods[2] },
    ];
    await teacher.must('joinRoster', { params: inCourse(), body: { fromList: false, people } });
    const roster = await teacher.must('readRoster', { params: inCourse() });
    expect(roster.find((student) => student.last === 'Late')?.folder?.name).toBe('z LATE Jo');
    expect(roster.find((student) => student.id === school.ids.mai)?.folder?.name).toBe('02-Đặng_Thị Mai');
  });

  test('a rule that cannot be read is refused where it goes wrong, and the old one holds', async () => {
    const reply = await school
      .as('teacher')
      .call('setRule', { params: { ...inCourse(), subject: 'file' }, body: { rule: '{surname}' } });
    expect(reply).toMatchObject({
      status: 400,
      error: { code: 'bad-rule', details: { at: 1, found: 'surname' } },
    });
    expect((await school.as('teacher').must('readCourse', { params: inCourse() })).fileRule).toContain(
      '{last}',
    );
  });
});

describe('review', () => {
  test('the student sees the comment and the state when the work is handed back, not before; a new attempt starts anew', async () => {
    const [teacher, mai] = [school.as('teacher'), school.as('mai')];
    const { data: receipt } = await mai.turnIn(school.assignment, [
      await mai.upload(school.assignment, 'a.txt', bytesOf('draft')),
    ]);
    const params = { submissionId: receipt.submissionId };
    const slot = async () => {
      const rack = await teacher.must('readRack', { params: inCourse() });
      return rack.slots.find((one) => one.id === receipt.submissionId)!;
    };
    expect(await slot()).toMatchObject({
      state: 'turned in',
      unseen: true,
      form: 'text',
      originalName: 'a.txt',
    });
    await teacher.must('markSeen', { params, body: { attempts: 1 } });
    await teacher.must('comment', { params, body: { text: 'Clear readings.', attempt: 1 } });
    await teacher.must('review', { params, body: { attempt: 1 } });
    expect(await slot()).toMatchObject({ state: 'reviewed', unseen: false });
    expect(await mai.must('readSubmission', { params })).toMatchObject({ state: 'reviewed', comments: [] });

    await teacher.must('withdrawReview', { params, body: { attempt: 1 } });
    expect(await slot()).toMatchObject({ state: 'turned in' });
    expect(await teacher.must('handBack', { params: inCourse(), body: { works: [receipt] } })).toMatchObject({
      handedBack: 1,
      newer: 0,
    });
    expect(await mai.must('readSubmission', { params })).toMatchObject({
      state: 'handed back',
      comments: [{ text: 'Clear readings.', by: { last: 'Tamsin' } }],
    });

    await mai.turnIn(school.assignment, [await mai.upload(school.assignment, 'b.txt', bytesOf('better'))]);
    expect(await slot()).toMatchObject({ state: 'turned in', unseen: true, attempt: 2 });
    await teacher.must('comment', { params, body: { text: 'Not for you yet.', attempt: 2 } });
    const shown = await mai.must('readSubmission', { params });
    expect(shown.comments.map((said) => said.text)).toEqual(['Clear readings.']);
  });

  test('work of another course cannot be handed back through this one', async () => {
    const reply = await school
      .as('other teacher')
      .call('handBack', { params: inCourse(), body: { works: [{ submissionId: 's_x', attempt: 1 }] } });
    expect(reply.status).toBe(403);
  });

  test('what its owner changes after turning in shows as drift; the sealed copy stays', async () => {
    const chidi = school.as('chidi');
    const { data } = await chidi.turnIn(school.assignment, [
      await chidi.upload(school.assignment, 'c.txt', bytesOf('sealed')),
    ]);
    const piece = data.pieces[0]!;
    const [file] = (await chidi.must('listMyFiles', {})).files;
    await chidi.uploadVersion(file!.id, 'c after.txt', bytesOf('changed'));
    const read = await school
      .as('teacher')
      .must('readSubmission', { params: { submissionId: data.submissionId } });
    expect(read.pieces[0]).toMatchObject({
      sha256: piece.sha256,
      now: { changedAt: expect.any(String), originalName: 'c after.txt', form: 'text', bytes: 7 },
    });
    const slot = async () => {
      const rack = await school.as('teacher').must('readRack', { params: inCourse() });
      return rack.slots.find((one) => one.id === data.submissionId);
    };
    expect(await slot()).toMatchObject({ drifted: true });

    const again = await chidi.turnIn(school.assignment, [
      await chidi.upload(school.assignment, 'c2.txt', bytesOf('once more')),
    ]);
    expect(await slot()).toMatchObject({ attempt: 2, drifted: false });
    const params = { submissionId: data.submissionId };
    await chidi.must('takeBack', { params, body: { attempt: again.data.attempt, key: crypto.randomUUID() } });
    expect(await slot()).toMatchObject({ attempt: 1, drifted: true });
    await chidi.uploadVersion(file!.id, 'c.txt', bytesOf('sealed'));
    expect(await slot()).toMatchObject({ attempt: 1, drifted: false });
  });
});

describe('the live stream', () => {
  test('tells the staff of a piece that arrives, and a student of their own only', async () => {
    const hear = async (who: string) => {
      const response = await school.as(who).raw('live');
      const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
      let text = '';
      return async (wanted: (notice: LiveNotice) => boolean): Promise<LiveNotice> => {
        for (;;) {
          const found = [...text.matchAll(/^data: (\{.*)$/gm)]
            .map(([, json]) => JSON.parse(json!) as LiveNotice)
            .find(wanted);
          if (found) {
            await reader.cancel();
            return found;
          }
          const { value, done } = await reader.read();
          if (done) throw new Error('the stream ended');
          text += value;
        }
      };
    };
    const [teacher, again, atLast, mai, chidi] = await Promise.all(
      ['teacher', 'teacher', 'teacher', 'mai', 'chidi'].map(hear),
    );
    const given = await school.assign('Live', [2], '2030-05-01T12:00');
    const caller = school.as('mai');
    const { data } = await caller.turnIn(given, [await caller.upload(given, 'x.txt', bytesOf('x'))]);
    const heard = await teacher!((notice) => notice.kind === 'slot' && notice.slot?.id === data.submissionId);
    expect(heard).toMatchObject({
      kind: 'slot',
      slot: { state: 'turned in', unseen: true, studentId: school.ids.mai },
    });
    const params = { submissionId: data.submissionId };
    await caller.must('takeBack', { params, body: { attempt: 1, key: crypto.randomUUID() } });
    // What lies in the tray is told as its slot shows it, and so is that nothing does.
    const isStarted = ({ slot }: { slot?: { state: string; attempts: number } | null }) =>
      slot?.state === 'started';
    expect(await again!((notice) => notice.kind === 'slot' && isStarted(notice))).toMatchObject({
      assignmentId: given,
      studentId: school.ids.mai,
      slot: { pieces: 1 },
    });
    const { uploads } = await caller.must('readTray', { params: { assignmentId: given } });
    await caller.must('dropUpload', { params: { uploadId: uploads[0]!.id } });
    expect(
      await atLast!(
        (notice) => notice.kind === 'slot' && notice.slot === null && notice.studentId === school.ids.mai,
      ),
    ).toMatchObject({ assignmentId: given });
    expect(await mai!((notice) => notice.kind === 'mine')).toEqual({ kind: 'mine', assignmentId: given });
    // Chidi's stream has nothing of Mai's in it up to something of his own.
    const own = school.as('chidi');
    await own.upload(given, 'y.txt', bytesOf('y'));
    const first = await chidi!(() => true);
    expect(first).toEqual({ kind: 'mine', assignmentId: given });
  });
});

describe('the ledger', () => {
  test('has a line for every step, in canonical form, with opaque ids and no names', () => {
    const { db } = school.running.school;
    const rows = db.prepare('SELECT idx, canonical, kind FROM event ORDER BY idx').all() as {
      idx: number;
      canonical: string;
      kind: string;
    }[];
    expect(rows.map((row) => row.idx)).toEqual(rows.map((_, i) => i));
    const words = db
      .prepare(
        `SELECT last AS word FROM person UNION SELECT first FROM person WHERE LENGTH(first) > 1 UNION SELECT email FROM person
       UNION SELECT original_name FROM piece UNION SELECT name FROM piece UNION SELECT text FROM comment UNION SELECT title FROM assignment`,
      )
      .all() as { word: string }[];
    for (const { canonical } of rows)
      expect(canonicalEvent(JSON.parse(canonical) as LedgerEvent)).toBe(canonical);
    const ledger = rows.map((row) => row.canonical).join('\n');
    expect(words.filter(({ word }) => word.length > 2 && ledger.includes(`"${word}"`))).toEqual([]);
    const kinds = new Set(rows.map((row) => row.kind));
    for (const kind of [
      'year made',
      'course made',
      'period made',
      'joined',
      'rule set',
      'folder made',
      'assignment made',
      'turned in',
      'piece placed',
      'seen',
      'commented',
      'reviewed',
      'review withdrawn',
      'handed back',
      'drifted',
    ]) {
      expect(kinds).toContain(kind);
    }
  });

  test('is never changed and never shortened', () => {
    const { db } = school.running.school;
    expect(() => run(db, `UPDATE event SET canonical = '{}' WHERE idx = 0`)).toThrow('never changed');
    expect(() => run(db, 'DELETE FROM event WHERE idx = 0')).toThrow('never removed');
  });

  test('is written with its change or not at all', () => {
    const { school: open } = school.running;
    expect(() => writeEvent(open, 'system', 'seen', {}, { attempt: 1 })).toThrow('together with its change');
    const count = () => open.db.prepare('SELECT COUNT(*) FROM event').pluck().get();
    const before = count();
    expect(() =>
      together(open.db, () => {
        writeEvent(open, 'system', 'seen', {}, { attempt: 1 });
        throw new Error('power cut');
      }),
    ).toThrow('power cut');
    expect(count()).toBe(before);
  });

  test('is listed newest first, filtered, page by page without a gap', async () => {
    const teacher = school.as('teacher');
    const query = { kind: 'joined' };
    const pages: number[] = [];
    let before: number | null = null;
    do {
      const page: Awaited<ReturnType<typeof read>> = await read(before);
      pages.push(...page.lines.map((line) => line.index));
      expect(page.lines.every((line) => line.kind === 'joined')).toBe(true);
      before = page.next;
    } while (before !== null);
    async function read(from: number | null) {
      return teacher.must('readLedger', {
        params: inCourse(),
        query: { ...query, ...(from === null ? {} : { before: String(from) }) },
      });
    }
    expect(pages).toEqual([...pages].sort((a, b) => b - a));
    expect(new Set(pages).size).toBe((await read(null)).total);
    const placed = await teacher.must('readLedger', {
      params: inCourse(),
      query: { kind: 'piece placed', student: school.ids.mai! },
    });
    expect(placed.lines[0]).toMatchObject({
      by: { last: 'Đặng' },
      owner: { last: 'Đặng' },
      piece: { originalName: 'x.txt' },
      assignment: 'Live',
    });
  });
});

test('the record comes out as CSV that another parser reads', async () => {
  const response = await school.as('office').raw('readRecord', { params: inCourse() });
  expect(response.headers.get('content-type')).toContain('text/csv');
  const text = await response.text();
  // RFC 4180 section 2: lines end in CRLF.
  expect(text.replace(/\r\n/g, '')).not.toContain('\n');
  const parsed = papa.parse<Record<string, string>>(text.replace(/^\ufeff/, ''), {
    header: true,
    skipEmptyLines: true,
  });
  expect(parsed.errors).toEqual([]);
  expect(parsed.meta.fields).toEqual([...recordColumns]);
  const mine = parsed.data.filter(
    (row) => row['student id'] === school.ids.mai && row.assignment === 'Stream gauge log',
  );
  expect(mine.map((row) => [row.attempt, row.state, row['original name'], row.owner])).toEqual([
    ['1', 'handed back', 'a.txt', school.ids.mai],
    ['2', 'turned in', 'b.txt', school.ids.mai],
  ]);
  expect(mine[0]).toMatchObject({
    last: 'Đặng',
    sha256: sha256Hex('draft'),
    bytes: '5',
    due: '2030-01-15T23:59:00.000Z',
  });
  const empty = parsed.data.filter((row) => row['student id'] === school.ids.ali2);
  expect(empty.map((row) => row.state)).toEqual(['not started']);
});

test('all of this ran on indexes', () => {
  expect(findScans(school.running.school.db)).toEqual([]);
});
