export { compose, isWithinLevel, MOST_DIFFICULTY } from './compose';
export { type Ingredients, ingredientsOf, oftenOf } from './ingredients';
export { notesToChooseFrom, type RangeNote } from './range';
export {
  LEAST_LEAP,
  MOST_LEAP,
  type Often,
  RECIPE_LENGTHS,
  RECIPE_METERS,
  RECIPE_MODES,
  RECIPE_SIGNS,
  RECIPE_VALUES,
  type Recipe,
  type RecipeLength,
  type RecipeMeter,
  type RecipeSign,
  type RecipeValue,
} from './recipe';
