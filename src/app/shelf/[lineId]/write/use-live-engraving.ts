'use client';
import { useLayoutEffect, useRef, useState } from 'react';
import { LiveEngraver } from '@/browser/live-engraver';
import type { Line } from '@/core/notation';
import type { Engraving } from '@/engraving/engraving';
import { isNarrowScreen } from '@/ui/music/engraved-line';

export interface LiveEngraving {
  readonly engraving: Engraving | undefined;
  readonly problem: string | undefined;
}

/** The drawing of a line that is being written; it follows within a tenth of a second. */
export function useLiveEngraving(line: Line): LiveEngraving {
  const [drawn, setDrawn] = useState<LiveEngraving>({ engraving: undefined, problem: undefined });
  const engraver = useRef<LiveEngraver>(undefined);
  useLayoutEffect(() => {
    engraver.current = new LiveEngraver((reply) =>
      setDrawn((before) =>
        'engraving' in reply
          ? { engraving: reply.engraving, problem: undefined }
          : { engraving: before.engraving, problem: reply.problem },
      ),
    );
    return () => engraver.current?.end();
  }, []);
  const { title, part } = line;
  // Before the screen is painted: the engraver works meanwhile.
  useLayoutEffect(() => {
    engraver.current?.draw({
      line: { title, part },
      wish: { layout: isNarrowScreen() ? 'narrow' : 'wide', counting: undefined },
    });
  }, [title, part]);
  return drawn;
}
