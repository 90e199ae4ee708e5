import { parser } from 'markdown-to-jsx/react';
import { MOST_NODES, DEEPEST_NODE, parseOptions } from '../parts/ui/markdownLimits';

/** Reads a long text in Markdown away from the page. Answers its tree, or null where it is too much to be shown. */
self.onmessage = ({ data }: MessageEvent<string>) => {
  try {
    const tree = parser(data, parseOptions);
    self.postMessage(isShowable(tree) ? tree : null);
  } catch {
    self.postMessage(null);
  }
};

/** Whether a tree has few enough nodes, and nests little enough, for a page to show it in no time. */
function isShowable(tree: unknown): boolean {
  let nodes = 0;
  const left: [unknown, number][] = [[tree, 0]];
  for (let next = left.pop(); next; next = left.pop()) {
    const [node, depth] = next;
    if (typeof node !== 'object' || node === null) continue;
    nodes += 1;
    if (nodes > MOST_NODES || depth > DEEPEST_NODE) return false;
    for (const inner of Object.values(node)) left.push([inner, depth + 1]);
  }
  return true;
}
