import { Download } from 'lucide-react';
import { splitName } from '@vestibul/core';
import { sayFailure } from '../messages/sentences';
import { buttonClass } from '../ui/Button';
import { sayBytes } from '../ui/format';
import type { PageFailure } from '../../state/contractQuery';
import type { WhyUnreadable } from './office/Unreadable';
import { isLocked, isTooLong, type ShownPiece } from './pieceKind';

/** Why a piece is not shown in place: what it is itself, what this browser can, or what the school says of it. */
export type WhyNot = WhyUnreadable | 'unplayable' | PageFailure;

interface NotShownProps {
  piece: ShownPiece;
  source: string;
  why?: WhyNot | null;
}

/** In place of a piece that is not shown: what it is, why, and a way to have it. */
export function NotShown({ piece, source, why = null }: NotShownProps) {
  return (
    <div className="m-auto grid max-w-lg justify-items-center gap-3 p-8 text-center">
      <p className="font-display text-xl leading-tight font-semibold [overflow-wrap:anywhere]">
        {piece.name}
      </p>
      <p>{sayWhyNot(piece, why)}</p>
      <p className="text-small text-ink-2">
        {sayBytes(piece.bytes)}. {sayFirstBytes(piece.mime)}
      </p>
      <a className={buttonClass()} href={`${source}?download=1`}>
        <Download aria-hidden="true" className="size-4.5" /> Download
      </a>
    </div>
  );
}

function sayWhyNot(piece: ShownPiece, why: WhyNot | null): string {
  const it = `This ${piece.form === 'pages' ? 'PDF' : piece.form}`;
  const reason = why ?? ownReason(piece);
  if (typeof reason === 'object' && reason !== null) return sayFailure(reason);
  switch (reason) {
    case 'password':
      return `${it} asks for a password, so it can’t be shown here. Ask for one without, or download it to open it.`;
    case 'damaged':
      return `${it} is damaged, or made in a way that can’t be shown here. Download it to see whether another program opens it.`;
    case 'unplayable':
      return `${it} can’t be played here: it is damaged, or recorded in a way this browser doesn’t know. Download it to play it elsewhere.`;
    case 'long':
      return `${it} is too long to be shown here. Download it to open it.`;
    case 'slow':
      return `${it} took too long to be laid out here. Download it to open it.`;
    case null:
      return `${piece.form === 'file' ? sayFile(piece) : it} can’t be shown here. Download it to open it.`;
  }
}

/** Why a piece is not shown, as far as it is known before anybody opens it. */
function ownReason(piece: ShownPiece): WhyUnreadable | null {
  if (isLocked(piece)) return 'password';
  return isTooLong(piece) ? 'long' : null;
}

function sayFile({ name }: ShownPiece): string {
  const { extension } = splitName(name);
  return extension ? `A file that ends in .${extension}` : 'A file of this kind';
}

const UNKNOWN = 'application/octet-stream';

/** What the bytes themselves say, whatever the file is called: the school has looked at them when it arrived. */
const sayFirstBytes = (mime: string): string =>
  mime === UNKNOWN
    ? 'Its first bytes are those of no kind of file that is known here.'
    : `By its first bytes it is ${mime}.`;
