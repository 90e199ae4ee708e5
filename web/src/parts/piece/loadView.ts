import { pieceKind, type PieceKind, type ShownPiece } from './pieceKind';
import { isDocument } from './readDocument';
import { isTable } from './readSheets';

// Views that come with the first piece that needs them: each brings a library.
export const loadPdf = () => import('./PdfView').then(({ PdfView: view }) => ({ default: view }));
export const loadDocument = () =>
  import('./DocumentView').then(({ DocumentView: view }) => ({ default: view }));
export const loadSheets = () => import('./SheetsView').then(({ SheetsView: view }) => ({ default: view }));
export const loadArchive = () =>
  import('./archive/ArchiveView').then(({ ArchiveView: view }) => ({ default: view }));
export const loadTrack = () => import('./track/TrackView').then(({ TrackView: view }) => ({ default: view }));
export const loadMarkdown = () =>
  import('./MarkdownView').then(({ MarkdownView: view }) => ({ default: view }));

const loaders: Partial<Record<PieceKind, () => Promise<unknown>>> = {
  pdf: loadPdf,
  archive: loadArchive,
  track: loadTrack,
  markdown: loadMarkdown,
};

/** Loads what a piece is shown by; where that fails it is loaded when it is looked at, which then says so. */
export function loadViewOf(piece: ShownPiece): void {
  const kind = pieceKind(piece);
  if (kind === null) return;
  const load = isDocument(kind) ? loadDocument : isTable(kind) ? loadSheets : loaders[kind];
  load?.().catch(() => undefined);
}
