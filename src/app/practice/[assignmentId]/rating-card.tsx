'use client';
import { useState } from 'react';
import { LEAST_RATING, MOST_RATING, type Quality, type SelfRating } from '@/core/practice';
import { Button } from '@/ui/button';
import { useSoundAddress } from '@/ui/use-sound-address';

const QUESTIONS: Readonly<Record<Quality, string>> = {
  rhythm: 'Rhythm: did every note come on its beat?',
  notes: 'Notes: were they the written ones?',
  tempo: 'Tempo: was it steady, and as asked?',
  fluency: 'Fluency: did you go on without stopping?',
  character: 'Character: loud and soft, short and smooth?',
};
const MARKS = Array.from({ length: MOST_RATING - LEAST_RATING + 1 }, (_, index) => LEAST_RATING + index);

export const OWN_EARS_FIRST = 'How was it? Your own ears first.';

interface RatingCardProps {
  /** What was played. */
  readonly sound: Blob;
  readonly asked: readonly Quality[];
  readonly onRated: (rating: SelfRating) => void;
}

/** The student's own ears first: each question out of ten, before the verdict is seen. */
export function RatingCard({ sound, asked, onRated }: RatingCardProps) {
  const address = useSoundAddress(sound);
  const [rating, setRating] = useState<SelfRating>({});
  const isComplete = asked.every((quality) => rating[quality] !== undefined);
  return (
    <div className="space-y-4">
      <h2 className="text-2xl font-bold">{OWN_EARS_FIRST}</h2>
      <p className="flex flex-wrap items-center gap-3 text-lg">
        Hear yourself:
        {/* biome-ignore lint/a11y/useMediaCaption: a recording of an instrument has no words to caption. */}
        <audio controls src={address} aria-label="What you played" className="max-w-full" />
      </p>
      {asked.map((quality) => (
        <fieldset key={quality}>
          <legend className="mb-1 text-lg">{QUESTIONS[quality]}</legend>
          <div className="flex max-w-2xl border-2 border-ink">
            {MARKS.map((mark) => {
              const isChosen = rating[quality] === mark;
              return (
                <label
                  key={mark}
                  className={`grid min-h-12 flex-1 cursor-pointer place-items-center border-r border-rule text-lg tabular-nums last:border-r-0 has-focus-visible:outline-3 has-focus-visible:outline-cool ${isChosen ? 'bg-ink font-bold text-paper' : (rating[quality] ?? 0) > mark ? 'bg-cool-wash' : ''}`}
                >
                  <input
                    type="radio"
                    name={quality}
                    value={mark}
                    checked={isChosen}
                    onChange={() => setRating((before) => ({ ...before, [quality]: mark }))}
                    className="sr-only"
                  />
                  {mark}
                </label>
              );
            })}
          </div>
        </fieldset>
      ))}
      <div className="flex flex-wrap items-center gap-3">
        <Button
          weight="main"
          disabled={!isComplete}
          onClick={() => onRated(rating)}
          className="min-h-16 px-8 text-xl"
        >
          Now show me
        </Button>
        <Button weight="quiet" onClick={() => onRated({})}>
          Not this time
        </Button>
      </div>
    </div>
  );
}
