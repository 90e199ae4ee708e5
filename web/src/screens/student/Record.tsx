import { useEffect, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { offeredKinds, sayElapsed, timeLeft, type AssignmentId, type RecordingKind } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { Button, buttonClass } from '../../parts/ui/Button';
import { ChoiceCard } from '../../parts/ui/ChoiceCard';
import { Field, inputClass } from '../../parts/ui/Field';
import { sayCount } from '../../parts/ui/format';
import { ProgressBar } from '../../parts/ui/ProgressBar';
import { sayFailure } from '../../parts/messages/sentences';
import { Empty, Read } from '../../parts/messages/States';
import { usePageTitle } from '../../parts/ui/usePageTitle';
import { api } from '../../state/api';
import { useAppDispatch } from '../../state/store';
import { StudentFrame } from './StudentFrame';
import { sayWhoSees } from './sayWhoSees';
import { LevelMeter } from '../../parts/recorder/LevelMeter';
import { useRecorder, type Recorder } from '../../parts/recorder/useRecorder';

/** Where a student records something for an assignment. */
export function Record() {
  usePageTitle('Record');
  const { assignmentId = '' } = useParams();
  const id = assignmentId as AssignmentId;
  const tray = api.useReadTrayQuery({ params: { assignmentId: id } });
  return (
    <StudentFrame place="Turn in">
      <Read of={tray} what="Opening the recorder">
        {(data) => <Page id={id} tray={data} />}
      </Read>
    </StudentFrame>
  );
}

const kindWords: Record<RecordingKind, [title: string, what: string]> = {
  camera: ['Camera', 'your camera’s picture and your microphone'],
  screen: ['Screen', 'what you choose of your screen, and your microphone; not your camera'],
  both: [
    'Screen and camera',
    'what you choose of your screen, your camera small in its corner, and your microphone',
  ],
  sound: ['Sound alone', 'your microphone and no picture'],
};

/** What this browser can take up: phones have no way to record their screen. */
function canRecord(kind: RecordingKind): boolean {
  if (typeof MediaRecorder === 'undefined' || !navigator.mediaDevices) return false;
  return kind === 'camera' || kind === 'sound' || 'getDisplayMedia' in navigator.mediaDevices;
}

function Page({ id, tray }: { id: AssignmentId; tray: AnswerOf<'readTray'> }) {
  const { recording } = tray.assignment;
  const kinds = offeredKinds(recording);
  const [kind, setKind] = useState<RecordingKind>(kinds.find(canRecord) ?? 'camera');
  const recorder = useRecorder({ assignmentId: id }, recording);
  if (kinds.length === 0) {
    return (
      <>
        <h1>Record</h1>
        <Empty title="Nothing is recorded here">
          <p>This assignment takes files, links and texts.</p>
          <Link className={buttonClass()} to={`/turn-in/${id}`}>
            To the tray
          </Link>
        </Empty>
      </>
    );
  }
  return (
    <div className="flex flex-1 flex-col gap-3.5">
      <div>
        <h1>Record</h1>
        <p className="text-ink-2">
          {tray.assignment.title} · {sayCount(recording.mostMinutes, 'minute')} at most
        </p>
      </div>
      {recorder.step === 'choose' ? (
        <Choose kinds={kinds} kind={kind} onKind={setKind} recorder={recorder} whoSees={sayWhoSees(tray)} />
      ) : recorder.step === 'review' ? (
        <Review id={id} kind={kind} recorder={recorder} />
      ) : (
        <Live kind={kind} recorder={recorder} mostMinutes={recording.mostMinutes} />
      )}
    </div>
  );
}

interface ChooseProps {
  kinds: readonly RecordingKind[];
  kind: RecordingKind;
  onKind: (kind: RecordingKind) => void;
  recorder: Recorder;
  whoSees: string;
}

/** Before anything is taken up: what will be recorded, and who will see it. */
function Choose({ kinds, kind, onKind, recorder, whoSees }: ChooseProps) {
  return (
    <>
      <fieldset className="grid gap-2">
        <legend className="mb-1.5 font-semibold">What is recorded</legend>
        {kinds.map((known) => (
          <ChoiceCard
            key={known}
            name="kind"
            title={kindWords[known][0]}
            says={canRecord(known) ? kindWords[known][1] : 'not on this device: use a laptop'}
            checked={known === kind}
            disabled={!canRecord(known)}
            onChoose={() => onKind(known)}
          />
        ))}
      </fieldset>
      <p className="text-ink-2">
        {whoSees} Nothing is recorded until you press ‘Record’, and nothing is turned in until you say so.
      </p>
      {recorder.trouble ? (
        <p role="alert" className="font-semibold text-brick">
          {recorder.trouble}
        </p>
      ) : null}
      <Button look="go" className="py-3.5!" onClick={() => void recorder.getReady(kind)}>
        Get ready
      </Button>
    </>
  );
}

/** Getting ready and recording: the picture as it will be, the level of the sound, the clock. */
function Live({
  kind,
  recorder,
  mostMinutes,
}: {
  kind: RecordingKind;
  recorder: Recorder;
  mostMinutes: number;
}) {
  const video = useRef<HTMLVideoElement>(null);
  useEffect(() => {
    if (video.current) video.current.srcObject = recorder.stream;
  }, [recorder.stream]);
  const left = timeLeft({ mostMinutes }, recorder.recordedMs);
  const { step, lost } = recorder;
  const isRunning = step === 'recording' || step === 'paused';
  return (
    <>
      {kind === 'sound' ? (
        <p className="rounded-plate border border-line bg-surface px-4 py-10 text-center text-lg">
          Your microphone, and no picture
        </p>
      ) : (
        <video
          ref={video}
          autoPlay
          muted
          playsInline
          aria-label="What is recorded"
          className="max-h-[46dvh] w-full rounded-plate border border-line bg-[#101715] object-contain"
        />
      )}
      <div className="flex items-center gap-3">
        <span className="text-small text-ink-2">Sound</span>
        <LevelMeter stream={recorder.stream} />
        {isRunning ? (
          <span className="font-mono text-lg font-semibold">
            <span className="sr-only">recorded </span>
            {sayElapsed(recorder.recordedMs)}
            <span className="text-ink-2"> / {mostMinutes}:00</span>
          </span>
        ) : null}
      </div>
      {step === 'ready' ? <DevicePickers kind={kind} recorder={recorder} /> : null}
      <p role="status" className="min-h-6 font-semibold">
        {step === 'counting'
          ? `Begins in ${recorder.countdown} …`
          : step === 'recording'
            ? left < 30_000
              ? `Recording · ${Math.ceil(left / 1000)} seconds left`
              : 'Recording'
            : step === 'paused'
              ? 'Paused'
              : 'Not recording yet'}
        {lost
          ? ` · The ${lost.device} is gone. What was recorded until now is kept. ${lost.canGoOn ? 'Go on without it, or press ‘Done’.' : 'Press ‘Done’; you can record again with another one.'}`
          : ''}
        {recorder.progress?.waits ? ' · connection lost; it is saved here and continues by itself' : ''}
      </p>
      <div className="sticky bottom-13 mt-auto grid grid-cols-2 gap-2 bg-wall pt-2 pb-3">
        {step === 'ready' ? (
          <>
            <Button look="quiet" className="py-3.5!" onClick={recorder.leave}>
              Back
            </Button>
            <Button look="go" className="py-3.5!" onClick={recorder.record}>
              Record
            </Button>
          </>
        ) : (
          <>
            {step === 'paused' ? (
              <Button className="py-3.5!" disabled={lost?.canGoOn === false} onClick={recorder.goOn}>
                {lost ? 'Go on without it' : 'Go on'}
              </Button>
            ) : (
              <Button className="py-3.5!" disabled={step !== 'recording'} onClick={recorder.pause}>
                Pause
              </Button>
            )}
            <Button look="go" className="py-3.5!" disabled={!isRunning} onClick={() => void recorder.stop()}>
              Done
            </Button>
          </>
        )}
      </div>
    </>
  );
}

function DevicePickers({ kind, recorder }: { kind: RecordingKind; recorder: Recorder }) {
  const pick = (label: string, key: 'cameraId' | 'microphoneId', found: readonly MediaDeviceInfo[]) =>
    found.length < 2 ? null : (
      <Field label={label}>
        <select
          className={inputClass}
          value={recorder.devices[key]}
          onChange={(event) =>
            void recorder.getReady(kind, { ...recorder.devices, [key]: event.target.value })
          }
        >
          <option value="">the usual one</option>
          {found.map((device, i) => (
            <option key={device.deviceId} value={device.deviceId}>
              {device.label || `${label} ${i + 1}`}
            </option>
          ))}
        </select>
      </Field>
    );
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      {kind === 'camera' || kind === 'both' ? pick('Camera', 'cameraId', recorder.cameras) : null}
      {pick('Microphone', 'microphoneId', recorder.microphones)}
    </div>
  );
}

/** After the end: it is watched, and put into the tray or recorded once more. */
function Review({ id, kind, recorder }: { id: AssignmentId; kind: RecordingKind; recorder: Recorder }) {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const { progress } = recorder;
  const share = progress && progress.recorded > 0 ? progress.sent / progress.recorded : 0;
  const Player = kind === 'sound' ? 'audio' : 'video';
  return (
    <>
      {recorder.playback ? (
        <Player
          src={recorder.playback}
          controls
          playsInline
          aria-label="What you recorded"
          className="max-h-[46dvh] w-full rounded-plate border border-line bg-[#101715]"
        />
      ) : null}
      {progress?.failure ? (
        <p role="alert" className="font-semibold text-brick">
          {sayFailure(progress.failure)} The recording is still here:{' '}
          {recorder.playback ? (
            <a className="underline" href={recorder.playback} download="recording">
              save it as a file
            </a>
          ) : null}
        </p>
      ) : progress?.isSafe ? (
        <p role="status" className="font-semibold text-act">
          It is in your tray, not turned in yet.
        </p>
      ) : (
        <div role="status" className="grid gap-1">
          <p>
            {progress?.waits
              ? 'Connection lost; it continues by itself.'
              : 'The last of it is on its way to your tray …'}
          </p>
          <ProgressBar label="On its way" share={share} className="h-1.5 bg-ground" fill="bg-act" />
        </div>
      )}
      <div className="sticky bottom-13 mt-auto grid grid-cols-2 gap-2 bg-wall pt-2 pb-3">
        <Button look="quiet" className="py-3.5!" onClick={() => void recorder.again()}>
          Record again
        </Button>
        <Button
          look="go"
          className="py-3.5!"
          disabled={!progress?.isSafe}
          onClick={() => {
            dispatch(api.util.invalidateTags(['Tray', 'Mine']));
            void navigate(`/turn-in/${id}`);
          }}
        >
          To the tray
        </Button>
      </div>
    </>
  );
}
