import type { NameSubject } from '@vestibul/core';
import { useChosen } from '../../../parts/hall/useChosen';
import type { StepProps } from '../SetUp';
import { NameCheck } from './NameCheck';
import { OffRulePicker } from './OffRulePicker';
import { RuleMaker } from './RuleMaker';

const tabs = [
  ['folder', 'Turn-in folders'],
  ['file', 'Files turned in'],
  ['check', 'Check what exists'],
] as const;

/** Names: the rules, each with what it does to the real roster, and the check of the names that exist. */
export function NamesStep(props: StepProps) {
  const [chosen, choose] = useChosen();
  const tab = tabs.find(([key]) => key === chosen.get('for'))?.[0] ?? 'folder';
  const turnTo = (key: string) => choose((now) => now.set('for', key));
  return (
    <div className="grid gap-4">
      <div role="group" aria-label="Names of" className="flex flex-wrap items-start gap-2">
        {tabs.map(([key, title]) => (
          <button
            key={key}
            type="button"
            aria-pressed={tab === key}
            onClick={() => turnTo(key)}
            className="rounded-lg border border-edge bg-surface px-4 py-2 text-ink aria-pressed:border-brass-mark aria-pressed:bg-brass-soft aria-pressed:font-bold"
          >
            {title}
          </button>
        ))}
        {tab === 'file' ? <OffRulePicker course={props.course} /> : null}
      </div>
      {tab === 'check' ? (
        <NameCheck {...props} />
      ) : (
        <RuleMaker key={tab} {...props} subject={tab satisfies NameSubject} />
      )}
    </div>
  );
}
