import { api } from '../../state/api';
import { Check } from '../ui/Check';
import { ChoiceCard } from '../ui/ChoiceCard';
import { Dialog } from '../ui/Dialog';
import { tell, tellFailure } from '../messages/Notices';
import { Read } from '../messages/States';
import { usePerson } from './useSession';

/** Whether somebody wants a letter a day, and a student one when work comes back. Nothing is sent that they did not ask for. */
export function NoticeSettings({ onClose }: { onClose: () => void }) {
  const notices = api.useReadNoticesQuery();
  const [set] = api.useSetNoticesMutation();
  const isStudent = usePerson().standing === 'student';
  const choose = async (body: { digest: 'none' | 'daily'; returnLetters: boolean }, says: string) => {
    const { error } = await set({ body });
    if (error) tellFailure(error);
    else tell(says);
  };
  return (
    <Dialog title="Notices" description="Letters about your work" open onClose={onClose}>
      <Read of={notices}>
        {({ digest, returnLetters, email, canMail }) =>
          !canMail ? (
            <p>This school has no mail set up. What is new stands on your Today.</p>
          ) : email === '' ? (
            <p>The school knows no e-mail address of yours. What is new stands on your Today.</p>
          ) : (
            <fieldset className="grid gap-2">
              <legend className="mb-1.5 text-ink-2">To {email}</legend>
              {(
                [
                  ['none', 'No letter a day', 'what is new stands on your Today'],
                  ['daily', 'One letter a day', 'in the morning, and none on days on which nothing is new'],
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
                      { digest: value, returnLetters },
                      value === 'daily' ? 'One letter a day, in the morning.' : 'No letter a day.',
                    )
                  }
                />
              ))}
              {isStudent ? (
                <div className="mt-2">
                  <Check
                    label="A letter at once when work comes back"
                    checked={returnLetters}
                    onChange={(wanted) =>
                      void choose(
                        { digest, returnLetters: wanted },
                        wanted ? 'A letter when work comes back.' : 'No letter when work comes back.',
                      )
                    }
                  />
                </div>
              ) : null}
            </fieldset>
          )
        }
      </Read>
    </Dialog>
  );
}
