import { randomUUID } from 'node:crypto';
import fc from 'fast-check';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { AssignmentId, PieceId, SubmissionId } from '@vestibul/core';
import { findScans } from '../testing/findScans';
import { TestSchool, bytesOf } from '../testing/TestSchool';

/*
 * People who turn in, take back, leave, return and move, staff that comes and goes, an assignment that shows and holds: and
 * after each handful of such acts everybody asks for every piece. What they get is compared with a model that knows only
 * what was done, and nothing of the server's tables.
 */
let school: TestSchool;
let assignment: AssignmentId;
const students = ['mai', 'chidi', 'ali'] as const;
const everybody = [
  null,
  'outsider',
  ...students,
  'other teacher',
  'aide',
  'co-teacher',
  'teacher',
  'office',
] as const;
type Student = (typeof students)[number];

interface ModelPiece {
  id: PieceId;
  submissionId: SubmissionId;
  of: Student;
  attempt: number;
  isBack: boolean;
  isHeld: boolean;
}
const model = {
  shows: 'own' as 'nothing' | 'own' | 'period',
  holds: false,
  pieces: [] as ModelPiece[],
  period: { mai: 2, chidi: 2, ali: 10 } as Record<Student, number>,
  isAway: { mai: false, chidi: false, ali: false } as Record<Student, boolean>,
  staff: new Set(['aide', 'co-teacher', 'teacher']),
};

/** The attempt of a student that counts: the last one that stands. */
const standing = (of: Student) => model.pieces.filter((piece) => piece.of === of && !piece.isBack).at(-1);

function maySee(who: (typeof everybody)[number], piece: ModelPiece): boolean {
  if (who === null || who === 'outsider') return false;
  if (who === 'office') return !piece.isBack;
  if (who === 'mai' || who === 'chidi' || who === 'ali') {
    if (who === piece.of) return model.shows !== 'nothing';
    const isShown = model.shows === 'period' && !piece.isHeld && standing(piece.of) === piece;
    return isShown && !model.isAway[who] && model.period[who] === model.period[piece.of] && !!standing(who);
  }
  return model.staff.has(who) && !piece.isBack;
}

beforeAll(async () => {
  school = await TestSchool.open();
  assignment = await school.assign('Field notes', [2, 10], '2030-01-15T23:59');
});
afterAll(() => school.close());

const inCourse = () => ({ courseId: school.course });
const ofStudent = (who: Student) => ({ params: { ...inCourse(), studentId: school.ids[who]! } });

async function change(): Promise<void> {
  const teacher = school.as('teacher');
  const params = { assignmentId: assignment };
  const { dues: _dues, ...known } = await teacher.must('readAssignment', { params });
  const dues = [2, 10].map((number) => ({ periodId: school.periods[number], dueLocal: '2030-01-15T23:59' }));
  await teacher.must('changeAssignment', {
    params,
    body: { ...known, dues, afterwards: model.shows, holds: model.holds },
  });
}

const act = fc.record({
  what: fc.constantFrom(
    'turn in',
    'turn in',
    'take back',
    'approve',
    'away',
    'move',
    'show',
    'show',
    'hold',
    'staff',
  ),
  who: fc.constantFrom(...students),
  to: fc.nat(4),
});
type Act = typeof act extends fc.Arbitrary<infer T> ? T : never;

async function doAct({ what, who, to }: Act): Promise<void> {
  const teacher = school.as('teacher');
  const me = school.as(who);
  const last = standing(who);
  if (what === 'turn in' && !model.isAway[who]) {
    const upload = await me.upload(assignment, 'a.txt', bytesOf(randomUUID()));
    const { data } = await me.turnIn(assignment, [upload]);
    const { id } = data.pieces[0]!;
    const attempt = model.pieces.filter(({ of }) => of === who).length + 1;
    model.pieces.push({
      id,
      submissionId: data.submissionId,
      of: who,
      attempt,
      isBack: false,
      isHeld: model.holds,
    });
  }
  if (what === 'take back' && last && !model.isAway[who]) {
    const { submissionId, attempt } = last;
    await me.must('takeBack', { params: { submissionId }, body: { attempt, key: randomUUID() } });
    last.isBack = true;
  }
  if (what === 'approve' && last) {
    const works = [{ submissionId: last.submissionId, attempt: last.attempt }];
    await teacher.must('approve', { params: inCourse(), body: { works } });
    last.isHeld = false;
  }
  if (what === 'away') {
    if (model.isAway[who]) await teacher.must('comeBack', { ...ofStudent(who), body: { periodId: null } });
    else await teacher.must('leaveCourse', ofStudent(who));
    model.isAway[who] = !model.isAway[who];
  }
  if (what === 'move' && !model.isAway[who]) {
    const roster = await teacher.must('readRoster', { params: inCourse() });
    const {
      last: family,
      first,
      called,
      email,
      username,
      number,
    } = roster.find(({ id }) => id === school.ids[who])!;
    model.period[who] = model.period[who] === 2 ? 10 : 2;
    const periodId = school.periods[model.period[who]];
    await teacher.must('changeStudent', {
      ...ofStudent(who),
      body: { last: family, first, called, email, username, number, periodId },
    });
  }
  if (what === 'show') model.shows = (['nothing', 'own', 'period', 'period', 'period'] as const)[to]!;
  if (what === 'hold') model.holds = !model.holds;
  if (what === 'show' || what === 'hold') await change();
  if (what === 'staff') {
    const [name, email] = to % 2 === 0 ? ['aide', 'sandoval@x.example'] : ['other teacher', 'vane@x.example'];
    if (model.staff.delete(name!))
      await teacher.must('removeStaff', { params: { ...inCourse(), personId: school.ids[name!]! } });
    else {
      await teacher.must('addStaff', { params: inCourse(), body: { email, role: 'aide' } });
      model.staff.add(name!);
    }
  }
}

test('in a world of random acts everybody gets the pieces that a slow model gives them, and no other', async () => {
  const seen = { yes: 0, no: 0, classmates: 0 };
  for (const acts of fc.sample(fc.array(act, { minLength: 6, maxLength: 6 }), { seed: 7, numRuns: 20 })) {
    for (const one of acts) await doAct(one);
    for (const who of everybody) {
      const caller = school.as(who);
      for (const piece of model.pieces) {
        const response = await caller.raw('readPiece', { params: { pieceId: piece.id } });
        await response.arrayBuffer();
        const expected = maySee(who, piece);
        expect({ who, piece, world: model.shows, gets: response.status === 200 }).toEqual({
          who,
          piece,
          world: model.shows,
          gets: expected,
        });
        seen[expected ? 'yes' : 'no'] += 1;
        if (expected && students.some((name) => name === who && name !== piece.of)) seen.classmates += 1;
      }
      if (!students.some((name) => name === who)) continue;
      // The list of the period is of the same mind as the single piece.
      const listed = await caller.call('listPeriodPieces', { params: { assignmentId: assignment } });
      const theirs =
        listed.status === 200 ? listed.data.flatMap(({ pieces }) => pieces.map(({ id }) => id)) : [];
      const others = model.pieces
        .filter((piece) => piece.of !== who && maySee(who, piece))
        .map(({ id }) => id);
      const own = model.pieces.filter(({ of }) => of === who).map(({ id }) => id);
      expect(theirs.filter((id) => !own.includes(id)).sort()).toEqual(others.sort());
    }
  }
  expect(seen.yes).toBeGreaterThan(100);
  expect(seen.no).toBeGreaterThan(100);
  expect(seen.classmates).toBeGreaterThan(5);
  expect(findScans(school.running.school.db)).toEqual([]);
});
