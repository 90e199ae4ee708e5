import { useEffect, useRef, type ReactNode } from 'react';
import { MessageSquarePlus } from 'lucide-react';
import { sayElapsed } from '@vestibul/core';
import { MarkSign } from './MarkBoxes';
import { usePlaces } from './usePlaces';

/** Sound or video of which something is said at moments: each leads there, and to what is said. */
export function MomentPlaces({ children }: { children: ReactNode }) {
  const places = usePlaces();
  const frame = useRef<HTMLDivElement>(null);
  const choosing = places?.choice?.choosing ?? null;
  const take = () => {
    const player = playerIn(frame.current!);
    player.pause();
    places?.choice?.take({ kind: 'time', from: Math.round(player.currentTime * 10) / 10, to: null });
  };
  // There is nothing to move: the moment that is heard is the place.
  useEffect(() => {
    if (choosing) take();
  }, [choosing]); // eslint-disable-line react-hooks/exhaustive-deps -- taken when it is asked for
  const { current } = places ?? {};
  const at = places?.marks.find(({ id }) => id === current)?.anchor;
  const moment = at?.kind === 'time' ? at.from : null;
  useEffect(() => {
    if (moment !== null) playerIn(frame.current!).currentTime = moment;
  }, [moment, current]);
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
            </button>
          ) : null,
        )}
        {places.choice ? (
          <button type="button" className="mark-moment" onClick={take}>
            <MessageSquarePlus aria-hidden="true" className="size-4" /> Comment at this moment <kbd>m</kbd>
          </button>
        ) : null}
      </div>
    </div>
  );
}

const playerIn = (frame: Element) => frame.querySelector<HTMLMediaElement>('audio, video')!;
