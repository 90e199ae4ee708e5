import { startTransition, useEffect, useRef, useState } from 'react';
import type {
  HangingSeparators,
  JoiningCheck,
  NameSubject,
  NamingCourse,
  PersonId,
  RuleCheck,
  RuleMend,
} from '@vestibul/core';
import type { NamingAnswer, NamingQuestion, Newcomer } from '../../../workers/naming.worker';

const openWorker = () =>
  new Worker(new URL('../../../workers/naming.worker.ts', import.meta.url), { type: 'module' });

export interface LiveCheck {
  /** The rule that was checked; while another is being typed, the page still shows this one. */
  source: string;
  check: RuleCheck<PersonId>;
  /** Null while they are being looked for. */
  mends: RuleMend[] | null;
  hanging: HangingSeparators<PersonId> | null;
}

/**
 * Checks a rule on a course as it is typed, in a thread of its own. The newest question is the one that counts; looking
 * for mends takes longest, so it has a second thread, which is dropped as soon as the rule changes.
 */
export function useRuleCheck(
  source: string,
  isReadable: boolean,
  subject: NameSubject,
  course: NamingCourse<PersonId> | undefined,
): LiveCheck | null {
  const [live, setLive] = useState<LiveCheck | null>(null);
  const checker = useRef<Worker | null>(null);

  useEffect(() => {
    if (!course) return;
    const worker = openWorker();
    worker.postMessage({ kind: 'course', course } satisfies NamingQuestion);
    checker.current = worker;
    return () => {
      worker.terminate();
      checker.current = null;
    };
  }, [course]);

  useEffect(() => {
    const worker = checker.current;
    if (!course || !worker || !isReadable) return;
    const ask = Date.now();
    let mender: Worker | null = null;
    const hear = ({ data }: MessageEvent<NamingAnswer>) => {
      if (data.ask !== ask) return;
      if (data.kind === 'check') {
        // Drawn between frames: what is being typed comes first.
        startTransition(() => setLive({ source, check: data.check, mends: null, hanging: null }));
        mender = openWorker();
        mender.onmessage = hear;
        mender.postMessage({ kind: 'course', course } satisfies NamingQuestion);
        mender.postMessage({ kind: 'mend', ask, source, subject } satisfies NamingQuestion);
      } else if (data.kind === 'mend') {
        startTransition(() =>
          setLive((before) =>
            before?.source === source ? { ...before, mends: data.mends, hanging: data.hanging } : before,
          ),
        );
        mender?.terminate();
      }
    };
    worker.addEventListener('message', hear);
    worker.postMessage({ kind: 'check', ask, source, subject } satisfies NamingQuestion);
    return () => {
      worker.removeEventListener('message', hear);
      mender?.terminate();
    };
  }, [source, isReadable, subject, course]);
  return live;
}

/** What one more student would change; null while nobody is named. */
export function useJoining(
  source: string,
  subject: NameSubject,
  course: NamingCourse<PersonId> | undefined,
  { last, first, period }: Newcomer,
): JoiningCheck<PersonId> | null {
  const [joining, setJoining] = useState<JoiningCheck<PersonId> | null>(null);
  useEffect(() => {
    if (!course || last.trim() === '') return;
    const worker = openWorker();
    worker.onmessage = ({ data }: MessageEvent<NamingAnswer>) => {
      if (data.kind === 'join') setJoining(data.joining);
      worker.terminate();
    };
    worker.postMessage({ kind: 'course', course } satisfies NamingQuestion);
    const who = { last, first, period };
    worker.postMessage({ kind: 'join', ask: 0, source, subject, newcomer: who } satisfies NamingQuestion);
    return () => worker.terminate();
  }, [source, subject, course, last, first, period]);
  return last.trim() === '' ? null : joining;
}
