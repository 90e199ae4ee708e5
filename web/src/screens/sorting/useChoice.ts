import { useState, type KeyboardEvent } from 'react';
import type { AnswerOf } from '@vestibul/contract';
import type { AssignmentId, PersonId, PilePieceId } from '@vestibul/core';
import { tellFailure } from '../../parts/messages/Notices';
import { api, type Course } from '../../state/api';

export type OnTable = AnswerOf<'readTable'>['pieces'][number];

/** Candidates, and assignments, that a number key reaches. */
export const MOST_KEYS = 9;

/** Answers from so sure on are chosen before anybody says so; Enter then agrees to them. */
const LIKELY = 0.5;

/** What is looked at on the table, what is taken with it, and what is chosen for it. */
export interface Choice {
  piece: OnTable | undefined;
  /** What an act is for: the pieces marked, or the one that is looked at; some may lie on another page of the table. */
  marked: readonly PilePieceId[];
  isMarked: (id: PilePieceId) => boolean;
  who: readonly PersonId[];
  work: AssignmentId | null;
  isJoint: boolean;
  look: (id: PilePieceId, isRange?: boolean) => void;
  /** Looks at one and takes no other with it, unless it is itself among those taken together. */
  pickUp: (id: PilePieceId) => void;
  step: (by: number, isRange?: boolean) => void;
  toggle: (id: PilePieceId | undefined) => void;
  markAlike: () => Promise<void>;
  /** Takes none together any more. */
  letGo: () => void;
  chooseWho: (id: PersonId) => void;
  chooseWork: (id: AssignmentId) => void;
  setJoint: (isJoint: boolean) => void;
  /** Looks at what lies behind the marked ones. */
  goOn: () => void;
}

/** What was chosen for one piece; for another one it is as that piece says. */
interface Chosen {
  of: PilePieceId | null;
  who: readonly PersonId[] | null;
  work: AssignmentId | null | undefined;
  isJoint: boolean;
}

const nothing: Chosen = { of: null, who: null, work: undefined, isJoint: false };

export function useChoice(course: Course, pieces: readonly OnTable[]): Choice {
  const [current, setCurrent] = useState<PilePieceId | null>(null);
  const [marks, setMarks] = useState<ReadonlySet<PilePieceId>>(new Set());
  /** Those taken with them that are on another page. */
  const [elsewhere, setElsewhere] = useState<readonly PilePieceId[]>([]);
  const [askAlike] = api.useLazyListAlikeQuery();
  const [chosen, setChosen] = useState<Chosen>(nothing);
  const at = Math.max(
    0,
    pieces.findIndex(({ id }) => id === current),
  );
  const piece = pieces[at];
  const there = pieces.filter(({ id }) => marks.has(id)).map(({ id }) => id);
  const marked = there.length > 0 ? [...there, ...elsewhere] : piece ? [piece.id] : [];
  const here = chosen.of === piece?.id ? chosen : { ...nothing, of: piece?.id ?? null };
  const change = (more: Partial<Chosen>) => setChosen({ ...here, ...more });

  const likely = piece?.candidates[0];
  // Where what is known names different people, somebody has to say which, so nobody is chosen beforehand.
  const isLikely = likely && likely.confidence >= LIKELY && piece.sides.length < 2;
  const who = here.who ?? (isLikely ? [likely.student] : []);
  const likelyWork = piece?.assignmentCandidates[0];
  const only = course.assignments.length === 1 ? course.assignments[0]!.id : null;
  const work =
    here.work !== undefined
      ? here.work
      : (piece?.assignmentId ??
        (likelyWork && likelyWork.confidence >= LIKELY ? likelyWork.assignment : only));

  const markRange = (to: number) => {
    const [from, end] = [Math.min(at, to), Math.max(at, to)];
    setMarks(new Set([...marks, ...pieces.slice(from, end + 1).map(({ id }) => id)]));
  };
  const letGo = () => {
    setMarks(new Set());
    setElsewhere([]);
  };
  const look = (id: PilePieceId, isRange = false) => {
    const place = pieces.findIndex((one) => one.id === id);
    if (isRange) markRange(place);
    setCurrent(id);
  };
  return {
    piece,
    marked,
    isMarked: (id) => marks.has(id),
    who,
    work,
    isJoint: here.isJoint,
    look,
    pickUp(id) {
      if (marks.has(id)) return;
      letGo();
      setCurrent(id);
    },
    letGo,
    step(by, isRange = false) {
      const next = pieces[at + by];
      if (next) look(next.id, isRange);
    },
    toggle(id) {
      if (id === undefined) return;
      const next = new Set(marks);
      if (!next.delete(id)) next.add(id);
      setMarks(next);
    },
    async markAlike() {
      if (!piece || piece.alike < 2) return;
      const { data, error } = await askAlike({ params: { pilePieceId: piece.id } });
      if (!data) return tellFailure(error);
      const here = new Set(pieces.map(({ id }) => id));
      setMarks(new Set(data.ids.filter((id) => here.has(id))));
      setElsewhere(data.ids.filter((id) => !here.has(id)));
    },
    chooseWho(id) {
      if (!here.isJoint) return change({ who: [id] });
      change({ who: who.includes(id) ? who.filter((one) => one !== id) : [...who, id] });
    },
    chooseWork: (id) => change({ work: id }),
    setJoint: (isJoint) => change({ isJoint, who: isJoint ? who : who.slice(0, 1) }),
    goOn() {
      const gone = new Set(marked);
      const next =
        pieces.slice(at + 1).find(({ id }) => !gone.has(id)) ?? pieces.find(({ id }) => !gone.has(id));
      setCurrent(next?.id ?? null);
      letGo();
      setChosen(nothing);
    },
  };
}

/** For what has been pressed already: Enter agrees and places, as it does wherever else on the table the keys are. */
export function enterPlaces(place: () => void): (event: KeyboardEvent) => void {
  return (event) => {
    if (event.key !== 'Enter' || event.ctrlKey || event.metaKey) return;
    event.preventDefault();
    place();
  };
}
