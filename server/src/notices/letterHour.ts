/** When the letters of a day and of a week are written, in the school's time. */
export const LETTER_HOUR = '07:00';
