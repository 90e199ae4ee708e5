import type { BodyOf } from '@vestibul/contract';
import { api } from '../../state/api';
import { Check } from '../ui/Check';
import { ChoiceCard } from '../ui/ChoiceCard';
import { Dialog } from '../ui/Dialog';
import { tell, tellFailure } from '../messages/Notices';
import { Read } from '../messages/States';
import { usePerson } from './useSession';

/** Whether somebody wants a letter a day, one of the staff a letter a week, and a student one when work comes back. Nothing is sent that they did not ask for. */
export function NoticeSettings({ onClose }: { onClose: () => void }) {
  const notices = api.useReadNoticesQuery();
  const [set] = api.useSetNoticesMutation();
  const isStudent = usePerson().standing === 'student';
  const choose = async (body: BodyOf<'setNotices'>, says: string) => {
    const { error } = await set({ body });
    if (error) tellFailure(error);
    else tell(says);
  };
  return (
    <Dialog title="Notices" description="E-mails about your work" open onClose={onClose}>
      <Read of={notices}>
        {({ digest, weekly, returnLetters, email, canMail }) =>
          !canMail ? (
            <p>This school can’t send e-mail yet. News is on your Today page.</p>
          ) : email === '' ? (
            <p>You have no e-mail address on file. News is on your Today page.</p>
          ) : (
            <fieldset className="grid gap-2">
              <legend className="mb-1.5 text-ink-2">To {email}</legend>
              {(
                [
                  ['none', 'No daily e-mail', 'news is on your Today page'],
                  ['daily', 'One e-mail a day', 'in the morning, only on days with news'],
                ] as const
              ).map(([value, label, hint]) => (
                <ChoiceCard
                  key={value}
                  name="digest"
                  title={label}
                  says={hint}
                  checked={digest === value}
                  onChoose={() =>
                    void choose(
                      { digest: value },
                      value === 'daily' ? 'One e-mail a day, in the morning.' : 'No daily e-mail.',
                    )
                  }
                />
              ))}
              {isStudent ? (
                <div className="mt-2">
                  <Check
                    label="An e-mail when work is handed back"
                    checked={returnLetters}
                    onChange={(wanted) =>
                      void choose(
                        { returnLetters: wanted },
                        wanted
                          ? 'An e-mail when work is handed back.'
                          : 'No e-mail when work is handed back.',
                      )
                    }
                  />
                </div>
              ) : (
                <div className="mt-2">
                  <Check
                    label="An e-mail on Mondays: what was done last week, what waits for you, who has gone quiet"
                    checked={weekly}
                    onChange={(wanted) =>
                      void choose(
                        { weekly: wanted },
                        wanted ? 'An e-mail on Mondays, from the next one on.' : 'No e-mail on Mondays.',
                      )
                    }
                  />
                </div>
              )}
            </fieldset>
          )
        }
      </Read>
    </Dialog>
  );
}
