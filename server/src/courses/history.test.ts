import fc from 'fast-check';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { EventFacts, GroupId, Instant, LedgerEvent, PeriodId, PersonId } from '@vestibul/core';
import { all, together } from '../platform/database/database';
import { findScans } from '../testing/findScans';
import { startFromForm } from '../testing/olderForm';
import { TestSchool } from '../testing/TestSchool';
import { leave, moveTo, returnTo } from '../roster/attendance';
import { putInGroup } from './periods';
import { absencesOf, absencesOfOne } from './seats';
import { changeStaff, giveCourse, listStaff, putOnStaff, removeStaff } from './staff';

let school: TestSchool;
const MINUTE = 60_000;
let clock = Date.parse('2027-01-01T08:00:00.000Z');

beforeAll(async () => {
  school = await TestSchool.open();
  for (const number of [2, 10])
    await school.as('teacher').must('setGroups', {
      params: { periodId: school.periods[number]! },
      body: { groups: ['ring', 'wave'].map((mark) => ({ id: null, name: mark, enamel: 1, mark })) },
    });
});
afterAll(() => school.close());

interface Stretch {
  who: PersonId;
  what: string;
  from: Instant;
  until: Instant | null;
}

/** What the ledger's lines say of a course, one after another, without anything that the server keeps beside them. */
function replay(events: readonly LedgerEvent[]): { staff: Stretch[]; seats: Stretch[] } {
  const staff: Stretch[] = [];
  const seats: Stretch[] = [];
  const end = (list: Stretch[], who: PersonId, at: Instant) => {
    for (const one of list) if (one.who === who && one.until === null) one.until = at;
  };
  const begin = (list: Stretch[], who: PersonId, what: string, at: Instant) => {
    end(list, who, at);
    list.push({ who, what, from: at, until: null });
  };
  const sat = new Map<PersonId, { period: PeriodId; group: GroupId | null; isThere: boolean }>();
  for (const event of events) {
    const { at, kind, about } = event;
    if (kind === 'staff added' || kind === 'staff changed')
      begin(staff, about.person!, (event.facts as EventFacts['staff added']).role, at);
    if (kind === 'staff removed') end(staff, about.person!, at);
    if (kind === 'course given') {
      const { from, to } = event.facts as EventFacts['course given'];
      begin(staff, from, 'co-teacher', at);
      begin(staff, to, 'teacher', at);
    }
    const who = about.student;
    if (!who) continue;
    const was = sat.get(who);
    let now = was;
    if (kind === 'joined') now = { period: about.period!, group: null, isThere: true };
    else if (kind === 'left') now = { ...was!, isThere: false };
    else if (kind === 'came back') now = { ...was!, isThere: true };
    else if (kind === 'moved')
      now = { ...was!, period: (event.facts as EventFacts['moved']).to, group: null };
    else if (kind === 'grouped') now = { ...was!, group: (event.facts as EventFacts['grouped']).group };
    if (!now || now === was) continue;
    sat.set(who, now);
    if (now.isThere) begin(seats, who, `${now.period} ${now.group}`, at);
    else end(seats, who, at);
  }
  return { staff: staff.filter(hasLength), seats: seats.filter(hasLength) };
}
const hasLength = ({ from, until }: Stretch) => from !== until;

const order = (list: readonly Stretch[]) =>
  [...list].sort((a, b) => (a.who + a.from < b.who + b.from ? -1 : 1));

/** What the tables say. */
function kept(): { staff: Stretch[]; seats: Stretch[] } {
  const { db } = school.running.school;
  return {
    staff: order(
      all<Stretch>(
        db,
        `SELECT person_id AS who, role AS what, from_at AS "from", until_at AS until FROM on_staff WHERE course_id = ?`,
        [school.course],
      ),
    ),
    seats: order(
      all<Stretch>(
        db,
        `SELECT student_id AS who, period_id || ' ' || COALESCE(group_id, 'null') AS what, from_at AS "from", until_at AS until
         FROM seat WHERE course_id = ?`,
        [school.course],
      ).filter(hasLength),
    ),
  };
}

const eventsOf = (): LedgerEvent[] =>
  all<{ canonical: string }>(
    school.running.school.db,
    'SELECT canonical FROM event WHERE course_id = ? ORDER BY idx',
    [school.course],
  ).map(({ canonical }) => JSON.parse(canonical) as LedgerEvent);

const students = ['mai', 'chidi', 'ali'];
const act = fc.record({
  what: fc.constantFrom('leave', 'return', 'move', 'group', 'role', 'remove', 'add', 'give'),
  who: fc.nat(2),
  to: fc.nat(3),
  // A clock that was set back too.
  minutes: fc.integer({ min: -30, max: 90 }),
});
type Act = typeof act extends fc.Arbitrary<infer T> ? T : never;

/** One act of somebody, as the server's handlers do it; what is not possible as things are is left. */
function doAct({ what, who, to, minutes }: Act): void {
  const open = school.running.school;
  clock += minutes * MINUTE;
  const { db } = open;
  const [by, course] = [school.ids.office!, school.course];
  const student = school.ids[students[who]!]!;
  const person = school.ids[['co-teacher', 'aide', 'other teacher'][who]!]!;
  const period = school.periods[to % 2 === 0 ? 2 : 10] as PeriodId;
  const doer = { by, level: 'own' as const };
  const role = listStaff(db, course).find(({ id }) => id === person)?.role;
  together(db, () => {
    if (what === 'leave') leave(open, by, course, student, false);
    if (what === 'return') returnTo(open, by, course, student, false);
    if (what === 'move') moveTo(open, by, course, student, period, false);
    if (what === 'group') {
      const groups = all<{ id: GroupId }>(
        db,
        'SELECT id FROM student_group WHERE period_id = ? ORDER BY place',
        [period],
      );
      putInGroup(open, by, period, { studentIds: [student], groupId: groups[to]?.id ?? null });
    }
    if (what === 'add') putOnStaff(open, by, course, person, to % 2 === 0 ? 'aide' : 'co-teacher');
    if (what === 'give') giveCourse(open, by, course, to % 2 === 0 ? school.ids.teacher! : person);
    if (role === undefined || role === 'teacher') return;
    if (what === 'role') changeStaff(open, doer, course, person, to % 2 === 0 ? 'aide' : 'co-teacher');
    if (what === 'remove') removeStaff(open, doer, course, person);
  });
}

test('who was on the staff and who sat where is what the ledger says, however it came about', () => {
  Object.assign(school.running.school, { now: () => new Date(clock).toISOString() as Instant });
  fc.assert(
    fc.property(fc.array(act, { minLength: 1, maxLength: 12 }), (acts) => {
      for (const one of acts) doAct(one);
      const { staff, seats } = replay(eventsOf());
      expect(kept()).toEqual({ staff: order(staff), seats: order(seats) });
    }),
    { seed: 23, numRuns: 40 },
  );
  // Everything happened that can.
  const kinds = new Set(eventsOf().map(({ kind }) => kind));
  for (const kind of [
    'left',
    'came back',
    'moved',
    'grouped',
    'staff changed',
    'staff removed',
    'course given',
  ])
    expect(kinds).toContain(kind);
  expect(findScans(school.running.school.db)).toEqual([]);
});

test('times away are the gaps between the seats', () => {
  const { db } = school.running.school;
  const { seats } = replay(eventsOf());
  let gaps = 0;
  for (const name of students) {
    const mine = seats.filter(({ who }) => who === school.ids[name]);
    const away = mine.flatMap(({ until }, i) =>
      until !== null && until !== mine[i + 1]?.from
        ? [{ leftAt: until, backAt: mine[i + 1]?.from ?? null }]
        : [],
    );
    gaps += away.length;
    expect(absencesOfOne(db, school.course, school.ids[name]!)).toEqual(away);
    expect(absencesOf(db, school.course).get(school.ids[name]!) ?? []).toEqual(away);
  }
  expect(gaps).toBeGreaterThan(5);
});

test('a database of before has the history that its ledger tells', async () => {
  const before = kept();
  await startFromForm(school, 22);
  expect(kept()).toEqual(before);
});
