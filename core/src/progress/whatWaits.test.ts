import { expect, test } from '@jest/globals';
import type { AssignmentId, Instant, PeriodId, PersonId } from '../ids';
import { whatWaits, type CourseNow } from './whatWaits';

const at = (text: string) => `${text}:00.000Z` as Instant;
const NOW = Date.parse('2026-11-30T07:00:00Z');
const student = (id: string, leftAt: Instant | null = null) => ({
  id: id as PersonId,
  periodId: 'p3' as PeriodId,
  groupId: null,
  joinedAt: at('2026-09-01T08:00'),
  leftAt,
  absences: [],
});
const assignment = (id: string, due: Instant, visibleAt: Instant | null = at('2026-11-01T08:00')) => ({
  id: id as AssignmentId,
  visibleAt,
  dues: [{ periodId: 'p3' as PeriodId, due }],
  groupIds: [],
  graceMinutes: 0,
});
const slot = (who: string, what: string, more: Partial<CourseNow<object>['slots'][number]>) => ({
  studentId: who as PersonId,
  assignmentId: what as AssignmentId,
  turnedInAt: at('2026-11-20T10:00'),
  state: 'turned in' as const,
  goesBack: false,
  answers: 0,
  ...more,
});

test('what waits is counted for whom it waits, of who is there and what students see', () => {
  const waits = whatWaits(
    {
      students: ['mai', 'ali', 'chidi', 'ben']
        .map((id) => student(id))
        .concat(student('gone', at('2026-11-02T08:00'))),
      assignments: [
        assignment('log', at('2026-11-20T23:59')),
        assignment('map', at('2026-11-25T23:59')),
        assignment('draft', at('2026-11-25T23:59'), null),
        assignment('next', at('2026-12-10T23:59')),
      ],
      slots: [
        slot('mai', 'log', {}),
        slot('mai', 'map', { state: 'late', answers: 2 }),
        slot('ali', 'log', { state: 'held' }),
        slot('ali', 'map', { state: 'reviewed' }),
        slot('ben', 'log', { state: 'reviewed', goesBack: true }),
        slot('ben', 'map', { turnedInAt: null, state: 'started' }),
        slot('gone', 'log', {}),
      ],
      dues: [
        { studentId: 'chidi' as PersonId, assignmentId: 'map' as AssignmentId, due: null, excused: true },
      ],
    },
    NOW,
  );
  expect(waits).toMatchObject({
    held: 1,
    toReview: 2,
    answered: 1,
    toHandBack: 1,
    // Chidi's log and Ben's map, which he only began.
    missing: 2,
    lacking: 2,
  });
  // What fell due for Ben is missing, but something came from him in these days.
  expect(waits.quiet.map(({ id, missed }) => [id, missed])).toMatchObject([[{ id: 'chidi' }, 1]]);
});
