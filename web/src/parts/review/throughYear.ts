/** In the address of the desk: one student's work through the year, in place of everybody's for one assignment. */
export const THROUGH_YEAR = { through: 'year' };
