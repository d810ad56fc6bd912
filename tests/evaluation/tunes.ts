import { createRandom, type Random } from '@/core/base';
import type { Line } from '@/core/notation';
import { lineOf } from '../support/lines';
import type { Player } from './players';

/** Lengths in sixteenths; negative: a rest. Each fills the span of its list. */
type Cell = readonly number[];
const QUARTER: readonly Cell[] = [[4], [4], [4], [2, 2], [2, 2], [3, 1], [1, 1, 2], [-4], [-2, 2]];
const TWO_QUARTERS: readonly Cell[] = [[8], [6, 2], [2, 4, 2], [4, 4]];
const THREE_EIGHTHS: readonly Cell[] = [[6], [6], [2, 2, 2], [2, 2, 2], [4, 2], [2, 4], [-2, 2, 2], [-6]];

const VALUES: Readonly<Record<number, string>> = {
  16: 'w',
  12: 'h.',
  8: 'h',
  6: 'q.',
  4: 'q',
  3: 'e.',
  2: 'e',
  1: 's',
};
const LETTERS = 'CDEFGAB';
const NATURAL_MIDI = [0, 2, 4, 5, 7, 9, 11];
const SHARPS = 'FCGDAEB';

/** The rhythm and the shape of a line; each player reads it in an own range and key. */
export interface Tune {
  readonly seed: number;
  readonly meter: '2/4' | '3/4' | '4/4' | '6/8';
  /** Tempo asked for, in beat units. */
  readonly bpm: number;
  readonly measures: readonly (readonly number[])[];
}

/** @returns a tune of 7–11 measures. Equal seeds give equal tunes. */
export function composeTune(seed: number): Tune {
  const random = createRandom(7000 + seed);
  const meter = (['4/4', '3/4', '2/4', '6/8', '4/4'] as const)[seed % 5]!;
  const bpm = meter === '6/8' ? random.integer(48, 76) : random.integer(60, 108);
  const count = random.integer(7, 12) + (meter === '2/4' ? 3 : 0);
  const measures = Array.from({ length: count }, (_, index) => {
    if (index === count - 1) return { '2/4': [8], '3/4': [12], '4/4': [16], '6/8': [12] }[meter];
    return fillMeasure(meter, random, index === 0);
  });
  return { seed, meter, bpm, measures };
}

function fillMeasure(meter: Tune['meter'], random: Random, isFirst: boolean): readonly number[] {
  if (meter === '6/8')
    return [random.pick(THREE_EIGHTHS.slice(0, isFirst ? 6 : 8)), random.pick(THREE_EIGHTHS)].flat();
  const quarters = Number(meter[0]);
  const cells: Cell[] = [];
  for (let left = quarters; left > 0; ) {
    const takesTwo = left >= 2 && random.uniform(0, 1) < 0.4;
    const options = takesTwo ? TWO_QUARTERS : QUARTER.slice(0, isFirst && cells.length === 0 ? 7 : 9);
    cells.push(random.pick(options));
    left -= takesTwo ? 2 : 1;
  }
  return cells.flat();
}

/** The tune as this player reads it, at sounding pitch. */
export function lineFor(tune: Tune, player: Player): Line {
  const random = createRandom(31 * tune.seed + player.name.length);
  const fifths = player.only?.fifths ?? random.integer(-3, 4);
  const places = player.range ? placesInKey(player.range, fifths) : [];
  // A beginner's line spans about an octave of the range.
  const span = Math.min(places.length, 9);
  const floor = places.length > span ? random.integer(0, places.length - span + 1) : 0;
  let place = random.integer(0, Math.max(1, span));
  let tiedPlace: number | undefined;
  let inSlur = false;
  const maySlur = player.range !== undefined && player.sustains;
  const written = tune.measures.map((cells, measure) => {
    const isLast = measure === tune.measures.length - 1;
    const tokens: string[] =
      isLast && tune.seed % 6 === 2
        ? ['<direction><direction-type><words>rit.</words></direction-type></direction>']
        : [];
    cells.forEach((cell, index) => {
      const value = VALUES[Math.abs(cell)]!;
      const [value0, dot] = [value[0]!, value.slice(1)];
      const ending = index === cells.length - 1;
      if (cell < 0) {
        tokens.push(`R${value}`);
        return;
      }
      if (tiedPlace !== undefined) place = tiedPlace;
      else if (inSlur || random.uniform(0, 1) > 0.2) {
        const step = random.pick([-2, -1, -1, 1, 1, 2, 3, -3]);
        place = place + step < 0 || place + step >= span ? place - step : place + step;
        place = Math.max(0, Math.min(span - 1, place));
      }
      const nextMeasure = tune.measures[measure + 1];
      const ties =
        !isLast &&
        ending &&
        !inSlur &&
        nextMeasure !== undefined &&
        nextMeasure[0]! > 0 &&
        Math.abs(cell) >= 4 &&
        random.uniform(0, 1) < 0.18;
      const nextCell = cells[index + 1];
      const opens =
        maySlur &&
        !inSlur &&
        !ties &&
        tiedPlace === undefined &&
        nextCell !== undefined &&
        nextCell > 0 &&
        random.uniform(0, 1) < 0.25;
      const closes = inSlur && (nextCell === undefined || nextCell < 0 || random.uniform(0, 1) < 0.5);
      const isFermata = isLast && ending && tune.seed % 6 === 4;
      const isStaccato =
        maySlur &&
        !inSlur &&
        !opens &&
        !ties &&
        tiedPlace === undefined &&
        cell === 4 &&
        random.uniform(0, 1) < 0.06;
      const name = player.range ? places[floor + place]!.name : 'x';
      tokens.push(
        `${opens ? '(' : ''}${name}${value0}${dot}${ties ? '~' : ''}${isStaccato ? "'" : ''}${isFermata ? '^' : ''}${closes ? ')' : ''}`,
      );
      if (opens) inSlur = true;
      if (closes) inSlur = false;
      tiedPlace = ties ? place : undefined;
    });
    return tokens.join(' ');
  });
  const line = lineOf(written, { meter: tune.meter, fifths });
  return { ...line, part: { ...line.part, name: player.name } };
}

/** All notes of the key in a range, from the lowest up. */
function placesInKey([lowest, highest]: readonly [number, number], fifths: number): { name: string }[] {
  const places: { name: string }[] = [];
  for (let diatonic = 0; diatonic < 70; diatonic++) {
    const letter = diatonic % 7;
    const octave = Math.floor(diatonic / 7);
    const isSharp = SHARPS.indexOf(LETTERS[letter]!) < fifths;
    const isFlat = 6 - SHARPS.indexOf(LETTERS[letter]!) < -fifths;
    const alter = isSharp ? 1 : isFlat ? -1 : 0;
    const midi = 12 * (octave + 1) + NATURAL_MIDI[letter]! + alter;
    if (midi < lowest || midi > highest) continue;
    places.push({ name: `${LETTERS[letter]}${isSharp ? '#' : isFlat ? 'b' : ''}${octave}` });
  }
  return places;
}
