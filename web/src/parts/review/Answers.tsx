import { useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { Check, CornerDownRight } from 'lucide-react';
import { announce } from '../messages/announce';
import { tellFailure } from '../messages/Notices';
import { useDraft } from '../hall/useDraft';
import { api, type Submission } from '../../state/api';
import { actClass } from './actClass';
import type { Comment } from './marksOf';
import { OwnWords } from './OwnWords';
import { sayWhoSaid } from './sayWhoSaid';
import { WordsForm } from './WordsForm';

interface AnswersProps {
  submission: Submission;
  said: Comment;
  zone: string;
  /** Who reads an answer, in a sentence; null where nobody answers any more. */
  hint: string | null;
}

/** What a comment was answered with, by its student and the staff, and whether it is done with. */
export function Answers({ submission, said, zone, hint }: AnswersProps) {
  // Nobody answers themselves before the other side has said something.
  const canAnswer = said.isShown && (!said.isMine || said.answers.length > 0);
  return (
    <>
      {said.answers.length > 0 ? (
        <ul aria-label="Answers" className="mt-2 grid list-none gap-2 border-l-2 border-line-2 p-0 pl-3">
          {said.answers.map((answer) => (
            <li key={answer.id}>
              <p className="[overflow-wrap:anywhere] whitespace-pre-wrap">{answer.text}</p>
              <p className="mt-0.5 flex flex-wrap items-center gap-x-2 text-[12.5px] text-ink-2">
                <span>{sayWhoSaid(answer, zone)}</span>
                {answer.isMine && hint ? (
                  <OwnWords
                    submission={submission}
                    said={answer}
                    what="answer"
                    hint="Whoever reads it sees that it was changed."
                  />
                ) : null}
              </p>
            </li>
          ))}
        </ul>
      ) : null}
      {canAnswer && hint ? <Acts submission={submission} said={said} hint={hint} /> : null}
    </>
  );
}

/** What can be done with a comment that both sides can read. */
function Acts({ submission, said, hint }: { submission: Submission; said: Comment; hint: string }) {
  const params = { submissionId: submission.id, commentId: said.id };
  const draft = useDraft(`answer ${said.id}`, '');
  const [isOpen, setOpen] = useState(draft.value !== '');
  const box = useRef<HTMLTextAreaElement>(null);
  const [answer, answering] = api.useAnswerCommentMutation();
  const [setDone, settling] = api.useSetCommentDoneMutation();
  const isDone = said.doneAt !== null;

  const begin = () => {
    flushSync(() => setOpen(true));
    box.current?.focus();
  };
  const send = async () => {
    const { error } = await answer({ params, body: { text: draft.value } });
    if (error) return tellFailure(error);
    draft.done();
    setOpen(false);
    announce('Your answer is sent.');
  };
  const settle = async () => {
    const { error } = await setDone({ params, body: { isDone: !isDone } });
    if (error) return tellFailure(error);
    announce(isDone ? 'The comment is open again.' : 'The comment is done with.');
  };
  return (
    <div className="mt-1.5 grid gap-2">
      <p className="flex flex-wrap items-center gap-x-4 gap-y-1 text-small">
        {isDone ? (
          <span className="flex items-center gap-1 font-semibold">
            <Check aria-hidden size={15} /> Done
          </span>
        ) : null}
        {isOpen ? null : (
          <button type="button" className={`${actClass} flex min-h-6 items-center gap-1`} onClick={begin}>
            <CornerDownRight aria-hidden size={15} /> Answer
          </button>
        )}
        <button
          type="button"
          className={`${actClass} min-h-6`}
          disabled={settling.isLoading}
          onClick={() => void settle()}
        >
          {isDone ? 'Open again' : 'Done with it'}
        </button>
      </p>
      {isOpen ? (
        <WordsForm
          id={`answer-${said.id}`}
          label="Your answer"
          what="answer"
          button="Send answer"
          draft={draft}
          box={box}
          rows={3}
          hint={hint}
          isBusy={answering.isLoading}
          save={() => void send()}
          onLeave={() => setOpen(false)}
        />
      ) : null}
    </div>
  );
}
