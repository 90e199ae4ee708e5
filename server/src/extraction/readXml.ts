import { Parser } from 'htmlparser2';

/** Deepest nesting that a document made by a program has; what nests deeper is not read further. */
const DEEPEST = 1000;

interface Heard {
  /** An element begins. */
  open?: (name: string, attributes: Readonly<Record<string, string>>) => void;
  text?: (text: string) => void;
  close?: (name: string) => void;
}

/**
 * Reads XML from its start in linear time and says what it holds, until `isEnough` or until it nests too deeply. References
 * are read (XML 1.0, section 4.1); entities of the document's own are not expanded at all: they can be a bomb. `isHtml`: by
 * the rules of HTML, with element names in small letters.
 */
export function readXml(
  xml: string,
  heard: Heard,
  { isEnough = () => false, isHtml = false }: { isEnough?: () => boolean; isHtml?: boolean } = {},
): void {
  let depth = 0;
  let isOver = false;
  const parser = new Parser(
    {
      onopentag(name, attributes) {
        depth += 1;
        if (depth > DEEPEST) isOver = true;
        if (!isOver) heard.open?.(name, attributes);
      },
      ontext(text) {
        // Outside of the one element there is no text; what stands there declares something.
        if (!isOver && depth > 0) heard.text?.(text);
      },
      onclosetag(name) {
        depth -= 1;
        if (!isOver) heard.close?.(name);
      },
    },
    { xmlMode: !isHtml, decodeEntities: true },
  );
  for (let at = 0; at < xml.length && !isOver; at += PART) {
    parser.write(xml.slice(at, at + PART));
    isOver ||= isEnough();
  }
  if (!isOver) parser.end();
}

/** Characters that are read before it is asked whether that is enough. */
const PART = 4096;
