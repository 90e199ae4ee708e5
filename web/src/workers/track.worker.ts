import { whyOf } from '../parts/piece/office/Unreadable';
import type { TrackRead } from '../parts/piece/track/askTrack';
import { measureTrack } from '../parts/piece/track/measureTrack';
import { readTrack } from '../parts/piece/track/readTrack';

/** Reads a walk and measures it, away from the page. */
self.onmessage = ({ data }: MessageEvent<ArrayBuffer>) => {
  const answer = (read: TrackRead) => self.postMessage(read);
  try {
    answer(measureTrack(readTrack(data)));
  } catch (error) {
    answer(whyOf(error));
  }
};
