import { Suspense, lazy } from 'react';
import { Loading } from '../messages/States';
import { CodeView } from './code/CodeView';
import { LinkView } from './LinkView';
import { SoundView } from './media/SoundView';
import { VideoView } from './media/VideoView';
import { NotShown } from './NotShown';
import { noteRoom } from './pageWidth';
import { HeicView } from './picture/HeicView';
import { PictureView } from './picture/PictureView';
import { pieceKind, sourceOf, type ShownPiece } from './pieceKind';
import { PlainView } from './PlainView';
import { loadArchive, loadDocument, loadMarkdown, loadPdf, loadSheets, loadTrack } from './loadView';

const PdfView = lazy(loadPdf);
const DocumentView = lazy(loadDocument);
const SheetsView = lazy(loadSheets);
const ArchiveView = lazy(loadArchive);
const TrackView = lazy(loadTrack);
const MarkdownView = lazy(loadMarkdown);

/** The sealed copy of a piece, shown in place: pictures, pages, text, sound and video. */
export function PieceView({ piece }: { piece: ShownPiece }) {
  const source = sourceOf(piece);
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
  const kind = pieceKind(piece);
  switch (kind) {
    case 'picture':
      return <PictureView piece={piece} source={source} />;
    case 'drawing':
      return <PictureView piece={piece} source={source} isDrawn />;
    case 'heic':
      return <HeicView piece={piece} source={source} />;
    case 'pdf':
      return <PdfView piece={piece} source={source} />;
    case 'docx':
    case 'odt':
    case 'rtf':
    case 'pptx':
    case 'odp':
    case 'epub':
      return <DocumentView piece={piece} source={source} kind={kind} />;
    case 'csv':
    case 'xlsx':
    case 'ods':
      return <SheetsView piece={piece} source={source} kind={kind} />;
    case 'video':
      return <VideoView piece={piece} source={source} />;
    case 'sound':
      return <SoundView piece={piece} source={source} />;
    case 'track':
      return <TrackView piece={piece} source={source} />;
    case 'archive':
      return <ArchiveView piece={piece} source={source} />;
    case 'link':
      return <LinkView source={source} />;
    case 'markdown':
      return <MarkdownView piece={piece} source={source} />;
    case 'code':
      return <CodeView piece={piece} source={source} />;
    case 'text':
      return <PlainView piece={piece} source={source} />;
    case null:
      return null;
  }
}
