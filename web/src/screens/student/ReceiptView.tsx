import { CircleCheck, Download } from 'lucide-react';
import { pathOf } from '@vestibul/contract';
import { buttonClass } from '../../parts/ui/Button';
import { sayBytes, sayExactly } from '../../parts/ui/format';
import { useZone } from '../../parts/hall/useSession';
import type { Receipt } from '../../state/api';
import { sayInTime } from './sayInTime';

interface ReceiptViewProps {
  receipt: Receipt;
  title: string;
  isNew?: boolean;
}

const goneWords: Record<NonNullable<Receipt['gone']>['how'], string> = {
  'taken back': 'You took this back,',
  'sent back': 'Your teacher sent this back,',
  undone: 'Your teacher moved this to the person it belongs to,',
};

/** The student's proof: what arrived, when, under which name, with which bytes. */
export function ReceiptView({ receipt, title, isNew = false }: ReceiptViewProps) {
  const zone = useZone();
  return (
    <section aria-label="Receipt" className="grid gap-3 rounded-xl border border-line bg-surface p-4">
      <div className="flex items-center gap-3">
        <CircleCheck aria-hidden="true" className={`shrink-0 text-act ${isNew ? 'size-10' : 'size-6'}`} />
        <div>
          {isNew ? (
            <h1>It arrived.</h1>
          ) : (
            <h2 className="text-ink">Receipt{receipt.attempt > 1 ? `, attempt ${receipt.attempt}` : ''}</h2>
          )}
          <p className={isNew ? 'text-lg' : ''}>
            <b className={receipt.lateMs > 0 ? 'text-brick' : receipt.due === null ? '' : 'text-act'}>
              {sayInTime(receipt)}
            </b>
            , {sayExactly(receipt.at, zone)}
          </p>
        </div>
      </div>
      {receipt.gone ? (
        <p className="font-semibold">
          {goneWords[receipt.gone.how]} {sayExactly(receipt.gone.at, zone)}. It no longer counts; the record
          keeps it.
        </p>
      ) : receipt.counts || isNew ? null : (
        <p className="text-ink-2">Another attempt counts.</p>
      )}
      <p className="text-small text-ink-2">
        {title} · line {receipt.line} of the ledger
        {receipt.inClass ? ' · shown in class, written down by your teacher' : ''}
      </p>
      <ul className="grid list-none gap-2.5 p-0">
        {receipt.pieces.map((piece) => (
          <li key={piece.id} className="grid gap-0.5 border-t border-line pt-2.5">
            <code className="font-semibold [overflow-wrap:anywhere]">{piece.name}</code>
            <span className="text-small text-ink-2 [overflow-wrap:anywhere]">
              was {piece.originalName} · {sayBytes(piece.bytes)}
            </span>
            <span className="text-small text-ink-2 [overflow-wrap:anywhere]">
              SHA-256 <code>{piece.sha256}</code>
            </span>
          </li>
        ))}
      </ul>
      <details className="text-small">
        <summary className="w-fit cursor-pointer rounded font-semibold text-act">What this proves</summary>
        <p className="mt-1.5 text-ink-2">
          That you turned in exactly this work at this time: it is on the school’s ledger, signed by the
          school. With the saved file anyone can check that without asking the school. It says nothing about
          what happened to the work later.
        </p>
      </details>
      <a
        className={`${buttonClass('quiet')} justify-self-start`}
        href={pathOf('readReceipt', {
          submissionId: receipt.submissionId,
          attempt: String(receipt.attempt),
        })}
      >
        <Download aria-hidden="true" className="size-4.5" /> Save the receipt as a file
      </a>
    </section>
  );
}
