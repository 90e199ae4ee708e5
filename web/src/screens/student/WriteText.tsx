import {
  Bold,
  Heading2,
  Italic,
  List,
  ListOrdered,
  Quote,
  Redo2,
  Undo2,
  type LucideIcon,
} from 'lucide-react';
import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { Markdown } from '@tiptap/markdown';
import { EditorContent, useEditor, useEditorState, type ChainedCommands, type Editor } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import type { AssignmentId, UploadId } from '@vestibul/core';
import { LONGEST_TEXT, type AnswerOf } from '@vestibul/contract';
import { Button, buttonClass } from '../../parts/ui/Button';
import { Field, inputClass } from '../../parts/ui/Field';
import { sayMoment } from '../../parts/ui/format';
import { Read } from '../../parts/messages/States';
import { usePageTitle } from '../../parts/ui/usePageTitle';
import { useZone } from '../../parts/hall/useSession';
import { api } from '../../state/api';
import { StudentFrame } from './StudentFrame';
import { useKeptText } from './useKeptText';

/** Where a student writes a text that will be turned in: kept as it is written, in the browser at once and in the school every few seconds. */
export function WriteText() {
  usePageTitle('Write');
  const { assignmentId = '', uploadId = '' } = useParams();
  const text = api.useReadTextQuery({ params: { uploadId: uploadId as UploadId } });
  return (
    <StudentFrame place="Turn in">
      <Read of={text} what="Opening your text">
        {(data) => (
          <Page
            key={uploadId}
            id={uploadId as UploadId}
            assignmentId={assignmentId as AssignmentId}
            text={data}
          />
        )}
      </Read>
    </StudentFrame>
  );
}

interface PageProps {
  id: UploadId;
  assignmentId: AssignmentId;
  text: AnswerOf<'readText'>;
}

function Page({ id, assignmentId, text }: PageProps) {
  const zone = useZone();
  const { keeper, state, takeUp } = useKeptText(id, text);
  const [title, setTitle] = useState(keeper.start.title);
  const editor = useEditor({
    extensions: [StarterKit.configure({ link: { openOnClick: false } }), Markdown],
    content: keeper.start.text,
    contentType: 'markdown',
    autofocus: 'end',
    editorProps: {
      attributes: {
        'aria-label': 'Your text',
        role: 'textbox',
        'aria-multiline': 'true',
        class: 'sheet markdown min-h-[45dvh] p-4 text-[1.05rem] leading-relaxed outline-none',
      },
    },
  });
  const counts = useEditorState({
    editor,
    selector: ({ editor: shown }) => ({
      words: shown.getText().trim().split(/\s+/).filter(Boolean).length,
      signs: shown.state.doc.content.size,
    }),
  });
  // An empty title is not kept; the one before it is.
  const words = (newTitle = title) => ({
    title: newTitle.trim() || keeper.start.title,
    text: editor.getMarkdown(),
  });
  useEffect(() => {
    const keep = () =>
      keeper.write({ title: title.trim() || keeper.start.title, text: editor.getMarkdown() });
    editor.on('update', keep);
    return () => void editor.off('update', keep);
  }, [editor, keeper, title]);
  const joinBoth = async () => {
    const both = await takeUp(words());
    if (both !== null) editor.commands.setContent(both, { contentType: 'markdown', emitUpdate: false });
  };
  return (
    <div className="flex flex-1 flex-col gap-3">
      <h1>Write it here</h1>
      <Field label="Title" error={title.trim() === '' ? 'The title is empty; the earlier one stays.' : ''}>
        <input
          className={inputClass}
          autoComplete="off"
          maxLength={120}
          value={title}
          onChange={(event) => {
            setTitle(event.target.value);
            keeper.write(words(event.target.value));
          }}
        />
      </Field>
      {state.elsewhere ? (
        <div role="alert" className="grid gap-2 rounded-lg bg-brass-soft px-3 py-2.5">
          <p>This text was changed in another window. Your words are safe here.</p>
          <Button className="justify-self-start" onClick={() => void joinBoth()}>
            Add mine after the other version
          </Button>
        </div>
      ) : null}
      <Tools editor={editor} />
      <EditorContent editor={editor} />
      <p className="flex flex-wrap gap-x-4 text-small text-ink-2">
        <span role="status">
          {state.status === 'kept'
            ? `Saved ${sayMoment(state.keptAt, zone)}`
            : state.status === 'writing'
              ? 'Saved in this browser; sending to the school …'
              : 'Saved in this browser. The school can’t be reached; it continues by itself.'}
        </span>
        <span>{counts.words === 1 ? '1 word' : `${counts.words} words`}</span>
        {counts.signs > LONGEST_TEXT * 0.9 ? (
          <b className="text-brick">nearly as long as a text here can be</b>
        ) : null}
      </p>
      <p className="text-ink-2">Only you see this until you turn it in.</p>
      <div className="sticky bottom-13 mt-auto bg-wall pt-2 pb-3">
        <Link className={`${buttonClass('go')} w-full py-3!`} to={`/turn-in/${assignmentId}`}>
          To the tray
        </Link>
      </div>
    </div>
  );
}

type Tool = [
  label: string,
  icon: LucideIcon,
  act: (chain: ChainedCommands) => ChainedCommands,
  name?: string,
];

const tools: readonly Tool[] = [
  ['Bold', Bold, (chain) => chain.toggleBold(), 'bold'],
  ['Italic', Italic, (chain) => chain.toggleItalic(), 'italic'],
  ['Heading', Heading2, (chain) => chain.toggleHeading({ level: 2 }), 'heading'],
  ['List', List, (chain) => chain.toggleBulletList(), 'bulletList'],
  ['Numbered list', ListOrdered, (chain) => chain.toggleOrderedList(), 'orderedList'],
  ['Quote', Quote, (chain) => chain.toggleBlockquote(), 'blockquote'],
  ['Undo', Undo2, (chain) => chain.undo()],
  ['Redo', Redo2, (chain) => chain.redo()],
];

function Tools({ editor }: { editor: Editor }) {
  const active = useEditorState({
    editor,
    selector: ({ editor: shown }) => tools.map(([, , , name]) => (name ? shown.isActive(name) : false)),
  });
  return (
    <div role="toolbar" aria-label="How it looks" className="flex flex-wrap gap-1">
      {tools.map(([label, Icon, act, name], i) => (
        <button
          key={label}
          type="button"
          aria-label={label}
          title={label}
          {...(name ? { 'aria-pressed': active[i] ?? false } : {})}
          // The text keeps the focus, or has it again at once: whatever is typed right after is not lost on the tool.
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => {
            editor.view.focus();
            act(editor.chain()).run();
          }}
          className="grid size-10 place-items-center rounded-lg border border-edge bg-surface text-ink aria-pressed:border-brass-mark aria-pressed:bg-brass-soft"
        >
          <Icon aria-hidden="true" className="size-5" />
        </button>
      ))}
    </div>
  );
}
