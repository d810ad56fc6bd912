import { toggled } from '@/core/base';
import { INSTRUMENTS, type InstrumentId, instrument, LEVELS, type Level } from '@/core/instruments';
import { tonalityName } from '@/core/pitch';
import {
  MOST_LEAP,
  notesToChooseFrom,
  type RangeNote,
  RECIPE_LENGTHS,
  RECIPE_METERS,
  RECIPE_MODES,
  RECIPE_SIGNS,
  RECIPE_VALUES,
  type Recipe,
  type RecipeSign,
  type RecipeValue,
} from '@/core/recipe';
import { type Vocabulary, valueName, valueOfCode, wordsOf } from '@/core/time';
import { Choice, Field } from '@/ui/field';
import { Options } from '@/ui/options';
import { Tick } from '@/ui/tick';

interface RecipeFormProps {
  readonly recipe: Recipe;
  readonly vocabulary: Vocabulary;
  readonly onChange: (change: Partial<Recipe>) => void;
}

const SIGN_NAMES: Readonly<Record<RecipeSign, string>> = {
  slurs: 'slurs',
  staccato: 'staccato',
  dynamics: 'loud and soft',
};
const MOST_SIGNS_OF_KEY = 4;
const LEAPS = ['second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'octave'] as const;

/** What the line is to be like. */
export function RecipeForm({ recipe, vocabulary, onChange }: RecipeFormProps) {
  const { measures: measureWord } = wordsOf(vocabulary);
  const isPitched = instrument(recipe.instrument).clef !== 'percussion';
  const nameOf = (value: RecipeValue) => valueName(valueOfCode(value), vocabulary);
  return (
    <div className="space-y-4">
      <div className="grid gap-3 sm:grid-cols-2">
        <Choice
          label="For"
          value={recipe.instrument}
          onChange={({ target }) =>
            // What was learned on one is not what was learned on another.
            onChange({
              instrument: target.value as InstrumentId,
              pitches: undefined,
              range: undefined,
              voices: 1,
            })
          }
        >
          <Options of={INSTRUMENTS} />
        </Choice>
        <Choice
          label="Level"
          value={recipe.level}
          onChange={({ target }) => onChange({ level: Number(target.value) as Level, range: undefined })}
        >
          {LEVELS.map((level) => (
            <option key={level} value={level}>
              {['1, first notes', '2, an octave', '3, first year'][level - 1]}
            </option>
          ))}
        </Choice>
        <Choice
          label="Meter"
          value={recipe.meter}
          onChange={({ target }) => onChange({ meter: RECIPE_METERS[target.selectedIndex]! })}
        >
          {RECIPE_METERS.map((meter) => (
            <option key={meter}>{meter}</option>
          ))}
        </Choice>
        <Choice
          label="Length"
          value={recipe.measures}
          onChange={({ target }) => onChange({ measures: RECIPE_LENGTHS[target.selectedIndex]! })}
        >
          {RECIPE_LENGTHS.map((length) => (
            <option key={length} value={length}>
              {length} {measureWord}
            </option>
          ))}
        </Choice>
      </div>
      <fieldset>
        <legend className="mb-1 font-bold">Values</legend>
        <div className="flex flex-wrap gap-x-4">
          {RECIPE_VALUES.map((value) => (
            <Tick
              key={value}
              label={nameOf(value)}
              isOn={recipe.values.includes(value)}
              onChange={() => onChange({ values: toggled(recipe.values, value) })}
            />
          ))}
          <Tick
            label="rests"
            isOn={recipe.hasRests}
            onChange={() => onChange({ hasRests: !recipe.hasRests })}
          />
        </div>
      </fieldset>
      {isPitched && (
        <div className="grid gap-3 sm:grid-cols-2">
          <Choice
            label="Key"
            value={`${recipe.keyFifths} ${recipe.mode}`}
            onChange={({ target }) => {
              const [fifths, mode] = target.value.split(' ');
              onChange({
                keyFifths: Number(fifths),
                mode: RECIPE_MODES.find((one) => one === mode)!,
                range: undefined,
              });
            }}
          >
            {RECIPE_MODES.flatMap((mode) =>
              Array.from({ length: 2 * MOST_SIGNS_OF_KEY + 1 }, (_, index) => index - MOST_SIGNS_OF_KEY).map(
                (fifths) => (
                  <option key={`${fifths} ${mode}`} value={`${fifths} ${mode}`}>
                    {tonalityName({ fifths, mode })}
                  </option>
                ),
              ),
            )}
          </Choice>
          <Choice
            label="Largest leap"
            value={recipe.largestLeap}
            onChange={({ target }) => onChange({ largestLeap: Number(target.value) })}
          >
            {LEAPS.slice(0, MOST_LEAP).map((name, index) => (
              <option key={name} value={index + 1}>
                {name}
              </option>
            ))}
          </Choice>
          <RangeChoices recipe={recipe} onChange={onChange} />
        </div>
      )}
      <fieldset>
        <legend className="mb-1 font-bold">Signs</legend>
        <div className="flex flex-wrap gap-x-4">
          {RECIPE_SIGNS.filter((sign) => isPitched || sign === 'dynamics').map((sign) => (
            <Tick
              key={sign}
              label={SIGN_NAMES[sign]}
              isOn={recipe.signs.includes(sign)}
              onChange={() => onChange({ signs: toggled(recipe.signs, sign) })}
            />
          ))}
          {!isPitched && (
            <Tick
              label="two voices"
              isOn={recipe.voices === 2}
              onChange={() => onChange({ voices: recipe.voices === 2 ? 1 : 2 })}
            />
          )}
        </div>
      </fieldset>
      <Field
        label="Tempo"
        type="number"
        min={30}
        max={240}
        value={recipe.bpm}
        onChange={({ target }) => {
          const bpm = Number(target.value);
          if (bpm >= 30 && bpm <= 240) onChange({ bpm });
        }}
      />
    </div>
  );
}

/** From which note to which: at first all that the level plays. */
function RangeChoices({ recipe, onChange }: Omit<RecipeFormProps, 'vocabulary'>) {
  const notes = notesToChooseFrom(recipe);
  const [first, last] = [notes[0]?.midi, notes.at(-1)?.midi];
  if (first === undefined || last === undefined) return null;
  const [lowest, highest] = recipe.range ?? [first, last];
  const choose = (low: number, high: number) =>
    onChange({ range: low === first && high === last ? undefined : [low, high] });
  return (
    <>
      <NoteChoice
        label="Lowest note"
        value={lowest}
        notes={notes.filter(({ midi }) => midi < highest)}
        onChoose={(midi) => choose(midi, highest)}
      />
      <NoteChoice
        label="Highest note"
        value={highest}
        notes={notes.filter(({ midi }) => midi > lowest)}
        onChoose={(midi) => choose(lowest, midi)}
      />
    </>
  );
}

interface NoteChoiceProps {
  readonly label: string;
  /** Written MIDI number. */
  readonly value: number;
  readonly notes: readonly RangeNote[];
  readonly onChoose: (midi: number) => void;
}

const NoteChoice = ({ label, value, notes, onChoose }: NoteChoiceProps) => (
  <Choice label={label} value={value} onChange={({ target }) => onChoose(Number(target.value))}>
    <Options of={notes.map(({ midi, name }) => ({ id: `${midi}`, name }))} />
  </Choice>
);
