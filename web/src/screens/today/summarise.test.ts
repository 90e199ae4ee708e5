import { describe, expect, test } from '@jest/globals';
import { assignmentsFor, placesFor, tallyOf } from '../../parts/rack/courseWork';
import { at, byLast, course, now, slot, students } from '../../testing/course';
import { summarise } from './summarise';

describe('summarise', () => {
  test('the newest arrivals, the soonest due and those who miss most come first', () => {
    const rack = {
      students,
      slots: [slot('s1', { answers: 1 }), slot('s3', { turnedInAt: at('2026-11-24T08:30:00.000Z') })],
      dues: [],
    };
    const lines = course.periods.flatMap((period) =>
      assignmentsFor(course, String(period.number), now).map((known) => {
        const instant = known.dues.find(({ periodId }) => periodId === period.id)!.due;
        const places = placesFor(course, rack, String(period.number), known, now, byLast);
        return {
          period,
          assignment: known,
          due: instant,
          dueMs: Date.parse(instant),
          places,
          tally: tallyOf(places),
        };
      }),
    );
    const { arrived, answered, soon, waiting, missing } = summarise(lines, now);
    expect(arrived.map(({ place }) => place.student.id)).toEqual(['s3', 's1']);
    expect(answered.map(({ place }) => place.student.id)).toEqual(['s1']);
    expect(soon.map(({ period, assignment: known }) => `${period.number} ${known.title}`)).toEqual(['3 Log']);
    expect(waiting.map(({ assignment: known }) => known.title)).toEqual(['Log']);
    expect(missing.map(({ student: one, lines: theirs }) => [one.id, theirs.length])).toEqual([
      ['s2', 2],
      ['s1', 1],
    ]);
  });
});
