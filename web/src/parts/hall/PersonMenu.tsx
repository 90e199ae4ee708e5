import * as Menu from '@radix-ui/react-dropdown-menu';
import { Suspense, lazy, useState } from 'react';
import { useNavigate } from 'react-router';
import { api, type Course } from '../../state/api';
import { setTheme, useTheme } from '../../state/theme';
import { initialsOf, sayName } from '../ui/format';
import { menuClass, menuItemClass } from '../ui/menuClass';
import { tellFailure } from '../messages/Notices';
import { placePath } from './places';
import { usePerson } from './useSession';

const NoticeSettings = lazy(() =>
  import('./NoticeSettings').then(({ NoticeSettings: view }) => ({ default: view })),
);

const SignedIn = lazy(() => import('./SignedIn').then(({ SignedIn: view }) => ({ default: view })));

/** Courses in the menu; the office, which has all of them, finds the rest on its page. */
const COURSES_SHOWN = 8;

/** Who is signed in: other courses, the theme, the keys, signing out. */
export function PersonMenu({ course, onHelp }: { course?: Course; onHelp?: () => void }) {
  const person = usePerson();
  const theme = useTheme();
  const navigate = useNavigate();
  const [showsNotices, setShowsNotices] = useState(false);
  const [showsSessions, setShowsSessions] = useState(false);
  const [signOut] = api.useSignOutMutation();
  const { data: courses } = api.useListCoursesQuery(undefined, { skip: person.standing === 'student' });
  const leave = async () => {
    const result = await signOut({});
    if (result.error) tellFailure(result.error);
    // With the page goes all that it holds of this person.
    else location.assign('/');
  };
  return (
    <>
      <Menu.Root>
        <Menu.Trigger
          aria-label={`${sayName(person)}: menu`}
          className="mt-auto grid size-9 shrink-0 max-md:my-auto place-items-center rounded-full border-[1.5px] border-edge text-[13px] font-semibold text-ink"
        >
          {initialsOf(person)}
        </Menu.Trigger>
        <Menu.Portal>
          <Menu.Content align="start" side="top" sideOffset={8} className={`${menuClass} min-w-60`}>
            <Menu.Label className="px-3 py-2 text-small text-ink-2">
              {sayName(person)} · {person.standing}
            </Menu.Label>
            {(courses ?? [])
              .filter((known) => known.id !== course?.id)
              .slice(0, COURSES_SHOWN)
              .map((known) => (
                <Menu.Item
                  key={known.id}
                  className={menuItemClass}
                  onSelect={() => void navigate(placePath(known.id, 'Today', 'all'))}
                >
                  {known.title}, {known.yearLabel}
                  {known.isOver ? ' (over)' : ''}
                </Menu.Item>
              ))}
            {person.standing === 'teacher' ? (
              <Menu.Item className={menuItemClass} onSelect={() => void navigate('/new-course')}>
                New course …
              </Menu.Item>
            ) : null}
            {person.standing === 'student' ? (
              <Menu.Item className={menuItemClass} onSelect={() => void navigate('/calendar')}>
                Calendar
              </Menu.Item>
            ) : null}
            {person.standing === 'office' ? (
              <Menu.Item className={menuItemClass} onSelect={() => void navigate('/people')}>
                People
              </Menu.Item>
            ) : null}
            <Menu.Separator className="my-1 h-px bg-line" />
            <Menu.Item
              className={menuItemClass}
              onSelect={() => setTheme(theme === 'dark' ? 'light' : 'dark')}
            >
              {theme === 'dark' ? 'Day theme' : 'Evening theme'}
            </Menu.Item>
            <Menu.Item className={menuItemClass} onSelect={() => setShowsNotices(true)}>
              Notices …
            </Menu.Item>
            <Menu.Item className={menuItemClass} onSelect={() => setShowsSessions(true)}>
              Where you are signed in …
            </Menu.Item>
            {onHelp ? (
              <Menu.Item className={menuItemClass} onSelect={onHelp}>
                Keyboard and symbols <kbd className="ml-2">?</kbd>
              </Menu.Item>
            ) : null}
            <Menu.Item className={menuItemClass} onSelect={() => void leave()}>
              Sign out
            </Menu.Item>
          </Menu.Content>
        </Menu.Portal>
      </Menu.Root>
      <Suspense>{showsSessions ? <SignedIn onClose={() => setShowsSessions(false)} /> : null}</Suspense>
      <Suspense>{showsNotices ? <NoticeSettings onClose={() => setShowsNotices(false)} /> : null}</Suspense>
    </>
  );
}
