import { FolderOpen, Link2, PenLine, Video } from 'lucide-react';
import { useState, type FormEvent } from 'react';
import { useNavigate } from 'react-router';
import { readAddress, type AssignmentId, type RecordingRules } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { Dialog } from '../../parts/ui/Dialog';
import { Field, inputClass } from '../../parts/ui/Field';
import { tellFailure } from '../../parts/messages/Notices';
import { api } from '../../state/api';
import { DrawerPicker } from './DrawerPicker';

interface OtherWaysProps {
  id: AssignmentId;
  recording: RecordingRules;
  onClose: () => void;
}

/** The ways into the tray besides files: a link, a text written here, something that lies in the drawer already. */
export function OtherWays({ id, recording, onClose }: OtherWaysProps) {
  const [way, setWay] = useState<'choose' | 'link' | 'drawer'>('choose');
  const navigate = useNavigate();
  const [startText, { isLoading }] = api.useStartTextMutation();
  const write = async () => {
    const result = await startText({ params: { assignmentId: id }, body: {} });
    if (result.data) void navigate(`/turn-in/${id}/write/${result.data.id}`);
    else tellFailure(result.error);
  };
  return (
    <Dialog
      title={way === 'link' ? 'A link' : way === 'drawer' ? 'From your drawer' : 'Into the tray'}
      description="Other ways to put something into the tray"
      open
      onClose={onClose}
    >
      {way === 'choose' ? (
        <div className="grid gap-2">
          {recording.kinds.length > 0 ? (
            <Button
              look="quiet"
              className="justify-start! py-3.5!"
              onClick={() => void navigate(`/turn-in/${id}/record`)}
            >
              <Video aria-hidden="true" className="size-5" /> Record it here
            </Button>
          ) : null}
          <Button look="quiet" className="justify-start! py-3.5!" onClick={() => setWay('link')}>
            <Link2 aria-hidden="true" className="size-5" /> A link to something on the web
          </Button>
          <Button
            look="quiet"
            className="justify-start! py-3.5!"
            disabled={isLoading}
            onClick={() => void write()}
          >
            <PenLine aria-hidden="true" className="size-5" /> Write it here
          </Button>
          <Button look="quiet" className="justify-start! py-3.5!" onClick={() => setWay('drawer')}>
            <FolderOpen aria-hidden="true" className="size-5" /> Something from your drawer
          </Button>
          <p className="mt-1 text-small text-ink-2">
            You can paste files or an address anywhere on the page, too.
          </p>
        </div>
      ) : way === 'link' ? (
        <LinkForm id={id} onDone={onClose} />
      ) : (
        <DrawerPicker id={id} onDone={onClose} />
      )}
    </Dialog>
  );
}

function LinkForm({ id, onDone }: { id: AssignmentId; onDone: () => void }) {
  const [addLink, { isLoading }] = api.useAddLinkMutation();
  const [address, setAddress] = useState('');
  const [title, setTitle] = useState('');
  const [error, setError] = useState('');
  const add = async (event: FormEvent) => {
    event.preventDefault();
    if (!readAddress(address)) {
      setError('This is not a web address. Copy all of it, starting with https://.');
      return;
    }
    const result = await addLink({ params: { assignmentId: id }, body: { address, title } });
    if (result.error) tellFailure(result.error);
    else onDone();
  };
  return (
    <form className="grid gap-4" onSubmit={(event) => void add(event)} noValidate>
      <Field label="Address" error={error}>
        <input
          className={inputClass}
          type="url"
          inputMode="url"
          autoComplete="off"
          autoCapitalize="off"
          placeholder="https://"
          value={address}
          onChange={(event) => setAddress(event.target.value)}
        />
      </Field>
      <Field label="Title" hint="optional">
        <input
          className={inputClass}
          autoComplete="off"
          maxLength={200}
          value={title}
          onChange={(event) => setTitle(event.target.value)}
        />
      </Field>
      <p className="text-small text-ink-2">
        A link’s content stays where it is and can change or disappear. Only the address is saved. Make sure
        your teacher can open it.
      </p>
      <Button look="go" type="submit" disabled={isLoading}>
        Put into the tray
      </Button>
    </form>
  );
}
