import { enamel } from '../../parts/courses/Plate';
import type { StudentRow } from '../../parts/rack/courseWork';
import type { TableLine } from '../../parts/ui/CellTable';
import type { Course } from '../../state/api';

/** Rows of students one below the other; where several periods are shown, each under its heading. */
export function linesOf(course: Course, rows: readonly StudentRow[], byPeriod: boolean): TableLine[] {
  const line = (row: number): TableLine => ({ key: rows[row]!.student.id, row });
  if (!byPeriod) return rows.map((_, row) => line(row));
  return rows.flatMap(({ student }, row) => {
    if (rows[row - 1]?.student.periodId === student.periodId) return [line(row)];
    const period = course.periods.find(({ id }) => id === student.periodId);
    if (!period) return [line(row)];
    const heading = (
      <>
        <span className="h-4 w-2 rounded-sm" style={{ backgroundColor: enamel(period.enamel) }} />
        <b className="font-semibold">{period.label}</b>
      </>
    );
    return [{ key: period.id, heading }, line(row)];
  });
}
