import {
  checkJoining,
  checkRule,
  findHanging,
  mendRule,
  parseRule,
  studentValues,
  type HangingSeparators,
  type JoiningCheck,
  type NameSubject,
  type NamingCourse,
  type PersonId,
  type RuleCheck,
  type RuleMend,
} from '@vestibul/core';

/** Somebody who may join, as the page asks about them. */
export interface Newcomer {
  last: string;
  first: string;
  period: number;
}

export type NamingQuestion =
  | { kind: 'course'; course: NamingCourse<PersonId> }
  | { kind: 'check'; ask: number; source: string; subject: NameSubject }
  | { kind: 'mend'; ask: number; source: string; subject: NameSubject }
  | { kind: 'join'; ask: number; source: string; subject: NameSubject; newcomer: Newcomer };

export type NamingAnswer =
  | { kind: 'check'; ask: number; check: RuleCheck<PersonId> }
  | { kind: 'mend'; ask: number; mends: RuleMend[]; hanging: HangingSeparators<PersonId> | null }
  | { kind: 'join'; ask: number; joining: JoiningCheck<PersonId> };

let course: NamingCourse<PersonId> = { students: [], works: [], shared: {} };

/** Checks rules on the real roster away from the page, so that typing is never held up. */
self.onmessage = ({ data }: MessageEvent<NamingQuestion>) => {
  if (data.kind === 'course') {
    course = data.course;
    return;
  }
  const parsed = parseRule(data.source);
  if (!parsed.ok) return;
  const { ask, subject } = data;
  const answer = (said: NamingAnswer) => self.postMessage(said);
  if (data.kind === 'check') {
    answer({ kind: 'check', ask, check: checkRule(parsed.rule, subject, course) });
  } else if (data.kind === 'mend') {
    const { rule } = parsed;
    answer({
      kind: 'mend',
      ask,
      mends: mendRule(rule, subject, course),
      hanging: findHanging(rule, subject, course),
    });
  } else {
    const { last, first, period } = data.newcomer;
    const values = studentValues({
      last,
      first,
      period,
      called: '',
      username: '',
      email: '',
      number: '',
      group: '',
    });
    const newcomer = { id: 'new' as PersonId, values };
    answer({ kind: 'join', ask, joining: checkJoining(parsed.rule, subject, course, newcomer) });
  }
};
