import {
  barsOf,
  countedOf,
  levelCounts,
  spreadOf,
  yearOf,
  type BookAssignment,
  type BookStudent,
  type PersonId,
} from '@vestibul/core';
import { Chart } from '../../../parts/ui/Chart';
import { inputClass } from '../../../parts/ui/Field';
import { sayListName, sayNumber } from '../../../parts/ui/format';
import { Picture } from '../../../parts/ui/Picture';
import { api, type Course } from '../../../state/api';
import type { Column } from '../MarkTable';

const NOTHING = 'Nothing is scored yet.';
const rounded = (points: number) => sayNumber(Math.round(points * 10) / 10);

interface ScorePicturesProps {
  course: Course;
  columns: readonly Column[];
  /** Of the period that is looked at; and of all. */
  students: readonly BookStudent[];
  everybody: readonly BookStudent[];
  /** The assignment and the student that are looked at. */
  chosen: { column: number; row: number };
  onChoose: (chosen: { column: number; row: number }) => void;
}

/** The scores of an assignment, and of a student over the year, in pictures with their numbers. */
export function ScorePictures({
  course,
  columns,
  students,
  everybody,
  chosen,
  onChoose,
}: ScorePicturesProps) {
  const { assignment, at } = columns[chosen.column]!;
  return (
    <div className="grid gap-4">
      <label className="flex flex-wrap items-center gap-2">
        <span className="font-semibold">Assignment</span>
        <select
          className={`${inputClass} w-auto! max-w-full`}
          value={chosen.column}
          onChange={(event) => onChoose({ ...chosen, column: Number(event.target.value) })}
        >
          {columns.map((column, i) => (
            <option key={column.assignment.id} value={i}>
              {column.assignment.title}
            </option>
          ))}
        </select>
      </label>
      <div className="grid grid-cols-1 gap-4">
        <HowMany assignment={assignment} scores={countedOf(students, at)} />
        <ByPeriod course={course} assignment={assignment} at={at} students={everybody} />
        {assignment.kind === 'rubric' ? <ByCriterion assignment={assignment} students={students} /> : null}
        <OverTheYear
          columns={columns}
          students={students}
          row={chosen.row}
          onChoose={(row) => onChoose({ ...chosen, row })}
        />
      </div>
    </div>
  );
}

/** How many reached how many points. */
function HowMany({ assignment, scores }: { assignment: BookAssignment; scores: readonly number[] }) {
  const bars = barsOf(scores, assignment.most);
  const labels = bars.map(({ from, to }) => `${sayNumber(from)}–${sayNumber(to)}`);
  return (
    <Picture
      none={NOTHING}
      title="How many reached what"
      says={`Points that count, of ${sayNumber(assignment.most)}. A score on a border stands in the higher bar.`}
      chart={
        <Chart
          kind="bar"
          height={220}
          series={[{ name: 'Students', data: bars.map(({ count }) => count) }]}
          options={{
            plotOptions: { bar: { columnWidth: '92%' } },
            dataLabels: { enabled: true, formatter: (count: number) => (count === 0 ? '' : String(count)) },
            xaxis: { categories: labels },
            yaxis: { forceNiceScale: true },
          }}
        />
      }
      heads={['Points', 'Students']}
      rows={scores.length === 0 ? [] : bars.map(({ count }, i) => [labels[i]!, String(count)])}
    />
  );
}

interface ByPeriodProps {
  course: Course;
  assignment: BookAssignment;
  at: number;
  students: readonly BookStudent[];
}

/** How the scores of each period are spread. */
function ByPeriod({ course, assignment, at, students }: ByPeriodProps) {
  const spreads = course.periods.flatMap(({ id, label }) => {
    const spread = spreadOf(
      countedOf(
        students.filter(({ periodId }) => periodId === id),
        at,
      ),
    );
    return spread ? [{ label, spread }] : [];
  });
  return (
    <Picture
      none={NOTHING}
      title="Period by period"
      says="The box holds the middle half of a period, the line in it the middle one, the whiskers all of them."
      chart={
        <Chart
          kind="boxPlot"
          height={60 + 46 * spreads.length}
          series={[
            {
              name: 'Points',
              data: spreads.map(({ label, spread: { least, lower, middle, upper, most } }) => ({
                x: label,
                y: [least, lower, middle, upper, most],
              })),
            },
          ]}
          options={{
            plotOptions: { bar: { horizontal: true, barHeight: '55%' } },
            xaxis: { min: 0, max: assignment.most },
          }}
        />
      }
      heads={['Period', 'Scored', 'Least', '¼ below', 'Middle', '¾ below', 'Most', 'Mean']}
      onlyWide={['¼ below', '¾ below', 'Mean']}
      rows={spreads.map(({ label, spread }) => [
        label,
        String(spread.count),
        ...[spread.least, spread.lower, spread.middle, spread.upper, spread.most, spread.mean].map(rounded),
      ])}
    />
  );
}

/** Which levels of each criterion were reached. */
function ByCriterion({
  assignment,
  students,
}: {
  assignment: BookAssignment;
  students: readonly BookStudent[];
}) {
  const { data } = api.useReadLevelsQuery({ params: { assignmentId: assignment.id } });
  const here = new Set<PersonId>(students.map(({ id }) => id));
  const criteria = data?.criteria ?? [];
  const given = (data?.given ?? []).filter(({ studentId }) => here.has(studentId));
  const counts = levelCounts(
    criteria,
    given.map(({ levels }) => levels),
  );
  const most = Math.max(0, ...criteria.map(({ levels }) => levels.length));
  return (
    <Picture
      none={NOTHING}
      title="The rubric, criterion by criterion"
      says="How many reached each level, the first level at the left."
      chart={
        <Chart
          kind="bar"
          height={70 + 52 * criteria.length}
          series={Array.from({ length: most }, (_, level) => ({
            name: `level ${level + 1}`,
            data: counts.map((found) => found[level] ?? 0),
          }))}
          options={{
            chart: { stacked: true },
            // Told apart by their hatching too.
            colors: ['#2e6f9e', '#7a9a3a', '#b9832f', '#8a4b7d', '#5f6b73', '#a34a3c'],
            fill: {
              type: 'pattern',
              pattern: {
                style: [
                  'slantedLines',
                  'circles',
                  'horizontalLines',
                  'squares',
                  'verticalLines',
                  'slantedLines',
                ],
                width: 7,
                height: 7,
                strokeWidth: 2,
              },
            },
            plotOptions: { bar: { horizontal: true, barHeight: '62%' } },
            dataLabels: { enabled: false },
            xaxis: { categories: criteria.map(({ title }) => title) },
          }}
        />
      }
      heads={['Criterion', ...Array.from({ length: most }, (_, level) => `Level ${level + 1}`)]}
      rows={
        given.length === 0
          ? []
          : criteria.map(({ title, levels }, i) => [
              title,
              ...Array.from({ length: most }, (_, level) =>
                levels[level] ? `${counts[i]![level]} ${levels[level].title}` : '',
              ),
            ])
      }
    />
  );
}

interface OverTheYearProps {
  columns: readonly Column[];
  students: readonly BookStudent[];
  row: number;
  onChoose: (row: number) => void;
}

/** A student's scores one after another, beside the middle of those who are shown. */
function OverTheYear({ columns, students, row, onChoose }: OverTheYearProps) {
  const student = students[row]!;
  const steps = yearOf(
    columns.map(({ assignment }) => assignment),
    students.map(({ id, marks }) => ({ id, marks: columns.map(({ at }) => marks[at] ?? null) })),
    student.id,
  );
  return (
    <Picture
      none={NOTHING}
      title="One student over the year"
      says="Percent of what could be reached, beside the middle of the students shown."
      chart={
        <Chart
          kind="line"
          height={240}
          series={[
            { name: sayListName(student), data: steps.map(({ percent }) => Math.round(percent)) },
            { name: 'middle', data: steps.map(({ middle }) => Math.round(middle)) },
          ]}
          options={{
            colors: ['#2e6f9e', '#8b8f8d'],
            stroke: { width: [3, 2], dashArray: [0, 6] },
            markers: { size: [5, 4] },
            xaxis: { categories: steps.map(({ assignment }) => assignment.title), labels: { trim: true } },
            yaxis: { min: 0, max: 100, tickAmount: 4 },
          }}
        />
      }
      heads={['Assignment', 'Percent', 'Middle']}
      rows={steps.map(({ assignment, percent, middle }) => [
        assignment.title,
        rounded(percent),
        rounded(middle),
      ])}
    >
      <label className="mb-2 flex flex-wrap items-center gap-2 text-small">
        <span className="font-semibold">Student</span>
        <select
          className={`${inputClass} w-auto! max-w-full py-1!`}
          value={row}
          onChange={(event) => onChoose(Number(event.target.value))}
        >
          {students.map((one, i) => (
            <option key={one.id} value={i}>
              {sayListName(one)}
            </option>
          ))}
        </select>
      </label>
    </Picture>
  );
}
