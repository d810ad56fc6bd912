export { type Answer, askedAgain } from './again';
export { type Askable, chooseQuestions } from './choose';
export { firstShownMeasure, MEASURES_HEARD } from './kinds/figures';
export { type WordQuestion, wordsOfPart } from './kinds/words';
export { DRILL_KINDS, type DrillKind, type Question } from './question';
export { questionsOf } from './questions-of';
export { askOf, sayItem } from './say';
export { afterAnswer, BOXES, type Box, type Known } from './schedule';
