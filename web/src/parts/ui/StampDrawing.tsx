import type { ReactNode } from 'react';
import type { Stamp } from '@vestibul/core';

/** The drawing of a stamp. What it says stands beside it, or names what it is in. */
export function StampDrawing({ stamp, className }: { stamp: Stamp; className: string }) {
  return (
    <svg
      viewBox="0 0 24 24"
      aria-hidden="true"
      className={`inline-block shrink-0 ${className}`}
      fill="none"
      stroke="currentColor"
      strokeWidth="1.7"
      strokeLinecap="round"
      strokeLinejoin="round"
    >
      {drawings[stamp]}
    </svg>
  );
}

const drawings: Record<Stamp, ReactNode> = {
  // A lantern.
  clear: <path d="M8 9h8l1.500 11h-11zM9 9V7a3 3 0 0 1 6 0v2M12 12.500v4M10.500 14.500h3" />,
  // An open eye.
  'well seen': (
    <>
      <path d="M2.500 12.500s3.500-6 9.500-6 9.500 6 9.500 6-3.500 6-9.500 6-9.500-6-9.500-6z" />
      <circle cx="12" cy="12.500" r="2.600" fill="currentColor" />
    </>
  ),
  // A gauge with its marks.
  'good evidence': <path d="M8.500 3h7v18h-7zM8.500 7h3M8.500 11h4.500M8.500 15h3M8.500 19h4.500" />,
  // A sprout.
  'much better': (
    <path d="M12 21v-9M12 12c0-4-3-6.500-7.500-6.500C4.500 10 7.500 12 12 12zM12 15c0-3 2.500-5.500 7-5.500 0 4-2.500 5.500-7 5.500z" />
  ),
  // Steps, and one above them.
  'one step more': <path d="M2.500 20.500H9v-5h6v-5h6.500M18 3v4.500M15.750 5.250h4.500" />,
  // A signpost.
  'show the way': <path d="M12 21.500V3M12 5h7l2.500 2.500L19 10h-7M12 12H5l-2.500 2.500L5 17h7" />,
  // A glass that is held over something.
  'look again': (
    <>
      <circle cx="10" cy="10" r="6.500" />
      <path d="M15 15l6 6M7 10.500c1-1.700 2-2.500 3-2.500s2 .800 3 2.500" />
    </>
  ),
  // Something said that goes on.
  'say more': <path d="M3 4.500h18v12H11.500l-5 4v-4H3zM8 10.500h.010M12 10.500h.010M16 10.500h.010" />,
};
