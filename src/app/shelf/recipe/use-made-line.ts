import { useEffect, useMemo, useState } from 'react';
import { reportProblem } from '@/browser/report-problem';
import type { Result } from '@/core/base';
import { USUAL_STYLE } from '@/core/counting';
import type { Line } from '@/core/notation';
import { compose, type Recipe } from '@/core/recipe';
import type { Engraving } from '@/engraving/engraving';
import { isNarrowScreen } from '@/ui/music/engraved-line';
import { useEngraver } from '../bring-in/use-engraver';

/** The line that a recipe and a seed make, and its drawing as soon as it is there. */
export function useMadeLine(
  recipe: Recipe,
  seed: number,
): { readonly made: Result<Line>; readonly engraving: Engraving | undefined } {
  const engraver = useEngraver();
  const made = useMemo(() => compose(recipe, seed), [recipe, seed]);
  const [drawn, setDrawn] = useState<{ readonly of: Result<Line>; readonly engraving: Engraving }>();
  useEffect(() => {
    if (!made.ok) return;
    let isOld = false;
    const layout = isNarrowScreen() ? 'narrow' : 'wide';
    engraver()
      .draw(made.value, { layout, counting: USUAL_STYLE })
      .then((engraving) => !isOld && setDrawn({ of: made, engraving }))
      .catch((error: unknown) => reportProblem(error, 'drawing a made line'));
    return () => {
      isOld = true;
    };
  }, [made, engraver]);
  return { made, engraving: drawn?.of === made ? drawn.engraving : undefined };
}
