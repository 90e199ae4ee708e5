import { findTokens } from '../parts/piece/code/findTokens';
import type { CodeQuestion } from '../parts/piece/code/CodeView';

/** Finds the words of a program that have a colour, away from the page. */
self.onmessage = ({ data: { text, language } }: MessageEvent<CodeQuestion>) => {
  self.postMessage(findTokens(text, language));
};
