import { useEffect } from 'react';
import { spokenRules, type UploadId } from '@vestibul/core';
import { useDraft } from '../../parts/hall/useDraft';
import { tellFailure } from '../../parts/messages/Notices';
import { useRecorder } from '../../parts/recorder/useRecorder';
import { useKeys } from '../../parts/ui/useKeys';
import { useLatest } from '../../parts/ui/useLatest';
import { api, type Submission } from '../../state/api';

/**
 * A comment that is spoken. What is said is with the school from its first second on, and this browser knows of it until it is
 * saved: after a crash it is here again, as far as it came.
 */
export function useSpeaking(submission: Submission, isOpen: boolean) {
  const recorder = useRecorder({ submissionId: submission.id }, spokenRules);
  const kept = useDraft<UploadId[]>(`spoken comment ${submission.id}`, []);
  const [endUpload] = api.useEndUploadMutation();
  const [dropUpload] = api.useDropUploadMutation();
  const { step } = recorder;
  const uploadId = recorder.progress?.uploadId ?? null;
  const keep = useLatest((id: UploadId) => kept.set([id]));
  useEffect(() => {
    if (uploadId) keep(uploadId);
  }, [uploadId, keep]);

  const isSpeaking = step === 'ready' || step === 'recording' || step === 'paused';
  const [cutOff = null] = step === 'choose' ? kept.value : [];
  const speak = async () => {
    if (isSpeaking) return void recorder.stop();
    if (step === 'choose' && !cutOff) await recorder.recordAtOnce('sound');
  };
  useKeys({ v: isOpen ? () => void speak() : undefined });

  /** Ends what was cut off; null where it is gone. */
  const endCutOff = async (id: UploadId) => {
    const { error } = await endUpload({ params: { uploadId: id } });
    if (!error) return id;
    const isGone = error.code === 'upload-gone' || error.code === 'already-turned-in';
    tellFailure(isGone ? { code: 'spoken-gone', details: {} } : error);
    if (isGone) kept.done();
    return null;
  };
  return {
    recorder,
    isSpeaking,
    cutOff,
    speak,
    /** Whether something is spoken that is not saved. */
    hasAny: isSpeaking || step === 'review' || cutOff !== null,
    /** What is spoken, once the school has all of it; null where that could not be, and it is said why. */
    whenSafe: async () => {
      if (cutOff) return endCutOff(cutOff);
      const { uploadId: id, failure } = await recorder.whenSafe();
      // Where it has failed the bar says so.
      return failure ? null : id;
    },
    /** It is saved. */
    forget: () => {
      recorder.forget();
      kept.done();
    },
    throwAway: async () => {
      kept.done();
      if (cutOff) await dropUpload({ params: { uploadId: cutOff } });
      else await recorder.drop();
    },
  };
}

export type Speaking = ReturnType<typeof useSpeaking>;
