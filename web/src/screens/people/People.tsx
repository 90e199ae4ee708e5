import { Suspense, lazy, useState } from 'react';
import { Link } from 'react-router';
import { plainWords } from '@vestibul/core';
import { AccountNews } from '../../parts/hall/AccountNews';
import { Button, buttonClass } from '../../parts/ui/Button';
import { Dialog } from '../../parts/ui/Dialog';
import { Field, inputClass } from '../../parts/ui/Field';
import { sayListName, sayName } from '../../parts/ui/format';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { PageFrame } from '../../parts/hall/PageFrame';
import { placePath } from '../../parts/hall/places';
import { Empty, Read, Together } from '../../parts/messages/States';
import { usePageTitle } from '../../parts/ui/usePageTitle';
import { usePerson } from '../../parts/hall/useSession';
import { Pages } from '../../parts/ui/Pages';
import { api } from '../../state/api';
import { AccountRequests } from './AccountRequests';

// With what its form is checked by, it is as much as all the rest of the page.
const AddPerson = lazy(() => import('./AddPerson').then(({ AddPerson: view }) => ({ default: view })));

/** The office's page: everybody in the school, and ways in for those who have no password. */
export function People() {
  usePageTitle('People');
  const me = usePerson();
  const [find, setFind] = useState('');
  const [pages, setPages] = useState<string[]>([]);
  const [adding, setAdding] = useState(false);
  const [link, setLink] = useState<{ name: string; link: string } | null>(null);
  const people = api.useListPeopleQuery({ query: { find, after: pages.at(-1) ?? '' } });
  const above = [api.useListAccountNewsQuery(), api.useListAccountRequestsQuery(), api.useListCoursesQuery()];
  const [renew] = api.useRenewLinkMutation();
  const [close] = api.useCloseAccountMutation();
  const [reopen] = api.useOpenAccountMutation();
  const [endSessions] = api.useEndSessionsMutation();
  const act = async (done: Promise<{ error?: unknown }>, says: string) => {
    const { error } = await done;
    if (error) tellFailure(error);
    else tell(says);
  };
  const newLink = async (personId: Parameters<typeof renew>[0]['params']['personId'], name: string) => {
    const result = await renew({ params: { personId } });
    if (result.data) setLink({ name, link: result.data.link });
    else tellFailure(result.error);
  };
  return (
    <PageFrame
      title="People"
      actions={
        <>
          <Link className={buttonClass('quiet')} to="/school">
            School and years
          </Link>
          <Link className={buttonClass('quiet')} to="/lists">
            Package of lists
          </Link>
          <Button look="go" onClick={() => setAdding(true)}>
            Add a teacher or office account
          </Button>
        </>
      }
    >
      <Together of={above} what="Reading the people">
        <AccountNews />
        <AccountRequests />
        <CourseChoice />
        <Field label="Find by last name" className="max-w-sm">
          <input
            type="search"
            className={inputClass}
            value={find}
            onChange={(event) => {
              setFind(event.target.value);
              setPages([]);
            }}
          />
        </Field>
        <Read of={people} what="Reading the people">
          {({ people: shown, next }) =>
            shown.length === 0 ? (
              <Empty title="No names match">
                <p>Type the start of the last name; accents can be left out.</p>
              </Empty>
            ) : (
              <>
                <div className="overflow-x-auto rounded-plate border border-line bg-surface">
                  <table className="w-full border-collapse text-left">
                    <caption className="sr-only">People of the school</caption>
                    <thead className="text-small text-ink-2">
                      <tr>
                        {['Name', 'What', 'E-mail', 'Sign-in', 'Account'].map((heading) => (
                          <th
                            key={heading}
                            scope="col"
                            className="border-b border-line px-3 py-2 font-semibold"
                          >
                            {heading}
                          </th>
                        ))}
                      </tr>
                    </thead>
                    <tbody>
                      {shown.map((person) => (
                        <tr key={person.id} className="border-b border-line last:border-b-0">
                          <th scope="row" className="px-3 py-1.5 font-semibold">
                            {sayListName(person)}
                          </th>
                          <td className="px-3 py-1.5">{person.standing}</td>
                          <td className="px-3 py-1.5 text-small">{person.email}</td>
                          <td className="px-3 py-1.5">
                            {person.hasSignedIn ? (
                              <span className="text-small text-ink-2">has a password </span>
                            ) : null}
                            {person.email ? (
                              <button
                                type="button"
                                className="rounded text-small font-semibold text-act underline"
                                onClick={() => void newLink(person.id, sayName(person))}
                              >
                                new one-time link<span className="sr-only"> for {sayName(person)}</span>
                              </button>
                            ) : (
                              <span className="text-small text-ink-2">no e-mail address</span>
                            )}
                          </td>
                          <td className="px-3 py-1.5 text-small whitespace-nowrap">
                            {person.isClosed ? (
                              <>
                                <b className="font-semibold">closed</b> ·{' '}
                                <AccountAct
                                  says="open"
                                  name={sayName(person)}
                                  onPress={() =>
                                    void act(
                                      reopen({ params: { personId: person.id } }),
                                      `The account of ${sayName(person)} is open again.`,
                                    )
                                  }
                                />
                              </>
                            ) : (
                              <>
                                <AccountAct
                                  says="sign out everywhere"
                                  name={sayName(person)}
                                  onPress={() =>
                                    void act(
                                      endSessions({ params: { personId: person.id } }),
                                      `${sayName(person)} is signed out everywhere.`,
                                    )
                                  }
                                />
                                {person.id === me.id ? null : (
                                  <>
                                    {' · '}
                                    <AccountAct
                                      says="close"
                                      name={sayName(person)}
                                      onPress={() =>
                                        void act(
                                          close({ params: { personId: person.id } }),
                                          `The account of ${sayName(person)} is closed. You can open it again.`,
                                        )
                                      }
                                    />
                                  </>
                                )}
                              </>
                            )}
                          </td>
                        </tr>
                      ))}
                    </tbody>
                  </table>
                </div>
                <Pages of="the people" pages={pages} next={next} onTurn={setPages} />
              </>
            )
          }
        </Read>
      </Together>
      <Suspense>
        {adding ? (
          <AddPerson
            onClose={() => setAdding(false)}
            onAdded={(name, path) => {
              setAdding(false);
              setLink({ name, link: path });
            }}
          />
        ) : null}
      </Suspense>
      <LinkDialog link={link} onClose={() => setLink(null)} />
    </PageFrame>
  );
}

/** A way to the record and the set-up of every course; with many courses, found by a word of their title. */
function CourseChoice() {
  const courses = api.useListCoursesQuery();
  const [find, setFind] = useState('');
  const words = plainWords(find);
  const fitting = (courses.data ?? []).filter((course) =>
    plainWords(`${course.title} ${course.teacher} ${course.yearLabel}`).includes(words),
  );
  return (
    <section aria-label="Courses" className="grid gap-2">
      {(courses.data?.length ?? 0) > COURSES_SHOWN ? (
        <Field label="Find a course" className="max-w-sm">
          <input
            type="search"
            className={inputClass}
            value={find}
            onChange={(event) => setFind(event.target.value)}
          />
        </Field>
      ) : null}
      <div className="flex flex-wrap gap-2">
        {fitting.slice(0, COURSES_SHOWN).map((course) => (
          <Link
            key={course.id}
            to={placePath(course.id, 'Ledger', 'all')}
            className="rounded-lg border border-line bg-surface px-3 py-2 text-ink no-underline hover:border-edge"
          >
            <b className="font-semibold">{course.title}</b>{' '}
            <span className="text-small text-ink-2">
              {course.teacher ? `${course.teacher} · ` : ''}
              {course.yearLabel} · {course.students} students · record
            </span>
          </Link>
        ))}
      </div>
      {fitting.length > COURSES_SHOWN ? (
        <p className="text-small text-ink-2">
          and {fitting.length - COURSES_SHOWN} more; type a word of the title or the teacher’s name
        </p>
      ) : null}
    </section>
  );
}

/** Courses shown before somebody has to look for one. */
const COURSES_SHOWN = 24;

function LinkDialog({ link, onClose }: { link: { name: string; link: string } | null; onClose: () => void }) {
  const address = link ? `${location.origin}${link.link}` : '';
  return (
    <Dialog
      title={`Sign-in link for ${link?.name ?? ''}`}
      description="A one-time link"
      open={link !== null}
      onClose={onClose}
    >
      <p>
        Give this address to {link?.name}. It works once, for 14 days; earlier ones stop working. It is shown
        only now.
      </p>
      <code className="rounded-lg bg-ground p-3 [overflow-wrap:anywhere]">{address}</code>
      <Button
        look="go"
        onClick={() => void navigator.clipboard.writeText(address).then(() => tell('Copied.'))}
      >
        Copy
      </Button>
    </Dialog>
  );
}

function AccountAct({ says, name, onPress }: { says: string; name: string; onPress: () => void }) {
  return (
    <button type="button" className="rounded font-semibold text-act underline" onClick={onPress}>
      {says}
      <span className="sr-only">: {name}</span>
    </button>
  );
}
