export { chooseQuestions } from './choose';
export { DRILL_KINDS, type DrillKind, type Question, questionsOf } from './question';
export { QUESTIONS, sayItem } from './say';
export { afterAnswer, BOXES, type Box, type Known } from './schedule';
