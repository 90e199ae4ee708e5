import { Suspense, lazy } from 'react';

// The reader of Markdown comes after the page: what it reads is there as plain text at once.
const Reader = lazy(() =>
  import('./MarkdownReader').then(({ MarkdownReader }) => ({ default: MarkdownReader })),
);

/** A teacher's text with Markdown's signs, shown safely: nothing that looks like HTML in it is taken for HTML. */
export function Markdown({ text }: { text: string }) {
  return (
    <div className="markdown grid gap-2 [overflow-wrap:anywhere]">
      <Suspense fallback={<p className="whitespace-pre-line">{text}</p>}>
        <Reader text={text} />
      </Suspense>
    </div>
  );
}
