import { api } from '../state/api';
import { ChoiceCard } from './ChoiceCard';
import { Dialog } from './Dialog';
import { tell, tellFailure } from './Notices';
import { Read } from './States';

/** Whether somebody wants a letter a day. Nothing is sent that they did not ask for. */
export function NoticeSettings({ onClose }: { onClose: () => void }) {
  const notices = api.useReadNoticesQuery();
  const [set] = api.useSetNoticesMutation();
  const choose = async (digest: 'none' | 'daily') => {
    const { error } = await set({ body: { digest } });
    if (error) tellFailure(error);
    else tell(digest === 'daily' ? 'One letter a day, in the morning.' : 'No letters.');
  };
  return (
    <Dialog title="Notices" description="Letters about your work" open onClose={onClose}>
      <Read of={notices}>
        {({ digest, email, canMail }) =>
          !canMail ? (
            <p>This school has no mail set up. What is new stands on your Today.</p>
          ) : email === '' ? (
            <p>The school knows no e-mail address of yours. What is new stands on your Today.</p>
          ) : (
            <fieldset className="grid gap-2">
              <legend className="mb-1.5 text-ink-2">To {email}</legend>
              {(
                [
                  ['none', 'No letters', 'what is new stands on your Today'],
                  ['daily', 'One letter a day', 'in the morning, and none on days on which nothing is new'],
                ] as const
              ).map(([value, label, hint]) => (
                <ChoiceCard
                  key={value}
                  name="digest"
                  title={label}
                  says={hint}
                  checked={digest === value}
                  onChoose={() => void choose(value)}
                />
              ))}
            </fieldset>
          )
        }
      </Read>
    </Dialog>
  );
}
