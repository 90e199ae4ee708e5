import { useState } from 'react';
import type { PersonId } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { Dialog } from '../../parts/ui/Dialog';
import { Field, inputClass } from '../../parts/ui/Field';
import { sayCount, sayMoment, sayName } from '../../parts/ui/format';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { Read } from '../../parts/messages/States';
import { KeptDraft } from '../../parts/hall/KeptDraft';
import { useDraft } from '../../parts/hall/useDraft';
import { useZone } from '../../parts/hall/useSession';
import { api, type Course } from '../../state/api';

interface RemindDialogProps {
  assignment: Course['assignments'][number];
  students: readonly PersonId[];
  onClose: () => void;
}

/** A reminder as it will be read, to whom it goes, and the one press that sends it. */
export function RemindDialog({ assignment, students, onClose }: RemindDialogProps) {
  const zone = useZone();
  const params = { assignmentId: assignment.id };
  const draft = useDraft(`reminder ${assignment.id}`, '');
  const word = draft.value;
  // The preview follows the word once the field is left, not with every letter.
  const [shownWord, setShownWord] = useState(word);
  const preview = api.usePreviewReminderQuery({
    params,
    body: { studentIds: [...students], word: shownWord },
  });
  const [send, { isLoading }] = api.useSendReminderMutation();
  return (
    <Dialog
      title={`Remind: ${assignment.title}`}
      description="E-mail the students with nothing in"
      open
      onClose={onClose}
      className="max-w-2xl"
    >
      <Read of={preview} what="Checking who has nothing in">
        {({ canMail, missing: to, sample }) => {
          const reachable = to.filter(({ hasAddress }) => hasAddress);
          const without = to.filter(({ hasAddress }) => !hasAddress);
          const act = async () => {
            const body = { studentIds: reachable.map(({ id }) => id), word };
            const result = await send({ params, body });
            if (result.data) {
              draft.done();
              tell(`${sayCount(result.data.sent, 'reminder is', 'reminders are')} on the way.`);
              onClose();
            } else tellFailure(result.error);
          };
          return !canMail ? (
            <p>This school has no mail set up, so nothing can be sent. Ask the office to set it up.</p>
          ) : to.length === 0 ? (
            <p>Everyone has turned in.</p>
          ) : (
            <>
              <ul
                aria-label="To"
                className="grid max-h-[24dvh] list-none grid-cols-[repeat(auto-fill,minmax(min(15rem,100%),1fr))] gap-x-5 gap-y-1 overflow-auto p-0"
              >
                {reachable.map((student) => (
                  <li key={student.id}>
                    {sayName(student)}
                    <span className="block text-small text-ink-2">
                      {student.remindedAt
                        ? `reminded ${sayMoment(student.remindedAt, zone)}`
                        : 'not reminded yet'}
                    </span>
                  </li>
                ))}
              </ul>
              {without.length > 0 ? (
                <p className="text-ink-2">No e-mail reaches: {without.map(sayName).join(', ')}</p>
              ) : null}
              <KeptDraft draft={draft} what="message" />
              <Field
                label="Your own message"
                hint="optional; the e-mail always says what is missing and where to turn it in"
              >
                <textarea
                  rows={2}
                  maxLength={1000}
                  className={inputClass}
                  value={word}
                  onChange={(event) => draft.set(event.target.value)}
                  onBlur={() => setShownWord(word)}
                />
              </Field>
              {sample ? (
                <section aria-label="Preview" className="sheet max-h-[36dvh] overflow-auto p-4">
                  <p className="font-semibold">{sample.subject}</p>
                  <p className="mt-2 whitespace-pre-wrap [overflow-wrap:anywhere]">{sample.text}</p>
                </section>
              ) : null}
              <Button look="go" disabled={isLoading || reachable.length === 0} onClick={() => void act()}>
                Send {sayCount(reachable.length, 'reminder')}
              </Button>
            </>
          );
        }}
      </Read>
    </Dialog>
  );
}
