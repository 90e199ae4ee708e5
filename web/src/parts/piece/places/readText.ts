import type { Stretch } from '@vestibul/core';

/** The text of a part of the page, and where each of its nodes begins in it. */
export interface PageText {
  text: string;
  nodes: { node: Text; from: number }[];
}

const BLOCK = 'p,h1,h2,h3,h4,h5,h6,li,td,th,pre,blockquote,div';

/** Reads the text of a part of the page as it is read aloud: blocks and broken lines are lines. */
export function readText(root: Element): PageText {
  const walker = document.createTreeWalker(root, NodeFilter.SHOW_TEXT | NodeFilter.SHOW_ELEMENT);
  const nodes: PageText['nodes'] = [];
  let text = '';
  let block: Element | null = null;
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    if (!(node instanceof Text)) {
      if (node.nodeName === 'BR') text += '\n';
      continue;
    }
    const own = node.parentElement!.closest(BLOCK);
    if (text !== '' && own !== block && !text.endsWith('\n')) text += '\n';
    block = own;
    nodes.push({ node, from: text.length });
    text += node.data;
  }
  return { text, nodes };
}

/** The stretch of the text that a range of the page covers; null where it covers none. */
export function stretchOf({ nodes }: PageText, range: Range): Stretch | null {
  const covered = nodes.filter(({ node }) => range.intersectsNode(node));
  const [first, last] = [covered[0], covered.at(-1)];
  if (!first || !last) return null;
  const from = first.from + (range.startContainer === first.node ? range.startOffset : 0);
  const to = last.from + (range.endContainer === last.node ? range.endOffset : last.node.length);
  return from < to ? { from, to } : null;
}

/** The range of the page that a stretch of its text is. */
export function rangeOf({ nodes }: PageText, { from, to }: Stretch): Range | null {
  const first = nodes.findLast((one) => one.from <= from);
  const last = nodes.findLast((one) => one.from < to);
  if (!first || !last) return null;
  const range = document.createRange();
  range.setStart(first.node, Math.min(from - first.from, first.node.length));
  range.setEnd(last.node, Math.min(to - last.from, last.node.length));
  return range;
}
