import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { CourseId, Instant, PeriodId, PersonId } from '../ids';
import { decide, reaches, type Level, type Seeker } from './decide';
import { keysOf, type Key } from './keysOf';
import { afterwards, courseStaffRoles, standings } from './roles';

const day = (n: number) => new Date(Date.UTC(2026, 8, n, 8)).toISOString() as Instant;
const people = ['p1', 'p2', 'p3', 'p4'] as PersonId[];
const periods = ['h1', 'h2'] as PeriodId[];
const course = 'c1' as CourseId;

const stretch = fc
  .tuple(fc.integer({ min: 1, max: 28 }), fc.integer({ min: 1, max: 12 }), fc.boolean())
  .map(([from, days, ends]) => ({ from: day(from), until: ends ? day(from + days) : null }));
const world = fc.record({
  standings: fc.tuple(...people.map(() => fc.constantFrom(...standings))),
  staff: fc.array(
    fc
      .tuple(fc.constantFrom(...people), fc.constantFrom(...courseStaffRoles), stretch)
      .map(([id, role, when]) => ({ id, role, ...when })),
    { maxLength: 3 },
  ),
  seats: fc.array(
    fc.tuple(fc.constantFrom(...people), fc.constantFrom(...periods), stretch).map(([id, period, when]) => ({
      id,
      period,
      ...when,
    })),
    { maxLength: 5 },
  ),
  of: fc.constantFrom(...people),
  showing: fc.record({
    afterwards: fc.constantFrom(...afterwards),
    state: fc.constantFrom('there' as const, 'taken back' as const, 'undone' as const),
    held: fc.boolean(),
    period: fc.constantFrom(...periods),
  }),
  at: fc.integer({ min: 1, max: 40 }).map(day),
});

const covers = ({ from, until }: { from: Instant; until: Instant | null }, at: Instant) =>
  from <= at && (until === null || at < until);

test('whoever holds a key can do what it says, and whoever can do something holds one', () => {
  fc.assert(
    fc.property(
      world,
      fc.boolean(),
      ({ standings: are, staff, seats, of, showing, at }, viewerHasTurnedIn) => {
        const theirs = <Row extends { id: PersonId }>(rows: readonly Row[], person: PersonId) =>
          rows.filter(({ id }) => id === person);
        const keys = keysOf(
          { kind: 'piece', course, of, showing },
          day(1),
          { staff: staff.filter((one) => covers(one, at)), seats: theirs(seats, of) },
          at,
        );
        people.forEach((id, n) => {
          const seeker: Seeker = {
            person: { id, standing: are[n]! },
            visit: null,
            staff: theirs(staff, id),
            seats: theirs(seats, id),
          };
          const { level } = decide(
            seeker,
            { kind: 'piece', course, of, showing: { ...showing, viewerHasTurnedIn } },
            at,
          );
          // Of two stretches on the staff that meet, the first one counts; the world here may have them overlap.
          if (theirs(staff, id).filter((one) => covers(one, at)).length > 1) return;
          const sits = theirs(seats, id).find((one) => covers(one, at))?.period;
          const opens = ({ who }: Key) =>
            who.kind === 'person'
              ? who.id === id
              : who.kind === 'office'
                ? are[n] === 'office'
                : id !== of && viewerHasTurnedIn && sits === who.id;
          const most = keys
            .filter(opens)
            .reduce<Level>((best, key) => (reaches(key.level, best) ? key.level : best), 'none');
          expect([id, most]).toEqual([id, level]);
        });
      },
    ),
    { numRuns: 3000 },
  );
});

test('a key says since when it opens: since the piece lies there, or since its holder came later', () => {
  const [owner, first, later] = people as [PersonId, PersonId, PersonId];
  const keys = keysOf(
    {
      kind: 'piece',
      course,
      of: owner,
      showing: { afterwards: 'period', state: 'there', held: false, period: periods[0]! },
    },
    day(5),
    {
      staff: [
        { id: later, role: 'aide', from: day(9), until: day(20) },
        { id: first, role: 'teacher', from: day(1), until: null },
      ],
      seats: [{ period: periods[0]!, from: day(1), until: null }],
    },
    day(10),
  );
  expect(keys.map(({ who, level, since, until }) => [who.kind, level, since, until])).toEqual([
    ['person', 'own', day(5), null],
    ['person', 'run', day(5), null],
    ['person', 'comment', day(9), day(20)],
    ['office', 'view', day(5), null],
    ['period', 'view', day(5), null],
  ]);
});

test('what was handed out is its owner’s, the staff’s and the office’s to see; what the staff keeps is theirs alone', () => {
  const [owner, teacher] = people as [PersonId, PersonId];
  const onStaff = { staff: [{ id: teacher, role: 'teacher' as const, from: day(1), until: null }] };
  const seats = [{ period: periods[0]!, from: day(1), until: day(8) }];
  const said = (keys: Key[]) => keys.map(({ who, level }) => [who.kind, level]);
  // Who has left keeps what is theirs.
  expect(said(keysOf({ kind: 'work', course, of: owner }, day(2), { ...onStaff, seats }, day(9)))).toEqual([
    ['person', 'own'],
    ['person', 'run'],
    ['office', 'view'],
  ]);
  expect(said(keysOf({ kind: 'desk', course }, day(2), { ...onStaff, seats: [] }, day(9)))).toEqual([
    ['person', 'run'],
  ]);
});
