/** The points of an attempt as a column: as they are given now, or (`AND c.shown_at IS NOT NULL`) as they were handed back last. */
export const pointsColumn = (submission: string, attempt: string, narrowed = '') =>
  `(SELECT c.points FROM score c WHERE c.submission_id = ${submission} AND c.attempt = ${attempt} ${narrowed}
    ORDER BY c.n DESC LIMIT 1)`;
