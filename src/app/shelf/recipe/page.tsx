import type { Metadata } from 'next';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { dayAfter, dayOf } from '@/core/calendar';
import { requireTeacher } from '@/server/access/account/viewer';
import { getRecipeChoices } from '@/server/access/shelf/recipe';
import { Sheet } from '@/ui/page-frame';
import { RecipeDesk } from './recipe-desk';

export const metadata: Metadata = { title: 'Lines to a recipe' };

/** Lines made to a recipe: for reading at sight, for clapping, for what was learned so far. */
export default async function RecipePage() {
  const viewer = await requireTeacher();
  const choices = await getRecipeChoices(viewer);
  return (
    <SignedInFrame viewer={viewer}>
      <h1 className="mb-4 font-serif text-3xl font-bold">Lines to a recipe</h1>
      {choices.books.some(({ isEdited }) => isEdited) ? (
        <RecipeDesk {...choices} seed={Date.now() % 1_000_000} dueOn={dayAfter(dayOf(new Date()), 7)} />
      ) : (
        <Sheet>Put a book on the shelf first: made lines are kept in it.</Sheet>
      )}
    </SignedInFrame>
  );
}
