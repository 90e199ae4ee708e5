import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  SortableContext,
  arrayMove,
  rectSortingStrategy,
  sortableKeyboardCoordinates,
  useSortable,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { useId, useState } from 'react';
import {
  parseRule,
  partNames,
  pieceParts,
  writeFilter,
  writeRule,
  type NameSubject,
  type Rule,
  type RuleNode,
} from '@vestibul/core';
import { inputClass } from '../../../parts/ui/Field';

/** Text between parts that chips offer. */
const SEPARATORS = ['-', '_', ', ', ' '];

interface RuleChipsProps {
  rule: Rule;
  subject: NameSubject;
  /** While what is typed cannot be read: the chips are those of the last rule that could. */
  isStale: boolean;
  onChange: (rule: Rule) => void;
}

/**
 * A rule as chips: one for each part, for the text between, and for each optional group. They are dragged, or moved by
 * keyboard (Space takes one up, arrows move it), changed with Enter, taken out with Delete, and new ones are typed.
 */
export function RuleChips({ rule, subject, isStale, onChange }: RuleChipsProps) {
  const [edited, setEdited] = useState<number | null>(null);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, {
      coordinateGetter: sortableKeyboardCoordinates,
      keyboardCodes: { start: ['Space'], cancel: ['Escape'], end: ['Space', 'Enter'] },
    }),
  );
  const ids = rule.map((_, i) => `chip ${i}`);
  const drop = ({ active, over }: DragEndEvent) => {
    const [from, to] = [ids.indexOf(String(active.id)), over ? ids.indexOf(String(over.id)) : -1];
    if (to >= 0 && from !== to) onChange(arrayMove(rule, from, to));
    setEdited(null);
  };
  const remove = (i: number) => {
    onChange(rule.toSpliced(i, 1));
    setEdited(null);
  };
  const node = edited === null ? undefined : rule[edited];
  return (
    <div className={`grid gap-2 ${isStale ? 'opacity-55' : ''}`}>
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
        <SortableContext items={ids} strategy={rectSortingStrategy}>
          <ol aria-label="Parts of the rule" className="flex list-none flex-wrap items-center gap-1.5 p-0">
            {rule.map((one, i) => (
              <Chip
                key={ids[i]}
                id={ids[i]!}
                node={one}
                place={rule.slice(0, i).filter(({ kind }) => kind !== 'text').length}
                isOpen={edited === i}
                onOpen={() => setEdited(edited === i ? null : i)}
                onRemove={() => remove(i)}
              />
            ))}
            <li>
              <AddPart
                subject={subject}
                onAdd={(added) => {
                  const before = rule.at(-1);
                  const gap: Rule =
                    before?.kind === 'part' && added.kind === 'part' ? [{ kind: 'text', text: '_' }] : [];
                  onChange([...rule, ...gap, added]);
                }}
              />
            </li>
          </ol>
        </SortableContext>
      </DndContext>
      {node && edited !== null ? (
        <ChipEditor
          key={edited}
          node={node}
          subject={subject}
          onChange={(changed) => onChange(rule.with(edited, changed))}
          onRemove={() => remove(edited)}
        />
      ) : null}
    </div>
  );
}

/** How a chip reads. */
function sayNode(node: RuleNode): { title: string; more: string } {
  if (node.kind === 'text') return { title: node.text.replaceAll(' ', '␣'), more: '' };
  if (node.kind === 'optional') return { title: writeRule(node.nodes), more: 'if there' };
  return { title: node.part, more: node.filters.map(writeFilter).join(' ') };
}

const colours = ['var(--part-a)', 'var(--part-b)', 'var(--part-c)', 'var(--part-d)'];

function Chip({
  id,
  node,
  place,
  isOpen,
  onOpen,
  onRemove,
}: {
  id: string;
  node: RuleNode;
  /** Which part it is, from 0: its colour on the strip. */
  place: number;
  isOpen: boolean;
  onOpen: () => void;
  onRemove: () => void;
}) {
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id });
  const { title, more } = sayNode(node);
  const isText = node.kind === 'text';
  return (
    <li ref={setNodeRef} style={{ transform: CSS.Translate.toString(transform), transition }}>
      <button
        type="button"
        {...attributes}
        {...listeners}
        aria-expanded={isOpen}
        aria-label={isText ? `text ${title}` : [title, more].filter(Boolean).join(', ')}
        onClick={onOpen}
        onKeyDown={(event) => {
          if (event.key === 'Delete' || event.key === 'Backspace') {
            event.preventDefault();
            onRemove();
          } else if (event.key === 'Enter' && event.currentTarget.getAttribute('aria-pressed') !== 'true') {
            event.preventDefault();
            onOpen();
          } else listeners?.onKeyDown?.(event);
        }}
        className={`grid min-h-11 cursor-grab touch-none justify-items-center rounded-lg px-2.5 py-1 font-mono leading-tight aria-expanded:bg-brass-soft ${
          isText ? 'border border-dashed border-edge text-ink-2' : 'border-2 bg-wall font-semibold'
        }`}
        {...(isText
          ? {}
          : {
              style: { borderColor: colours[place % colours.length], color: colours[place % colours.length] },
            })}
      >
        <span className="my-auto">{title}</span>
        {more ? <small className="font-sans text-[11.5px] font-semibold">{more}</small> : null}
      </button>
    </li>
  );
}

/** The parts that names of this kind can have. */
function partsFor(subject: NameSubject) {
  return partNames.filter((part) => subject === 'file' || !pieceParts.includes(part));
}

/** Types a new chip: the name of a part, or text. */
function AddPart({ subject, onAdd }: { subject: NameSubject; onAdd: (node: RuleNode) => void }) {
  const [text, setText] = useState('');
  const list = useId();
  const offered = partsFor(subject);
  const add = (typed: string) => {
    if (typed === '') return;
    const part = offered.find((known) => known === typed.trim().toLowerCase());
    const parsed = parseRule(typed);
    const node: RuleNode | undefined = part
      ? { kind: 'part', part, filters: [] }
      : parsed.ok && parsed.rule.length === 1
        ? parsed.rule[0]
        : { kind: 'text', text: typed };
    if (node) onAdd(node);
    setText('');
  };
  return (
    <>
      <input
        aria-label="Add a part or text"
        list={list}
        value={text}
        placeholder="+ part or text"
        maxLength={60}
        className="min-h-11 w-48 rounded-lg border border-dashed border-edge bg-surface px-2.5 font-mono text-ink"
        onChange={(event) => {
          const typed = event.target.value;
          // Choosing from the list writes the whole word at once.
          const isChosen = (event.nativeEvent as InputEvent).inputType === 'insertReplacementText';
          if (isChosen) add(typed);
          else setText(typed);
        }}
        onKeyDown={(event) => {
          if (event.key !== 'Enter') return;
          event.preventDefault();
          add(text);
        }}
        onBlur={() => add(text)}
      />
      <datalist id={list}>
        {offered.map((part) => (
          <option key={part} value={part} />
        ))}
        {SEPARATORS.map((sign) => (
          <option key={sign} value={sign} />
        ))}
      </datalist>
    </>
  );
}

/** What a chip says, to be changed: another part, its filters, or the text. */
function ChipEditor({
  node,
  subject,
  onChange,
  onRemove,
}: {
  node: RuleNode;
  subject: NameSubject;
  onChange: (node: RuleNode) => void;
  onRemove: () => void;
}) {
  const written =
    node.kind === 'part'
      ? node.filters.map(writeFilter).join('|')
      : node.kind === 'text'
        ? node.text
        : writeRule(node.nodes);
  const [text, setText] = useState(written);
  const offered = partsFor(subject);
  const change = (typed: string) => {
    setText(typed);
    if (node.kind === 'text') {
      if (typed !== '') onChange({ kind: 'text', text: typed });
      return;
    }
    const parsed = parseRule(
      node.kind === 'part' ? `{${[node.part, typed].filter(Boolean).join('|')}}` : `[${typed}]`,
    );
    if (parsed.ok && parsed.rule[0]) onChange(parsed.rule[0]);
  };
  return (
    <div className="flex flex-wrap items-center gap-2.5 rounded-lg bg-wall p-2.5">
      {node.kind === 'part' ? (
        <label className="flex items-center gap-2">
          Part
          <select
            className="rounded-lg border border-edge bg-surface px-2.5 py-2 text-ink"
            value={node.part}
            onChange={(event) =>
              onChange({ ...node, part: offered.find((part) => part === event.target.value)! })
            }
          >
            {(offered.includes(node.part) ? offered : [node.part, ...offered]).map((part) => (
              <option key={part}>{part}</option>
            ))}
          </select>
        </label>
      ) : null}
      <label className="flex items-center gap-2">
        {node.kind === 'part'
          ? 'Filters'
          : node.kind === 'text'
            ? 'Text'
            : 'Written when all parts are there'}
        <input
          className={`${inputClass} w-64! font-mono`}
          value={text}
          placeholder={node.kind === 'part' ? 'upper|cut 3' : ''}
          spellCheck={false}
          onChange={(event) => change(event.target.value)}
        />
      </label>
      {node.kind === 'part' ? (
        <span className="text-small text-ink-2">
          upper lower title ascii plain · pad 2 · cut 3 · words 3 · date yyyy-MM-dd
        </span>
      ) : null}
      <button type="button" className="ml-auto rounded px-2 py-1 font-semibold text-act" onClick={onRemove}>
        Remove
      </button>
    </div>
  );
}
