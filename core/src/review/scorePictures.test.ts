import { describe, expect, test } from '@jest/globals';
import { bin, median } from 'd3-array';
import fc from 'fast-check';
import type { BookAssignment, BookStudent, Mark } from './markBook';
import { barsOf, countedOf, levelCounts, yearOf } from './scorePictures';

const mark = (over: Partial<Mark>) => ({ excused: false, counted: 7, most: 10, ...over }) as Mark;
const student = (id: string, ...marks: (Mark | null)[]) => ({ id, marks }) as unknown as BookStudent;

describe('bars', () => {
  test('by hand: of 10 in ones, the full score in the last', () => {
    expect(
      barsOf([0, 6.5, 6, 9, 9.5, 10], 10)
        .filter(({ count }) => count > 0)
        .map(({ from, to, count }) => [from, to, count]),
    ).toEqual([
      [0, 1, 1],
      [6, 7, 2],
      [9, 10, 3],
    ]);
  });

  test.each([
    [1, 1, 1],
    [12, 1, 12],
    [13, 2, 7],
    [100, 10, 10],
    [45, 5, 9],
    [1000, 100, 10],
    [0, 0, 1],
  ])('of %d points they are %d wide, %d of them', (most, width, count) => {
    const bars = barsOf([], most);
    expect(bars).toHaveLength(count);
    expect(bars[0]!.to - bars[0]!.from).toBe(width);
    expect(bars.at(-1)!.to).toBe(most);
  });

  test('are those of a general package for statistics', () => {
    const most = fc.integer({ min: 1, max: 300 });
    const scores = most.chain((max) =>
      fc.tuple(
        fc.constant(max),
        fc.array(
          fc.integer({ min: 0, max: 2 * max }).map((half) => half / 2),
          { maxLength: 60 },
        ),
      ),
    );
    fc.assert(
      fc.property(scores, ([max, values]) => {
        const bars = barsOf(values, max);
        const reference = bin()
          .domain([0, max])
          .thresholds(bars.slice(1).map(({ from }) => from))(values);
        expect(bars.map(({ count }) => count)).toEqual(reference.map((found) => found.length));
      }),
    );
  });
});

test('what is excused or has no score is in no picture', () => {
  const students = [
    student('a', mark({ counted: 8 })),
    student('b', mark({ excused: true })),
    student('c', mark({ counted: null })),
    student('d', null),
    student('e', mark({ counted: 0 })),
  ];
  expect(countedOf(students, 0)).toEqual([8, 0]);
});

test('levels are counted for each criterion, and what was not given is none', () => {
  const criteria = [{ levels: ['vivid', 'plain', 'thin'] }, { levels: ['there', 'not'] }];
  const given = [
    [0, 1],
    [0, null],
    [2, 0],
  ];
  expect(levelCounts(criteria, given)).toEqual([
    [2, 0, 1],
    [1, 1],
  ]);
});

test('a student’s year is in percent of what could be reached, beside the middle of the class', () => {
  const [log, map, quiz] = ['Log', 'Map', 'Quiz'].map((title) => ({ title }) as BookAssignment);
  const students = [
    student('a', mark({ counted: 8 }), mark({ counted: null }), mark({ counted: 3, most: 4 })),
    student('b', mark({ counted: 5 }), mark({ counted: 9 }), mark({ counted: 2, most: 4 })),
    student('c', mark({ counted: 9 }), null, mark({ excused: true, most: 4 })),
  ];
  const year = yearOf([log!, map!, quiz!], students, students[0]!.id);
  expect(year.map(({ assignment, percent, middle }) => [assignment.title, percent, middle])).toEqual([
    ['Log', 80, median([80, 50, 90])],
    ['Quiz', 75, median([75, 50])],
  ]);
  expect(yearOf([log!], students, 'nobody' as BookStudent['id'])).toEqual([]);
});
