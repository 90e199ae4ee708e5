/** How many elements back it is looked for one that is still there. */
const MOST_BACK = 12;
let focused: WeakRef<HTMLElement>[] = [];

// What opened a window may be gone when it closes, like an entry of a menu: then the focus goes to what had it before.
document.addEventListener('focusin', ({ target }) => {
  if (target instanceof HTMLElement)
    focused = [...focused.filter((known) => known.deref() !== target), new WeakRef(target)].slice(-MOST_BACK);
});

/** What had the focus until now, the last first. */
export function lastFocused(): WeakRef<HTMLElement>[] {
  return focused.toReversed();
}

const fields =
  'input:not([type=hidden], [type=file], [tabindex="-1"]), textarea, select, [contenteditable=true]';

/** Puts the focus into the first field of a window that opens; where it has none, the window decides. */
export function focusFirstField(event: Event): void {
  const found =
    event.currentTarget instanceof HTMLElement
      ? event.currentTarget.querySelectorAll<HTMLElement>(fields)
      : [];
  const first = [...found].find((field) => !field.matches(':disabled') && field.checkVisibility());
  if (!first) return;
  event.preventDefault();
  first.focus();
}

/** Gives the focus to the page itself, where its keys are read and no button is pressed by Enter. */
export function focusPage(): void {
  document.getElementById('main')?.focus();
}

/** Gives the focus back, as a window closes, to whatever had it last and is still there; else to the page itself. */
export function giveFocusBack(event: Event, from: readonly WeakRef<HTMLElement>[]): void {
  event.preventDefault();
  const left = from
    .flatMap((known) => known.deref() ?? [])
    .find((known) => known.isConnected && known.checkVisibility());
  if (left) left.focus();
  else focusPage();
}
