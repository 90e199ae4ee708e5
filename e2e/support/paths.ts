import { fileURLToPath } from 'node:url';

/** The project's folder: where npm test is run. */
export const root = fileURLToPath(new URL('../..', import.meta.url)).replace(/\/$/, '');
