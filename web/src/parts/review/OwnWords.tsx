import { useRef, useState } from 'react';
import type { CommentId } from '@vestibul/core';
import { Dialog } from '../ui/Dialog';
import { announce } from '../messages/announce';
import { tellFailure } from '../messages/Notices';
import { useDraft } from '../hall/useDraft';
import { api, type Submission } from '../../state/api';
import { actClass } from './actClass';
import { WordsForm } from './WordsForm';

interface OwnWordsProps {
  submission: Submission;
  said: { id: CommentId; text: string };
  /** What is changed, in a word. */
  what: 'comment' | 'answer';
  /** Who comes to see that it was changed, and when. */
  hint: string;
}

/** What its writer does with a comment or an answer: says it in other words. */
export function OwnWords({ submission, said, what, hint }: OwnWordsProps) {
  const [isChanging, setChanging] = useState(false);
  return (
    <>
      <button type="button" className={actClass} onClick={() => setChanging(true)}>
        Change
      </button>
      {isChanging ? (
        <Dialog
          open
          title={`Change the ${what}`}
          description={`Change the words of your ${what}.`}
          onClose={() => setChanging(false)}
        >
          <ChangeForm
            submission={submission}
            said={said}
            what={what}
            hint={hint}
            onDone={() => setChanging(false)}
          />
        </Dialog>
      ) : null}
    </>
  );
}

function ChangeForm({ submission, said, what, hint, onDone }: OwnWordsProps & { onDone: () => void }) {
  const draft = useDraft(`change of comment ${said.id}`, said.text, said.text);
  const box = useRef<HTMLTextAreaElement>(null);
  const [change, changing] = api.useChangeCommentMutation();
  const save = async () => {
    const { error } = await change({
      params: { submissionId: submission.id, commentId: said.id },
      body: { text: draft.value },
    });
    if (error) return tellFailure(error);
    draft.done();
    announce(`The ${what} is changed.`);
    onDone();
  };
  return (
    <WordsForm
      id="changed-words"
      label={what === 'comment' ? 'Comment' : 'Answer'}
      what={what}
      draft={draft}
      box={box}
      rows={5}
      hint={hint}
      isBusy={changing.isLoading}
      save={() => void save()}
    />
  );
}
