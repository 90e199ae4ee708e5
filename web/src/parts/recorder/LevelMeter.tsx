import { useLevel } from './useLevel';

/** How loud it is right now. */
export function LevelMeter({ stream }: { stream: MediaStream | null }) {
  const level = useLevel(stream);
  return (
    <meter
      aria-label="How loud it is"
      min={0}
      max={1}
      low={0.15}
      optimum={0.6}
      value={level}
      className="h-3 min-w-0 flex-1"
    />
  );
}
