import type { MarkedText } from '@vestibul/core';
import { Fragment } from 'react';

interface MarkedWorkProps {
  side: MarkedText;
  /** Whose work it is. */
  whose: string;
  /** Leads to the passage of this number in the other work. */
  onFollow: (number: number) => void;
}

/** A text in which what another one has too is marked, each passage with the number that stands at both. */
export function MarkedWork({ side, whose, onFollow }: MarkedWorkProps) {
  const { text, passages } = side;
  // The head of a page is empty as a rule.
  const textBetween = (from: number | undefined, to: number) =>
    from === undefined ? text.slice(0, to).trimStart() : text.slice(from, to);
  return (
    <div className="leading-relaxed whitespace-pre-wrap [overflow-wrap:anywhere]">
      {passages.map(({ from, to, number }, i) => (
        <Fragment key={from}>
          {textBetween(passages[i - 1]?.to, from)}
          <mark data-passage={number} tabIndex={-1} className="passage">
            <button
              type="button"
              className="passage-number"
              aria-label={`Passage ${number} of ${whose}: show it in the other work`}
              onClick={() => onFollow(number)}
            >
              {number}
            </button>
            {text.slice(from, to)}
          </mark>
        </Fragment>
      ))}
      {textBetween(passages.at(-1)?.to, text.length)}
    </div>
  );
}
