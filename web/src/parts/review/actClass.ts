/** How a small act beside what was said looks. */
export const actClass = 'rounded font-semibold text-act underline';
