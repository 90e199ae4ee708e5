import { useMemo } from 'react';
import type { CourseId, SubmissionId } from '@vestibul/core';
import { sayFailure } from '../../../parts/messages/sentences';
import { sayCount } from '../../../parts/ui/format';
import { useSettled } from '../../../parts/ui/useSettled';
import { api } from '../../../state/api';

/** How often it is asked for what is still being read, in milliseconds. */
const ASK_MS = 2000;
/** The fewest letters that are looked for in texts: one stands in all of them. */
const FEWEST = 2;
const none: ReadonlySet<SubmissionId> = new Set();

interface WordInText {
  found: ReadonlySet<SubmissionId>;
  /** What is still to come, or why nothing is. */
  says: string;
}

/** In whose text a word stands, once it is typed; nothing where none is looked for. */
export function useWordInText(courseId: CourseId, typed: string): WordInText {
  const word = useSettled(typed.trim());
  const asked = { params: { courseId }, query: { word } };
  const skip = [...word].length < FEWEST;
  const { findWord } = api.endpoints;
  const { currentData, error } = findWord.useQueryState(asked, { skip });
  findWord.useQuerySubscription(asked, {
    skip,
    pollingInterval: currentData && currentData.waiting > 0 ? ASK_MS : 0,
  });
  const found = useMemo(() => (currentData ? new Set(currentData.submissionIds) : none), [currentData]);
  if (skip) return { found: none, says: '' };
  if (error) return { found, says: `Texts are not looked through: ${sayFailure(error)}` };
  if (!currentData) return { found, says: 'Looking through the texts …' };
  return {
    found,
    says: currentData.waiting > 0 ? `${sayCount(currentData.waiting, 'text')} still to be read …` : '',
  };
}
