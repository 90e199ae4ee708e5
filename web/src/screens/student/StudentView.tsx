import { useParams } from 'react-router';
import type { AssignmentId } from '@vestibul/core';
import { sayName } from '../../parts/ui/format';
import { PageFrame } from '../../parts/hall/PageFrame';
import { Empty, Read } from '../../parts/messages/States';
import { usePageTitle } from '../../parts/ui/usePageTitle';
import { api } from '../../state/api';
import { TurnInPage } from './TurnIn';

/** An assignment as its students see it on a phone, before they do: to be looked at, and nothing on it does anything. */
export function StudentView() {
  usePageTitle('As a student sees it');
  const { assignmentId = '' } = useParams();
  const id = assignmentId as AssignmentId;
  const preview = api.usePreviewTrayQuery({ params: { assignmentId: id } });
  return (
    <PageFrame title="As a student sees it">
      <Read of={preview} what="Opening the page">
        {(data) =>
          data === null ? (
            <Empty title="No student sees it yet">
              <p>When a period with students has a due time for it, you see it here as a student does.</p>
            </Empty>
          ) : (
            <>
              <p>
                As {sayName(data.as)} sees it, {data.tray.period}, before anything is turned in. You can only
                look.
              </p>
              <div
                inert
                className="mx-auto flex min-h-[760px] w-[390px] max-w-full flex-col rounded-[28px] border-4 border-edge bg-wall px-4.5 pt-6"
              >
                <TurnInPage id={id} tray={data.tray} isPreview />
              </div>
            </>
          )
        }
      </Read>
    </PageFrame>
  );
}
