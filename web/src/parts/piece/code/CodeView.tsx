import { useEffect, useRef } from 'react';
import { splitName } from '@vestibul/core';
import { askOnce } from '../../ui/askWorker';
import { PlainText } from '../PlainView';
import type { ShownPiece } from '../pieceKind';
import { plainText } from '../plainText';
import { useBytes } from '../useBytes';
import { Failed, Loading } from '../../messages/States';
import { languageOf, tokenKinds, type Token } from './languages';

export interface CodeQuestion {
  text: string;
  language: string;
}

/** How long colours are waited for, in milliseconds, and the longest text that gets them, in characters: it can be read without. */
const PATIENCE_MS = 5_000;
const LONGEST = 300_000;

/** A program: its text as it stands, its words in colours where this browser lays them over a text (CSS Custom Highlight API). */
export function CodeView({ piece, source }: { piece: ShownPiece; source: string }) {
  const bytes = useBytes(source);
  if (bytes.status === 'loading') return <Loading what="Opening the piece" />;
  if (bytes.status === 'failed') return <Failed failure={bytes.failure} />;
  return <Coloured name={piece.name} text={plainText(bytes.bytes)} />;
}

function Coloured({ name, text }: { name: string; text: string }) {
  const pre = useRef<HTMLPreElement>(null);
  const language = languageOf(splitName(name).extension)!;
  useEffect(() => {
    if (text.length > LONGEST || typeof Highlight === 'undefined') return;
    const stop = new AbortController();
    const worker = new Worker(new URL('../../../workers/code.worker.ts', import.meta.url), {
      type: 'module',
    });
    const question: CodeQuestion = { text, language };
    const begin = async () => {
      const tokens = await askOnce<Token[]>(worker, question, {
        patienceMs: PATIENCE_MS,
        stop: stop.signal,
      });
      // The text is taken off the page before this is told to stop.
      if (tokens && pre.current && !stop.signal.aborted) colour(pre.current, tokens);
    };
    void begin();
    return () => {
      stop.abort();
      for (const kind of tokenKinds) CSS.highlights.delete(`code-${kind}`);
    };
  }, [text, language]);
  return <PlainText name={name} text={text} pre={pre} />;
}

/** The text itself stays as it is, so that places in it do. */
function colour(pre: HTMLPreElement, tokens: readonly Token[]): void {
  const node = pre.firstChild;
  if (!node) return;
  const highlights = new Map(tokenKinds.map((kind) => [kind, new Highlight()]));
  for (const [from, to, kind] of tokens) {
    const range = new StaticRange({
      startContainer: node,
      startOffset: from,
      endContainer: node,
      endOffset: to,
    });
    highlights.get(kind)!.add(range);
  }
  for (const [kind, highlight] of highlights) CSS.highlights.set(`code-${kind}`, highlight);
}
