import { useCallback, useEffect, useRef, useState } from 'react';
import { timeLeft, type RecordingKind, type RecordingRules } from '@vestibul/core';
import { useLatest } from '../ui/useLatest';
import { useLeaveWarning } from '../ui/useLeaveWarning';
import { Recording, type Progress, type RecordedFor } from './Recording';
import { openSources, type Device, type Devices, type Sources } from './openSources';

export interface Lost {
  device: Device;
  /** Whether something is left to record with. */
  canGoOn: boolean;
}

export type RecorderStep = 'choose' | 'ready' | 'counting' | 'recording' | 'paused' | 'review';

/** Seconds to get ready in. */
const COUNTDOWN = 3;
const CLOCK_MS = 250;

const troubles: Record<string, string> = {
  NotAllowedError:
    'The browser blocked it. Allow the microphone (and camera or screen) next to the address, then get ready again.',
  NotFoundError: 'No microphone or camera found. Plug one in, or choose another kind.',
  NotReadableError:
    'Another program is using the camera or microphone. Close it there, then get ready again.',
  OverconstrainedError: 'The chosen device is gone. Get ready again with another one.',
};

/** A recorder from choosing to looking at what was recorded. */
export function useRecorder(wantedFor: RecordedFor, rules: RecordingRules) {
  const [step, setStep] = useState<RecorderStep>('choose');
  const [trouble, setTrouble] = useState('');
  const [stream, setStream] = useState<MediaStream | null>(null);
  // What went away while it was recorded.
  const [lost, setLost] = useState<Lost | null>(null);
  const [devices, setDevices] = useState<Devices>({ cameraId: '', microphoneId: '' });
  const [found, setFound] = useState<MediaDeviceInfo[]>([]);
  const [countdown, setCountdown] = useState(COUNTDOWN);
  const [recordedMs, setRecordedMs] = useState(0);
  const [progress, setProgress] = useState<Progress | null>(null);
  const [playback, setPlayback] = useState<string | null>(null);
  const sources = useRef<Sources | null>(null);
  const recording = useRef<Recording | null>(null);
  const kind = useRef<RecordingKind>('camera');

  const closeSources = useCallback(() => {
    sources.current?.close();
    sources.current = null;
    setStream(null);
  }, []);

  const stop = useCallback(async () => {
    const running = recording.current;
    if (!running) return;
    const whole = await running.stop();
    closeSources();
    setPlayback(URL.createObjectURL(whole));
    setStep('review');
  }, [closeSources]);

  const getReady = async (wanted: RecordingKind, chosen: Devices = devices) => {
    closeSources();
    setTrouble('');
    setDevices(chosen);
    kind.current = wanted;
    try {
      const opened = await openSources(wanted, chosen);
      // The browser's own 'stop sharing' ends the recording as 'Done' does.
      opened.onScreenEnd(() => void (recording.current ? stop() : leave()));
      opened.onDeviceEnd((device) => loseDevice(opened, device));
      sources.current = opened;
      setStream(opened.stream);
      setLost(null);
      setStep('ready');
      setFound(await navigator.mediaDevices.enumerateDevices());
    } catch (error) {
      setStep('choose');
      setTrouble(troubles[(error as Error).name] ?? 'The recorder could not start. Try again.');
    }
  };

  const leave = () => {
    closeSources();
    setStep('choose');
  };

  /** A recording that has lost a device counts no further: what there is stays, and the student says how it goes on. */
  const loseDevice = (from: Sources, device: Device) => {
    // Devices that were closed here, or exchanged for others, are not lost.
    if (sources.current !== from) return;
    if (!recording.current) {
      leave();
      return setTrouble(troubles.OverconstrainedError!);
    }
    recording.current.pause();
    setRecordedMs(recording.current.recordedMs());
    setLost({ device, canGoOn: recording.current.canGoOn() });
    setStep('paused');
  };

  const begin = useLatest(() => {
    const opened = sources.current;
    if (!opened) return;
    const made = new Recording(opened.stream, kind.current, wantedFor, (now) => {
      // What was thrown away has words to say still, and nobody asks.
      if (recording.current === made) setProgress(now);
    });
    recording.current = made;
    made.start();
    setRecordedMs(0);
    setStep('recording');
  });

  /** Nothing is recorded any more that is looked at here. */
  const forget = () => {
    const forgotten = recording.current;
    recording.current = null;
    if (playback) URL.revokeObjectURL(playback);
    setPlayback(null);
    setProgress(null);
    setStep('choose');
    return forgotten;
  };
  const drop = async () => {
    closeSources();
    await forget()?.drop();
  };

  // Three, two, one.
  useEffect(() => {
    if (step !== 'counting') return;
    let left = COUNTDOWN;
    const timer = setInterval(() => {
      left -= 1;
      setCountdown(left);
      if (left > 0) return;
      clearInterval(timer);
      begin();
    }, 1000);
    return () => clearInterval(timer);
  }, [step, begin]);

  // The clock, which ends the recording at the assignment's limit.
  useEffect(() => {
    if (step !== 'recording') return;
    const timer = setInterval(() => {
      const ms = recording.current?.recordedMs() ?? 0;
      setRecordedMs(ms);
      if (timeLeft(rules, ms) === 0) void stop();
    }, CLOCK_MS);
    return () => clearInterval(timer);
  }, [step, rules, stop]);

  // Leaving the page turns the camera off; what was sent so far stays in the tray.
  useEffect(() => () => sources.current?.close(), []);
  useLeaveWarning(step === 'recording' || step === 'paused');

  return {
    step,
    trouble,
    stream,
    devices,
    cameras: found.filter((device) => device.kind === 'videoinput'),
    microphones: found.filter((device) => device.kind === 'audioinput'),
    countdown,
    recordedMs,
    progress,
    playback,
    getReady,
    leave,
    stop,
    record: () => {
      setCountdown(COUNTDOWN);
      setProgress(null);
      setStep('counting');
    },
    pause: () => {
      recording.current?.pause();
      setStep('paused');
    },
    lost,
    goOn: () => {
      setLost(null);
      recording.current?.goOn();
      setStep('recording');
    },
    /** Throws what was recorded away and gets ready once more. */
    again: async () => {
      await drop();
      await getReady(kind.current);
    },
    drop,
    forget,
    /** What is short needs no time to get into place. */
    recordAtOnce: async (wanted: RecordingKind) => {
      setProgress(null);
      await getReady(wanted);
      begin();
    },
    /** Ends what is recorded, and answers once the school has all of it or it has failed. */
    whenSafe: async () => {
      const running = recording.current;
      if (step !== 'review') await stop();
      return (await running?.whenSafe()) ?? { uploadId: null, failure: null };
    },
  };
}

export type Recorder = ReturnType<typeof useRecorder>;
