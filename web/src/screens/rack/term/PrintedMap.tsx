import { saySlot } from '../../../parts/rack/SlotView';
import type { StudentRow } from '../../../parts/rack/courseWork';
import { sayListName } from '../../../parts/ui/format';
import type { Course } from '../../../state/api';
import { PrintedPages } from '../PrintedPages';
import { MapMark, MarkMeanings, markOf } from './MapMark';

interface PrintedMapProps {
  course: Course;
  title: string;
  assignments: readonly Course['assignments'][number][];
  rows: readonly StudentRow[];
  now: number;
  zone: string;
}

/** The map on paper, across. */
export function PrintedMap({ course, title, assignments, rows, now, zone }: PrintedMapProps) {
  return (
    <PrintedPages
      course={course}
      title={title}
      rows={rows}
      periodOf={({ student }) => student.periodId}
      now={now}
      zone={zone}
      isAcross
    >
      {(here) => (
        <>
          <table className="mt-2 border-collapse text-[9pt] leading-none">
            <thead>
              <tr className="align-bottom">
                <th scope="col" className="pb-1 text-left">
                  Student
                </th>
                {assignments.map(({ id, title: name }) => (
                  <th key={id} scope="col" className="font-normal">
                    <span className="mx-auto block max-h-[27mm] rotate-180 truncate [writing-mode:vertical-rl]">
                      {name}
                    </span>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {here.map(({ student, places }) => (
                <tr key={student.id} className="border-t border-[#999]">
                  <th scope="row" className="max-w-[58mm] truncate pr-2 text-left font-normal">
                    {sayListName(student)}
                  </th>
                  {places.map((place, at) => (
                    <td key={assignments[at]!.id} className="p-[0.2mm]">
                      {place ? (
                        <>
                          <span className="sr-only">{saySlot(place.student, place.slot, place.state)}</span>
                          <MapMark {...markOf(place)} />
                        </>
                      ) : null}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
          <div className="mt-1.5">
            <MarkMeanings />
          </div>
        </>
      )}
    </PrintedPages>
  );
}
