export { type CountIn, type CountInClick, countIn } from './count-in';
export { NUMBERS_AND } from './numbers-and';
export { type CountingSchool, type CountLabel, countPart } from './school';
