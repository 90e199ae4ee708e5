import { Upload } from 'tus-js-client';
import { routes } from '@vestibul/contract';
import type { CourseId, PileId, UploadId } from '@vestibul/core';
import type { PageFailure } from './contractQuery';
import { CHUNK, failureOf, refusal } from './uploading';

/** What a file is for: a blank of a course, what a guest brings by a side door, or a pile for the sorting table. */
type Purpose = { courseId: CourseId } | { door: '1' } | { pileId: PileId };

/** Sends one file while its page is open; `onProgress` is told the share that has arrived, from 0 to 1. */
export function sendFile(
  purpose: Purpose,
  file: File,
  onProgress: (share: number) => void,
  /** The name it is sent under: of a file in a folder its path. */
  name: string = file.name,
): Promise<{ uploadId: UploadId } | { failure: PageFailure }> {
  const failure = refusal(file);
  if (failure) return Promise.resolve({ failure });
  return new Promise((resolve) => {
    const upload = new Upload(file, {
      endpoint: routes.createUpload.path,
      chunkSize: CHUNK,
      retryDelays: [0, 1000, 3000, 5000, 10_000],
      storeFingerprintForResuming: false,
      metadata: { filename: name, ...purpose },
      onProgress: (sent, total) => onProgress(total > 0 ? sent / total : 0),
      onSuccess: () => resolve({ uploadId: upload.url!.split('/').at(-1) as UploadId }),
      onError: (error) => resolve({ failure: failureOf(error) }),
    });
    upload.start();
  });
}
