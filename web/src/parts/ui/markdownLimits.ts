/** What is read of Markdown: no HTML in it is taken for HTML. */
export const parseOptions = { disableParsingRawHTML: true, forceBlock: true } as const;

/** Longest text that is read where it is shown, in characters: the worst of this length takes a few hundredths of a second. */
export const LONGEST_AT_ONCE = 4000;

/** Longest that a worker may read a text, in milliseconds; a book of 400,000 characters takes half a second. */
export const PATIENCE_MS = 4000;

/** Most nodes of a text that is shown laid out (the thesis of 80 pages has about 10,000), and how deeply they nest. */
export const MOST_NODES = 60_000;
export const DEEPEST_NODE = 200;
