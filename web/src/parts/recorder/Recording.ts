import { Upload } from 'tus-js-client';
import { routes } from '@vestibul/contract';
import type { AssignmentId, RecordingKind, SubmissionId, UploadId } from '@vestibul/core';
import type { PageFailure } from '../../state/contractQuery';
import { failureOf, passesByItself } from '../../state/uploading';
import { GrowingFile } from './GrowingFile';

/**
 * How often what was recorded is handed on, in milliseconds: a crash of the tab loses no more than a few of these.
 * It is sent by time and not by size, since a quiet room makes few bytes a second.
 */
const SLICE_MS = 1000;
/** Bytes in one request at most, where the connection was gone for a while. */
const MOST_AT_ONCE = 4 * 1024 * 1024;
const BITS = { video: 1_500_000, audio: 64_000 };
const RETRY_MS = [0, 500, 1000, 2000, 4000, ...Array.from({ length: 400 }, () => 5000)];

/** Forms of recordings, the first that the browser can write is taken. */
const PICTURES = ['video/webm;codecs=vp9,opus', 'video/webm;codecs=vp8,opus', 'video/webm', 'video/mp4'];
const SOUNDS = ['audio/webm;codecs=opus', 'audio/webm', 'audio/mp4'];
const extensions: Record<string, string> = {
  'video/webm': 'webm',
  'video/mp4': 'mp4',
  'audio/webm': 'weba',
  'audio/mp4': 'm4a',
};

/** What is recorded for: a student's tray, or to be said of work. */
export type RecordedFor = { assignmentId: AssignmentId } | { submissionId: SubmissionId };

export interface Progress {
  /** What the school has, and what was recorded, in bytes. */
  sent: number;
  recorded: number;
  /** Whether the connection is gone and it goes on by itself. */
  waits: boolean;
  uploadId: UploadId | null;
  failure: PageFailure | null;
  /** Whether the school has all of it. */
  isSafe: boolean;
}

/**
 * One recording: it is sent while it is made, so that it is in a moment after its end, and so that what was recorded
 * before a crash is there.
 */
export class Recording {
  readonly #recorder: MediaRecorder;
  readonly #upload: Upload;
  readonly #file = new GrowingFile();
  readonly #mime: string;
  #progress: Progress = { sent: 0, recorded: 0, waits: false, uploadId: null, failure: null, isSafe: false };
  #recordedMs = 0;
  /** Done when the school has all of it, or it has failed. */
  #end = () => {};
  readonly #ended = new Promise<void>((resolve) => (this.#end = resolve));
  #runningSince: number | null = null;

  constructor(
    stream: MediaStream,
    kind: RecordingKind,
    wantedFor: RecordedFor,
    private readonly onProgress: (progress: Progress) => void,
  ) {
    const wanted = kind === 'sound' ? SOUNDS : PICTURES;
    const mimeType = wanted.find((type) => MediaRecorder.isTypeSupported(type)) ?? '';
    this.#recorder = new MediaRecorder(stream, {
      ...(mimeType ? { mimeType } : {}),
      videoBitsPerSecond: BITS.video,
      audioBitsPerSecond: BITS.audio,
    });
    this.#mime = (mimeType || this.#recorder.mimeType || 'video/webm').split(';')[0]!;
    this.#recorder.ondataavailable = ({ data }) => {
      this.#file.add(data);
      this.#become({ recorded: this.#file.bytes });
    };
    this.#recorder.onstop = () => this.#file.end();
    this.#upload = this.#makeUpload(wantedFor, kind);
  }

  start(): void {
    this.#recorder.start(SLICE_MS);
    this.#runningSince = performance.now();
    this.#upload.start();
  }

  pause(): void {
    if (this.#recorder.state === 'recording') this.#recorder.pause();
    this.#count();
  }

  goOn(): void {
    if (this.#recorder.state !== 'paused') return;
    this.#recorder.resume();
    this.#runningSince = performance.now();
  }

  /** Whether anything is left to record with: a browser ends what has lost its last device. */
  canGoOn(): boolean {
    return (
      this.#recorder.state !== 'inactive' &&
      this.#recorder.stream.getTracks().some(({ readyState }) => readyState === 'live')
    );
  }

  /** Ends it; back with all of it, to be looked at. */
  async stop(): Promise<Blob> {
    this.#count();
    if (this.#recorder.state !== 'inactive') {
      const stopped = new Promise((resolve) =>
        this.#recorder.addEventListener('stop', resolve, { once: true }),
      );
      this.#recorder.stop();
      await stopped;
    }
    return this.#file.whole(this.#mime);
  }

  /** How far it is once the school has all of it, or it has failed. */
  async whenSafe(): Promise<Progress> {
    await this.#ended;
    return this.#progress;
  }

  /** Throws it away, in the school too. */
  async drop(): Promise<void> {
    if (this.#recorder.state !== 'inactive') this.#recorder.stop();
    await this.#upload.abort(true).catch(() => undefined);
  }

  /** How long it is by now, without its pauses, in milliseconds. */
  recordedMs(): number {
    return this.#recordedMs + (this.#runningSince === null ? 0 : performance.now() - this.#runningSince);
  }

  #count(): void {
    this.#recordedMs = this.recordedMs();
    this.#runningSince = null;
  }

  #become(change: Partial<Progress>): void {
    this.#progress = { ...this.#progress, ...change };
    this.onProgress(this.#progress);
  }

  #makeUpload(wantedFor: RecordedFor, kind: RecordingKind): Upload {
    const filename = `${kind}.${extensions[this.#mime] ?? 'webm'}`;
    return new Upload(new Blob(), {
      endpoint: routes.createUpload.path,
      uploadLengthDeferred: true,
      // The length is told with the last slice; until then the library asks for no size.
      fileReader: {
        openFile: () =>
          Promise.resolve({ size: 0, slice: (start, end) => this.#file.slice(start, end), close: () => {} }),
      },
      chunkSize: MOST_AT_ONCE,
      retryDelays: RETRY_MS,
      storeFingerprintForResuming: false,
      metadata: { filename, ...wantedFor },
      onUploadUrlAvailable: () =>
        this.#become({ uploadId: (this.#upload.url?.split('/').at(-1) ?? null) as UploadId | null }),
      onProgress: (sent) => this.#become({ sent, waits: false }),
      onShouldRetry: (error) => {
        const passes = passesByItself(failureOf(error));
        if (passes) this.#become({ waits: true });
        return passes;
      },
      onSuccess: () => {
        this.#become({ isSafe: true, waits: false, sent: this.#progress.recorded });
        this.#end();
      },
      onError: (error) => {
        this.#become({ failure: failureOf(error) });
        this.#end();
      },
    });
  }
}
