import { useState } from 'react';
import type { PieceId } from '@vestibul/core';
import { PieceTabs } from '../../parts/piece/PieceTabs';
import { PieceView } from '../../parts/piece/PieceView';
import type { Submission } from '../../state/api';

/** The work that comments are about, to be looked at beside them: first of the attempt that counts. */
export function TheWork({ submission }: { submission: Submission }) {
  const { pieces, attempts } = submission;
  const [chosen, setChosen] = useState<PieceId | null>(null);
  const counting = attempts.find(({ counts }) => counts)?.attempt;
  const current =
    pieces.find(({ id }) => id === chosen) ?? pieces.find(({ attempt }) => attempt === counting) ?? pieces[0];
  if (!current) return null;
  return (
    <section aria-label="Your work" className="grid gap-2">
      <PieceTabs pieces={pieces} current={current} onChoose={setChosen} />
      <div className="flex h-[70dvh] flex-col overflow-hidden rounded-plate border border-line bg-surface">
        <PieceView piece={current} />
      </div>
    </section>
  );
}
