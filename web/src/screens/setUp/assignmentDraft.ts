import type { AnswerOf, BodyFor } from '@vestibul/contract';
import {
  instantToLocal,
  noLateRule,
  noRecording,
  type Afterwards,
  type Counting,
  type Form,
  type GroupId,
  type Instant,
  type LateCounts,
  type LateRule,
  type OffRule,
  type PeriodId,
  type RecordingKind,
  type Scoring,
} from '@vestibul/core';
import type { Course } from '../../state/api';

/** An assignment as its form holds it: what is being typed, not yet what it means. */
export interface Draft {
  title: string;
  shortName: string;
  unit: string;
  directions: string;
  /** Local due times of the periods that get it. */
  dues: Partial<Record<PeriodId, string>>;
  graceMinutes: string;
  lateCounts: LateCounts;
  counting: Counting;
  forms: Form[];
  files: string;
  scoring: Scoring;
  isLessWhenLate: boolean;
  latePercent: string;
  lateMost: string;
  /** Empty is as much as its points. */
  weight: string;
  recordingKinds: RecordingKind[];
  mostMinutes: string;
  groupIds: GroupId[];
  afterwards: Afterwards;
  holds: boolean;
  /** Null is what the course says. */
  offRule: OffRule | null;
  tells: boolean;
  when: 'draft' | 'now' | 'at';
  publishAt: string;
}

const WEEK = 7 * 86_400_000;

/** What the form starts with: an assignment as it is, or a new one for every period, due in a week at the end of the day. */
export function draftOf(
  course: Course,
  assignment: AnswerOf<'readAssignment'> | undefined,
  zone: string,
  now = Date.now(),
): Draft {
  const local = (moment: number) => instantToLocal(new Date(moment).toISOString() as Instant, zone);
  if (!assignment) {
    const due = `${local(now + WEEK).slice(0, 10)}T23:59`;
    return {
      title: '',
      shortName: '',
      unit: '',
      directions: '',
      dues: Object.fromEntries(course.periods.map((period) => [period.id, due])),
      graceMinutes: '0',
      lateCounts: 'when turned in',
      counting: 'last in time',
      forms: [],
      files: '',
      scoring: { kind: 'none' },
      ...lateFields(noLateRule),
      weight: '',
      recordingKinds: [],
      mostMinutes: String(noRecording.mostMinutes),
      groupIds: [],
      afterwards: 'own',
      holds: false,
      offRule: null,
      tells: false,
      when: 'now',
      publishAt: `${local(now + WEEK / 7).slice(0, 10)}T08:00`,
    };
  }
  const { visibleAt, wants } = assignment;
  const isAhead = visibleAt !== null && Date.parse(visibleAt) > now;
  return {
    title: assignment.title,
    shortName: assignment.shortName,
    unit: assignment.unit,
    directions: assignment.directions,
    dues: Object.fromEntries(assignment.dues.map((due) => [due.periodId, due.dueLocal])),
    graceMinutes: String(assignment.graceMinutes),
    lateCounts: assignment.lateCounts,
    counting: assignment.counting,
    forms: wants.forms,
    files: wants.files === null ? '' : String(wants.files),
    scoring: assignment.scoring,
    ...lateFields(assignment.lateRule),
    weight: assignment.weight === null ? '' : String(assignment.weight),
    recordingKinds: assignment.recording.kinds,
    mostMinutes: String(assignment.recording.mostMinutes),
    groupIds: assignment.groupIds,
    afterwards: assignment.afterwards,
    holds: assignment.holds,
    offRule: assignment.offRule,
    tells: assignment.tells,
    when: visibleAt === null ? 'draft' : isAhead ? 'at' : 'now',
    publishAt: local(isAhead ? Date.parse(visibleAt) : now + WEEK / 7),
  };
}

/** Ten percent a day and half of it at most is what stands there when somebody begins with such a rule. */
const lateFields = (rule: LateRule) => ({
  isLessWhenLate: rule.kind === 'per day',
  latePercent: rule.kind === 'per day' ? String(rule.percent) : '10',
  lateMost: rule.kind === 'per day' ? String(rule.most) : '50',
});

/** The request that a form makes; whether it can be taken is the contract's to say. */
export function bodyOf(draft: Draft): BodyFor<'makeAssignment'> {
  const {
    dues,
    forms,
    files,
    graceMinutes,
    recordingKinds: kinds,
    mostMinutes,
    isLessWhenLate,
    latePercent: percent,
    lateMost: most,
    weight,
    when,
    publishAt,
    ...rest
  } = draft;
  return {
    ...rest,
    dues: Object.entries(dues).map(([periodId, dueLocal]) => ({ periodId, dueLocal: dueLocal ?? '' })),
    graceMinutes: graceMinutes.trim() === '' ? 0 : graceMinutes,
    recording: { kinds, mostMinutes },
    lateRule: isLessWhenLate ? { kind: 'per day', percent, most } : noLateRule,
    weight: weight.trim() === '' ? null : weight,
    wants: { forms, files: files.trim() === '' ? null : files },
    visible: when === 'at' ? { when, local: publishAt } : { when },
  };
}
