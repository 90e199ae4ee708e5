import type { NameSegment } from '@vestibul/core';

const partColours = ['var(--part-a)', 'var(--part-b)', 'var(--part-c)', 'var(--part-d)'] as const;

/** The words under the parts that are not parts of the rule. */
const otherLabels = { suffix: 'to tell apart', extension: 'real type' } as const;

/** Whether a stretch was written by a part of the rule, not by what stands behind it. */
function isOfRule({ part }: NameSegment): boolean {
  return part !== null && part !== 'extension' && part !== 'suffix';
}

/** One name in the mono face, taken apart: every part underlined in its colour and labelled with its name. */
export function NamePicture({
  segments,
  small = false,
}: {
  segments: readonly NameSegment[];
  small?: boolean;
}) {
  const whole = segments.map((segment) => segment.text).join('');
  return (
    <span
      className={`flex min-w-0 flex-wrap items-start leading-[1.2] ${small ? 'text-[15px]' : 'text-[19px]'}`}
    >
      <span className="sr-only">{whole}</span>
      {segments.map((segment, i) => {
        if (segment.part === null) {
          return (
            <code key={i} aria-hidden="true" className="whitespace-pre text-ink-3">
              {segment.text}
            </code>
          );
        }
        const colour = segments.slice(0, i).filter(isOfRule).length % partColours.length;
        const paint = isOfRule(segment) ? partColours[colour] : 'var(--ink-3)';
        return (
          <span
            key={i}
            aria-hidden="true"
            className="grid min-w-0 justify-items-center"
            style={{ color: paint }}
          >
            <code className="border-b-[2.5px] border-current px-px font-semibold [overflow-wrap:anywhere] whitespace-pre-wrap">
              {segment.text}
            </code>
            <small className="text-[11.5px] leading-[1.3] font-semibold whitespace-nowrap">
              {segment.part === 'suffix' || segment.part === 'extension'
                ? otherLabels[segment.part]
                : segment.part}
            </small>
          </span>
        );
      })}
    </span>
  );
}
