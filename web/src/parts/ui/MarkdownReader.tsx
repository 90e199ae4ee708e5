import MarkdownToJsx, { astToJSX, type MarkdownToJSX } from 'markdown-to-jsx/react';
import { useEffect, useState, type ComponentProps } from 'react';
import { askOnce } from './askWorker';
import { leadsOut } from './leadsOut';
import { LONGEST_AT_ONCE, PATIENCE_MS, parseOptions } from './markdownLimits';

/** Links lead out of the page, without telling where they were followed from. */
function OutLink({ href = '', children }: ComponentProps<'a'>) {
  if (!leadsOut(href)) return <span>{children}</span>;
  return (
    <a href={href} target="_blank" rel="noopener noreferrer" className="text-act underline">
      {children}
    </a>
  );
}

const Heading = ({ children }: ComponentProps<'p'>) => <p className="font-semibold">{children}</p>;

const options = {
  ...parseOptions,
  wrapper: null,
  overrides: {
    a: OutLink,
    // A page has its own headings; those of a text are only louder.
    h1: Heading,
    h2: Heading,
    h3: Heading,
    h4: Heading,
    h5: Heading,
    h6: Heading,
    // Pictures from elsewhere would tell where they are looked at.
    img: ({ alt }: ComponentProps<'img'>) => <span>{alt}</span>,
  },
};

/** Markdown as elements of the page, never as HTML of its own. A long text is read in a worker and is plain until then. */
export function MarkdownReader({ text }: { text: string }) {
  if (text.length > LONGEST_AT_ONCE) return <LongReader key={text} text={text} />;
  return <MarkdownToJsx options={options}>{text}</MarkdownToJsx>;
}

function LongReader({ text }: { text: string }) {
  const [tree, setTree] = useState<MarkdownToJSX.ASTNode[] | 'too much' | null>(null);
  useEffect(() => {
    const stop = new AbortController();
    const read = async () => {
      const worker = new Worker(new URL('../../workers/markdown.worker.ts', import.meta.url), {
        type: 'module',
      });
      const answer = await askOnce<MarkdownToJSX.ASTNode[] | null>(worker, text, {
        patienceMs: PATIENCE_MS,
        stop: stop.signal,
      });
      if (!stop.signal.aborted) setTree(answer ?? 'too much');
    };
    void read();
    return () => stop.abort();
  }, [text]);
  if (tree !== null && tree !== 'too much') return <>{astToJSX(tree, options)}</>;
  return (
    <>
      {tree === 'too much' ? (
        <p role="status" className="text-small font-semibold">
          Shown as plain text. Laying it out takes too long.
        </p>
      ) : null}
      <p className="whitespace-pre-wrap">{text}</p>
    </>
  );
}
