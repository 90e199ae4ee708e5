/** Widest page, in pixels, and the room beside it. */
const WIDEST = 900;
const BESIDE = 32;

/** How much room the piece that was shown last has, in pixels: as much as the next will have. */
let room: number | null = null;

/** Notes the room that a piece is shown in, once it is drawn: to ask before that has the page laid out twice. */
export function noteRoom(frame: HTMLElement | null): void {
  if (frame)
    setTimeout(() => {
      if (frame.isConnected) room = frame.clientWidth;
    });
}

/** How wide a page is drawn in so much room, in pixels. */
export const pageWidth = (px: number): number => Math.min(px - BESIDE, WIDEST);

/** How wide the next will be; null where none was shown yet. */
export const nextWidth = (): number | null => room && pageWidth(room);
