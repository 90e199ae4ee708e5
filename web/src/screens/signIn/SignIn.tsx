import { Link } from 'react-router';
import { Mark } from '../../parts/hall/Mark';
import { usePageTitle } from '../../parts/ui/usePageTitle';
import { api } from '../../state/api';
import { SignInForm } from './SignInForm';

/** The sign-in: e-mail and password; in the demo, and only there, the demo people too. */
export function SignIn() {
  usePageTitle('Sign in');
  const { data } = api.useReadSessionQuery();
  if (data?.school.name === '')
    return (
      <main className="m-auto grid min-h-dvh max-w-md content-center justify-items-center gap-5 p-6 text-center">
        <Mark className="h-14" />
        <h1>This school is not open yet</h1>
        <p>
          Whoever started the server has a one-time link that opens it. It was printed where the server was
          started.
        </p>
      </main>
    );
  return (
    <main className="mx-auto grid min-h-dvh max-w-5xl stands-still gap-10 px-6 pb-6 lg:grid-cols-[1fr_1.1fr]">
      <section className="grid content-start gap-6">
        <Mark className="h-16" />
        <div>
          <h1 className="text-[2.6rem]!">{data?.school.name || 'Vestibul'}</h1>
          <p className="mt-2 text-lg text-ink-2">Turn in, review and hand back.</p>
        </div>
        <SignInForm>
          <p className="text-small text-ink-2">
            No password yet?{' '}
            <Link to="/welcome" className="font-semibold text-act underline">
              Type the code of your sign-in slip
            </Link>
            ; your teacher or the office has it.
          </p>
        </SignInForm>
      </section>
      {data?.demo ? <DemoPeople /> : null}
    </main>
  );
}

function DemoPeople() {
  const { data } = api.useListDemoPeopleQuery();
  const [signIn, { isLoading }] = api.useSignInAsDemoMutation();
  return (
    <section
      aria-labelledby="demo"
      className="grid content-start gap-3 rounded-xl border border-line bg-surface p-5"
    >
      <h2 id="demo">This is the demo. Sign in as</h2>
      <ul className="grid list-none gap-1.5 p-0 sm:grid-cols-2">
        {(data ?? []).map((person, i) => (
          <li key={person.id} className={i < 3 ? 'sm:col-span-2' : ''}>
            <button
              type="button"
              disabled={isLoading}
              onClick={() => void signIn({ body: { personId: person.id } })}
              className="w-full rounded-lg border border-line bg-wall px-3 py-1.5 text-left text-ink hover:border-edge"
            >
              <b className="block truncate font-semibold">{person.name}</b>
              <span className="text-small text-ink-2">{person.what}</span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
