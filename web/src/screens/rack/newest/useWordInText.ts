import { useMemo } from 'react';
import { SHORTEST_SEARCH } from '@vestibul/contract';
import type { CourseId, SubmissionId } from '@vestibul/core';
import { sayFailure } from '../../../parts/messages/sentences';
import { sayCount } from '../../../parts/ui/format';
import { useSettled } from '../../../parts/ui/useSettled';
import { api } from '../../../state/api';

/** How often it is asked for what is still being read, in milliseconds. */
const ASK_MS = 2000;
const none: ReadonlySet<SubmissionId> = new Set();

interface WordInText {
  found: ReadonlySet<SubmissionId>;
  /** What is another one as soon as more of the same word is found, or another word. */
  key: string;
  /** What is still to come, or why nothing is. */
  says: string;
}

/** In whose text a word stands, once it is typed; nothing where none is looked for. */
export function useWordInText(courseId: CourseId, typed: string): WordInText {
  const word = useSettled(typed.trim());
  const asked = { params: { courseId }, query: { word } };
  const skip = word.length < SHORTEST_SEARCH;
  const { findWord } = api.endpoints;
  const { currentData, error } = findWord.useQueryState(asked, { skip });
  findWord.useQuerySubscription(asked, {
    skip,
    pollingInterval: currentData && currentData.waiting > 0 ? ASK_MS : 0,
  });
  const found = useMemo(() => (currentData ? new Set(currentData.submissionIds) : none), [currentData]);
  const key = `${word} ${found.size}`;
  if (skip) return { found: none, key: '', says: '' };
  if (error) return { found, key, says: `Texts are not looked through: ${sayFailure(error)}` };
  if (!currentData) return { found, key, says: 'Looking through the texts …' };
  return {
    found,
    key,
    says: currentData.waiting > 0 ? `${sayCount(currentData.waiting, 'text')} still to be read …` : '',
  };
}
