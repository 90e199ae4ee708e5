import { useMemo, useState } from 'react';
import type { SubmissionId } from '@vestibul/core';
import type { StudentRow } from '../../../parts/rack/courseWork';
import { isAny, newestOf, type Wanted } from './newestOf';

interface Laid {
  of: string;
  /** The assignments of each student's pieces, in their order. */
  pieces: ReadonlyMap<string, readonly string[]>;
}

/**
 * The newest pieces of each student side by side. They stay where they are while they are looked at: what comes in meanwhile is
 * counted, and is put before them when that is asked for. `of` says whose pieces are looked at.
 */
export function useNewest(
  rows: readonly StudentRow[],
  wanted: Wanted,
  inText: ReadonlySet<SubmissionId>,
  most: number,
  of: string,
) {
  const [laid, setLaid] = useState<Laid>({ of: '', pieces: new Map() });
  // Hundreds of names are looked through: when something changes, not with every key.
  const now = useMemo(
    () =>
      new Map(
        rows.map((row) => [
          row.student.id as string,
          newestOf(row, wanted, inText, most).map(({ assignment }) => assignment.id as string),
        ]),
      ),
    [rows, wanted, inText, most],
  );
  const lay = () => setLaid({ of, pieces: now });
  const isOther = laid.of !== of && rows.length > 0;
  if (isOther) lay();
  const pieces = isOther ? now : laid.pieces;
  const shown = useMemo(
    () =>
      rows
        .map((row): StudentRow => {
          const placeOf = new Map(row.places.map((place) => [place?.assignment.id as string, place]));
          const theirs = (pieces.get(row.student.id) ?? []).map((id) => placeOf.get(id) ?? null);
          return { ...row, places: Array.from({ length: most }, (_, at) => theirs[at] ?? null) };
        })
        .filter(({ places }) => isAny(wanted) || places.some((place) => place !== null)),
    [rows, pieces, wanted, most],
  );
  const cameSince = [...now].reduce(
    (sum, [student, ids]) => sum + ids.filter((id) => !(pieces.get(student) ?? []).includes(id)).length,
    0,
  );
  return { shown, cameSince, showAll: lay };
}
