import { useState, type KeyboardEvent, type RefObject } from 'react';
import { flushSync } from 'react-dom';
import { fillPhrase, phraseAsked, phraseOfKey, phrasesFor } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import type { Draft } from '../../parts/hall/useDraft';
import { api, type Course, type Submission } from '../../state/api';

export type KeptPhrase = AnswerOf<'listPhrases'>[number];

/**
 * Phrases while a comment is written: a semicolon and a key put one in, a semicolon and the start of its words find it, and
 * Enter takes the first that is found. `draft` is to be written through, so that what is typed is seen.
 */
export function usePhrases(
  course: Course,
  submission: Submission,
  written: Draft<string>,
  { box, isCovered }: { box: RefObject<HTMLTextAreaElement | null>; isCovered: boolean },
) {
  const { data: phrases = [] } = api.useListPhrasesQuery({ params: { courseId: course.id } });
  const [asked, setAsked] = useState<ReturnType<typeof phraseAsked>>(null);
  const { student, assignment } = submission;
  // Whose name is hidden is not called by it.
  const names = isCovered
    ? { first: '', last: '' }
    : { first: student.called || student.first, last: student.last };
  const facts = { ...names, assignment: assignment.title };

  const put = (words: string, text: string, from: number, to: number) => {
    flushSync(() => {
      written.set(text.slice(0, from) + words + text.slice(to));
      setAsked(null);
    });
    box.current?.focus();
    box.current?.setSelectionRange(from + words.length, from + words.length);
  };
  const set = (text: string) => {
    const caret = box.current?.selectionStart ?? text.length;
    const now = phraseAsked(text, caret);
    const meant = now && phraseOfKey(phrases, now.query);
    if (meant) return put(fillPhrase(meant.text, facts), text, now.from, caret);
    written.set(text);
    setAsked(now);
  };
  const shown = (asked ? phrasesFor(phrases, asked.query) : phrases).map((phrase) => ({
    ...phrase,
    text: fillPhrase(phrase.text, facts),
  }));
  /** Puts one that is shown where the caret is, in the place of what was typed to find it. */
  const insert = (phrase: KeptPhrase) => {
    const caret = box.current?.selectionStart ?? written.value.length;
    put(phrase.text, written.value, asked?.from ?? caret, caret);
  };
  const takeFirst = (event: KeyboardEvent) => {
    const [first] = shown;
    if (event.key !== 'Enter' || event.ctrlKey || event.metaKey || !asked || !first) return;
    event.preventDefault();
    event.stopPropagation();
    insert(first);
  };
  /** Begins to look for one, from anywhere on the page. */
  const ask = () => {
    box.current?.focus();
    const caret = box.current?.selectionStart ?? 0;
    const before = written.value.slice(0, caret);
    const sign = /\S$/.test(before) ? ' ;' : ';';
    flushSync(() => {
      written.set(before + sign + written.value.slice(caret));
      setAsked({ from: caret + sign.length - 1, query: '' });
    });
    box.current?.setSelectionRange(caret + sign.length, caret + sign.length);
  };
  return { phrases, shown, isAsked: asked !== null, draft: { ...written, set }, insert, takeFirst, ask };
}
