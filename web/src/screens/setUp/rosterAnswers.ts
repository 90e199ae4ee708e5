import type { AnswerOf, BodyFor } from '@vestibul/contract';
import {
  HIGHEST_PERIOD,
  groupBy,
  mendCapitals,
  nameKey,
  periodNumberIn,
  type PersonId,
} from '@vestibul/core';

export type Row = AnswerOf<'previewRoster'>['rows'][number];

/** What the teacher says about one row that can be taken. */
export interface RowAnswer {
  taken: boolean;
  /** Whom the row means; null is a new person. */
  knownId: PersonId | null;
  /** A name that was put right by hand. */
  last?: string;
  first?: string;
}
export type Answers = ReadonlyMap<number, RowAnswer>;

const canBeTaken = (row: Row) => row.outcome !== 'wrong' && row.outcome !== 'already there';

/** What is taken when nobody has said anything yet: everything that is sure. */
export function firstAnswers(rows: readonly Row[]): Answers {
  return new Map(
    rows
      .filter(canBeTaken)
      .map((row) => [row.line, { taken: row.outcome !== 'doubtful', knownId: row.known }]),
  );
}

/** The people of the rows that are taken, as the roster takes them. */
export function peopleToJoin(rows: readonly Row[], answers: Answers): BodyFor<'joinRoster'>['people'] {
  return rows.flatMap((row) => {
    const answer = answers.get(row.line);
    if (!answer?.taken || row.period === null) return [];
    return [
      {
        ...row.person,
        last: answer.last?.trim() || row.person.last,
        first: answer.first?.trim() ?? row.person.first,
        periodId: row.period,
        knownId: answer.knownId,
        newName: row.outcome === 'new name',
      },
    ];
  });
}

/** The same row with its name as names are usually written, where its list has it in capitals. */
export function withoutCapitals(row: Row): Row {
  const mended = mendCapitals(row.person);
  const isMended = mended.last !== row.person.last || mended.first !== row.person.first;
  return isMended && canBeTaken(row) ? { ...row, person: { ...row.person, ...mended } } : row;
}

/** A period that rows name and the course does not have, as it would be added. */
export interface MissingPeriod {
  number: number;
  /** Empty where it is called by its number. */
  label: string;
  written: string;
  rows: number;
}

function firstFree(taken: ReadonlySet<number>): number {
  let number = 1;
  while (taken.has(number)) number += 1;
  return number;
}

/** Periods that a list names and its course does not have; of one that has no number of its own, the next free one. */
export function missingPeriods(rows: readonly Row[], numbers: readonly number[]): MissingPeriod[] {
  const asked = rows.filter(({ reasons }) => reasons.includes('unknown-period'));
  const taken = new Set(numbers);
  return [...groupBy(asked, ({ periodWritten }) => nameKey(periodWritten)).values()].flatMap((same) => {
    const written = same[0]!.periodWritten;
    const number = periodNumberIn(written) ?? firstFree(taken);
    if (number > HIGHEST_PERIOD || taken.has(number)) return [];
    taken.add(number);
    return [{ number, label: /^\d+$/.test(written) ? '' : written, written, rows: same.length }];
  });
}
