import MarkdownToJsx from 'markdown-to-jsx/react';
import type { ComponentProps } from 'react';

/** Links lead out of the page, without telling where they were followed from. */
function OutLink({ href = '', children }: ComponentProps<'a'>) {
  const isSafe = /^(https?:|mailto:)/i.test(href);
  if (!isSafe) return <span>{children}</span>;
  return (
    <a href={href} target="_blank" rel="noopener noreferrer" className="text-act underline">
      {children}
    </a>
  );
}

const Heading = ({ children }: ComponentProps<'p'>) => <p className="font-semibold">{children}</p>;

const overrides = {
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
};

/** Markdown as elements of the page, never as HTML of its own. */
export function MarkdownReader({ text }: { text: string }) {
  return (
    <MarkdownToJsx options={{ disableParsingRawHTML: true, forceBlock: true, wrapper: null, overrides }}>
      {text}
    </MarkdownToJsx>
  );
}
