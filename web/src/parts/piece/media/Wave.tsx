import { useEffect, useRef, type RefObject } from 'react';

/** Largest sound whose wave is drawn, in bytes: to draw it, all of it is fetched and unpacked. */
const LARGEST = 12 * 1024 ** 2;
const HEIGHT = 72;

interface WaveProps {
  player: RefObject<HTMLAudioElement | null>;
  source: string;
  bytes: number;
}

/** The wave of a sound: it shows where something is said, and a press on it leads there. The player below is how it is heard. */
export function Wave({ player, source, bytes }: WaveProps) {
  const frame = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (bytes > LARGEST) return;
    let end: (() => void) | null = null;
    let isOver = false;
    const draw = async () => {
      const { default: WaveSurfer } = await import('wavesurfer.js');
      if (isOver || !frame.current || !player.current) return;
      const wave = WaveSurfer.create({
        container: frame.current,
        media: player.current,
        // The player fetches the same in parts: each goes its own way past the browser's store.
        fetchParams: { cache: 'no-store' },
        height: HEIGHT,
        barWidth: 3,
        barGap: 1,
        barRadius: 2,
        ...coloursOf(frame.current),
      });
      // What cannot be unpacked is heard all the same, or its player says why not.
      wave.on('error', () => wave.empty());
      end = () => wave.destroy();
    };
    void draw();
    return () => {
      isOver = true;
      end?.();
    };
  }, [player, source, bytes]);
  if (bytes > LARGEST) return null;
  return <div ref={frame} aria-hidden="true" className="wave" style={{ minHeight: HEIGHT }} />;
}

/** Canvases know no variables of style sheets. */
function coloursOf(frame: Element) {
  const colours = getComputedStyle(frame);
  const colour = (name: string) => colours.getPropertyValue(name).trim();
  return {
    waveColor: colour('--edge'),
    progressColor: colour('--act'),
    cursorColor: colour('--ink'),
  };
}
