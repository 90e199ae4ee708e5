import { Suspense, lazy, useState } from 'react';
import { pathOf, type ErrorAnswer } from '@vestibul/contract';
import { Loading } from '../messages/States';
import { AreaPlaces } from './places/AreaPlaces';
import { MomentPlaces } from './places/MomentPlaces';
import { LinkView } from './LinkView';
import { NotShown, type WhyNot } from './NotShown';
import { noteRoom } from './pageWidth';
import { pieceKind, type ShownPiece } from './pieceKind';
import { PlainView } from './PlainView';

const PdfView = lazy(() => import('./PdfView').then(({ PdfView: view }) => ({ default: view })));
const DocumentView = lazy(() =>
  import('./DocumentView').then(({ DocumentView: view }) => ({ default: view })),
);
const SheetsView = lazy(() => import('./SheetsView').then(({ SheetsView: view }) => ({ default: view })));

const MarkdownView = lazy(() =>
  import('./MarkdownView').then(({ MarkdownView: view }) => ({ default: view })),
);

/** The sealed copy of a piece, shown in place: pictures, pages, text, sound and video. */
export function PieceView({ piece }: { piece: ShownPiece }) {
  const source = piece.source ?? pathOf('readPiece', { pieceId: piece.id });
  const view = viewOf(piece, source);
  return (
    <Suspense fallback={<Loading what="Opening the piece" />}>
      {/* A new piece is a new view: nothing of the one before stays on screen. */}
      <div key={piece.id} ref={noteRoom} className="flex min-h-0 flex-1 flex-col">
        {view ?? <NotShown piece={piece} source={source} />}
      </div>
    </Suspense>
  );
}

function viewOf(piece: ShownPiece, source: string) {
  const { name } = piece;
  const kind = pieceKind(piece);
  switch (kind) {
    case 'picture':
      return <PictureView piece={piece} source={source} />;
    case 'pdf':
      return <PdfView piece={piece} source={source} />;
    case 'docx':
    case 'odt':
      return <DocumentView piece={piece} source={source} kind={kind} />;
    case 'csv':
    case 'xlsx':
    case 'ods':
      return <SheetsView piece={piece} source={source} kind={kind} />;
    case 'video':
      return (
        <div className="grid min-h-0 flex-1 place-items-center overflow-auto p-3">
          <MomentPlaces>
            {/* eslint-disable-next-line jsx-a11y/media-has-caption -- students' recordings come without captions */}
            <video
              src={source}
              controls
              preload="metadata"
              aria-label={name}
              className="max-h-full max-w-full rounded"
            />
          </MomentPlaces>
        </div>
      );
    case 'sound':
      return (
        <div className="grid flex-1 place-items-center p-6">
          <MomentPlaces>
            {/* eslint-disable-next-line jsx-a11y/media-has-caption -- students' recordings come without captions */}
            <audio src={source} controls preload="metadata" aria-label={name} className="w-full max-w-lg" />
          </MomentPlaces>
        </div>
      );
    case 'link':
      return <LinkView source={source} />;
    case 'markdown':
      return <MarkdownView piece={piece} source={source} />;
    case 'text':
      return <PlainView piece={piece} source={source} />;
    case null:
      return null;
  }
}

/** A picture; what is offered instead where it cannot be shown, being damaged or too large. */
function PictureView({ piece, source }: { piece: ShownPiece; source: string }) {
  const [why, setWhy] = useState<WhyNot | null>(null);
  if (why) return <NotShown piece={piece} source={source} why={why} />;
  return (
    <div className="grid min-h-0 flex-1 place-items-center p-4 [container-type:size]">
      <AreaPlaces className="relative w-fit">
        <img
          src={source}
          alt={piece.name}
          draggable={false}
          className="block max-h-[calc(100cqh-2rem)] max-w-[calc(100cqw-2rem)] rounded object-contain"
          onError={() => void whyNot(source).then(setWhy)}
        />
      </AreaPlaces>
    </div>
  );
}

/** Why a picture came to nothing: the browser says only that it did. */
async function whyNot(source: string): Promise<WhyNot> {
  try {
    const response = await fetch(source, { headers: { Range: 'bytes=0-0' } });
    return response.ok ? 'damaged' : ((await response.json()) as ErrorAnswer).error;
  } catch {
    return { code: 'no-connection', details: {} };
  }
}
