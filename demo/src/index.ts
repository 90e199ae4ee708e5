export { makeSchool, PASSWORD } from './makeSchool';
export { makeStudents, periodNumbers, staff } from './people';
export { TIME_ZONE } from './calendar';
export { makeChance } from './random';
