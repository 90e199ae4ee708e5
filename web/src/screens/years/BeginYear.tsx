import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { AnswerOf } from '@vestibul/contract';
import { isLocalTime, type AssignmentId, type CourseId, type PeriodId, type YearId } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { Field, inputClass } from '../../parts/ui/Field';
import { sayCount } from '../../parts/ui/format';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { PageFrame } from '../../parts/hall/PageFrame';
import { placePath } from '../../parts/hall/places';
import { Empty, Read } from '../../parts/messages/States';
import { usePageTitle } from '../../parts/ui/usePageTitle';
import { usePerson } from '../../parts/hall/useSession';
import { PeriodChip } from '../../parts/courses/PeriodChip';
import { toggled } from '../../parts/ui/toggled';
import { api } from '../../state/api';
import { YearForm } from '../../parts/school/YearForm';

type Plan = AnswerOf<'planYear'>;
type PlannedCourse = Plan['courses'][number];
/** Corrected due times, by assignment and period; what is not here stays as planned. */
type Corrections = ReadonlyMap<string, string>;

const MOST_UNFOLDED = 8;

/** A new year from an old one: which courses, and the moved due times, to be looked at before anything is made. */
export function BeginYear() {
  usePageTitle('A new year');
  const years = api.useListYearsQuery();
  const [from, setFrom] = useState<YearId | ''>('');
  const [to, setTo] = useState<YearId | ''>('');
  const [making, setMaking] = useState(false);
  return (
    <PageFrame title="A year from an earlier one">
      <Read of={years} what="Reading the years">
        {(known) => {
          const open = known.filter((year) => !year.isOver);
          if (known.length === 0)
            return (
              <Empty title="There is no year yet">
                <p>The first one is made with the first course.</p>
              </Empty>
            );
          if (making)
            return (
              <section className="max-w-xl">
                <YearForm onDone={() => setMaking(false)} />
              </section>
            );
          return (
            <>
              <p className="max-w-3xl text-ink-2">
                Assignments, blanks, rules, rubrics, staff and group names are copied; students and work are
                not. Due times move to the same weekday. Everything is a draft.
              </p>
              <div className="flex flex-wrap items-end gap-4">
                <YearField label="From" years={known} value={from} onChange={setFrom} />
                <YearField label="To" years={open} value={to} onChange={setTo} />
                <Button onClick={() => setMaking(true)}>Make a year</Button>
              </div>
              {from && to && from !== to ? <PlanView key={`${from}${to}`} from={from} to={to} /> : null}
              {from && from === to ? <p role="status">Choose two different years.</p> : null}
            </>
          );
        }}
      </Read>
    </PageFrame>
  );
}

interface YearFieldProps {
  label: string;
  years: readonly { id: YearId; label: string; isOver: boolean }[];
  value: YearId | '';
  onChange: (id: YearId | '') => void;
}

function YearField({ label, years, value, onChange }: YearFieldProps) {
  return (
    <Field label={label} className="w-56">
      <select
        className={inputClass}
        value={value}
        onChange={(event) => onChange(event.target.value as YearId | '')}
      >
        <option value="">choose a year</option>
        {years.map((year) => (
          <option key={year.id} value={year.id}>
            {year.label}
            {year.isOver ? ' (over)' : ''}
          </option>
        ))}
      </select>
    </Field>
  );
}

function PlanView({ from, to }: { from: YearId; to: YearId }) {
  const navigate = useNavigate();
  const { standing } = usePerson();
  const plan = api.usePlanYearQuery({ params: { yearId: to }, query: { from } });
  const [left, setLeft] = useState<ReadonlySet<CourseId>>(new Set());
  const [corrections, setCorrections] = useState<Corrections>(new Map());
  const [begin, { isLoading }] = api.useBeginYearMutation();
  const chosenOf = ({ courses }: Plan) => courses.filter((course) => !course.isThere && !left.has(course.id));
  const act = async (data: Plan) => {
    const courses = chosenOf(data).map(({ id, assignments }) => ({
      courseId: id,
      assignments: assignments.map((assignment) => ({
        assignmentId: assignment.id,
        dues: assignment.dues.map(({ periodId, dueLocal }) => ({
          periodId,
          dueLocal: corrections.get(keyOf(assignment.id, periodId)) ?? dueLocal,
        })),
      })),
    }));
    const result = await begin({ params: { yearId: to }, body: { courses } });
    if (!result.data) return tellFailure(result.error);
    tell(`${sayCount(result.data.courses.length, 'course has', 'courses have')} begun. Now their rosters.`);
    const first = result.data.courses[0];
    if (standing === 'teacher' && first) void navigate(placePath(first, 'Set-up', 'all', { step: 'roster' }));
  };
  return (
    <Read of={plan} what="Reading the courses">
      {(data) =>
        data.courses.length === 0 ? (
          <Empty title="No course of yours in that year">
            <p>Only the course’s teacher or the office can restart it.</p>
          </Empty>
        ) : (
          <>
            <ul className="grid list-none gap-3 p-0">
              {data.courses.map((course) => (
                <li key={course.id} className="rounded-lg border border-line bg-surface px-4 py-3">
                  <PlannedCourseView
                    course={course}
                    chosen={!course.isThere && !left.has(course.id)}
                    unfolded={data.courses.length <= MOST_UNFOLDED}
                    corrections={corrections}
                    onToggle={() => setLeft(toggled(left, course.id))}
                    onCorrect={(key, value) => setCorrections(new Map(corrections).set(key, value))}
                  />
                </li>
              ))}
            </ul>
            <div className="sticky -bottom-3 z-2 flex gap-3 border-t border-line bg-wall py-3">
              <Button
                look="go"
                disabled={
                  isLoading || chosenOf(data).length === 0 || ![...corrections.values()].every(isLocalTime)
                }
                onClick={() => void act(data)}
              >
                Begin with {sayCount(chosenOf(data).length, 'course')}
              </Button>
              <p className="my-auto text-ink-2">Nothing is made until then.</p>
            </div>
          </>
        )
      }
    </Read>
  );
}

const keyOf = (assignment: AssignmentId, period: PeriodId) => `${assignment} ${period}`;

interface PlannedCourseViewProps {
  course: PlannedCourse;
  chosen: boolean;
  /** A few courses show their due times at once; of a whole school's, each unfolds. */
  unfolded: boolean;
  corrections: Corrections;
  onToggle: () => void;
  onCorrect: (key: string, value: string) => void;
}

function PlannedCourseView({
  course,
  chosen,
  unfolded,
  corrections,
  onToggle,
  onCorrect,
}: PlannedCourseViewProps) {
  const periodOf = new Map(course.periods.map((period) => [period.id, period]));
  return (
    <div className="grid gap-2">
      <label className="flex flex-wrap items-center gap-2.5">
        <input
          type="checkbox"
          className="size-5"
          checked={chosen}
          disabled={course.isThere}
          onChange={onToggle}
        />
        <b className="font-semibold">{course.title}</b>
        <span className="text-small text-ink-2">
          {course.isThere
            ? 'the new year has it already'
            : [
                sayCount(course.periods.length, 'period'),
                sayCount(course.assignments.length, 'assignment'),
                sayCount(course.blanks, 'blank'),
                sayCount(course.groups, 'group'),
              ].join(' · ')}
        </span>
      </label>
      {chosen && course.assignments.length > 0 ? (
        <details open={unfolded}>
          <summary className="w-fit cursor-pointer rounded font-semibold text-act">
            The due times in the new year, to be corrected
          </summary>
          <ul className="mt-2 grid list-none gap-2.5 p-0">
            {course.assignments.map((assignment) => (
              <li key={assignment.id}>
                <b className="font-semibold">{assignment.title}</b>
                <div className="mt-1 flex flex-wrap gap-x-4 gap-y-1.5">
                  {assignment.dues.map(({ periodId, was, dueLocal }) => {
                    const period = periodOf.get(periodId)!;
                    const key = keyOf(assignment.id, periodId);
                    return (
                      <label key={periodId} className="flex items-center gap-2 text-small">
                        <PeriodChip period={period} />
                        <span className="sr-only">was </span>
                        <span className="text-ink-2">{was.slice(0, 10)} →</span>
                        <input
                          type="datetime-local"
                          className={`${inputClass} w-54! py-1`}
                          value={corrections.get(key) ?? dueLocal}
                          onChange={(event) => onCorrect(key, event.target.value)}
                        />
                      </label>
                    );
                  })}
                </div>
              </li>
            ))}
          </ul>
        </details>
      ) : null}
    </div>
  );
}
