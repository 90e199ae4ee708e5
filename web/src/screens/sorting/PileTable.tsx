import { useState, type ReactNode } from 'react';
import {
  DndContext,
  DragOverlay,
  PointerSensor,
  pointerWithin,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { pathOf, type AnswerOf, type BodyFor } from '@vestibul/contract';
import { splitName, type PersonId, type PilePieceId } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { sayCount, sayList, sayName } from '../../parts/ui/format';
import { Hall } from '../../parts/hall/Hall';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { Pages } from '../../parts/ui/Pages';
import { PieceView } from '../../parts/piece/PieceView';
import { usePiecesAhead } from '../../parts/piece/usePiecesAhead';
import { mayRun, placePath } from '../../parts/hall/places';
import { Empty, Read } from '../../parts/messages/States';
import { useKeys } from '../../parts/ui/useKeys';
import { useSwipe } from '../../parts/ui/useSwipe';
import { api, type Course, type RackStudent } from '../../state/api';
import { BringPile } from './BringPile';
import { Deciding } from './Deciding';
import { KnownWords } from './KnownWords';
import { NameApart } from './NameApart';
import { DropHere } from '../../parts/sorting/DropHere';
import { PileLine } from './PileLine';
import { SlotsToDropOn } from './SlotsToDropOn';
import { TableList } from './TableList';
import { MOST_KEYS, useChoice, type OnTable } from './useChoice';

interface PileTableProps {
  course: Course;
  period: string;
  /** The choice between what came in piles and what came by side doors, where there are both. */
  tabs: ReactNode;
}

type Sorted = AnswerOf<'sortPieces'>;

/** The pieces of piles that nobody could tell for sure: one large, its name taken apart, and whose it may be. */
export function PileTable({ course, period, tabs }: PileTableProps) {
  const params = { courseId: course.id };
  const [pages, setPages] = useState<string[]>([]);
  const [shown, setShown] = useState<'to sort' | 'later'>('to sort');
  const [brings, setBrings] = useState(false);
  const [learns, setLearns] = useState(false);
  const table = api.useReadTableQuery({ params, query: { state: shown, after: pages.at(-1) ?? '' } });
  const rack = api.useReadRackQuery({ params });
  const show = (state: typeof shown) => {
    setShown(state);
    setPages([]);
  };
  return (
    <Read of={table} what="Reading the table">
      {(data) => (
        <Read of={rack} what="Reading the roster">
          {({ students }) => (
            <Table
              key={shown}
              course={course}
              period={period}
              students={students}
              table={data}
              shown={shown}
              head={(actions) => (
                <header className="mb-2.5 flex flex-wrap items-start gap-x-4 gap-y-2">
                  <div className="min-w-0 flex-1">
                    <h1>{data.toSort > 0 ? `${data.toSort} to sort` : 'Sorting table'}</h1>
                    <PileLine course={course} />
                  </div>
                  <div className="flex flex-wrap items-center gap-2 pt-1">
                    {tabs}
                    {data.later > 0 || shown === 'later' ? (
                      <Button onClick={() => show(shown === 'later' ? 'to sort' : 'later')}>
                        {shown === 'later' ? 'Back to pieces to sort' : `For later: ${data.later}`}
                      </Button>
                    ) : null}
                    {actions}
                    <Button onClick={() => setLearns(true)}>What was learned</Button>
                    {mayRun(course) ? (
                      <Button look="go" onClick={() => setBrings(true)}>
                        Bring a pile
                      </Button>
                    ) : null}
                  </div>
                </header>
              )}
              pager={<Pages of="the table" pages={pages} next={data.next} onTurn={setPages} />}
            >
              {brings ? <BringPile course={course} period={period} onClose={() => setBrings(false)} /> : null}
              {learns ? (
                <KnownWords course={course} students={students} onClose={() => setLearns(false)} />
              ) : null}
            </Table>
          )}
        </Read>
      )}
    </Read>
  );
}

interface TableProps {
  course: Course;
  period: string;
  students: readonly RackStudent[];
  table: AnswerOf<'readTable'>;
  shown: 'to sort' | 'later';
  head: (actions: ReactNode) => ReactNode;
  pager: ReactNode;
  children: ReactNode;
}

function Table({ course, period, students, table, shown, head, pager, children }: TableProps) {
  const params = { courseId: course.id };
  const [sortPieces] = api.useSortPiecesMutation();
  const [undo, undoing] = api.useUndoSortingMutation();
  const [redo, redoing] = api.useRedoSortingMutation();
  /** What was just sorted is off the table at once, so that the next keys are for the next piece. */
  const [gone, setGone] = useState<ReadonlySet<PilePieceId>>(new Set());
  const pieces = table.pieces.filter(({ id }) => !gone.has(id));
  const choice = useChoice(course, pieces);
  const { piece, marked, who, work } = choice;
  usePiecesAhead(piece ? pieces.slice(pieces.indexOf(piece) + 1).map(lyingOf) : []);
  const swipe = useSwipe((by) => choice.step(by));
  const runs = mayRun(course);
  const isBusy = undoing.isLoading || redoing.isLoading;
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const [isDragging, setDragging] = useState(false);
  const byId = new Map(students.map((student) => [student.id, student]));
  const nameOf = (id: PersonId) => {
    const student = byId.get(id);
    return student ? sayName(student) : 'a student who has left';
  };

  const act = async (body: BodyFor<'sortPieces'>, says: string) => {
    if (!runs) return;
    const sorted = marked;
    choice.goOn();
    setGone((before) => new Set([...before, ...sorted]));
    const { data, error } = await sortPieces({ params, body });
    if (error) {
      // It lies there again, and is looked at.
      setGone((before) => new Set([...before].filter((id) => !sorted.includes(id))));
      choice.look(sorted[0]!);
      return tellFailure(error);
    }
    const { taught } = data as Sorted;
    tell(
      taught > 0 ? `${says} ${sayCount(taught, 'more was', 'more were')} placed by what you decided.` : says,
    );
  };
  const place = (people: readonly PersonId[] = who) => {
    if (!piece || people.length === 0) return tell('Choose whose it is first.');
    if (!work) return tell('Choose what it is for first.');
    const pieces = [...marked];
    const whom = sayList(people.map(nameOf));
    void act(
      { kind: 'place', pieces, students: [...people], assignment: work },
      `${pieces.length > 1 ? `${pieces.length} pieces placed` : 'Placed'} with ${whom}.`,
    );
  };
  const setAside = (as: 'not ours' | 'later' | 'to sort') => {
    if (!piece) return;
    const pieces = [...marked];
    const says = {
      'not ours': 'Set aside as not ours.',
      later: 'Set aside for later.',
      'to sort': 'Put back to sort.',
    };
    void act({ kind: 'set aside', pieces, as }, says[as]);
  };
  const step = async (way: 'undo' | 'redo') => {
    if (isBusy || !runs) return;
    const { error } = await (way === 'undo' ? undo : redo)({ params });
    if (error) return tellFailure(error);
    setGone(new Set());
    tell(way === 'undo' ? 'Undone.' : 'Redone.');
  };
  useKeys({
    j: () => choice.step(1),
    k: () => choice.step(-1),
    J: () => choice.step(1, true),
    K: () => choice.step(-1, true),
    v: () => choice.toggle(piece?.id),
    s: () => void choice.markAlike(),
    Escape: () => choice.letGo(),
    Enter: () => place(),
    b: () => choice.setJoint(!choice.isJoint),
    x: () => setAside('not ours'),
    l: () => setAside(shown === 'later' ? 'to sort' : 'later'),
    u: () => void step('undo'),
    U: () => void step('redo'),
    ...Object.fromEntries(
      Array.from({ length: MOST_KEYS }, (_, i) => [
        String(i + 1),
        () => {
          const candidate = piece?.candidates[i];
          if (candidate) choice.chooseWho(candidate.student);
        },
      ]),
    ),
  });
  const pickUp = (id: PilePieceId) => {
    choice.pickUp(id);
    setDragging(true);
  };
  const drop = ({ over }: DragEndEvent) => {
    setDragging(false);
    const student = over?.data.current?.student as PersonId | undefined;
    if (student) place([student]);
  };
  const actions = runs ? (
    <>
      <Button disabled={table.undo === 0 || isBusy} onClick={() => void step('undo')}>
        Undo{table.undo > 0 ? ` (${table.undo})` : ''}
      </Button>
      <Button disabled={table.redo === 0 || isBusy} onClick={() => void step('redo')}>
        Redo{table.redo > 0 ? ` (${table.redo})` : ''}
      </Button>
    </>
  ) : null;
  return (
    <Hall
      course={course}
      place="Sorting table"
      period={period}
      pathFor={(door) => placePath(course.id, 'Sorting table', door)}
      strip={
        piece
          ? {
              segments: [{ text: piece.path.split('/').at(-1)!, part: null }],
              verdict: marked.length > 1 ? `${marked.length} pieces selected` : 'waits to be placed',
              ...(piece.path.includes('/') ? { note: 'came as', noteCode: piece.path } : {}),
            }
          : null
      }
      keys={[
        { keys: ['j', 'k'], does: 'next, back' },
        { keys: ['v'], does: 'select' },
        { keys: ['u'], does: 'undo' },
      ]}
    >
      <DropHere course={course} says="" />
      {head(actions)}
      {!piece ? (
        <Empty title={shown === 'later' ? 'Nothing for later' : 'The table is empty'}>
          <p>
            {shown === 'later'
              ? 'What you leave for later is here until you sort it.'
              : 'Bring a pile: files, a folder or a ZIP. What is sure is placed; the rest waits here, with the likeliest answers first.'}
          </p>
        </Empty>
      ) : (
        <DndContext
          sensors={sensors}
          collisionDetection={pointerWithin}
          onDragStart={({ active }) => pickUp(active.id as PilePieceId)}
          onDragCancel={() => setDragging(false)}
          onDragEnd={drop}
        >
          <div className="grid min-h-0 flex-1 grid-cols-[270px_1fr_320px] gap-3.5 max-lg:grid-cols-1">
            <div className="flex min-h-0 flex-col gap-2">
              <TableList choice={choice} pieces={pieces} onPlace={() => place()} />
              {pager}
            </div>
            <section
              aria-label="The work"
              {...swipe}
              className="flex min-h-[50dvh] min-w-0 flex-col gap-2.5 overflow-hidden rounded-plate border border-line bg-ground p-3 lg:min-h-0"
            >
              <NameApart parts={piece.parts} extension={extensionOf(piece)} />
              {isDragging ? (
                <SlotsToDropOn course={course} period={period} students={students} />
              ) : (
                <PieceView piece={lyingOf(piece)} />
              )}
            </section>
            <Deciding
              course={course}
              students={students}
              choice={choice}
              piece={piece}
              isBusy={isBusy}
              shown={shown}
              onPlace={place}
              onSetAside={setAside}
            />
          </div>
          <DragOverlay dropAnimation={null}>
            {isDragging ? (
              <code className="inline-block max-w-60 truncate rounded border-2 border-brass-mark bg-surface px-2 py-1">
                {marked.length > 1 ? sayCount(marked.length, 'piece') : piece.path.split('/').at(-1)}
              </code>
            ) : null}
          </DragOverlay>
        </DndContext>
      )}
      {children}
    </Hall>
  );
}

/** A piece as it is looked at. */
const lyingOf = (piece: OnTable) => ({
  ...piece,
  name: piece.path.split('/').at(-1)!,
  source: pathOf('readPilePiece', { pilePieceId: piece.id }),
});

function extensionOf({ path }: OnTable): string {
  const name = path.split('/').at(-1)!;
  return name.slice(splitName(name).stem.length);
}
