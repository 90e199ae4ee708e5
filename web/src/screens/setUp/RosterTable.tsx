import type { AnswerOf } from '@vestibul/contract';
import { byName } from '../../parts/courseWork';
import { sayCount } from '../../parts/format';
import { stripFor } from '../../parts/stripFor';
import { useZone } from '../../parts/useSession';
import type { StepProps } from './SetUp';

type Student = AnswerOf<'readRoster'>[number];

/** The students of the chosen period, or of all, by name. */
export function RosterTable({
  students,
  course,
  period,
  onStrip,
}: StepProps & { students: readonly Student[] }) {
  const zone = useZone();
  const periodOf = new Map(course.periods.map((known) => [known.id, known]));
  const shown = students
    .map((student) => ({ ...student, folderName: student.folder?.name ?? '' }))
    .filter((student) => period === 'all' || String(periodOf.get(student.periodId)?.number) === period)
    .sort((a, b) => periodOf.get(a.periodId)!.number - periodOf.get(b.periodId)!.number || byName(a, b));
  if (shown.length === 0)
    return (
      <p className="text-ink-2">Nobody sits in this period. The plates at the left lead to the others.</p>
    );
  return (
    <div className="overflow-x-auto rounded-plate border border-line bg-surface">
      <table className="w-full border-collapse text-left">
        <caption className="sr-only">Roster</caption>
        <thead className="text-small text-ink-2">
          <tr>
            {['Period', 'Last name', 'First name', 'E-mail', 'Turn-in folder', 'Sign-in'].map((heading) => (
              <th key={heading} scope="col" className="border-b border-line px-3 py-2 font-semibold">
                {heading}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {shown.map((student) => (
            <tr key={student.id} className="border-b border-line last:border-b-0">
              <td className="px-3 py-1.5">{periodOf.get(student.periodId)?.number}</td>
              <th scope="row" className="px-3 py-1.5 font-semibold">
                {student.last}
              </th>
              <td className="px-3 py-1.5">
                {student.first}
                {student.called ? <span className="text-ink-2"> (called {student.called})</span> : ''}
              </td>
              <td className="px-3 py-1.5 text-small whitespace-nowrap">{student.email}</td>
              <td className="px-3 py-1.5 text-small">
                {student.folderName ? (
                  <button
                    type="button"
                    className="rounded text-left font-mono [overflow-wrap:anywhere] text-ink underline decoration-dotted underline-offset-3"
                    onClick={() => onStrip(stripFor(course, student, undefined, zone))}
                  >
                    {student.folderName}
                  </button>
                ) : (
                  '–'
                )}
              </td>
              <td className="px-3 py-1.5 text-small whitespace-nowrap text-ink-2">
                {student.hasSignedIn ? 'set' : 'not yet'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="border-t border-line px-3 py-2 text-small text-ink-2">
        {sayCount(shown.length, 'student')}
      </p>
    </div>
  );
}
