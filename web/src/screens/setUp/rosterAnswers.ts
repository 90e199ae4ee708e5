import type { AnswerOf, BodyFor } from '@vestibul/contract';
import type { PersonId } from '@vestibul/core';

export type Row = AnswerOf<'previewRoster'>['rows'][number];

/** What the teacher says about one row that can be taken. */
export interface RowAnswer {
  taken: boolean;
  /** Whom the row means; null is a new person. */
  knownId: PersonId | null;
  last: string;
  first: string;
}
export type Answers = ReadonlyMap<number, RowAnswer>;

const canBeTaken = (row: Row) => row.outcome !== 'wrong' && row.outcome !== 'already there';

/** What is taken when nobody has said anything yet: everything that is sure. */
export function firstAnswers(rows: readonly Row[]): Answers {
  return new Map(
    rows.filter(canBeTaken).map((row) => [
      row.line,
      {
        taken: row.outcome !== 'doubtful',
        knownId: row.known,
        last: row.person.last,
        first: row.person.first,
      },
    ]),
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
        last: answer.last.trim() || row.person.last,
        first: answer.first.trim(),
        periodId: row.period,
        knownId: answer.knownId,
        newName: row.outcome === 'new name',
      },
    ];
  });
}
