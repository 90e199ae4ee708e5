/** How menus look: the sheet, and what can be chosen on it. */
export const menuClass =
  'z-40 grid max-h-[min(70dvh,var(--radix-dropdown-menu-content-available-height))] overflow-y-auto rounded-xl border border-line bg-surface p-1.5 text-ink shadow-xl';
export const menuItemClass =
  'cursor-pointer rounded-md px-3 py-2 outline-none data-[highlighted]:bg-ground data-[highlighted]:outline-2 data-[highlighted]:outline-brass-mark';
