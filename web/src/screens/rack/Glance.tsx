import * as Radix from '@radix-ui/react-dialog';
import { ChevronLeft, ChevronRight, X } from 'lucide-react';
import { useState } from 'react';
import { sayDuration, type PieceId } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { ApproveButton } from './ApproveButton';
import type { Place } from '../../parts/rack/courseWork';
import { DriftNote } from '../../parts/piece/DriftNote';
import { sayListName, sayMoment } from '../../parts/ui/format';
import { NamePicture } from '../../parts/naming/NamePicture';
import { PieceTabs } from '../../parts/piece/PieceTabs';
import { PieceView } from '../../parts/piece/PieceView';
import { Read } from '../../parts/messages/States';
import { stripFor } from '../../parts/naming/stripFor';
import { stayForNotices } from '../../parts/ui/stayForNotices';
import { useKeys } from '../../parts/ui/useKeys';
import { useMedia } from '../../parts/ui/useMedia';
import { useSwipe } from '../../parts/ui/useSwipe';
import { sayProgress } from '../../parts/rack/sayProgress';
import { useNextAhead } from '../../parts/rack/useNextAhead';
import { useSeen } from '../../parts/rack/useSeen';
import { sayWhoOpens } from '../../parts/review/sayWhoOpens';
import { NotTheirs } from '../../parts/review/NotTheirs';
import { useZone } from '../../parts/hall/useSession';
import { api, type Course, type Submission } from '../../state/api';

interface GlanceProps {
  course: Course;
  places: readonly Place[];
  at: number;
  onMove: (place: Place) => void;
  onReview: () => void;
  onClose: () => void;
  /** Puts the focus back on the slot that was looked at last. */
  onClosed: () => void;
}

/** The quick look through pieces, one student after another: for seeing who has begun, not for feedback. */
export function Glance({ course, places, at, onMove, onReview, onClose, onClosed }: GlanceProps) {
  const zone = useZone();
  const place = places[at]!;
  const strip = stripFor(course, place.student, place.slot, zone);
  const move = (by: number) => {
    const next = places[at + by];
    if (next) onMove(next);
  };
  useSeen(course, place.slot);
  useNextAhead(places.slice(at + 1));
  const isWide = useMedia('(min-width: 48rem)');
  const swipe = useSwipe(move);
  useKeys({
    j: () => move(1),
    k: () => move(-1),
    ArrowRight: () => move(1),
    ArrowLeft: () => move(-1),
    ' ': onClose,
  });
  const controls = (
    <>
      <Button look="quiet" aria-label="Previous student" disabled={at === 0} onClick={() => move(-1)}>
        <ChevronLeft aria-hidden="true" className="size-5" />
      </Button>
      <Button
        look="quiet"
        aria-label="Next student"
        disabled={at === places.length - 1}
        onClick={() => move(1)}
      >
        <ChevronRight aria-hidden="true" className="size-5" />
      </Button>
      <ApproveButton course={course} places={[place]} />
      <Button look="go" onClick={onReview}>
        Review <kbd className="border-current bg-transparent text-current">r</kbd>
      </Button>
    </>
  );
  return (
    <Radix.Root open onOpenChange={(open) => (open ? undefined : onClose())}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-20 bg-[rgb(8_14_12/0.55)]" />
        <Radix.Content
          onInteractOutside={stayForNotices}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            onClosed();
          }}
          // The window itself has the focus, so that Space closes it and does not press the first button.
          onOpenAutoFocus={(event) => {
            event.preventDefault();
            (event.currentTarget as HTMLElement).focus();
          }}
          {...swipe}
          className="fixed inset-4 z-30 mx-auto outline-none flex max-w-5xl flex-col gap-3 overflow-hidden rounded-xl border border-line bg-wall p-4 text-ink shadow-2xl max-md:inset-1.5"
        >
          <div className="flex items-center gap-3 max-md:flex-wrap max-md:gap-y-0">
            <Radix.Title className="min-w-0 truncate font-display text-2xl font-semibold max-md:flex-1">
              {sayListName(place.student)}
            </Radix.Title>
            <Radix.Description className="shrink-0 text-ink-2 max-md:order-last max-md:w-full">
              {at + 1} of {places.length} · {place.state}
            </Radix.Description>
            <div className="ml-auto flex items-center gap-1.5">
              {isWide ? controls : null}
              <Radix.Close aria-label="Close" className="rounded p-2 text-ink-2 hover:bg-ground">
                <X aria-hidden="true" className="size-5" />
              </Radix.Close>
            </div>
          </div>
          <div className="min-w-0 rounded-lg border border-line bg-surface px-3 py-2 max-md:hidden">
            <NamePicture segments={strip.segments} />
          </div>
          {place.slot?.id ? (
            <Shown
              key={place.slot.id}
              course={course}
              submissionId={place.slot.id}
              progress={place.progress}
              zone={zone}
            />
          ) : (
            <p className="m-auto p-8 text-lg text-ink-2">
              {place.state === 'started'
                ? 'Started: something is in the tray, not turned in yet.'
                : place.state === 'missing' && place.due
                  ? `Missing. It was due ${sayMoment(place.due, zone)}.`
                  : 'Nothing in yet.'}
            </p>
          )}
          {/* On a phone where a thumb is. */}
          {isWide ? null : (
            <div className="mt-auto flex justify-between gap-2 border-t border-line pt-2.5">{controls}</div>
          )}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}

interface ShownProps {
  course: Course;
  submissionId: Submission['id'];
  progress: Place['progress'];
  zone: string;
}

function Shown({ course, submissionId, progress, zone }: ShownProps) {
  const submission = api.useReadSubmissionQuery({ params: { submissionId } });
  const [chosen, setChosen] = useState<PieceId | null>(null);
  return (
    <Read of={submission} what="Opening the work">
      {(data) => {
        const counting = data.attempts.find((attempt) => attempt.counts);
        const pieces = data.pieces.filter((piece) => piece.attempt === counting?.attempt);
        const current = pieces.find((piece) => piece.id === chosen) ?? pieces[0];
        if (!counting || !current)
          return <p className="m-auto p-8 text-lg text-ink-2">The student has taken this back.</p>;
        return (
          <>
            <p className="text-small text-ink-2">
              Turned in {sayMoment(counting.at, zone)}
              {counting.lateMs > 0 ? (
                <b className="text-brick"> · late by {sayDuration(counting.lateMs)}</b>
              ) : counting.due ? (
                ' · in time'
              ) : (
                ''
              )}
              {counting.attempt > 1 ? ` · attempt ${counting.attempt}` : ''}
              {progress ? ` · ${sayProgress(progress)}` : ''}
            </p>
            <PieceTabs pieces={pieces} current={current} onChoose={setChosen} />
            <DriftNote piece={current} zone={zone} />
            <PieceView piece={current} />
            <p className="text-small text-ink-2 max-md:line-clamp-2">
              Can open it: {sayWhoOpens(course, data)}
            </p>
            <NotTheirs course={course} submission={data} />
          </>
        );
      }}
    </Read>
  );
}
