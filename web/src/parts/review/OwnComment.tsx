import { tell, tellFailure } from '../messages/Notices';
import { api, type Submission } from '../../state/api';
import { actClass } from './actClass';
import type { Comment } from './marksOf';
import { OwnWords } from './OwnWords';

/** What its writer does with a comment: says it in other words, and removes it while its student cannot read it. */
export function OwnComment({ submission, said }: { submission: Submission; said: Comment }) {
  const [remove] = api.useRemoveCommentMutation();
  const [sayAgain] = api.useCommentMutation();
  const params = { submissionId: submission.id };

  const takeAway = async () => {
    const { error } = await remove({ params: { ...params, commentId: said.id } });
    if (error) return tellFailure(error);
    const { text, attempt, place, stamp } = said;
    const body = { text, attempt, place, stamp, spoken: said.spoken?.uploadId ?? null };
    tell('The comment is removed.', () => void sayAgain({ params, body }));
  };
  return (
    <span className="ml-auto flex gap-x-2">
      <OwnWords
        submission={submission}
        said={said}
        what="comment"
        hint={
          said.isShown ? 'The student sees that it was changed.' : 'The student sees it when you hand back.'
        }
      />
      {said.isShown ? null : (
        <button type="button" className={actClass} onClick={() => void takeAway()}>
          Remove
        </button>
      )}
    </span>
  );
}
