/** Whether an address in what people send leads to a page or a letter; anything else is never made a link of. */
export const leadsOut = (href: string): boolean => /^(https?:|mailto:)/i.test(href);
