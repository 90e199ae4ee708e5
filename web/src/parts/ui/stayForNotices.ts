/** Keeps a window open when a notice beside it is pressed, such as the Undo of what was just done. */
export function stayForNotices(event: Event): void {
  if (event.target instanceof Element && event.target.closest('[data-sonner-toaster]'))
    event.preventDefault();
}
