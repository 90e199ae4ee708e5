import { MapPin, X } from 'lucide-react';
import { pressChoosingKey } from '../../parts/piece/places/useChoosingKeys';
import { sayPlace } from '../../parts/review/marksOf';
import { Button } from '../../parts/ui/Button';
import type { useDeskPlaces } from './useDeskPlaces';

/** Where the comment that is written next belongs, or how to choose a place for it. */
export function CommentAt({ desk }: { desk: ReturnType<typeof useDeskPlaces> }) {
  const { written, choosing, canChoose, choose, stop, forget } = desk;
  if (choosing)
    return (
      <div role="status" className="grid gap-1 rounded-lg bg-brass-soft px-3 py-2 text-small">
        <p>
          Arrow keys move the place, <kbd>Shift</kbd> with an arrow changes its size, <kbd>Enter</kbd> takes
          it. On a page <kbd>m</kbd> changes between words and an area.
        </p>
        <div className="flex flex-wrap items-center gap-2">
          <Button look="go" onClick={() => pressChoosingKey('Enter')}>
            Take this place
          </Button>
          <span className="flex gap-2 pointer-fine:hidden">
            <Button onClick={() => pressChoosingKey('ArrowUp')}>Up</Button>
            <Button onClick={() => pressChoosingKey('ArrowDown')}>Down</Button>
          </span>
          <button type="button" className="rounded font-semibold text-act underline" onClick={stop}>
            Choose no place <kbd>Esc</kbd>
          </button>
        </div>
      </div>
    );
  if (written)
    return (
      <p className="flex items-start gap-1.5 rounded-lg bg-brass-soft px-3 py-2 text-small">
        <MapPin aria-hidden size={15} className="mt-0.5 shrink-0" />
        <span className="min-w-0 [overflow-wrap:anywhere]">{sayPlace(written.anchor)}</span>
        <button
          type="button"
          aria-label="Comment on the whole instead"
          className="ml-auto rounded p-0.5 text-ink-2"
          onClick={forget}
        >
          <X aria-hidden size={17} />
        </button>
      </p>
    );
  if (!canChoose) return null;
  return (
    <button
      type="button"
      className="flex items-center gap-1.5 justify-self-start rounded font-semibold text-act underline"
      onClick={choose}
    >
      <MapPin aria-hidden size={15} /> Choose a place for it <kbd>m</kbd>
    </button>
  );
}
