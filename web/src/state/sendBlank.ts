import { Upload } from 'tus-js-client';
import { routes } from '@vestibul/contract';
import type { CourseId, UploadId } from '@vestibul/core';
import type { PageFailure } from './contractQuery';
import { CHUNK, failureOf, refusal } from './uploading';

/** Sends a file that is to be a blank; `onProgress` is told the share that has arrived, from 0 to 1. */
export function sendBlank(
  courseId: CourseId,
  file: File,
  onProgress: (share: number) => void,
): Promise<{ uploadId: UploadId } | { failure: PageFailure }> {
  const failure = refusal(file);
  if (failure) return Promise.resolve({ failure });
  return new Promise((resolve) => {
    const upload = new Upload(file, {
      endpoint: routes.createUpload.path,
      chunkSize: CHUNK,
      retryDelays: [0, 1000, 3000, 5000, 10_000],
      storeFingerprintForResuming: false,
      metadata: { filename: file.name, courseId },
      onProgress: (sent, total) => onProgress(total > 0 ? sent / total : 0),
      onSuccess: () => resolve({ uploadId: upload.url!.split('/').at(-1) as UploadId }),
      onError: (error) => resolve({ failure: failureOf(error) }),
    });
    upload.start();
  });
}
