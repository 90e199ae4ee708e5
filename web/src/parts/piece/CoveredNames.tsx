import { useLayoutEffect, useRef, type ReactNode } from 'react';
import { stretchesToCover } from '@vestibul/core';

/** As the highlight is called in styles.css. */
const COVERED = 'covered-name';

/** Whether this browser can cover words without changing them (CSS Custom Highlight API, W3C working draft). */
export const canCoverWords = typeof Highlight !== 'undefined' && 'highlights' in CSS;

/**
 * Covers words wherever they stand in what is shown, as soon as it is: in documents, in plain text and in the text of PDFs. The
 * text itself stays as it is, so that places in it do.
 */
export function CoveredNames({ words, children }: { words: ReadonlySet<string>; children: ReactNode }) {
  const box = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    if (!box.current || !canCoverWords || words.size === 0) return;
    const covered = new Highlight();
    // No colour of a program's words shows a name.
    covered.priority = 1;
    CSS.highlights.set(COVERED, covered);
    const coverIn = (root: Node) => {
      const texts = document.createTreeWalker(root, NodeFilter.SHOW_TEXT);
      const first = root.nodeType === Node.TEXT_NODE ? root : texts.nextNode();
      for (let node = first; node; node = texts.nextNode())
        for (const { from, to } of stretchesToCover(node.textContent ?? '', words)) {
          const range = document.createRange();
          range.setStart(node, from);
          range.setEnd(node, to);
          covered.add(range);
        }
    };
    coverIn(box.current);
    // What is drawn later is covered before anybody sees it: the observer is told before the page is painted.
    const observer = new MutationObserver((changes) => {
      for (const { type, target, addedNodes } of changes)
        if (type === 'characterData') coverIn(target);
        else for (const node of addedNodes) coverIn(node);
    });
    observer.observe(box.current, { subtree: true, childList: true, characterData: true });
    return () => {
      observer.disconnect();
      CSS.highlights.delete(COVERED);
    };
  }, [words]);
  return (
    <div ref={box} className="flex min-h-0 flex-1 flex-col">
      {children}
    </div>
  );
}
