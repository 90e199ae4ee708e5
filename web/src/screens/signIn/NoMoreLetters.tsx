import { Link, useParams } from 'react-router';
import { chosenLetters, type ChosenLetters } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { Mark } from '../../parts/hall/Mark';
import { usePageTitle } from '../../parts/ui/usePageTitle';
import { api } from '../../state/api';

const WHICH: Record<ChosenLetters, string> = {
  daily: 'The daily e-mail',
  weekly: 'The weekly e-mail',
  returns: 'The e-mail when work is handed back',
};

/** Where the address in a letter leads that somebody chose: it asks before it stops them, and needs no signing in. */
export function NoMoreLetters() {
  usePageTitle('No more e-mails');
  const { letters = '', token = '' } = useParams();
  const which = chosenLetters.find((one) => one === letters);
  const [stop, { isLoading, isSuccess, error }] = api.useStopLettersMutation();
  return (
    <main className="m-auto grid min-h-dvh max-w-md content-center justify-items-center gap-5 p-6 text-center">
      <Mark className="h-14" />
      {which === undefined ? (
        <h1>This link does not open</h1>
      ) : (
        <>
          <h1>{isSuccess ? 'No more of these e-mails' : 'Stop these e-mails?'}</h1>
          <p role="status">
            {isSuccess
              ? `${WHICH[which]} is turned off. You can turn it on again under your name, Notices.`
              : `${WHICH[which]} is turned off. News is on your Today page.`}
          </p>
          {error ? (
            <p role="alert" className="font-semibold text-brick">
              This link has nothing to turn off. You can turn e-mails off under your name, Notices.
            </p>
          ) : null}
          {isSuccess ? null : (
            <Button
              look="go"
              disabled={isLoading}
              onClick={() => void stop({ params: { letters: which, token } })}
            >
              Stop them
            </Button>
          )}
        </>
      )}
      <Link to="/">To the sign-in</Link>
    </main>
  );
}
