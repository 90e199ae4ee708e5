import { Parser } from 'htmlparser2';
import highlighter from 'highlight.js/lib/common';
import type { Token, TokenKind } from './languages';

/** Words that are coloured of one text: beyond them it is read without. */
const MOST_TOKENS = 50_000;

/** What the library calls them, as far as they are coloured. */
const KINDS: Readonly<Record<string, TokenKind>> = {
  comment: 'comment',
  quote: 'comment',
  keyword: 'word',
  built_in: 'word',
  tag: 'word',
  name: 'word',
  'selector-tag': 'word',
  meta: 'word',
  string: 'text',
  regexp: 'text',
  addition: 'text',
  number: 'number',
  literal: 'number',
  title: 'name',
  attr: 'name',
  attribute: 'name',
  section: 'name',
  deletion: 'comment',
};

/** The words of a program that have a colour; none of what is no program. */
export function findTokens(text: string, language: string): Token[] {
  if (!highlighter.getLanguage(language)) return [];
  const tokens: Token[] = [];
  /** What each open element is, null of one that has no colour of its own. */
  const open: (TokenKind | null)[] = [];
  let at = 0;
  const parser = new Parser(
    {
      onopentag: (_, { class: names = '' }) =>
        open.push(KINDS[names.split(' ')[0]!.replace(/^hljs-/, '')] ?? null),
      ontext(part) {
        // What stands within a coloured word and is none itself is a part of it.
        const kind = open.findLast((one) => one !== null);
        const last = tokens.at(-1);
        const to = at + part.length;
        if (kind && last?.[1] === at && last[2] === kind) tokens[tokens.length - 1] = [last[0], to, kind];
        else if (kind && tokens.length < MOST_TOKENS) tokens.push([at, to, kind]);
        at = to;
      },
      onclosetag: () => open.pop(),
    },
    { decodeEntities: true },
  );
  parser.end(highlighter.highlight(text, { language, ignoreIllegals: true }).value);
  // The colours of another text would be wrong ones.
  return at === text.length ? tokens : [];
}
