import { useEffect, useRef, type ReactNode } from 'react';
import { MessageSquarePlus } from 'lucide-react';
import { sayElapsed } from '@vestibul/core';
import { MarkSign } from './MarkBoxes';
import { usePlaces } from './usePlaces';

/** Sound or video of which something is said at moments and spans: each leads there, and to what is said. */
export function MomentPlaces({ children }: { children: ReactNode }) {
  const places = usePlaces();
  const frame = useRef<HTMLDivElement>(null);
  const choosing = places?.choice?.choosing ?? null;
  const chosen = places?.chosen ?? null;
  /** Where the place begins that is chosen and has no end yet. */
  const begun = chosen?.kind === 'time' && chosen.to === null ? chosen.from : null;
  const take = () => {
    const player = playerIn(frame.current!);
    player.pause();
    const now = Math.round(player.currentTime * 10) / 10;
    // Whoever has chosen a moment and heard on means all from there to here.
    const isSpan = begun !== null && begun < now;
    places?.choice?.take({ kind: 'time', from: isSpan ? begun : now, to: isSpan ? now : null });
  };
  // There is nothing to move: the moment that is heard is the place.
  useEffect(() => {
    if (choosing) take();
  }, [choosing]); // eslint-disable-line react-hooks/exhaustive-deps -- taken when it is asked for
  const { current } = places ?? {};
  const at = places?.marks.find(({ id }) => id === current)?.anchor;
  const span = at?.kind === 'time' ? at : null;
  useEffect(() => {
    if (!span) return;
    const player = playerIn(frame.current!);
    player.currentTime = span.from;
    const stopAtEnd = () => {
      if (span.to === null || player.currentTime < span.to) return;
      player.pause();
      player.removeEventListener('timeupdate', stopAtEnd);
    };
    player.addEventListener('timeupdate', stopAtEnd);
    return () => player.removeEventListener('timeupdate', stopAtEnd);
  }, [span, current]);
  if (!places) return children;
  return (
    <div ref={frame} className="m-auto grid w-full max-w-3xl justify-items-center gap-3">
      {children}
      <div className="flex flex-wrap justify-center gap-2">
        {places.marks.map(({ id, number, anchor, stamp }) =>
          anchor.kind === 'time' ? (
            <button
              key={id}
              type="button"
              data-place={id}
              data-current={id === current}
              className="mark-moment"
              onClick={() => places.open(id)}
            >
              <b>
                <MarkSign stamp={stamp} number={number} />
              </b>{' '}
              {sayElapsed(anchor.from * 1000)}
              {anchor.to === null ? '' : `–${sayElapsed(anchor.to * 1000)}`}
            </button>
          ) : null,
        )}
        {places.choice ? (
          <button type="button" className="mark-moment" onClick={take}>
            <MessageSquarePlus aria-hidden="true" className="size-4" />{' '}
            {begun === null ? 'Comment at this moment' : 'Until this moment'} <kbd>m</kbd>
          </button>
        ) : null}
      </div>
    </div>
  );
}

const playerIn = (frame: Element) => frame.querySelector<HTMLMediaElement>('audio, video')!;
