import { useEffect, useRef, type ReactNode } from 'react';
import { Mic, Square } from 'lucide-react';
import { sayElapsed, spokenRules, timeLeft } from '@vestibul/core';
import { sayFailure } from '../../parts/messages/sentences';
import { LevelMeter } from '../../parts/recorder/LevelMeter';
import { Button } from '../../parts/ui/Button';
import type { Speaking } from './useSpeaking';

/** Speaking in place of writing, or beside it: `v` begins and ends it. */
export function SpeakBar({ speaking }: { speaking: Speaking }) {
  const { recorder, isSpeaking, cutOff, speak, throwAway } = speaking;
  if (isSpeaking) return <Running speaking={speaking} />;
  if (cutOff)
    return (
      <Box>
        <p>What you spoke is here, as far as it was recorded. It is not saved yet.</p>
        <ThrowAway onPress={() => void throwAway()} />
      </Box>
    );
  if (recorder.step === 'review')
    return (
      <Box>
        {/* eslint-disable-next-line jsx-a11y/media-has-caption -- what somebody spoke comes without captions */}
        <audio
          src={recorder.playback ?? undefined}
          controls
          aria-label="What you spoke"
          className="h-10 w-full"
        />
        <Reviewed recorder={recorder} />
        <ThrowAway onPress={() => void throwAway()} />
      </Box>
    );
  return (
    <div className="grid gap-1">
      <button
        type="button"
        className="flex min-h-6 items-center gap-1.5 justify-self-start rounded font-semibold text-act underline"
        onClick={() => void speak()}
      >
        <Mic aria-hidden size={15} /> Speak it <kbd>v</kbd>
      </button>
      {recorder.trouble ? (
        <p role="alert" className="text-small font-semibold text-brick">
          {recorder.trouble}
        </p>
      ) : null}
    </div>
  );
}

/** What becomes of what was spoken. */
function Reviewed({ recorder: { progress, playback } }: Pick<Speaking, 'recorder'>) {
  if (!progress?.failure)
    return (
      <p>
        {progress?.waits ? 'Connection lost; it continues by itself. ' : ''}
        It is saved with the comment. Whoever cannot listen is helped by a few words beside it.
      </p>
    );
  if (progress.recorded === 0)
    return (
      <p role="alert" className="font-semibold text-brick">
        Nothing was recorded. Is the microphone on? Throw it away, then speak it again.
      </p>
    );
  return (
    <p role="alert" className="font-semibold text-brick">
      {sayFailure(progress.failure)}{' '}
      <a className="underline" href={playback ?? undefined} download="spoken comment">
        Save it as a file
      </a>
    </p>
  );
}

/** While it is recorded: how loud it is, how long, and its end. */
function Running({ speaking: { recorder, speak, throwAway } }: { speaking: Speaking }) {
  const { lost, recordedMs } = recorder;
  const left = timeLeft(spokenRules, recordedMs);
  const isKept = (recorder.progress?.sent ?? 0) > 0;
  return (
    <Box>
      <div className="flex items-center gap-2.5">
        <LevelMeter stream={recorder.stream} />
        <span className="font-mono font-semibold">
          <span className="sr-only">spoken </span>
          {sayElapsed(recordedMs)}
          <span className="text-ink-2"> / {spokenRules.mostMinutes}:00</span>
        </span>
      </div>
      <p role="status">
        {lost
          ? 'The microphone is gone. What you said until now is kept.'
          : left < 20_000
            ? 'Recording · less than 20 seconds left'
            : isKept
              ? 'Recording · kept as you speak'
              : 'Recording'}
        {recorder.progress?.waits ? ' · connection lost; it continues by itself' : ''}
      </p>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
        <Button look="go" onClick={() => void speak()}>
          <Square aria-hidden size={14} fill="currentColor" /> Done <kbd>v</kbd>
        </Button>
        <ThrowAway onPress={() => void throwAway()} />
      </div>
    </Box>
  );
}

/** Comes into view by itself, with the form that it is in: who speaks by keyboard may be looking at another end of what is said. */
function Box({ children }: { children: ReactNode }) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    box.current?.closest('form')?.scrollIntoView({ block: 'nearest' });
  }, []);
  return (
    <div
      ref={box}
      role="group"
      aria-label="Spoken comment"
      className="grid gap-2 rounded-lg bg-brass-soft px-3 py-2 text-small"
    >
      {children}
    </div>
  );
}

function ThrowAway({ onPress }: { onPress: () => void }) {
  return (
    <button
      type="button"
      className="min-h-6 justify-self-start rounded font-semibold text-act underline"
      onClick={onPress}
    >
      Throw it away
    </button>
  );
}
