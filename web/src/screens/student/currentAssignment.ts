import type { AnswerOf } from '@vestibul/contract';

export type MyAssignment = AnswerOf<'listMyAssignments'>[number];

/** What a student most likely wants to turn in now: the next one due with nothing in, else the one missing longest. */
export function currentAssignment(
  assignments: readonly MyAssignment[],
  now: number,
): MyAssignment | undefined {
  const open = assignments.filter((assignment) => assignment.turnedInAt === null);
  const isAhead = (assignment: MyAssignment) => Date.parse(assignment.due) >= now;
  return open.find(isAhead) ?? open[0] ?? assignments.at(-1);
}
