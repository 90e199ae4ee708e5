import type { Instant } from '@vestibul/core';
import { isAnswered, type Place, type Tally } from '../../parts/rack/courseWork';
import { isUnseen } from '../../parts/hall/Hall';
import type { Course, RackStudent } from '../../state/api';

/** One assignment of one period, with its slots. */
export interface DueLine {
  period: Course['periods'][number];
  assignment: Course['assignments'][number];
  due: Instant;
  /** The due time in milliseconds since 1970. */
  dueMs: number;
  places: readonly Place[];
  tally: Tally;
}

/** Days after the due time for which an assignment still stands here while something of it waits. */
const STANDS_DAYS = 21;
const DAY = 86_400_000;

export interface Summary {
  /** What is new, the newest first. */
  arrived: { line: DueLine; place: Place }[];
  /** Work whose student answered a comment, and waits for the staff. */
  answered: { line: DueLine; place: Place }[];
  /** What is due, the soonest first. */
  soon: DueLine[];
  /** What is past its due time and wants something of the teacher, the newest first. */
  waiting: DueLine[];
  /** Students with work missing, those who miss most first. */
  missing: { student: RackStudent; lines: DueLine[] }[];
}

/** Sorts a teacher's work by what it asks of them. */
export function summarise(lines: readonly DueLine[], now: number): Summary {
  const arrived = lines
    .flatMap((line) =>
      line.places.flatMap((place) => (place.slot && isUnseen(place.slot) ? [{ line, place }] : [])),
    )
    .sort((a, b) => (a.place.slot!.turnedInAt! < b.place.slot!.turnedInAt! ? 1 : -1));
  const byStudent = new Map<string, { student: RackStudent; lines: DueLine[] }>();
  for (const line of lines)
    for (const { student, state } of line.places) {
      if (state !== 'missing' || student.leftAt !== null) continue;
      const known = byStudent.get(student.id);
      if (known) known.lines.push(line);
      else byStudent.set(student.id, { student, lines: [line] });
    }
  const wants = ({ tally }: DueLine) => tally.toReview + tally.toHandBack + tally.held > 0;
  return {
    arrived,
    answered: lines.flatMap((line) => line.places.filter(isAnswered).map((place) => ({ line, place }))),
    soon: lines
      .filter((line) => line.dueMs > now)
      .sort((a, b) => a.dueMs - b.dueMs || a.period.number - b.period.number),
    waiting: lines
      .filter((line) => line.dueMs <= now && now - line.dueMs < STANDS_DAYS * DAY && wants(line))
      .sort((a, b) => b.dueMs - a.dueMs || a.period.number - b.period.number),
    missing: [...byStudent.values()].sort(
      (a, b) => b.lines.length - a.lines.length || (a.student.last < b.student.last ? -1 : 1),
    ),
  };
}
