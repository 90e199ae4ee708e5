import fsp from 'node:fs/promises';
import {
  Conversion,
  FilePathSource,
  FilePathTarget,
  Input,
  MP4,
  Mp4OutputFormat,
  Output,
  WEBM,
  WebMOutputFormat,
} from 'mediabunny';
import type { Report } from '../threads/jobs';

const webm = () => new WebMOutputFormat();
// What says how long it is stands at the end: nothing of it has to be held in memory until then.
const mp4 = () => new Mp4OutputFormat({ fastStart: false });

/** What browsers write recordings in, by its type; another type of recording stays as it came. */
const forms = {
  'video/webm': webm,
  'audio/webm': webm,
  'video/mp4': mp4,
  'audio/mp4': mp4,
  'audio/x-m4a': mp4,
};

/**
 * What may be missing of the bytes that came: what a browser writes around pictures and sounds, as a share, and what a crash
 * cut off, in seconds: a recorder hands on a second at a time, and one that is not whole can't be read. Where more would be
 * missing, the file is damaged somewhere in its midst.
 */
const AROUND = 0.02;
const CUT_OFF_S = 1;

export interface Finishing {
  from: string;
  to: string;
  mime: string;
}

export const canFinish = (mime: string): boolean => Object.hasOwn(forms, mime);

/**
 * Writes a recording anew with its duration and with an index. A browser writes it while it is made, and so can say neither:
 * a player then shows no length and cannot go to a place in it. Pictures and sounds are taken over as they are. False, with
 * whatever is at `to`, where it cannot be written so that all of it is there.
 */
export async function finishRecording({ from, to, mime }: Finishing, report: Report): Promise<boolean> {
  const input = new Input({ source: new FilePathSource(from), formats: [WEBM, MP4] });
  try {
    const output = new Output({
      format: forms[mime as keyof typeof forms](),
      target: new FilePathTarget(to),
    });
    const conversion = await Conversion.init({ input, output, showWarnings: false });
    if (!conversion.isValid || conversion.discardedTracks.length > 0) return false;
    conversion.onProgress = (share) => report(Math.round(share * 100), 100);
    await conversion.execute();
    return await isAll(from, to);
  } finally {
    input.dispose();
  }
}

async function isAll(from: string, to: string): Promise<boolean> {
  const [came, finished] = await Promise.all([fsp.stat(from), fsp.stat(to)]);
  const input = new Input({ source: new FilePathSource(to), formats: [WEBM, MP4] });
  try {
    const seconds = await input.computeDuration();
    const mayMiss = came.size * AROUND + (finished.size / seconds) * CUT_OFF_S;
    return seconds > 0 && came.size - finished.size <= mayMiss;
  } finally {
    input.dispose();
  }
}
