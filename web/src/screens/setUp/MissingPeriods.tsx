import { Button } from '../../parts/ui/Button';
import { sayCount } from '../../parts/ui/format';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { api, type Course } from '../../state/api';
import { missingPeriods, type MissingPeriod, type Row } from './rosterAnswers';

/** Offered at once; a list that names more periods than a day has hours has them in another column. */
const MOST = 8;

interface MissingPeriodsProps {
  course: Course;
  rows: readonly Row[];
  onAdded: () => void;
}

/** Periods that the list names and the course does not have: added here, without leaving the list. */
export function MissingPeriods({ course, rows, onAdded }: MissingPeriodsProps) {
  const [add, { isLoading }] = api.useAddPeriodMutation();
  const missing = missingPeriods(
    rows,
    course.periods.map(({ number }) => number),
  );
  const addOne = async ({ number, label, written }: MissingPeriod) => {
    const result = await add({
      params: { courseId: course.id },
      body: { number, label: label.slice(0, 40) },
    });
    if (result.error) return tellFailure(result.error);
    tell(`Period ‘${written}’ is part of the course now.`);
    onAdded();
  };
  if (missing.length === 0) return null;
  return (
    <div className="flex flex-wrap items-center gap-2.5 rounded-lg bg-brass-soft px-4 py-2.5">
      <p>The list names periods that this course does not have:</p>
      {missing.slice(0, MOST).map((period) => (
        <Button key={period.written} disabled={isLoading} onClick={() => void addOne(period)}>
          Add {period.label ? `‘${period.written}’` : `period ${period.number}`} (
          {sayCount(period.rows, 'student')})
        </Button>
      ))}
    </div>
  );
}
