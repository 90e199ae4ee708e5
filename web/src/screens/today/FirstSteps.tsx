import { Check } from 'lucide-react';
import { Link } from 'react-router';
import { buttonClass } from '../../parts/ui/Button';
import { sayCount } from '../../parts/ui/format';
import { placePath } from '../../parts/hall/places';
import type { Course } from '../../state/api';

/** The way through the set-up in the right order; every step can be left and taken up again here. */
export function FirstSteps({ course, period }: { course: Course; period: string }) {
  const published = course.assignments.filter((assignment) => assignment.visibleAt !== null).length;
  const steps = [
    {
      step: 'course',
      title: 'Course and periods',
      done: course.periods.length > 0,
      says: sayCount(course.periods.length, 'period'),
      todo: '',
    },
    {
      step: 'roster',
      title: 'The roster',
      done: course.students > 0,
      says: sayCount(course.students, 'student'),
      todo: 'Paste your class list; you see each row’s result before anything is saved.',
    },
    {
      step: 'names',
      title: 'How names are written',
      done: course.folders > 0,
      says: course.folderRule,
      todo: 'Check the rule on your real roster, and change it while nothing has a name yet.',
    },
    {
      step: 'folders',
      title: 'Turn-in folders',
      done: course.folders > 0,
      says: `${course.folders} of ${course.students}`,
      todo: 'One press makes a place for everyone. Students who join later get one too.',
    },
    {
      step: 'assignments',
      title: 'The first assignment',
      done: published > 0,
      says: sayCount(published, 'assignment'),
      todo: 'A title, directions, a due time for each period; a blank to hand out if there is one.',
    },
  ] as const;
  const next = steps.findIndex(({ done }) => !done);
  return (
    <section aria-labelledby="first-steps" className="mx-auto grid w-full max-w-2xl gap-4 py-4">
      <h2 id="first-steps" className="font-display text-2xl text-ink">
        Five steps, and work can come in
      </h2>
      <ol className="grid list-none gap-2 p-0">
        {steps.map(({ step, title, done, says, todo }, i) => (
          <li
            key={step}
            className={`flex items-center gap-4 rounded-lg border bg-surface px-4 py-3 ${i === next ? 'border-brass-mark' : 'border-line'}`}
          >
            <span className="grid size-8 shrink-0 place-items-center rounded-full bg-ground font-display text-lg font-bold">
              {done ? <Check aria-label="done" className="size-5 text-act" /> : i + 1}
            </span>
            <span className="min-w-0 flex-1">
              <b className="font-semibold">{title}</b>
              <span className="block text-small [overflow-wrap:anywhere] text-ink-2">
                {done ? says : todo}
              </span>
            </span>
            <Link
              className={`${buttonClass(i === next ? 'go' : 'quiet')} shrink-0`}
              to={placePath(course.id, 'Set-up', period, { step })}
            >
              {i === next ? 'Go on here' : done ? 'Look' : 'Open'}
              <span className="sr-only">: {title}</span>
            </Link>
          </li>
        ))}
      </ol>
    </section>
  );
}
