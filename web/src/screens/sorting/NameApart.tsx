import type { AnswerOf } from '@vestibul/contract';

type Part = AnswerOf<'readTable'>['pieces'][number]['parts'][number];

const paints: Partial<Record<Part['as'], string>> = {
  period: 'var(--part-a)',
  'wrong period': 'var(--brick)',
  person: 'var(--part-b)',
  'somebody else': 'var(--brick)',
  assignment: 'var(--part-d)',
};

const ofWords: Record<NonNullable<Part['of']>, string> = {
  last: 'last name',
  given: 'first name',
  account: 'account',
  glued: 'whole name',
};

const asWords: Record<Exclude<Part['as'], 'person' | 'nothing'>, string> = {
  'somebody else': 'not known',
  assignment: 'assignment',
  period: 'period',
  'wrong period': 'another period',
  date: 'a day',
  counter: 'which copy',
  filler: 'not counted',
  course: 'the course',
};

/** What a stretch was read as, in a word or two; '' for what stands between. */
function labelOf({ as, of, how }: Part): string {
  if (as === 'nothing') return '';
  if (as !== 'person') return asWords[as];
  if (how === 'initial') return 'first letter';
  const what = ofWords[of ?? 'last'];
  return how === 'slip'
    ? `${what}, nearly`
    : how === 'short'
      ? `${what}, short`
      : how === 'cut'
        ? `${what}, cut`
        : what;
}

/** Stretches side by side that were read as the same thing are shown as one. */
function joined(parts: readonly Part[]): { text: string; label: string; as: Part['as'] }[] {
  const found: { text: string; label: string; as: Part['as'] }[] = [];
  parts.forEach((part, i) => {
    const label = labelOf(part);
    const before = found.at(-1);
    const next = parts[i + 1];
    const isBetween =
      part.as === 'nothing' &&
      before !== undefined &&
      next !== undefined &&
      before.label !== '' &&
      labelOf(next) === before.label;
    if (before && (isBetween || (label !== '' && before.label === label))) before.text += part.text;
    else found.push({ text: part.text, label, as: part.as });
  });
  return found;
}

/** The name that a piece came with, taken apart: every stretch with what it was read as. */
export function NameApart({ parts, extension }: { parts: readonly Part[]; extension: string }) {
  const whole = parts.map(({ text }) => text).join('');
  const stretches = joined(parts);
  return (
    <p className="flex min-w-0 flex-wrap items-start gap-y-1 text-[18px] leading-[1.25]">
      <span className="sr-only">
        {whole}
        {extension}, read as{' '}
        {stretches
          .filter(({ label }) => label !== '')
          .map(({ text, label }) => `${text}: ${label}`)
          .join('; ')}
      </span>
      {stretches.map(({ text, label, as }, i) =>
        label === '' ? (
          <code key={i} aria-hidden="true" className="whitespace-pre-wrap text-ink-3">
            {text}
          </code>
        ) : (
          <span
            key={i}
            aria-hidden="true"
            className="grid min-w-0 justify-items-start"
            style={{ color: paints[as] ?? 'var(--ink-3)' }}
          >
            <code className="border-b-[2.5px] border-current px-px font-semibold [overflow-wrap:anywhere] whitespace-pre-wrap">
              {text}
            </code>
            <small className="text-[11.5px] leading-[1.3] font-semibold whitespace-nowrap">{label}</small>
          </span>
        ),
      )}
      <code aria-hidden="true" className="text-ink-3">
        {extension}
      </code>
    </p>
  );
}
