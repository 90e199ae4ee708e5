import { useRef } from 'react';
import { Link } from 'react-router';
import type { AssignmentId } from '@vestibul/core';
import { placePath } from '../../../parts/hall/places';
import { Read } from '../../../parts/messages/States';
import { useKeys } from '../../../parts/ui/useKeys';
import { api, type Course } from '../../../state/api';
import { MarkedWork } from './MarkedWork';
import { sayHowMuch, sayWhose, type Pair } from './sayAlike';

interface PairBesideProps {
  course: Course;
  assignmentId: AssignmentId;
  pair: Pair;
}

/** Two works beside each other, with what is the same in both. */
export function PairBeside({ course, assignmentId, pair }: PairBesideProps) {
  const frame = useRef<HTMLDivElement>(null);
  const { a, b } = pair;
  const beside = api.useReadAlikePairQuery({
    params: { assignmentId, pieceId: a.pieceId, otherPieceId: b.pieceId },
  });
  const passagesOf = (side: number) => [
    ...(frame.current?.querySelectorAll<HTMLElement>(`[data-side="${side}"] [data-passage]`) ?? []),
  ];
  /** Both works go to a passage; the one that was not asked for it goes on to the focus, if somebody follows. */
  const show = (number: number, focusIn: number) => {
    for (const side of [0, 1]) {
      const mark = passagesOf(side).find((one) => one.dataset.passage === String(number));
      mark?.scrollIntoView({ block: 'nearest' });
      if (side === focusIn) mark?.focus({ preventScroll: true });
    }
  };
  useKeys({
    w: () => {
      const marks = passagesOf(0);
      const at = marks.findIndex((mark) => mark === document.activeElement);
      const next = marks[(at + 1) % Math.max(1, marks.length)];
      if (next) show(Number(next.dataset.passage), 0);
    },
  });
  return (
    <Read of={beside} what="Reading both works">
      {({ sides }) => (
        <div ref={frame} className="grid min-h-0 flex-1 gap-3 md:grid-cols-2">
          {[a, b].map((side, i) => (
            <section
              key={side.pieceId}
              data-side={i}
              aria-label={`The work of ${sayWhose(side)}`}
              className="flex min-h-0 min-w-0 flex-col rounded-plate border border-line bg-surface max-md:h-[60svh]"
            >
              <header className="border-b border-line px-4 py-2">
                <h2 className="[overflow-wrap:anywhere]">{sayWhose(side)}</h2>
                <Link
                  to={placePath(side.elsewhere?.courseId ?? course.id, 'Review desk', 'all', {
                    assignment: side.elsewhere?.assignmentId ?? assignmentId,
                    student: side.student.id,
                    piece: side.pieceId,
                  })}
                  className="font-mono text-small [overflow-wrap:anywhere] text-act underline"
                >
                  {side.name}
                </Link>
              </header>
              <div
                tabIndex={0}
                role="region"
                aria-label={`Text of ${sayWhose(side)}`}
                className="min-h-40 flex-1 overflow-y-auto px-4 py-3"
              >
                {sides[i]!.text === '' ? (
                  <p>
                    {pair.same
                      ? 'This is no text. Both files are the same, byte for byte.'
                      : 'There is no text in it.'}
                  </p>
                ) : (
                  <MarkedWork
                    side={sides[i]!}
                    whose={sayWhose(side)}
                    onFollow={(number) => show(number, 1 - i)}
                  />
                )}
              </div>
            </section>
          ))}
          <p className="sr-only" role="status">
            {sayHowMuch(pair)}
          </p>
        </div>
      )}
    </Read>
  );
}
