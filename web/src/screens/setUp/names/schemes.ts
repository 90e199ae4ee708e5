import type { NameSubject } from '@vestibul/core';

/** Schemes that teachers announce (common practice), and what each is good for. */
export const schemes: Record<NameSubject, readonly { rule: string; says: string }[]> = {
  folder: [
    { rule: '{period|pad 2}-{last}_{first}', says: 'hour first: each hour is one block' },
    { rule: '{last}, {first}, {period}', says: 'as in the register' },
    { rule: '{last}, {first}, {code}', says: 'last name first, with the course' },
    { rule: '{called} {last} - hour {period}', says: 'as students say it' },
    { rule: '{username} {teacher}', says: 'account, then teacher' },
    { rule: 'zz {period|pad 2} {last}_{first}', says: 'stays at the bottom of the student’s list' },
  ],
  file: [
    { rule: '{period|pad 2}-{last}_{first}_{assignment}', says: 'hour first, then who, then what' },
    { rule: '{last}_{first}_{assignment}_{date}', says: 'with the day of turning in' },
    { rule: '{assignment}_{period|pad 2}-{last}_{first}', says: 'what first: each assignment is one block' },
    { rule: '{last}, {first}_{assignment}_{attempt}', says: 'with the number of the attempt' },
    { rule: '{username}_{assignment|words 3}', says: 'short: account and three words' },
  ],
};
