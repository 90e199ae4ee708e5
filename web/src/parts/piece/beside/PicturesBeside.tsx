import type { ChangedPart } from '@vestibul/core';
import { aChange } from './RowStretches';
import type { Named } from './BesideView';

interface PicturesBesideProps {
  before: Named;
  after: Named;
  parts: readonly ChangedPart[];
}

/** Two pictures beside each other, with a frame and a number around each part that changed, the same on both. */
export function PicturesBeside({ before, after, parts }: PicturesBesideProps) {
  return (
    <div className="grid grid-cols-2 gap-3 max-sm:grid-cols-1">
      {[before, after].map(({ id, says, name, source }) => (
        <figure key={id} className="m-0 grid content-start gap-1.5">
          <figcaption className="text-small font-semibold text-ink-2">{says}</figcaption>
          <div className="relative justify-self-start">
            <img src={source} alt={`${says}: ${name}`} className="block max-w-full rounded" />
            {parts.map(({ x, y, w, h }, i) => (
              <span
                key={i}
                {...aChange}
                role="img"
                aria-label={`Changed part ${i + 1}`}
                className="mark-frame"
                style={{ left: percent(x), top: percent(y), width: percent(w), height: percent(h) }}
              >
                <b aria-hidden="true" className="part-number">
                  {i + 1}
                </b>
              </span>
            ))}
          </div>
        </figure>
      ))}
    </div>
  );
}

const percent = (part: number) => `${part * 100}%`;
