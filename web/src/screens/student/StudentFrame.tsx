import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { Mark } from '../../parts/hall/Mark';
import { NotCurrent } from '../../parts/hall/NotCurrent';
import { PersonMenu } from '../../parts/hall/PersonMenu';
import { api } from '../../state/api';
import { currentAssignment } from './currentAssignment';
import { useNow } from '../../parts/hall/useNow';

export const studentPlaces = ['Today', 'Turn in', 'Drawer', 'Handed back'] as const;
export type StudentPlace = (typeof studentPlaces)[number];

interface StudentFrameProps {
  place: StudentPlace;
  /** Course and period, above the page. */
  title?: string;
  subtitle?: string;
  /** A calendar needs more room than a column of text. */
  wide?: boolean;
  children: ReactNode;
}

/** The student's page: one column, the places at the thumb on a phone and on top of the page on a laptop. */
export function StudentFrame({ place, title, subtitle, wide = false, children }: StudentFrameProps) {
  const { data } = api.useListMyAssignmentsQuery();
  const { data: session } = api.useReadSessionQuery();
  const now = useNow();
  const current = currentAssignment(data ?? [], now);
  const unread = (data ?? []).filter(({ isNew }) => isNew).length;
  const paths: Record<StudentPlace, string> = {
    Today: '/today',
    'Turn in': current ? `/turn-in/${current.id}` : '/turn-in',
    Drawer: '/drawer',
    'Handed back': '/handed-back',
  };
  return (
    <div
      className={`places-below mx-auto flex min-h-dvh ${wide ? 'max-w-6xl' : 'max-w-2xl'} flex-col px-4.5 pt-3.5`}
    >
      <header className="mb-5 flex items-center gap-3">
        <Link to="/today" aria-label="Vestibul, to Today" className="rounded">
          <Mark className="h-7.5" />
        </Link>
        <p className="min-w-0 leading-tight">
          <b className="block truncate font-semibold">{title ?? session?.school.name}</b>
          <span className="block truncate text-small text-ink-2">{subtitle}</span>
        </p>
        <span className="ml-auto grid">
          <PersonMenu />
        </span>
      </header>
      <main className="flex flex-1 flex-col pb-6">
        <NotCurrent />
        {children}
      </main>
      <nav
        aria-label="Places"
        className="sticky bottom-0 z-10 -mx-4.5 flex justify-between gap-1 border-t border-line bg-surface px-2 pb-[max(0.6rem,env(safe-area-inset-bottom))]"
      >
        {studentPlaces.map((name) => (
          <Link
            key={name}
            to={paths[name]}
            aria-current={name === place ? 'page' : undefined}
            className="flex min-h-11 flex-1 items-center justify-center gap-1.5 border-t-3 border-transparent px-1 pt-1 font-medium whitespace-nowrap text-ink-2 no-underline aria-[current]:border-brass-mark aria-[current]:font-bold aria-[current]:text-ink"
          >
            {name}
            {name === 'Handed back' ? (
              // Its place is kept, so that the places do not move when it comes.
              <span
                className={`min-w-5 rounded bg-brass-soft px-1.5 text-[13px] text-ink ${unread > 0 ? '' : 'invisible'}`}
              >
                {unread}
                <span className="sr-only"> new</span>
              </span>
            ) : null}
          </Link>
        ))}
      </nav>
    </div>
  );
}
