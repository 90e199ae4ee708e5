import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { CourseId, Instant, PeriodId, PersonId, VisitId } from '../ids';
import {
  courseLevels,
  decide,
  levels,
  mayNameStaff,
  reaches,
  type Level,
  type Seeker,
  type Showing,
  type Thing,
} from './decide';
import { afterwards, courseStaffRoles, standings } from './roles';

const day = (n: number) => new Date(Date.UTC(2026, 8, n, 8)).toISOString() as Instant;
const [me, other] = ['p1', 'p2'] as PersonId[];
const [ford, ridge] = ['h1', 'h2'] as PeriodId[];
const course = 'c1' as CourseId;

const showing: Showing = {
  afterwards: 'own',
  state: 'there',
  held: false,
  period: ford!,
  viewerHasTurnedIn: true,
};
const nobody: Seeker = { person: null, visit: null, staff: [], seats: [] };
const teacher: Seeker = {
  ...nobody,
  person: { id: me!, standing: 'teacher' },
  staff: [{ role: 'teacher', from: day(1), until: null }],
};
const student: Seeker = {
  ...nobody,
  person: { id: me!, standing: 'student' },
  seats: [{ period: ford!, from: day(1), until: null }],
};
const office: Seeker = { ...nobody, person: { id: me!, standing: 'office' } };
const piece = (of: PersonId, change: Partial<Showing> = {}): Thing => ({
  kind: 'piece',
  course,
  of,
  showing: { ...showing, ...change },
});

describe('levels', () => {
  test('each level allows what those before it allow, and none of those after it', () => {
    for (const [i, level] of levels.entries())
      for (const [k, needed] of levels.entries()) expect(reaches(level, needed)).toBe(i >= k);
  });

  test('who runs a course names its aides; who has it names everybody', () => {
    const who = (level: Level) => courseStaffRoles.filter((role) => mayNameStaff(level, role));
    expect([who('own'), who('run'), who('comment')]).toEqual([[...courseStaffRoles], ['aide'], []]);
    expect([who(courseLevels.office), who(courseLevels['co-teacher'])]).toEqual([
      [...courseStaffRoles],
      ['aide'],
    ]);
  });
});

describe('decide', () => {
  test('a reason says since when', () => {
    const moved: Seeker = {
      ...student,
      seats: [
        { period: ridge!, from: day(1), until: day(5) },
        { period: ford!, from: day(5), until: null },
      ],
    };
    const theirs = piece(other!, { afterwards: 'period' });
    expect(decide(moved, theirs, day(9))).toEqual({
      level: 'view',
      because: { kind: 'shown to the period', period: ford, since: day(5) },
    });
    // In the period before they were with others.
    expect(decide(moved, theirs, day(3)).level).toBe('none');
    const coTeacher: Seeker = {
      ...teacher,
      staff: [
        { role: 'aide', from: day(1), until: day(3) },
        { role: 'co-teacher', from: day(3), until: null },
      ],
    };
    expect(decide(coTeacher, { kind: 'desk', course }, day(4))).toEqual({
      level: 'run',
      because: { kind: 'staff', role: 'co-teacher', since: day(3) },
    });
    expect(decide(coTeacher, { kind: 'desk', course }, day(2)).level).toBe('comment');
  });

  test.each([
    [{ afterwards: 'own' }],
    [{ afterwards: 'nothing' }],
    [{ held: true }],
    [{ period: ridge }],
    [{ viewerHasTurnedIn: false }],
    [{ state: 'taken back' }],
    [{ state: 'undone' }],
  ] as [Partial<Showing>][])('a classmate’s piece that is %j is not shown', (change) => {
    expect(decide(student, piece(other!, { afterwards: 'period' }), day(2)).level).toBe('view');
    expect(decide(student, piece(other!, { afterwards: 'period', ...change }), day(2)).level).toBe('none');
  });

  test('their own is theirs, held or taken back; but not where nothing is shown afterwards, and not what was never theirs', () => {
    expect(decide(student, piece(me!, { held: true }), day(2))).toEqual({
      level: 'own',
      because: { kind: 'own' },
    });
    expect(decide(student, piece(me!, { state: 'taken back' }), day(2)).level).toBe('own');
    expect(decide(student, piece(me!, { afterwards: 'nothing' }), day(2))).toEqual({
      level: 'none',
      because: { kind: 'not shown' },
    });
    expect(decide(student, piece(me!, { state: 'undone' }), day(2))).toEqual({
      level: 'none',
      because: { kind: 'taken back' },
    });
  });

  test('who has left keeps what is theirs and sees nothing more of the others, and hears since when', () => {
    const left = { ...student, seats: [{ period: ford!, from: day(1), until: day(5) }] };
    expect(decide(left, piece(me!), day(9)).level).toBe('own');
    expect(decide(left, { kind: 'tray', course }, day(9)).level).toBe('own');
    expect(decide(left, piece(other!, { afterwards: 'period' }), day(9)).level).toBe('none');
    const work: Thing = {
      kind: 'period work',
      course,
      showing: { afterwards: 'period', viewerHasTurnedIn: true },
    };
    expect(decide(left, work, day(9))).toEqual({ level: 'none', because: { kind: 'left', since: day(5) } });
    expect(decide(left, work, day(4)).level).toBe('view');
  });

  test('the office sees what comes in and keeps courses, and works at no desk', () => {
    expect(decide(office, { kind: 'course', course }, day(2)).level).toBe('own');
    expect(decide(office, { kind: 'work', course, of: other! }, day(2)).level).toBe('view');
    expect(decide(office, { kind: 'desk', course }, day(2)).level).toBe('none');
    expect(decide(office, { kind: 'sending' }, day(2)).level).toBe('none');
  });

  test('a guest has what they brought in this visit, and may send', () => {
    const guest = { ...nobody, visit: 'v1' as VisitId };
    const upload = (visit: string): Thing => ({
      kind: 'upload',
      course: null,
      by: null,
      visit: visit as VisitId,
      needs: 'run',
    });
    expect(decide(guest, upload('v1'), day(1))).toEqual({ level: 'own', because: { kind: 'guest' } });
    expect(decide(guest, upload('v2'), day(1))).toEqual({
      level: 'none',
      because: { kind: 'not signed in' },
    });
    expect(decide(guest, { kind: 'sending' }, day(1)).level).toBe('add');
    expect(decide(nobody, { kind: 'sending' }, day(1)).level).toBe('none');
  });

  test('whose right in a course has ended sends nothing more to it', () => {
    const upload: Thing = { kind: 'upload', course, by: me!, visit: null, needs: 'run' };
    const was: Seeker = { ...teacher, staff: [{ role: 'teacher', from: day(1), until: day(4) }] };
    expect(decide(was, upload, day(3)).level).toBe('own');
    expect(decide(was, upload, day(5)).level).toBe('none');
    expect(decide(was, { ...upload, course: null }, day(5)).level).toBe('own');
  });

  test('an aide sends what they say of work, and nothing else to its course', () => {
    const aide: Seeker = { ...teacher, staff: [{ role: 'aide', from: day(1), until: null }] };
    const upload = { kind: 'upload', course, by: me!, visit: null } as const;
    expect(decide(aide, { ...upload, needs: 'comment' }, day(3)).level).toBe('own');
    expect(decide(aide, { ...upload, needs: 'run' }, day(3)).level).toBe('none');
  });
});

/* Against a slow model that counts days and says each sentence by itself. */

const stretches = <Value>(value: fc.Arbitrary<Value>) =>
  fc
    .tuple(
      fc.uniqueArray(fc.integer({ min: 1, max: 9 }), { maxLength: 4 }),
      fc.array(value, { minLength: 4, maxLength: 4 }),
    )
    .map(([days, values]) => {
      const marks = [...days].sort((a, b) => a - b);
      // Every second mark begins a stretch; the one after it ends it.
      return marks.flatMap((from, i) =>
        i % 2 === 0
          ? [{ from: day(from), until: marks[i + 1] ? day(marks[i + 1]!) : null, value: values[i]! }]
          : [],
      );
    });
const seekers: fc.Arbitrary<Seeker> = fc.record({
  person: fc.option(fc.record({ id: fc.constantFrom(me!, other!), standing: fc.constantFrom(...standings) })),
  visit: fc.option(fc.constantFrom('v1' as VisitId, 'v2' as VisitId)),
  staff: stretches(fc.constantFrom(...courseStaffRoles)).map((list) =>
    list.map(({ value: role, ...times }) => ({ role, ...times })),
  ),
  seats: stretches(fc.constantFrom(ford!, ridge!)).map((list) =>
    list.map(({ value: period, ...times }) => ({ period, ...times })),
  ),
});
const showings = fc.record<Showing>({
  afterwards: fc.constantFrom(...afterwards),
  state: fc.constantFrom('there', 'taken back', 'undone'),
  held: fc.boolean(),
  period: fc.constantFrom(ford!, ridge!),
  viewerHasTurnedIn: fc.boolean(),
});
const things: fc.Arbitrary<Thing> = fc.oneof(
  fc.constantFrom('school', 'teaching', 'drawer', 'sending').map((kind) => ({ kind }) as Thing),
  fc.constantFrom('course', 'desk', 'tray').map((kind) => ({ kind, course }) as Thing),
  fc.constantFrom(me!, other!).map((of) => ({ kind: 'work', course, of }) as Thing),
  fc.tuple(fc.constantFrom(me!, other!), showings).map(([of, known]) => piece(of, known)),
  showings.map((known) => ({ kind: 'period work', course, showing: known }) as Thing),
  fc
    .record({
      course: fc.option(fc.constant(course)),
      by: fc.option(fc.constantFrom(me!, other!)),
      visit: fc.option(fc.constantFrom('v1' as VisitId, 'v2' as VisitId)),
      needs: fc.constantFrom('comment', 'run'),
    })
    .map((known) => ({ kind: 'upload', ...known }) as Thing),
);

function slowly({ person, visit, staff, seats }: Seeker, thing: Thing, today: number): Level {
  const found = new Set<Level>(['none']);
  /** What was so on each day, filled day by day. */
  const onDay = <Value>(list: readonly { from: Instant; until: Instant | null; value: Value }[]) => {
    let now: Value | undefined;
    for (let n = 0; n <= today; n += 1)
      for (const { from, until, value } of list) {
        if (until === day(n)) now = undefined;
        if (from === day(n)) now = value;
      }
    return now;
  };
  const role = onDay(staff.map(({ role: value, ...times }) => ({ value, ...times })));
  const sits = onDay(seats.map(({ period: value, ...times }) => ({ value, ...times })));
  const is = (...kinds: Thing['kind'][]) => kinds.includes(thing.kind);
  const isOffice = person?.standing === 'office';
  if (is('school') && person) found.add(isOffice ? 'run' : person.standing === 'teacher' ? 'add' : 'view');
  if (is('teaching') && person?.standing === 'teacher') found.add('own');
  if (is('drawer') && person?.standing === 'student') found.add('own');
  if (is('sending') && (person ? !isOffice : visit)) found.add('add');
  if (thing.kind === 'upload') {
    if (visit && thing.visit === visit) found.add('own');
    const isTeaching = role === 'teacher' || role === 'co-teacher';
    const hasPart = seats.length > 0 || isTeaching || (role === 'aide' && thing.needs === 'comment');
    if (person && thing.by === person.id && (!thing.course || hasPart)) found.add('own');
  }
  if (!person) return strongest(found);
  if (is('tray') && seats.length > 0) found.add('own');
  if (is('course') && isOffice) found.add('own');
  if (is('course') && role === 'teacher') found.add('own');
  if (is('course', 'desk', 'work') && role) found.add(role === 'aide' ? 'comment' : 'run');
  if (thing.kind === 'work') {
    if (isOffice) found.add('view');
    if (thing.of === person.id && seats.length > 0) found.add('own');
  }
  if (
    thing.kind === 'period work' &&
    sits &&
    thing.showing.afterwards === 'period' &&
    thing.showing.viewerHasTurnedIn
  )
    found.add('view');
  if (thing.kind === 'piece') {
    const { of, showing: known } = thing;
    const isOwn = of === person.id && seats.length > 0;
    if (known.state === 'there' && role) found.add(role === 'aide' ? 'comment' : 'run');
    if (known.state === 'there' && isOffice) found.add('view');
    if (isOwn && known.state !== 'undone' && known.afterwards !== 'nothing') found.add('own');
    if (
      !isOwn &&
      known.state === 'there' &&
      sits === known.period &&
      known.afterwards === 'period' &&
      !known.held &&
      known.viewerHasTurnedIn
    )
      found.add('view');
  }
  return strongest(found);
}
const strongest = (found: Set<Level>) => [...levels].reverse().find((level) => found.has(level))!;

test('in any world the decision is that of a slow model, and it gives a reason', () => {
  const seen = new Map<string, number>();
  fc.assert(
    fc.property(seekers, things, fc.integer({ min: 0, max: 10 }), (seeker, thing, today) => {
      const { level, because } = decide(seeker, thing, day(today));
      expect(level).toBe(slowly(seeker, thing, today));
      if (level !== 'none')
        expect(['staff', 'standing', 'own', 'guest', 'shown to the period']).toContain(because.kind);
      const key = `${thing.kind}: ${because.kind}, ${level}`;
      seen.set(key, (seen.get(key) ?? 0) + 1);
    }),
    { seed: 14, numRuns: 20_000 },
  );
  // The worlds reach every kind of reason.
  expect(new Set([...seen.keys()].map((key) => /: (.*),/.exec(key)![1]))).toEqual(
    new Set([
      'standing',
      'staff',
      'own',
      'guest',
      'shown to the period',
      'not shown',
      'taken back',
      'left',
      'not signed in',
      'no reason',
    ]),
  );
});
