import { useRef, useState } from 'react';
import { Dialog } from '../../parts/ui/Dialog';
import { announce } from '../../parts/messages/announce';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { useDraft } from '../../parts/hall/useDraft';
import type { Comment } from '../../parts/review/marksOf';
import { api, type Submission } from '../../state/api';
import { WordsForm } from './WordsForm';

const actClass = 'rounded font-semibold text-act underline';

/** What its writer does with a comment: says it in other words, and removes it while its student cannot read it. */
export function OwnComment({ submission, said }: { submission: Submission; said: Comment }) {
  const [isChanging, setChanging] = useState(false);
  const [remove] = api.useRemoveCommentMutation();
  const [sayAgain] = api.useCommentMutation();
  const params = { submissionId: submission.id };

  const takeAway = async () => {
    const { error } = await remove({ params: { ...params, commentId: said.id } });
    if (error) return tellFailure(error);
    const { text, attempt, place } = said;
    tell('The comment is removed.', () => void sayAgain({ params, body: { text, attempt, place } }));
  };
  return (
    <span className="ml-auto flex gap-x-2">
      <button type="button" className={actClass} onClick={() => setChanging(true)}>
        Change
      </button>
      {said.isShown ? null : (
        <button type="button" className={actClass} onClick={() => void takeAway()}>
          Remove
        </button>
      )}
      {isChanging ? (
        <Dialog
          open
          title="Change the comment"
          description="Change the words of your comment."
          onClose={() => setChanging(false)}
        >
          <ChangeForm submission={submission} said={said} onDone={() => setChanging(false)} />
        </Dialog>
      ) : null}
    </span>
  );
}

interface ChangeFormProps {
  submission: Submission;
  said: Comment;
  onDone: () => void;
}

function ChangeForm({ submission, said, onDone }: ChangeFormProps) {
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
    announce('The comment is changed.');
    onDone();
  };
  return (
    <WordsForm
      id="changed-comment"
      label="Comment"
      what="comment"
      draft={draft}
      box={box}
      rows={5}
      hint={
        said.isShown ? 'The student sees that it was changed.' : 'The student sees it when you hand back.'
      }
      isBusy={changing.isLoading}
      save={() => void save()}
    />
  );
}
