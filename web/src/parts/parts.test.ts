import { describe, expect, test } from '@jest/globals';
import { errorStatus } from '@vestibul/contract';
import type { Instant, PersonId } from '@vestibul/core';
import type { RackStudent, WorkProgress } from '../state/api';
import { at, byLast, course, g1, now, slot, students } from '../testing/course';
import { currentAssignment, type MyAssignment } from '../screens/student/currentAssignment';
import {
  assignmentsFor,
  nearestAssignment,
  placesFor,
  placesOfStudent,
  rowsOf,
  tallyOf,
  type Place,
} from './rack/courseWork';
import { sayAdded, sayProgress } from './rack/sayProgress';
import { saySlot } from './rack/SlotView';
import { sayBytes, sayDueDay, sayListName, sayName, sayShortly } from './ui/format';
import { sayFailure } from './messages/sentences';
import { stripFor } from './naming/stripFor';
import { comingOf, sayComing } from './messages/sayComing';
import { sayWhoOpens } from './review/sayWhoOpens';

const zone = 'Europe/London';

describe('times on screen', () => {
  test.each([
    ['2026-11-24T08:05:00Z', '08:05'],
    ['2026-11-23T08:05:00Z', 'Mon 08:05'],
    ['2026-11-10T08:05:00Z', '10 Nov'],
  ])('sayShortly(%s) is %s', (instant, words) => {
    expect(sayShortly(at(instant), now, zone)).toBe(words);
  });
  test.each([
    ['2026-11-24T23:59:00Z', 'today, 23:59'],
    ['2026-11-25T23:59:00Z', 'tomorrow, 23:59'],
    ['2026-11-26T23:59:00Z', 'Thu 26 Nov, 23:59'],
  ])('sayDueDay(%s) is %s', (instant, words) => {
    expect(sayDueDay(at(instant), now, zone)).toBe(words);
  });
  test('midnight in the school’s zone decides what today is, not the reader’s', () => {
    expect(sayDueDay(at('2026-11-25T03:00:00Z'), now, 'America/New_York')).toBe('today, 22:00');
  });
});

test.each([
  [0, '0 bytes'],
  [1, '1 byte'],
  [999, '999 bytes'],
  [1000, '1.0 kB'],
  [3_140_000, '3.1 MB'],
  [12_400_000, '12 MB'],
  [2_147_483_648, '2.1 GB'],
])('sayBytes(%d) is %s', (bytes, words) => {
  expect(sayBytes(bytes)).toBe(words);
});

test('names are said by what people are called; a single name stands alone', () => {
  const mai = { last: 'Đặng', first: 'Thị Mai', called: 'Mai' };
  expect([sayListName(mai), sayName(mai)]).toEqual(['Đặng, Mai', 'Mai Đặng']);
  const wayan = { last: 'Wayan', first: '', called: '' };
  expect([sayListName(wayan), sayName(wayan)]).toEqual(['Wayan', 'Wayan']);
});

describe('sayFailure', () => {
  test('has a whole sentence for every code of the contract, whatever it carries', () => {
    for (const code of [...Object.keys(errorStatus), 'no-connection']) {
      expect(sayFailure({ code, details: {} })).toMatch(/^.{15,}[.:;].*$/s);
    }
  });
  test('names what was wrong', () => {
    expect(sayFailure({ code: 'empty-file', details: { name: 'a.txt' } })).toContain('‘a.txt’ is empty');
  });
  test('says that something went wrong for what it does not know', () => {
    for (const unknown of [undefined, new Error('x'), { code: 'no-such-code', details: {} }]) {
      expect(sayFailure(unknown)).toContain('Something went wrong on our side');
    }
  });
});

describe('the work of a course', () => {
  test('a period sees the assignments it was given; the nearest due is the one to start with', () => {
    expect(assignmentsFor(course, '3', now).map((known) => known.title)).toEqual(['Log']);
    expect(assignmentsFor(course, 'all', now)).toHaveLength(2);
    expect(nearestAssignment(course.assignments, now)?.title).toBe('Log');
  });

  test('slots stand in the language’s order, with the state as it is now for each period', () => {
    const rack = { students, slots: [slot('s1', {})], dues: [] };
    const log = course.assignments[1]!;
    const places = placesFor(course, rack, 'all', log, now, byLast);
    expect(places.map((place) => [place.student.last, place.state])).toEqual([
      ['Ålund', 'missing'],
      ['Zhang', 'turned in'],
      ['Berg', 'not started'],
    ]);
    expect(tallyOf(places)).toEqual({
      in: 1,
      unseen: 1,
      untouched: 0,
      late: 0,
      missing: 1,
      toReview: 1,
      toHandBack: 0,
      held: 0,
    });
    expect(placesFor(course, rack, '3', log, now, byLast)).toHaveLength(1);
  });

  test('students × assignments have a place for whatever is asked of somebody, and none for the rest', () => {
    const own = { studentId: 's1', assignmentId: course.assignments[0]!.id, due: null, excused: true };
    const rack = { students, slots: [slot('s1', {})], dues: [own] };
    const rows = rowsOf(course, rack, 'all', course.assignments, now, byLast);
    expect(rows.map(({ student }) => student.last)).toEqual(['Ålund', 'Zhang', 'Berg']);
    // Column by column what the rack of that assignment shows.
    for (const [at, assignment] of course.assignments.entries())
      expect(rows.flatMap(({ places }) => places[at] ?? [])).toEqual(
        placesFor(course, rack, 'all', assignment, now, byLast),
      );
    expect(rows[1]!.places[0]?.state).toBe('excused');
  });

  test('an untouched copy of what was handed out is counted, and said in the slot', () => {
    const progress = {
      state: 'untouched',
      added: 0,
      removed: 0,
      words: 9,
      share: 0,
      attempt: 1,
    } as WorkProgress;
    const places = placesFor(
      course,
      { students, slots: [slot('s1', {})], dues: [] },
      '2',
      course.assignments[1]!,
      now,
      byLast,
    );
    const [one] = places.filter((place) => place.slot).map((place): Place => ({ ...place, progress }));
    expect(tallyOf([one!]).untouched).toBe(1);
    expect(saySlot(one!.student, one!.slot, one!.state, progress)).toMatch(/: turned in, .*untouched copy$/);
    const begun = { ...progress, state: 'begun', added: 12, removed: 3, share: 0.4 } as WorkProgress;
    expect([sayAdded(begun), sayProgress(begun)]).toEqual([
      '+ 12 words',
      'Begun: 12 words added, 3 taken away, 40 % of its text.',
    ]);
    expect(sayAdded({ ...begun, added: 0 })).toBe('changed, no words added');
  });

  test('the work of one student through the year is theirs alone, each with its assignment', () => {
    const rack = { students, slots: [slot('s1', {}), slot('s2', { state: 'late' })], dues: [] };
    const places = placesOfStudent(course, rack, 's1', now, byLast);
    expect(places.every(({ student }) => student.id === 's1')).toBe(true);
    expect(places.map(({ assignment }) => assignment.id)).toEqual(course.assignments.map(({ id }) => id));
    expect(places.find(({ assignment }) => assignment.id === 'Log')?.state).toBe('turned in');
  });

  test('what is reviewed counts for handing back and is no longer new', () => {
    const rack = { students, slots: [slot('s1', { state: 'reviewed' })], dues: [] };
    expect(tallyOf(placesFor(course, rack, '2', course.assignments[1]!, now, byLast))).toMatchObject({
      in: 1,
      unseen: 0,
      toReview: 0,
      toHandBack: 1,
    });
  });

  test('what is about to be handed back waits for nothing any more', () => {
    const slots = [slot('s1', { goesBack: true }), slot('s2', { state: 'reviewed', goesBack: true })];
    const places = placesFor(course, { students, slots, dues: [] }, '2', course.assignments[1]!, now, byLast);
    expect(tallyOf(places)).toMatchObject({ in: 2, toReview: 0, toHandBack: 0 });
  });
});

describe('who is asked', () => {
  const log = course.assignments[1]!;
  const rackOf = (
    changes: Record<string, Partial<RackStudent>>,
    dues: Parameters<typeof placesFor>[1]['dues'] = [],
  ) => ({
    students: students.map((one) => ({ ...one, ...changes[one.id] })),
    slots: [slot('s1', {})],
    dues,
  });
  const states = (rack: ReturnType<typeof rackOf>, known = log) =>
    Object.fromEntries(
      placesFor(course, rack, 'all', known, now, byLast).map((place) => [place.student.id, place.state]),
    );

  test('who left stays at their place and is out of the counts', () => {
    const rack = rackOf({ s2: { leftAt: at('2026-11-20T08:00:00.000Z') } });
    expect(states(rack)).toHaveProperty('s2');
    expect(tallyOf(placesFor(course, rack, 'all', log, now, byLast)).missing).toBe(0);
  });
  test('what was due before somebody joined, or while they were away, is not asked of them', () => {
    expect(states(rackOf({ s2: { joinedAt: at('2026-11-24T09:30:00.000Z') } })).s2).toBe('excused');
    const away = { leftAt: at('2026-11-23T08:00:00.000Z'), backAt: at('2026-11-24T09:30:00.000Z') };
    expect(states(rackOf({ s2: { absences: [away] } })).s2).toBe('excused');
  });
  test('a due time of one’s own comes before the period’s', () => {
    const own = { studentId: 's2', assignmentId: 'Log', due: at('2026-11-30T09:00:00.000Z'), excused: false };
    expect(states(rackOf({}, [own])).s2).toBe('not started');
    expect(states(rackOf({}, [{ ...own, due: null, excused: true }])).s2).toBe('excused');
  });
  test('work for a group has slots for that group, and for whoever has handed in', () => {
    const forGroup = { ...log, groupIds: [g1] };
    expect(Object.keys(states(rackOf({ s2: { groupId: g1 } }), forGroup)).sort()).toEqual(['s1', 's2']);
  });
  test('a draft, and what is published later, has no place on the rack', () => {
    const hidden = (visibleAt: string | null) => ({
      ...course,
      assignments: [{ ...log, visibleAt: visibleAt as Instant | null }],
    });
    expect(assignmentsFor(hidden(null), 'all', now)).toEqual([]);
    expect(assignmentsFor(hidden('2026-11-25T08:00:00.000Z'), 'all', now)).toEqual([]);
    expect(assignmentsFor(hidden('2026-11-23T08:00:00.000Z'), 'all', now)).toHaveLength(1);
  });
});

describe('stripFor', () => {
  test('takes the name of a piece apart and says under which name it came', () => {
    const strip = stripFor(course, students[0]!, slot('s1', {}), zone);
    expect(strip).toMatchObject({ verdict: 'Follows the rule', noteCode: 'x.txt' });
    expect(strip.segments.map((segment) => segment.part)).toEqual([
      'period',
      null,
      'last',
      null,
      'first',
      null,
      'assignment',
      'extension',
    ]);
  });
  test('says so where an earlier rule wrote the name', () => {
    const strip = stripFor(course, students[0]!, slot('s1', { name: 'Zhang old.txt' }), zone);
    expect(strip).toMatchObject({
      verdict: 'Does not follow the rule',
      segments: [{ text: 'Zhang old.txt', part: null }],
    });
  });
  test('shows the folder’s name to come where there is none', () => {
    const strip = stripFor(course, students[2]!, undefined, zone);
    expect([strip.verdict, strip.segments.map((segment) => segment.text).join('')]).toEqual([
      'No turn-in folder yet',
      '03-Berg_A',
    ]);
  });
});

describe('currentAssignment', () => {
  const mine = (title: string, dueAt: string, turnedInAt: string | null = null) =>
    ({ title, due: dueAt, turnedInAt }) as unknown as MyAssignment;
  test('is the next one due with nothing in, else the one missing longest', () => {
    const past = mine('past', '2026-11-20T10:00:00Z');
    const next = mine('next', '2026-11-26T10:00:00Z');
    expect(
      currentAssignment([past, mine('done', '2026-11-25T10:00:00Z', '2026-11-24T09:00:00Z'), next], now),
    ).toBe(next);
    expect(currentAssignment([past, mine('done', '2026-11-25T10:00:00Z', '2026-11-24T09:00:00Z')], now)).toBe(
      past,
    );
    expect(currentAssignment([], now)).toBeUndefined();
  });
});

describe('who can open what is turned in', () => {
  const mai = { id: 'p_mai' as PersonId, last: 'Đặng', first: 'Thị Mai', called: 'Mai', apart: '' };
  const teacher = {
    ...mai,
    last: 'Tamsin',
    first: 'Imogen',
    called: '',
    email: '',
    role: 'teacher' as const,
  };
  const said = (afterwards: 'nothing' | 'own' | 'period', state: 'turned in' | 'held') => {
    const [one] = course.assignments;
    const [period] = course.periods;
    return sayWhoOpens(
      { ...course, staff: [teacher], assignments: [{ ...one!, afterwards }] },
      { student: mai, assignment: { id: one!.id, title: '' }, periodId: period!.id, state },
    );
  };
  const label = course.periods[0]!.label;

  test.each([
    ['own', 'turned in', 'Mai Đặng, Imogen Tamsin and the office'],
    ['nothing', 'turned in', 'Imogen Tamsin and the office'],
    ['period', 'turned in', `Mai Đặng, Imogen Tamsin, the office and everyone in ${label} who has turned in`],
    ['period', 'held', 'Mai Đặng, Imogen Tamsin and the office'],
  ] as const)('shown afterwards: %s, %s', (afterwards, state, words) =>
    expect(said(afterwards, state)).toBe(words),
  );
});

describe('what happens on the rack is said to those who hear it', () => {
  const lying = (attempts: number, attempt = attempts) => slot('ali', { attempts, attempt });
  test.each([
    ['the first attempt', undefined, lying(1), 'turned in'],
    ['one more', lying(1), lying(2), 'turned in'],
    ['seen by a colleague, reviewed', lying(1), lying(1), null],
    ['the first was taken back', lying(1), null, 'took back'],
    ['it lies in the tray again', lying(1), lying(1, 0), 'took back'],
    ['the newer of two was taken back', lying(2), lying(2, 1), null],
    ['something came into the tray', undefined, lying(0), null],
    ['and out of it', lying(0), null, null],
  ] as const)('%s', (_, before, after, coming) => expect(comingOf(before, after)).toBe(coming));

  test.each([
    [['Mai Đặng'], 'Mai Đặng turned in ‘Log’.'],
    [['A', 'B', 'C'], 'A, B and C turned in ‘Log’.'],
    [['A', 'B', 'C', 'D', 'E'], 'A, B and 3 others turned in ‘Log’.'],
  ])('%j', (names, sentence) => expect(sayComing('turned in', names, 'Log')).toBe(sentence));
});
