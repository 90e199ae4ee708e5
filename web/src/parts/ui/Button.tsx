import type { ComponentProps } from 'react';

const looks = {
  go: 'bg-act text-act-ink border-act hover:brightness-110',
  plain: 'bg-transparent text-act border-act hover:bg-ground',
  quiet: 'bg-surface text-ink border-edge hover:bg-ground',
} as const;

export type ButtonLook = keyof typeof looks;

/** The classes of a button, for links that look like one. */
export function buttonClass(look: ButtonLook = 'plain'): string {
  return `inline-flex items-center justify-center gap-2 rounded-lg border-[1.5px] px-3.5 py-2 font-[620] no-underline disabled:opacity-55 aria-disabled:opacity-55 ${looks[look]}`;
}

export function Button({ look, className = '', ...rest }: ComponentProps<'button'> & { look?: ButtonLook }) {
  return <button type="button" className={`${buttonClass(look)} ${className}`} {...rest} />;
}
