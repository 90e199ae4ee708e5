import pixelmatch from 'pixelmatch';

/** A part of a picture, each as a part of its width or height, from 0 to 1. */
export interface ChangedPart {
  x: number;
  y: number;
  w: number;
  h: number;
}

export interface BesidePixels {
  /** How much of the picture is not the same, from 0 to 1. */
  share: number;
  /** Where that is, from the top: parts that hold what changed. */
  parts: readonly ChangedPart[];
}

/** Tiles along the longer side of a picture, by which what changed is gathered. */
const TILES = 40;
/** From which share of a tile's pixels it counts: single ones come from saving a photo once more. An estimate. */
const TILE_CHANGED = 0.02;
/** Parts that are shown: more of them show nothing. */
const MOST_PARTS = 24;

/** What changed between two pictures of one size (RGBA, four bytes for each pixel). */
export function besidePixels(
  before: Uint8ClampedArray,
  after: Uint8ClampedArray,
  width: number,
  height: number,
): BesidePixels {
  const mask = new Uint8ClampedArray(width * height * 4);
  const different = pixelmatch(before, after, mask, width, height, { diffMask: true });
  const side = Math.max(1, Math.ceil(Math.max(width, height) / TILES));
  const [across, down] = [Math.ceil(width / side), Math.ceil(height / side)];
  const counts = new Uint32Array(across * down);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1)
      if (mask[(y * width + x) * 4 + 3] !== 0) {
        const tile = Math.floor(y / side) * across + Math.floor(x / side);
        counts[tile] = counts[tile]! + 1;
      }
  const isChanged = Array.from(counts, (count) => count >= side * side * TILE_CHANGED);
  const parts = groupsOf(isChanged, across)
    .toSorted((a, b) => a.top - b.top || a.left - b.left)
    .slice(0, MOST_PARTS)
    .map(({ left, top, right, bottom }) => {
      const [x, y] = [(left * side) / width, (top * side) / height];
      return {
        x,
        y,
        w: Math.min(1, ((right + 1) * side) / width) - x,
        h: Math.min(1, ((bottom + 1) * side) / height) - y,
      };
    });
  return { share: different / (width * height), parts };
}

interface Group {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** The bounds of each group of tiles that touch, also by a corner. */
function groupsOf(isChanged: boolean[], across: number): Group[] {
  const left = new Set(isChanged.flatMap((changed, tile) => (changed ? [tile] : [])));
  const groups: Group[] = [];
  for (const first of left) {
    const group: Group = { left: across, top: Infinity, right: 0, bottom: 0 };
    const open = [first];
    left.delete(first);
    for (let tile = open.pop(); tile !== undefined; tile = open.pop()) {
      const [x, y] = [tile % across, Math.floor(tile / across)];
      group.left = Math.min(group.left, x);
      group.right = Math.max(group.right, x);
      group.top = Math.min(group.top, y);
      group.bottom = Math.max(group.bottom, y);
      for (const dy of [-1, 0, 1])
        for (const dx of [-1, 0, 1]) {
          const beside = (y + dy) * across + x + dx;
          if (x + dx < 0 || x + dx >= across || !left.delete(beside)) continue;
          open.push(beside);
        }
    }
    groups.push(group);
  }
  return groups;
}
