import { HttpRangeReader } from '@zip.js/zip.js';
import { listArchive } from '../parts/piece/archive/listArchive';
import type { Archive, ArchiveQuestion } from '../parts/piece/archive/readArchive';
import { whyOf, type WhyUnreadable } from '../parts/piece/office/Unreadable';

/** Parts of a file are no answer to whoever asks for all of it: the browser keeps none of them. */
const readPart = (address: string, how?: RequestInit) => fetch(address, { ...how, cache: 'no-store' });

/** Lists what is in a ZIP, of which only its end is fetched. */
self.onmessage = async ({ data: { source, isDocument } }: MessageEvent<ArchiveQuestion>) => {
  const answer = (read: Archive | WhyUnreadable) => self.postMessage(read);
  try {
    answer(
      await listArchive(
        new HttpRangeReader(new URL(source, self.location.origin), { fetch: readPart }),
        isDocument,
      ),
    );
  } catch (error) {
    answer(whyOf(error));
  }
};
