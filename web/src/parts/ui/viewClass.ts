/** A link to one of a few views of a page. */
export const viewClass =
  'inline-flex items-center gap-1.5 rounded-lg border border-edge bg-surface px-3 py-1.5 text-ink no-underline aria-[current]:border-brass-mark aria-[current]:bg-brass-soft aria-[current]:font-bold';
