import { Download } from 'lucide-react';
import { sayFailure } from '../messages/sentences';
import { buttonClass } from '../ui/Button';
import { sayBytes } from '../ui/format';
import type { PageFailure } from '../../state/contractQuery';
import { isTooLong, type ShownPiece } from './pieceKind';

/** Why a piece is not shown in place: what it is itself, or what the school says of it. */
export type WhyNot = 'password' | 'damaged' | PageFailure;

/** In place of a piece that is not shown: what it is, why, and a way to have it. */
export function NotShown({
  piece,
  source,
  why = null,
}: {
  piece: ShownPiece;
  source: string;
  why?: WhyNot | null;
}) {
  return (
    <div className="m-auto grid max-w-lg justify-items-center gap-4 p-8 text-center">
      <p>{sayWhyNot(piece, why)}</p>
      <a className={buttonClass()} href={`${source}?download=1`}>
        <Download aria-hidden="true" className="size-4.5" /> Download
      </a>
    </div>
  );
}

function sayWhyNot(piece: ShownPiece, why: WhyNot | null): string {
  const it = `This ${piece.form === 'pages' ? 'PDF' : piece.form}`;
  const size = sayBytes(piece.bytes);
  if (why === 'password')
    return `${it} asks for a password, so it can’t be shown here. Ask for one without, or download it to open it.`;
  if (why === 'damaged')
    return `${it} is damaged, or made in a way that can’t be shown here. Download it to see whether another program opens it.`;
  if (why) return sayFailure(why);
  if (isTooLong(piece)) return `${it} (${size}) is too long to be shown here. Download it to open it.`;
  return `${it} (${size}) can’t be previewed. Download it to open it.`;
}
