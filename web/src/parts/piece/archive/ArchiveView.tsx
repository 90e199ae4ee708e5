import { useEffect, useState } from 'react';
import { splitName } from '@vestibul/core';
import { Loading } from '../../messages/States';
import { sayBytes, sayNumber } from '../../ui/format';
import { whyNot } from '../damage/whyNot';
import { NotShown, type WhyNot } from '../NotShown';
import { Picture } from '../picture/PictureView';
import type { ShownPiece } from '../pieceKind';
import { Sheets } from '../SheetsView';
import { readArchive, type Archive } from './readArchive';

/** What is in a ZIP; of a program's document that holds a picture of itself, that picture first. */
export function ArchiveView({ piece, source }: { piece: ShownPiece; source: string }) {
  const [archive, setArchive] = useState<Archive | null>(null);
  const [why, setWhy] = useState<WhyNot | null>(null);
  const [isListed, setListed] = useState(false);
  const isDocument = splitName(piece.name).extension !== 'zip';
  const [preview, setPreview] = useState<string | null>(null);
  useEffect(() => {
    const stop = new AbortController();
    let address: string | null = null;
    const begin = async () => {
      const read = await readArchive({ source, isDocument }, stop.signal);
      if (stop.signal.aborted) return;
      if (typeof read !== 'string') {
        address = read.preview && URL.createObjectURL(read.preview);
        setPreview(address);
        return setArchive(read);
      }
      // The school may have said why, which the worker does not hear.
      const said = read === 'damaged' ? await whyNot(source) : read;
      if (!stop.signal.aborted) setWhy(said);
    };
    void begin();
    return () => {
      stop.abort();
      if (address) URL.revokeObjectURL(address);
    };
  }, [source, isDocument]);
  if (why) return <NotShown piece={piece} source={source} why={why} />;
  if (!archive) return <Loading what="Reading the list" />;
  const { files, bytes, isLocked, list } = archive;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <p className="flex flex-wrap items-center gap-x-3 gap-y-1 px-4 pt-3">
        <span>
          {preview ? 'A picture of itself, as the program that made it left it. ' : ''}
          {sayNumber(files)} {files === 1 ? 'file' : 'files'} in it, {sayBytes(bytes)} unpacked.
          {isLocked ? ' A password is needed to open them.' : ''}
        </span>
        {preview ? (
          <button
            type="button"
            className="min-h-6 font-semibold text-act underline"
            onClick={() => setListed(!isListed)}
          >
            {isListed ? 'Show the picture' : 'Show what is in it'}
          </button>
        ) : null}
      </p>
      {preview && !isListed ? (
        <Picture src={preview} alt={piece.name} />
      ) : (
        <Sheets piece={piece} source={source} sheets={[list]} />
      )}
    </div>
  );
}
