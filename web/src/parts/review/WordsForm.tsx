import type { ReactNode, RefObject } from 'react';
import { LONGEST_COMMENT } from '@vestibul/contract';
import { Button } from '../ui/Button';
import { inputClass } from '../ui/Field';
import { KeptDraft } from '../hall/KeptDraft';
import type { Draft } from '../hall/useDraft';

interface WordsFormProps {
  id: string;
  label: ReactNode;
  /** What is written here, in a word: ‘comment’. */
  what: string;
  /** What its button says, where that is not that it is saved. */
  button?: string;
  draft: Draft<string>;
  box: RefObject<HTMLTextAreaElement | null>;
  rows: number;
  /** What stands between the label and the box. */
  about?: ReactNode;
  /** Who comes to see it. */
  hint: string;
  /** Whether there is something to save besides words. */
  hasMore?: boolean;
  isBusy: boolean;
  save: () => void;
  /** Escape was pressed; the box is left already. */
  onLeave?: () => void;
}

/** Where something is said of a piece: kept while it is typed, and saved by its button or from the keyboard. */
export function WordsForm({
  id,
  label,
  what,
  button = `Save ${what}`,
  draft,
  box,
  rows,
  about,
  hint,
  hasMore = false,
  isBusy,
  save,
  onLeave,
}: WordsFormProps) {
  return (
    <form
      className="grid gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <KeptDraft draft={draft} what={what} />
      <label htmlFor={id} className="flex items-center gap-1.5 font-semibold">
        {label}
      </label>
      {about}
      <textarea
        id={id}
        ref={box}
        rows={rows}
        maxLength={LONGEST_COMMENT}
        value={draft.value}
        aria-describedby={`${id}-hint`}
        onChange={(event) => draft.set(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) save();
          if (event.key !== 'Escape') return;
          event.currentTarget.blur();
          onLeave?.();
        }}
        className={inputClass}
      />
      <p id={`${id}-hint`} className="text-small text-ink-2">
        {hint}{' '}
        <span className="pointer-coarse:hidden">
          <kbd>Ctrl</kbd>+<kbd>Enter</kbd> saves it.
        </span>
      </p>
      <Button type="submit" look="quiet" disabled={isBusy || !(hasMore || draft.value.trim())}>
        {button}
      </Button>
    </form>
  );
}
