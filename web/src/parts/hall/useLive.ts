import { useEffect, useSyncExternalStore } from 'react';
import { routes, type LiveNotice } from '@vestibul/contract';
import { groupBy, type CourseId, type SubmissionId } from '@vestibul/core';
import { announce } from '../messages/announce';
import { tell } from '../messages/Notices';
import { comingOf, sayComing, type Coming } from '../messages/sayComing';
import { sayName } from '../ui/format';
import { api, isSlotOf, putSlots, slotKey, type Slot, type SlotNow, type Tag } from '../../state/api';
import { inBursts } from '../../state/inBursts';
import { onBackInTouch } from '../../state/backInTouch';
import { LiveLine, type Stream } from '../../state/LiveLine';
import { store, useAppDispatch } from '../../state/store';

/** How long notices of a whole course are gathered before it is read again, in milliseconds: thirty students begin at once. */
const GATHER_MS = 1500;

/** How long slots are gathered while they come thick and fast, in milliseconds; the first is shown at once. */
const BURST_MS = 250;

/** Over how long the pages of a class read again what was changed for all of it, so that they do not ask all at once. */
const SPREAD_MS = 3000;

const words = {
  published: (title: string) => `New: ‘${title}’. It is on your Today page.`,
  'handed back': (title: string) => `‘${title}’ was handed back.`,
  'sent back': (title: string) => `‘${title}’ was sent back with a comment. Read it and turn in again.`,
} as const;

function tellWord({ says, title }: Extract<LiveNotice, { kind: 'word' }>): void {
  tell(words[says](title));
}

/** How long arrivals are gathered to be said in one sentence, in milliseconds: in the last minute they come by the dozen. */
const BREATH_MS = 2500;
const comings = new Map<string, { coming: Coming; title: string; names: string[] }>();

/** The rack of a course as the page has it, or is waiting for it. */
const rackOf = (courseId: CourseId) =>
  api.endpoints.readRack.select({ params: { courseId } })(store.getState());

/** What the page shows of a slot that has changed. */
const slotBefore = (changed: SlotNow) => rackOf(changed.courseId).data?.slots.find(isSlotOf(changed));

/** Says who turned in or took back what, where the page knows their names. */
function hearComing(changed: SlotNow, before: Slot | undefined): void {
  const { courseId, slot } = changed;
  const rack = rackOf(courseId).data;
  const course = api.endpoints.readCourse.select({ params: { courseId } })(store.getState()).data;
  const coming = rack && comingOf(before, slot);
  const student = rack?.students.find(({ id }) => id === changed.studentId);
  const title = course?.assignments.find(({ id }) => id === changed.assignmentId)?.title;
  if (!coming || !student || !title) return;
  if (comings.size === 0) setTimeout(sayComings, BREATH_MS);
  const key = `${coming} ${changed.assignmentId}`;
  const known = comings.get(key) ?? { coming, title, names: [] };
  comings.set(key, { ...known, names: [...known.names, sayName(student)] });
}

function sayComings(): void {
  for (const { coming, names, title } of comings.values()) announce(sayComing(coming, names, title));
  comings.clear();
}

/** What shows each kind of change; of a slot, only what shows that very slot is read again. */
const shownBy = {
  course: ['Rack', 'Course', 'Roster', 'Deliveries', 'Table', 'Blanks', 'Ledger'],
  class: ['Mine', 'Tray', 'Course', 'Calendar'],
  mine: ['Mine', 'Tray', 'Submission'],
} as const satisfies Partial<Record<LiveNotice['kind'], readonly Tag[]>>;
const everything = Object.values(shownBy).flat();

let line: LiveLine | null = null;
const changes = new EventTarget();
const staleSince = () => line?.state().staleSince ?? null;

/** Since when what is on screen may not be current, in milliseconds; null while it is. */
export function useStaleSince(): number | null {
  return useSyncExternalStore((changed) => {
    changes.addEventListener('change', changed);
    return () => changes.removeEventListener('change', changed);
  }, staleSince);
}

/** Keeps what is on screen true while the page is open: a piece that arrives appears by itself. */
export function useLive(): void {
  const dispatch = useAppDispatch();
  useEffect(() => {
    let gathering: ReturnType<typeof setTimeout> | undefined;
    const stale = new Set<Tag>();
    const readAgainSoon = (tags: readonly Tag[]) => {
      for (const tag of tags) stale.add(tag);
      gathering ??= setTimeout(() => {
        gathering = undefined;
        dispatch(api.util.invalidateTags([...stale]));
        stale.clear();
      }, GATHER_MS);
    };
    /** What became of slots, in their order: put into the rack at once, however many they are. */
    const takeSlots = (changed: readonly SlotNow[]) => {
      const befores = new Map<string, Slot | undefined>();
      const ids = new Set<SubmissionId>();
      for (const notice of changed) {
        const key = slotKey(notice);
        const before = befores.has(key) ? befores.get(key) : slotBefore(notice);
        befores.set(key, notice.slot ?? undefined);
        hearComing(notice, before);
        const id = notice.slot?.id ?? before?.id;
        if (id) ids.add(id);
      }
      for (const [courseId, theirs] of groupBy(changed, (notice) => notice.courseId)) {
        dispatch(putSlots(courseId, theirs));
        // A rack that is on its way was perhaps read before, and would take the slots back to what they were.
        if (rackOf(courseId).status === 'pending') readAgainSoon(['Rack']);
      }
      if (ids.size === 0) return;
      // Of all that may be open, only what these very submissions show is read again.
      dispatch(api.util.invalidateTags([...ids].map((id) => ({ type: 'Submission' as const, id }))));
      readAgainSoon(['Ledger', 'Marks', 'Progress']);
    };
    const slots = inBursts(takeSlots, BURST_MS);
    const hear = (notice: LiveNotice) => {
      if (notice.kind === 'slot') {
        slots.add(notice);
      } else if (notice.kind === 'looking') {
        const { submissionId, people } = notice;
        dispatch(
          api.util.updateQueryData('readSubmission', { params: { submissionId } }, (shown) => {
            shown.lookedAtBy = people;
          }),
        );
      } else if (notice.kind === 'word') {
        tellWord(notice);
      } else if (notice.kind === 'mine') {
        dispatch(api.util.invalidateTags([...shownBy.mine]));
      } else if (notice.kind === 'everything') {
        dispatch(api.util.invalidateTags(everything));
      } else if (notice.kind === 'class') {
        setTimeout(() => readAgainSoon(shownBy.class), Math.random() * SPREAD_MS);
      } else {
        readAgainSoon(shownBy.course);
      }
    };
    const opened = new LiveLine({
      open: (since) =>
        new EventSource(routes.live.path + (since === null ? '' : `?since=${since}`)) as Stream,
      now: Date.now,
      onNotice: (data) => hear(JSON.parse(data) as LiveNotice),
      // Signed out elsewhere, or the server is only just starting.
      onRefused: () => dispatch(api.util.invalidateTags(['Session'])),
    });
    line = opened;
    const unsubscribe = opened.subscribe(() => changes.dispatchEvent(new Event('change')));
    const start = () => opened.start();
    const look = () => opened.look();
    const stopHearing = onBackInTouch(start);
    document.addEventListener('visibilitychange', look);
    start();
    return () => {
      clearTimeout(gathering);
      slots.stop();
      stopHearing();
      document.removeEventListener('visibilitychange', look);
      unsubscribe();
      opened.stop();
      line = null;
      changes.dispatchEvent(new Event('change'));
    };
  }, [dispatch]);
}
