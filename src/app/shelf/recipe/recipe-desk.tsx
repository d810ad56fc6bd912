'use client';
import { Dices } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { ListenTo } from '@/app/_components/sound/listen';
import type { Issue } from '@/core/base';
import type { Recipe } from '@/core/recipe';
import { Button } from '@/ui/button';
import { Choice, Field } from '@/ui/field';
import { IssueList, resultOf } from '@/ui/form';
import { EngravedLine } from '@/ui/music/engraved-line';
import { Notice } from '@/ui/notice';
import { Options } from '@/ui/options';
import { Sheet } from '@/ui/page-frame';
import { useVocabulary } from '@/ui/vocabulary';
import { bringInRead } from '../bring-in/actions';
import { giveEach } from './actions';
import { LearnedForm } from './learned-form';
import { RecipeForm } from './recipe-form';
import { useMadeLine } from './use-made-line';

interface RecipeDeskProps {
  readonly books: readonly { readonly id: string; readonly title: string; readonly isEdited: boolean }[];
  readonly classes: readonly { readonly id: string; readonly name: string }[];
  /** Of the first line. */
  readonly seed: number;
  /** Proposed day. */
  readonly dueOn: string;
}

const FIRST: Recipe = {
  instrument: 'flute',
  level: 1,
  meter: '4/4',
  measures: 8,
  values: ['half', 'quarter'],
  hasRests: false,
  keyFifths: 0,
  mode: 'major',

  largestLeap: 2,
  signs: [],
  voices: 1,
  bpm: 66,

  often: { rhythms: [], pitches: [] },
};

/** A recipe, the line that it makes, and what can be done with it: hear it, another one, keep it, one for each student. */
export function RecipeDesk({ books, classes, seed: firstSeed, dueOn: proposedDay }: RecipeDeskProps) {
  const router = useRouter();
  const vocabulary = useVocabulary();
  const own = books.filter(({ isEdited }) => isEdited);
  const [recipe, setRecipe] = useState(FIRST);
  const [seed, setSeed] = useState(firstSeed);
  const [bookId, setBookId] = useState(own[0]!.id);
  const [title, setTitle] = useState<string>();
  const [issues, setIssues] = useState<readonly Issue[]>();
  const [isBusy, setBusy] = useState(false);
  const { made, engraving } = useMadeLine(recipe, seed);
  const name = title ?? (made.ok ? made.value.title : '');
  const change = (part: Partial<Recipe>) => setRecipe((before) => ({ ...before, ...part }));

  const keep = async () => {
    if (!made.ok) return;
    setBusy(true);
    const score = { title: name.trim() || made.value.title, composer: undefined, parts: [made.value.part] };
    const kept = await resultOf(() => bringInRead({ bookId, page: '', document: { score, derived: [] } }));
    setBusy(false);
    if (kept.ok) return router.push(`/shelf/${kept.value.lineId}`);
    setIssues(kept.issues);
  };
  return (
    <div className="grid items-start gap-5 lg:grid-cols-[400px_1fr]">
      <div className="space-y-5">
        <Sheet>
          <RecipeForm recipe={recipe} vocabulary={vocabulary} onChange={change} />
        </Sheet>
        <Sheet>
          <h2 className="mb-2 text-xl font-bold">From what you have taught</h2>
          <LearnedForm recipe={recipe} books={books} classes={classes} onChange={change} />
        </Sheet>
      </div>
      <div className="space-y-5">
        <Sheet>
          {made.ok ? (
            <>
              <div className="min-h-64" aria-live="polite">
                {engraving ? <EngravedLine engraving={engraving} /> : <p>Mevlo writes it …</p>}
              </div>
              <div className="mt-3 flex flex-wrap items-center gap-3">
                <ListenTo key={seed} line={made.value} bpm={recipe.bpm} />
                <Button onClick={() => setSeed((before) => before + 1)}>
                  <Dices aria-hidden className="size-5" /> Another one
                </Button>
              </div>
            </>
          ) : (
            <Notice kind="problem">{made.issues[0]!.message}</Notice>
          )}
        </Sheet>
        <Sheet className="space-y-4">
          <h2 className="text-xl font-bold">This one for all</h2>
          <div className="grid items-end gap-3 sm:grid-cols-[1fr_1fr_auto]">
            <Field
              label="Title"
              value={name}
              maxLength={120}
              onChange={({ target }) => setTitle(target.value)}
            />
            <Choice label="Book" value={bookId} onChange={({ target }) => setBookId(target.value)}>
              <Options of={own} />
            </Choice>
            <Button weight="main" disabled={!made.ok || isBusy} onClick={() => void keep()}>
              Keep it
            </Button>
          </div>
          <p className="text-base text-faint">
            It stands on your shelf then, like every line: change it, and give it out.
          </p>
          {issues && <IssueList issues={issues} />}
        </Sheet>
        {classes.length > 0 && (
          <Sheet>
            <FreshForm recipe={recipe} bookId={bookId} classes={classes} proposedDay={proposedDay} />
          </Sheet>
        )}
      </div>
    </div>
  );
}

interface FreshFormProps {
  readonly recipe: Recipe;
  readonly bookId: string;
  readonly classes: readonly { readonly id: string; readonly name: string }[];
  readonly proposedDay: string;
}

/** Another line for everybody, to be read at sight: nobody has heard it from a neighbour. */
function FreshForm({ recipe, bookId, classes, proposedDay }: FreshFormProps) {
  const router = useRouter();
  const [classId, setClassId] = useState(classes[0]!.id);
  const [dueOn, setDueOn] = useState(proposedDay);
  const [issues, setIssues] = useState<readonly Issue[]>();
  const [isBusy, setBusy] = useState(false);
  const give = async () => {
    setBusy(true);
    const given = await resultOf(() => giveEach({ recipe, bookId, classId, dueOn, bpm: recipe.bpm }));
    setBusy(false);
    if (given.ok) return router.push(`/desk?batch=${given.value.batch}`);
    setIssues(given.issues);
  };
  return (
    <section aria-labelledby="fresh" className="space-y-4">
      <h2 id="fresh" className="text-xl font-bold">
        A fresh one for each
      </h2>
      <div className="grid items-end gap-3 sm:grid-cols-[1fr_1fr_auto]">
        <Choice label="Class" value={classId} onChange={({ target }) => setClassId(target.value)}>
          <Options of={classes} />
        </Choice>
        <Field label="Due" type="date" value={dueOn} onChange={({ target }) => setDueOn(target.value)} />
        <Button disabled={isBusy} onClick={() => void give()}>
          Give them out
        </Button>
      </div>
      <p className="text-base text-faint">
        Everybody gets another line of this recipe for the own instrument, to be read at sight. They lie in
        the book chosen above.
      </p>
      {issues && <IssueList issues={issues} />}
    </section>
  );
}
