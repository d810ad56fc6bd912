import type { Fingering } from './fingering';

const PLACE_SIGNS = { usual: '', low: '↓', high: '↑' } as const;

/** Short, as it stands under a note: `0`, `13`, `4`, `D2`. Woodwind is drawn; its text is for the ear. */
export function fingeringSign(fingering: Fingering): string {
  switch (fingering.kind) {
    case 'valves':
      return `${fingering.isWithThumb ? 'T' : ''}${fingering.pressed.join('') || '0'}`;
    case 'slide':
      return `${fingering.position}`;
    case 'string':
      return `${fingering.string}${fingering.finger}${PLACE_SIGNS[fingering.place]}`;
    case 'fret':
      return `${fingering.string}${fingering.fret}`;
    case 'holes':
      return describeHoles(fingering);
  }
}

/** In words, as it is read aloud. */
export function describeFingering(fingering: Fingering): string {
  switch (fingering.kind) {
    case 'valves':
      return `${fingering.isWithThumb ? 'thumb, ' : ''}${describeValves(fingering.pressed)}`;
    case 'slide':
      return `slide position ${fingering.position}`;
    case 'string': {
      const finger = fingering.finger === 0 ? 'open' : `finger ${fingering.finger}`;
      const place = fingering.place === 'usual' ? '' : `, ${fingering.place}`;
      return `${fingering.string} string, ${finger}${place}`;
    }
    case 'fret':
      return `${fingering.string} string, ${fingering.fret === 0 ? 'open' : `fret ${fingering.fret}`}`;
    case 'holes':
      return describeHoles(fingering);
  }
}

function describeValves(pressed: readonly number[]): string {
  if (pressed.length === 0) return 'no valve';
  return `${pressed.length === 1 ? 'valve' : 'valves'} ${pressed.join(' and ')}`;
}

function describeHoles({ covered, keys }: Extract<Fingering, { kind: 'holes' }>): string {
  const holes = covered.map(
    ({ number, isHalf }) => `${isHalf ? 'half ' : ''}${number === 0 ? 'thumb' : number}`,
  );
  const pressed = keys.map((key) => `${key.replace('-', ' ')} key`);
  return [...holes, ...pressed].join(', ') || 'all open';
}
