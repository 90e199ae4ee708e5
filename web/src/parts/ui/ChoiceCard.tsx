interface ChoiceCardProps {
  /** The choice that it belongs to: one of those of a name is chosen. */
  name: string;
  title: string;
  says: string;
  checked: boolean;
  disabled?: boolean;
  onChoose: () => void;
}

/** One of a few things to choose among, with what it means. */
export function ChoiceCard({ name, title, says, checked, disabled = false, onChoose }: ChoiceCardProps) {
  return (
    <label className="grid grid-cols-[auto_1fr] gap-x-3 rounded-lg border border-edge bg-surface px-3.5 py-3 has-checked:border-brass-mark has-checked:bg-brass-soft has-disabled:opacity-60">
      <input
        type="radio"
        name={name}
        className="mt-1 size-4.5"
        checked={checked}
        disabled={disabled}
        onChange={onChoose}
      />
      <b className="font-semibold">{title}</b>
      <span className="col-start-2 text-small text-ink-2">{says}</span>
    </label>
  );
}
