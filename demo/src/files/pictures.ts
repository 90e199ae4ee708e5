import sharp from 'sharp';
import { ArrayBufferTarget, Muxer } from 'webm-muxer';
import type { Chance } from '../random';

const skies = ['#9fc1d4', '#b7c9d6', '#d6cdb8', '#8fb3c9', '#c9d4d9'];
const grounds = ['#4f7a52', '#6b8f4e', '#7b6a48', '#5d7f6a', '#8a7a55'];

/** A hill with a sky, a stream and some trees, drawn as SVG in whole pixels. */
function landscape(
  chance: Chance,
  width: number,
  height: number,
  { shift = 0, isDraft = false }: { shift?: number; isDraft?: boolean } = {},
): string {
  const ridge = Array.from({ length: 9 }, (_, i) => {
    const x = Math.round((i * width) / 8);
    return `${x},${Math.round(height * (0.35 + 0.25 * chance.next()))}`;
  }).join(' ');
  const trees = Array.from({ length: chance.between(4, 14) }, () => {
    const x = Math.round(width * chance.next());
    const y = Math.round(height * (0.65 + 0.25 * chance.next()));
    const size = Math.round(height * (0.04 + 0.05 * chance.next()));
    return `<path d="M${x} ${y}l${size} ${size * 2}h-${size * 2}z" fill="#2f4d36"/>`;
  });
  const sun = Math.round(width * chance.next()) + shift;
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">
    <rect width="100%" height="100%" fill="${chance.pick(skies)}"/>
    <circle cx="${sun}" cy="${Math.round(height * 0.18)}" r="${Math.round(height * 0.06)}" fill="#f5ecd0"/>
    <polygon points="0,${height} ${ridge} ${width},${height}" fill="${chance.pick(grounds)}"/>
    <path d="M0 ${height * 0.9}Q${width / 2} ${height * 0.7} ${width} ${height * 0.95}" stroke="#7fa6b8" stroke-width="${height / 24}" fill="none"/>
    ${(isDraft ? trees.slice(0, -2) : trees).join('')}</svg>`;
}

/** A photograph as a phone makes it: JPEG with the camera's words in its EXIF. In a draft two trees are missing. */
export function makePhoto(chance: Chance, takenAt: string, isDraft: boolean): Promise<Buffer> {
  return sharp(Buffer.from(landscape(chance, 960, 720, { isDraft })))
    .jpeg({ quality: 72 })
    .withExif({
      IFD0: {
        Make: 'Larkmoor',
        Model: 'Handheld 4',
        DateTime: takenAt.slice(0, 19).replaceAll('-', ':').replace('T', ' '),
      },
    })
    .toBuffer();
}

/** A drawn map: PNG with few colours, as a scan of a coloured sheet. In a draft the last row of fields is missing. */
export function makeMap(chance: Chance, isDraft: boolean): Promise<Buffer> {
  const fields = Array.from({ length: 24 }, (_, i) => {
    const x = (i % 6) * 140;
    const y = Math.floor(i / 6) * 150;
    return `<rect x="${x}" y="${y}" width="140" height="150" fill="${chance.pick(grounds)}" fill-opacity="${(0.25 + chance.next() / 2).toFixed(2)}" stroke="#333"/>`;
  });
  const drawn = (isDraft ? fields.slice(0, -6) : fields).join('');
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="840" height="600"><rect width="100%" height="100%" fill="#fffefa"/>${drawn}<path d="M0 ${chance.between(100, 500)}C300 100 500 550 840 ${chance.between(100, 500)}" stroke="#3f7ea6" stroke-width="12" fill="none"/></svg>`;
  return sharp(Buffer.from(svg)).png({ palette: true }).toBuffer();
}

const FRAMES = 12;
const FRAMES_A_SECOND = 4;
const VIDEO = { width: 320, height: 240 };

/** The VP8 frame inside a lossy WebP picture: RFC 9649 section 2.5, the bytes of the chunk named 'VP8 '. */
function frameOf(webp: Buffer): Uint8Array {
  const at = webp.indexOf('VP8 ');
  if (at < 0) throw new Error('not a lossy WebP picture');
  return webp.subarray(at + 8, at + 8 + webp.readUInt32LE(at + 4));
}

/** A few seconds of video: WebM in which every frame is a key frame. */
export async function makeVideo(seed: () => Chance): Promise<Buffer> {
  const target = new ArrayBufferTarget();
  const muxer = new Muxer({ target, video: { codec: 'V_VP8', ...VIDEO, frameRate: FRAMES_A_SECOND } });
  for (let i = 0; i < FRAMES; i += 1) {
    // The same chance for each frame draws the same hill; only the sun moves.
    const picture = landscape(seed(), VIDEO.width, VIDEO.height, { shift: i * 8 });
    const webp = await sharp(Buffer.from(picture)).webp({ quality: 60, lossless: false }).toBuffer();
    muxer.addVideoChunkRaw(frameOf(webp), 'key', (i * 1_000_000) / FRAMES_A_SECOND);
  }
  muxer.finalize();
  return Buffer.from(target.buffer);
}
