import { useCallback, useEffect, useLayoutEffect, useRef, useState, type ReactNode, type Ref } from 'react';
import { MessageSquarePlus } from 'lucide-react';
import { findQuote, quoteAt, type Anchor, type Stretch } from '@vestibul/core';
import { announce } from '../../messages/announce';
import { MarkBoxes, type Box, type DrawnMark } from './MarkBoxes';
import { moveStretch, partsOf, wholeWords, type Move, type TextParts } from './chooseWords';
import { rangeOf, readText, stretchOf } from './readText';
import { useChoosingKeys } from './useChoosingKeys';
import { usePlaces, type Mark } from './usePlaces';

/** Boxes of one mark; of a longer passage its beginning is marked. */
const MOST_BOXES = 200;
/** How much room a number takes beside a mark, in pixels. */
const NUMBER_SIZE = 26;
/** How wide the button beside what is selected is, in pixels, so that it does not leave the text. */
const BUTTON_WIDTH = 150;

const noParts: TextParts = { sentences: [], words: [] };

const moves: Record<string, Move | 'take'> = {
  ArrowDown: 'next',
  ArrowUp: 'previous',
  'Shift+ArrowDown': 'longer',
  'Shift+ArrowUp': 'shorter',
  'Shift+ArrowRight': 'end later',
  'Shift+ArrowLeft': 'end earlier',
  ArrowRight: 'start later',
  ArrowLeft: 'start earlier',
  Enter: 'take',
};

interface TextPlacesProps {
  /** Where it is a page of several. */
  page?: number;
  /** Whether a place is chosen with keys here, when it is. */
  takesKeys?: boolean;
  /** Whether all its words are there: until then keys wait for them. */
  isReady?: boolean;
  className?: string;
  wordsClass?: string;
  /** Where the words are put, when they are not given. */
  words?: Ref<HTMLDivElement>;
  children?: ReactNode;
}

/** A text in which places are marked, and chosen: with the pointer, or sentence by sentence with keys. */
export function TextPlaces({
  page,
  takesKeys = true,
  isReady = true,
  className = 'relative',
  wordsClass,
  words,
  children,
}: TextPlacesProps) {
  const places = usePlaces();
  return (
    <div className={className}>
      <div ref={words} className={wordsClass}>
        {children}
      </div>
      {places ? <TextMarks page={page ?? null} takesKeys={takesKeys} isReady={isReady} /> : null}
    </div>
  );
}

/** The layer over the words that stand before it. */
function TextMarks({
  page,
  takesKeys,
  isReady,
}: {
  page: number | null;
  takesKeys: boolean;
  isReady: boolean;
}) {
  const { marks, choice, chosen, tellGone } = usePlaces()!;
  const layer = useRef<HTMLDivElement>(null);
  const [drawn, setDrawn] = useState<DrawnMark[]>([]);
  const [selected, setSelected] = useState<{ anchor: Anchor; left: number; top: number } | null>(null);
  const hasOffered = useRef(false);
  const isAsked = Boolean(choice?.choosing && takesKeys);
  const [stretch, setStretch] = useState<Stretch | null>(null);
  const parts = useRef(noParts);
  /** What was pressed before the words were there. */
  const waiting = useRef<(Move | 'take')[]>([]);
  const [pointed, setPointed] = useState<Box[]>([]);

  const draw = useCallback(() => {
    // What is seen and selected is told once more while a piece goes.
    if (!layer.current) return;
    const { frame, read } = around(layer.current);
    const found = [
      ...marks,
      ...(chosen ? [{ id: null, number: null, anchor: chosen, isCarried: false }] : []),
    ]
      .filter((mark) => isOn(page, mark))
      .map((mark) => ({ mark, boxes: boxesOf(frame, read, mark.anchor) }));
    setDrawn(withNumbers(found, frame.clientWidth));
    if (page === null && read.text !== '')
      tellGone(found.flatMap(({ mark, boxes }) => (boxes === null && mark.id ? [mark.id] : [])));
  }, [marks, chosen, page, tellGone]);
  useLayoutEffect(draw, [draw]);
  useEffect(() => {
    const sizes = new ResizeObserver(draw);
    const content = new MutationObserver(draw);
    sizes.observe(layer.current!.parentElement!);
    content.observe(wordsUnder(layer.current!), { childList: true, subtree: true, characterData: true });
    return () => {
      sizes.disconnect();
      content.disconnect();
    };
  }, [draw]);

  // What is selected with the pointer, or with the keys of the browser, is offered.
  useEffect(() => {
    if (!choice) return;
    const look = () => {
      if (!layer.current) return;
      const found = selectedIn(layer.current, page);
      // Of several pages only the one that offered something takes it back.
      if (found || hasOffered.current) choice.offer(found?.anchor ?? null);
      hasOffered.current = found !== null;
      setSelected(found);
    };
    document.addEventListener('selectionchange', look);
    return () => document.removeEventListener('selectionchange', look);
  }, [choice, page]);

  const take = (meant: Stretch) => {
    const anchor = quoteAt(around(layer.current!).read.text, meant, page);
    if (anchor) choice?.take(anchor);
  };

  // Chosen with keys: the first sentence in view, there before the next key is pressed; then as the keys say.
  useLayoutEffect(() => {
    // A text is cut into its sentences and words once, and not at every key.
    parts.current = isAsked && isReady ? partsOf(around(layer.current!).read.text) : noParts;
    let begun = parts.current === noParts ? null : firstInView(layer.current!, parts.current);
    for (const move of waiting.current)
      if (begun && move !== 'take') begun = moveStretch(parts.current, begun, move);
      else if (begun) take(begun);
    if (isReady || !isAsked) waiting.current = [];
    setStretch(begun);
  }, [isAsked, isReady]); // eslint-disable-line react-hooks/exhaustive-deps -- a place is begun anew by these alone
  useLayoutEffect(() => {
    const { frame, read } = around(layer.current!);
    const range = stretch && rangeOf(read, stretch);
    setPointed(range ? boxesOfRange(frame, range) : []);
    range?.startContainer.parentElement?.scrollIntoView({ block: 'nearest' });
    if (stretch) announce(read.text.slice(stretch.from, stretch.to));
  }, [stretch]);
  useChoosingKeys(
    moves,
    (move) => {
      if (!isReady) waiting.current.push(move);
      else if (!stretch) return;
      else if (move === 'take') take(stretch);
      else setStretch(moveStretch(parts.current, stretch, move));
    },
    isAsked,
  );
  return (
    <div ref={layer}>
      <MarkBoxes
        drawn={[...drawn, { id: null, number: null, boxes: pointed, badge: { left: 0, top: 0 } }]}
        unit="px"
        look="words"
      />
      {selected && choice ? (
        <button
          type="button"
          className="mark-here"
          style={{ left: selected.left, top: selected.top }}
          // Pressing it must not end what is selected.
          onPointerDown={(event) => event.preventDefault()}
          onClick={() => {
            choice.take(selected.anchor);
            document.getSelection()?.removeAllRanges();
          }}
        >
          <MessageSquarePlus aria-hidden="true" className="size-4" /> Comment here <kbd>c</kbd>
        </button>
      ) : null}
    </div>
  );
}

const wordsUnder = (layer: HTMLElement) => layer.previousElementSibling!;

/** What a layer lies in, and what is read under it. */
const around = (layer: HTMLElement) => ({
  frame: layer.parentElement!,
  read: readText(wordsUnder(layer)),
});

/** Whether a mark can be on a page; one of an earlier attempt can be on any. */
const isOn = (page: number | null, { anchor, isCarried }: Pick<Mark, 'anchor' | 'isCarried'>) =>
  anchor.kind === 'quote' && (anchor.page === page || (isCarried && page !== null));

function boxesOf(frame: Element, read: ReturnType<typeof readText>, anchor: Anchor): Box[] | null {
  const stretch = anchor.kind === 'quote' ? findQuote(read.text, anchor) : null;
  const range = stretch && rangeOf(read, stretch);
  return range && boxesOfRange(frame, range);
}

function boxesOfRange(frame: Element, range: Range): Box[] {
  const corner = frame.getBoundingClientRect();
  return [...range.getClientRects()].slice(0, MOST_BOXES).map(({ left, top, width, height }) => ({
    left: left - corner.left,
    top: top - corner.top,
    width,
    height,
  }));
}

/** What is selected of the words under a layer, and where its button stands. */
function selectedIn(layer: HTMLElement, page: number | null) {
  const selection = document.getSelection();
  if (!selection || selection.isCollapsed || selection.rangeCount === 0) return null;
  const range = selection.getRangeAt(0);
  // Every page of a PDF looks, whatever is selected: only the one it is in reads its words.
  if (!wordsUnder(layer).contains(range.commonAncestorContainer)) return null;
  const { frame, read } = around(layer);
  const stretch = stretchOf(read, range);
  const anchor = stretch && quoteAt(read.text, wholeWords(read.text, stretch), page);
  const last = boxesOfRange(frame, range).at(-1);
  if (!anchor || !last) return null;
  const left = Math.max(0, Math.min(last.left + last.width, frame.clientWidth - BUTTON_WIDTH));
  return { anchor, left, top: last.top + last.height + 4 };
}

/** The first sentence that can be seen. */
function firstInView(layer: HTMLElement, { sentences }: TextParts): Stretch | null {
  const { frame, read } = around(layer);
  const { top } = scrollerOf(frame).getBoundingClientRect();
  const isInView = (sentence: Stretch) => {
    const box = rangeOf(read, sentence)?.getBoundingClientRect();
    return box !== undefined && box.bottom > top + 8;
  };
  return sentences.find(isInView) ?? sentences[0] ?? null;
}

/** Numbers stand at the right edge, beside where their passage begins; where two would lie over each other, further left. */
function withNumbers(
  found: readonly { mark: { id: string | null; number: number | null }; boxes: Box[] | null }[],
  width: number,
): DrawnMark[] {
  const taken: DrawnMark['badge'][] = [];
  return found.flatMap(({ mark: { id, number }, boxes }) => {
    const [first] = boxes ?? [];
    if (!boxes || !first) return [];
    const badge = { left: width - NUMBER_SIZE - 4, top: Math.max(0, first.top - 2) };
    while (taken.some(({ left, top }) => left === badge.left && Math.abs(top - badge.top) < NUMBER_SIZE))
      badge.left -= NUMBER_SIZE + 2;
    taken.push(badge);
    return [{ id, number, boxes, badge }];
  });
}

/** What scrolls a part of the page. */
function scrollerOf(element: Element): Element {
  let at = element.parentElement;
  while (at && !/auto|scroll/.test(getComputedStyle(at).overflowY)) at = at.parentElement;
  return at ?? document.documentElement;
}
