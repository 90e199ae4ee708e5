/** What is kept of the score of an attempt as a column: as it stands now, or as it was handed back last. */
const scoreColumn = (column: 'points' | 'scoring', submission: string, attempt: string, narrowed = '') =>
  `(SELECT c.${column} FROM score c WHERE c.submission_id = ${submission} AND c.attempt = ${attempt} ${narrowed}
    ORDER BY c.n DESC LIMIT 1)`;

/** The points of an attempt as they are given now. */
export const pointsColumn = (submission: string, attempt: string) =>
  scoreColumn('points', submission, attempt);

/** The points of an attempt, or what they are out of, as they were handed back last. */
export const shownColumn = (column: 'points' | 'scoring', submission: string, attempt: string) =>
  scoreColumn(column, submission, attempt, 'AND c.shown_at IS NOT NULL');
