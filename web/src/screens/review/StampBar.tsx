import { useRef, type KeyboardEvent } from 'react';
import { stampWords, stamps, type Stamp } from '@vestibul/core';
import { StampDrawing } from '../../parts/ui/StampDrawing';
import { useKeys } from '../../parts/ui/useKeys';

/** The stamps: `t` leads to them, a number or a press puts one on the work, at the place that is chosen. */
export function StampBar({ put }: { put: (stamp: Stamp) => void }) {
  const bar = useRef<HTMLDivElement>(null);
  const focus = (nth: number) => bar.current?.querySelectorAll('button')[nth]?.focus();
  useKeys({ t: () => focus(0) });
  const press = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const buttons = [...bar.current!.querySelectorAll('button')];
    const at = buttons.indexOf(document.activeElement as HTMLButtonElement);
    const stamp = stamps[Number(event.key) - 1];
    if (stamp) put(stamp);
    else if (event.key === 'ArrowRight') focus((at + 1) % buttons.length);
    else if (event.key === 'ArrowLeft') focus((at + buttons.length - 1) % buttons.length);
    else if (event.key !== 'Escape') return;
    event.preventDefault();
    // The numbers are the rubric's again.
    if (stamp || event.key === 'Escape') buttons[at]?.blur();
  };
  return (
    <div
      ref={bar}
      role="toolbar"
      aria-label="Stamps"
      className="flex flex-wrap items-center gap-1"
      onKeyDown={press}
    >
      <kbd className="mr-1 pointer-coarse:hidden">t</kbd>
      {stamps.map((stamp, i) => (
        <button
          key={stamp}
          type="button"
          title={`${i + 1}: ${stampWords[stamp]}`}
          aria-label={`Stamp ${i + 1}: ${stampWords[stamp]}`}
          className="rounded-md border border-edge bg-surface p-1 text-ink hover:bg-ground"
          onClick={() => put(stamp)}
        >
          <StampDrawing stamp={stamp} className="size-5.5" />
        </button>
      ))}
    </div>
  );
}
