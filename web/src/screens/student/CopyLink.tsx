import { Download } from 'lucide-react';
import { pathOf, type AnswerOf } from '@vestibul/contract';
import { sayOpeners } from './drawer/sayOpeners';
import { sayBytes } from '../../parts/ui/format';

export type Copy = AnswerOf<'listMyCopies'>['copies'][number];

/** A student's own copy of a blank, to be taken and worked on. */
export function CopyLink({ copy, saysOpeners = false }: { copy: Copy; saysOpeners?: boolean }) {
  return (
    <div className="grid gap-0.5 rounded-lg border border-line bg-surface px-4 py-2.5">
      <a
        href={pathOf('readCopy', { copyId: copy.id })}
        download
        className="flex min-h-6 items-center gap-2 font-mono font-semibold [overflow-wrap:anywhere] text-act"
      >
        <Download aria-hidden="true" className="size-4.5 shrink-0" />
        {copy.name}
      </a>
      <p className="text-small text-ink-2">
        Handed out: {copy.title} · {copy.form}, {sayBytes(copy.bytes)} · your own copy
        {copy.isOld ? <b className="font-semibold text-ink"> · there is a newer one; ask for it</b> : null}
      </p>
      {saysOpeners ? <p className="text-small text-ink-2">{sayOpeners(copy.canOpen)}</p> : null}
    </div>
  );
}
