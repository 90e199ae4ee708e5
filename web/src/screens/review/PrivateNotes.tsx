import { useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { LockKeyhole } from 'lucide-react';
import { sayMoment, sayName } from '../../parts/ui/format';
import { announce } from '../../parts/messages/announce';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { useDraft } from '../../parts/hall/useDraft';
import { useKeys } from '../../parts/ui/useKeys';
import { api, type Submission } from '../../state/api';
import { WordsForm } from '../../parts/review/WordsForm';

interface PrivateNotesProps {
  submission: Submission;
  /** The attempt that is looked at. */
  attempt: number;
  zone: string;
  /** A year that is over is read only. */
  isOver: boolean;
}

/** What the staff of the course say of a piece among themselves. Its form is there once it is wanted, or begun. */
export function PrivateNotes({ submission, attempt, zone, isOver }: PrivateNotesProps) {
  const params = { submissionId: submission.id };
  const { data: notes = [] } = api.useListNotesQuery({ params });
  const draft = useDraft(`note ${submission.id}`, '');
  const [openFor, setOpenFor] = useState<string | null>(null);
  const [addNote, adding] = api.useAddNoteMutation();
  const [removeNote] = api.useRemoveNoteMutation();
  const box = useRef<HTMLTextAreaElement>(null);
  const isOpen = openFor === submission.id || draft.value !== '';

  const write = () => {
    if (isOver) return;
    // What is typed right after the key belongs into the box, however slow the page is.
    flushSync(() => setOpenFor(submission.id));
    box.current?.focus();
  };
  useKeys({ p: write });

  const save = async (text: string) => {
    if (!text.trim()) return;
    const { error } = await addNote({ params, body: { text, attempt } });
    if (error) return tellFailure(error);
    draft.done();
    setOpenFor(null);
    announce('Your private note is saved.');
  };
  const remove = async (id: (typeof notes)[number]['id'], text: string) => {
    const { error } = await removeNote({ params: { ...params, noteId: id } });
    if (error) return tellFailure(error);
    tell('The private note is removed.', () => void save(text));
  };
  return (
    <section aria-label="Private notes" className="grid gap-2">
      {notes.length > 0 ? (
        <ul className="grid list-none gap-2 p-0">
          {notes.map((note) => (
            <li key={note.id} className="rounded-lg border border-dashed border-line-2 px-3 py-2">
              <p className="[overflow-wrap:anywhere] whitespace-pre-wrap">{note.text}</p>
              <p className="mt-1 flex flex-wrap items-center gap-x-1.5 text-[12.5px] text-ink-2">
                <LockKeyhole aria-hidden size={13} />
                <span>
                  Private: {sayName(note.by)}, {sayMoment(note.at, zone)}
                </span>
                {note.isMine && !isOver ? (
                  <button
                    type="button"
                    className="ml-auto rounded font-semibold text-act underline"
                    onClick={() => void remove(note.id, note.text)}
                  >
                    Remove note
                  </button>
                ) : null}
              </p>
            </li>
          ))}
        </ul>
      ) : null}
      {isOver ? null : isOpen ? (
        <WordsForm
          id="private-note"
          label={
            <>
              <LockKeyhole aria-hidden size={15} /> Private note
            </>
          }
          what="private note"
          draft={draft}
          box={box}
          rows={3}
          hint="The staff of this course see it. No student ever does."
          isBusy={adding.isLoading}
          save={() => void save(draft.value)}
          onLeave={() => setOpenFor(null)}
        />
      ) : (
        <button
          type="button"
          className="flex items-center gap-1.5 justify-self-start rounded font-semibold text-act underline"
          onClick={write}
        >
          <LockKeyhole aria-hidden size={15} /> Write a private note <kbd>p</kbd>
        </button>
      )}
    </section>
  );
}
