import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { SHORTEST_PASSWORD } from '@vestibul/contract';
import { readSlipCode } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { Field, inputClass } from '../../parts/ui/Field';
import { FormWithFaults } from '../../parts/ui/FormWithFaults';
import { FormFailure } from '../../parts/messages/FormFailure';
import { Mark } from '../../parts/hall/Mark';
import { sayFailure } from '../../parts/messages/sentences';
import { Loading } from '../../parts/messages/States';
import { usePageTitle } from '../../parts/ui/usePageTitle';
import { api } from '../../state/api';

const empty = { schoolName: '', last: '', first: '', email: '', password: '' };

/** Where the code of a sign-in slip is typed. */
export function TypeCode() {
  usePageTitle('Sign-in slip');
  const navigate = useNavigate();
  const [typed, setTyped] = useState('');
  const [isWrong, setWrong] = useState(false);
  const submit = () => {
    const code = readSlipCode(typed);
    setWrong(code === null);
    if (code) void navigate(`/welcome/${code}`);
  };
  return (
    <main className="mx-auto grid min-h-dvh max-w-md stands-still gap-6 px-6 pb-6">
      <Mark className="h-14 justify-self-start" />
      <h1>The code of your slip</h1>
      <FormWithFaults className="grid gap-4" onSubmit={submit}>
        <Field
          label="Code"
          hint="10 letters and digits, like K7QF3-M2P9X"
          error={isWrong ? 'A code has 10 letters and digits. Check it on your slip.' : undefined}
        >
          <input
            className={`${inputClass} font-mono text-xl tracking-wide uppercase`}
            autoComplete="off"
            autoCapitalize="characters"
            spellCheck={false}
            maxLength={20}
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
        </Field>
        <Button type="submit" look="go" className="py-3!">
          Continue
        </Button>
        <Link to="/">To the sign-in</Link>
      </FormWithFaults>
    </main>
  );
}

/** Where a one-time link leads: choosing a password, and for the very first one, opening the school. */
export function Welcome() {
  usePageTitle('Welcome');
  const { token = '' } = useParams();
  const navigate = useNavigate();
  const link = api.useReadWelcomeQuery({ params: { token } });
  const [accept, { isLoading, error }] = api.useAcceptWelcomeMutation();
  const [form, setForm] = useState({ ...empty, timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone });
  const set = (key: keyof typeof form) => ({
    value: form[key],
    required: true,
    onChange: (event: React.ChangeEvent<HTMLInputElement | HTMLSelectElement>) =>
      setForm({ ...form, [key]: event.target.value }),
  });
  if (link.error && !isLoading) {
    return (
      <main className="m-auto grid min-h-dvh max-w-md content-center justify-items-center gap-5 p-6 text-center">
        <Mark className="h-14" />
        <h1>This link does not open</h1>
        <p role="alert">{sayFailure(link.error)}</p>
        <Link to="/welcome">Type a code</Link>
        <Link to="/">To the sign-in</Link>
      </main>
    );
  }
  if (!link.data) return <Loading />;
  const { first, name, signInName } = link.data;
  const submit = async () => {
    const { password, ...school } = form;
    const result = await accept({
      params: { token },
      body: { password, ...(first ? { first: school } : {}) },
    });
    if (result.data) void navigate('/', { replace: true });
  };
  return (
    <main className="mx-auto grid min-h-dvh max-w-md stands-still gap-6 px-6 pb-6">
      <Mark className="h-14 justify-self-start" />
      <h1>{first ? 'Open your school' : `Welcome, ${name}`}</h1>
      <p className="text-ink-2">
        {first
          ? 'This makes the school and its first office account. The office adds the teachers; teachers add their students.'
          : `Choose a password. You sign in with ${signInName} from now on.`}
      </p>
      <FormWithFaults className="grid gap-4" onSubmit={submit}>
        {first ? (
          <>
            <Field label="Name of the school">
              <input className={inputClass} {...set('schoolName')} />
            </Field>
            <Field label="Time zone" hint="All due times use it.">
              <select className={inputClass} {...set('timeZone')}>
                {Intl.supportedValuesOf('timeZone').map((zone) => (
                  <option key={zone}>{zone}</option>
                ))}
              </select>
            </Field>
            <div className="grid grid-cols-2 gap-4">
              <Field label="Your first name">
                <input className={inputClass} autoComplete="given-name" {...set('first')} />
              </Field>
              <Field label="Your last name">
                <input className={inputClass} autoComplete="family-name" {...set('last')} />
              </Field>
            </div>
            <Field label="Your e-mail">
              <input type="email" className={inputClass} autoComplete="username" {...set('email')} />
            </Field>
          </>
        ) : null}
        <Field
          label="Password"
          hint={`At least ${SHORTEST_PASSWORD} characters; a short sentence works well.`}
        >
          <input
            type="password"
            minLength={SHORTEST_PASSWORD}
            autoComplete="new-password"
            className={inputClass}
            {...set('password')}
          />
        </Field>
        <FormFailure failure={error} />
        <Button type="submit" look="go" className="py-3!" disabled={isLoading}>
          {first ? 'Open the school' : 'Continue'}
        </Button>
      </FormWithFaults>
    </main>
  );
}
