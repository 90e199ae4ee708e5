import { Check } from 'lucide-react';
import { Link, useSearchParams } from 'react-router';
import { lazy, Suspense, useState, type ComponentType } from 'react';
import { sayCount } from '../../parts/ui/format';
import { Hall } from '../../parts/hall/Hall';
import type { StripContent } from '../../parts/naming/NameStrip';
import { placePath } from '../../parts/hall/places';
import { Loading, Read } from '../../parts/messages/States';
import { useCoursePage } from '../../parts/courses/useCoursePage';
import { usePageTitle } from '../../parts/ui/usePageTitle';
import { api, type Course } from '../../state/api';
import { useCurrentInView } from '../../parts/ui/useCurrentInView';

const steps = ['course', 'roster', 'names', 'folders', 'assignments', 'blanks', 'doors'] as const;
type Step = (typeof steps)[number];

const titles: Record<Step, string> = {
  course: 'Course and periods',
  roster: 'Roster',
  names: 'Names',
  folders: 'Turn-in folders',
  assignments: 'Assignments',
  blanks: 'Blanks',
  doors: 'Side doors',
};

export interface StepProps {
  course: Course;
  period: string;
  /** Shows a name on the strip. */
  onStrip: (content: StripContent | null) => void;
}

/** Each step comes when it is opened: the largest of them brings as much as all of the pages before it. */
const panels: Record<Step, ComponentType<StepProps>> = {
  course: lazy(() => import('./CourseStep').then(({ CourseStep: step }) => ({ default: step }))),
  roster: lazy(() => import('./RosterStep').then(({ RosterStep: step }) => ({ default: step }))),
  names: lazy(() => import('./names/NamesStep').then(({ NamesStep: step }) => ({ default: step }))),
  folders: lazy(() => import('./FoldersStep').then(({ FoldersStep: step }) => ({ default: step }))),
  assignments: lazy(() =>
    import('./AssignmentsStep').then(({ AssignmentsStep: step }) => ({ default: step })),
  ),
  blanks: lazy(() => import('./BlanksStep').then(({ BlanksStep: step }) => ({ default: step }))),
  doors: lazy(() => import('./doors/DoorsStep').then(({ DoorsStep: step }) => ({ default: step }))),
};

/** Set-up: from the roster to the first assignment, one step after the other, and back to each at any time. */
export function SetUp() {
  const { course, period } = useCoursePage();
  const [search] = useSearchParams();
  usePageTitle('Set-up');
  return (
    <Read of={course}>
      {(data) => <SetUpOf course={data} period={period} step={chooseStep(data, search.get('step'))} />}
    </Read>
  );
}

/** The office keeps periods and rosters; names, folders and assignments are the teacher's. */
function stepsOf(course: Course): readonly Step[] {
  return course.role === 'office' ? ['course', 'roster'] : steps;
}

/** The step that is asked for; else the first that is not done yet, or the roster, which changes all year. */
function chooseStep(course: Course, wanted: string | null): Step {
  const asked = stepsOf(course).find((known) => known === wanted);
  if (asked || course.role === 'office') return asked ?? 'roster';
  if (course.students === 0) return 'roster';
  if (course.folders === 0) return 'names';
  if (course.assignments.length === 0) return 'assignments';
  return 'roster';
}

function SetUpOf({ course, period, step }: { course: Course; period: string; step: Step }) {
  const [strip, setStrip] = useState<StripContent | null>(null);
  const steps = useCurrentInView<HTMLElement>(step);
  const { data: kept } = api.useListBlanksQuery(
    { params: { courseId: course.id } },
    { skip: course.role === 'office' },
  );
  const { data: doors } = api.useListDoorsQuery(
    { params: { courseId: course.id } },
    { skip: course.role === 'office' },
  );
  const openDoors = doors?.filter(({ state }) => state === 'open').length ?? 0;
  const blanks = kept?.length ?? 0;
  const states: Record<Step, { done: boolean; says: string }> = {
    course: { done: true, says: sayCount(course.periods.length, 'period') },
    roster: { done: course.students > 0, says: sayCount(course.students, 'student') },
    names: { done: true, says: course.folderRule },
    folders: { done: course.folders > 0, says: `${course.folders} of ${course.students}` },
    assignments: {
      done: course.assignments.length > 0,
      says: sayCount(course.assignments.length, 'assignment'),
    },
    blanks: { done: blanks > 0, says: blanks > 0 ? sayCount(blanks, 'blank') : 'if there are any' },
    doors: {
      done: (doors?.length ?? 0) > 0,
      says: doors && doors.length > 0 ? `${openDoors} open` : 'for those without an account',
    },
  };
  const Panel = panels[step];
  return (
    <Hall
      course={course}
      place="Set-up"
      period={period}
      pathFor={(door) => placePath(course.id, 'Set-up', door, { step })}
      strip={strip}
    >
      <div className="grid min-h-0 flex-1 grid-cols-[215px_minmax(0,1fr)] gap-6 max-lg:grid-cols-1">
        <nav ref={steps} aria-label="Steps of the set-up" className="min-w-0 max-lg:overflow-x-auto">
          <ol className="grid list-none gap-1 p-0 max-lg:flex max-lg:w-max">
            {stepsOf(course).map((name, i) => (
              <li key={name}>
                <Link
                  to={placePath(course.id, 'Set-up', period, { step: name })}
                  aria-current={name === step ? 'step' : undefined}
                  className="grid grid-cols-[24px_1fr] items-baseline gap-x-2 rounded-lg border-l-4 border-transparent px-2.5 py-2 text-ink no-underline hover:bg-ground aria-[current]:border-brass-mark aria-[current]:bg-surface aria-[current]:font-bold"
                >
                  <span className="text-ink-2">
                    {states[name].done ? (
                      <Check aria-label="done" className="inline size-4 text-act" />
                    ) : (
                      i + 1
                    )}
                  </span>
                  <span className="min-w-0">
                    {titles[name]}
                    <span className="block truncate text-small font-normal text-ink-2 max-lg:hidden">
                      {states[name].says}
                    </span>
                  </span>
                </Link>
              </li>
            ))}
          </ol>
        </nav>
        <section className="min-w-0" aria-labelledby="step-title">
          <h1 id="step-title" className="mb-4">
            {titles[step]}
          </h1>
          <Suspense fallback={<Loading />}>
            <Panel course={course} period={period} onStrip={setStrip} />
          </Suspense>
        </section>
      </div>
    </Hall>
  );
}
