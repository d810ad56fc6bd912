import { midiToHertz } from '../../pitch';
import { Fourier, HannWindows, HIGHEST_SHARE, powersAt, stretchOf, vertex } from '../../signal';
import { FELT_BELOW_TOP_DB } from '../felt-start';
import { FRAME_SECONDS } from '../frame-length';
import { PITCH } from '../model/hearing';

/** Longer looks would smear a vibrato; shorter ones do not part the partials of a tuba. */
const LONGEST_LOOK_SECONDS = 0.2;
const SHORTEST_LOOK_SECONDS = 0.05;
/** Steps of the table that tapers a look. */
const COSINES = 4096;
/** As many partials as tell a tone from a fraction or a multiple of it. */
const PARTIALS = 20;
/** Another pitch explains as much where it has nearly all that this one has. */
const AS_MUCH_SHARE = 0.985;
const HIGHEST_FRACTION = 6;
export const HIGHEST_SHARED_FRACTION = 12;
/** No further than this share of the way to the next partial. */
const REACH_SHARE = 0.3;
/** Low partials tell the pitch; the upper ones of a string are stretched. */
export const TUNING_PARTIALS = 5;

/**
 * How the rise of a tone's own partials is followed: a look this long, so often. A Hann window parts what lies two of its
 * bins apart, so low tones need the longer look.
 */
const RISE_WINDOWS_SECONDS = [0.03, 0.06];
const RISE_STEP_SECONDS = FRAME_SECONDS / 2;
const FEWEST_RISE_STEPS = 4;
const MOST_OWN_PARTIALS = 4;
const FEWEST_OWN_PARTIALS = 2;
/** So many steps before it is felt, a start that is looked for far back was next to nothing. */
const RISEN_STEPS = 8;
const NOTHING_BELOW_TOP_DB = 20;

/** Looks at the partials of a tone: a spectrum over a stretch of it. */
export class PartialMeter {
  readonly #samples: Float32Array;
  readonly #sampleRate: number;
  readonly #fourier: Fourier;
  readonly #size: number;
  readonly #power: Float64Array;
  readonly #frame: Float64Array;
  readonly #tapers = new HannWindows();
  readonly #cosines = Float64Array.from({ length: COSINES }, (_, n) => Math.cos((2 * Math.PI * n) / COSINES));

  /** @param sampleRate in hertz. */
  constructor(samples: Float32Array, sampleRate: number) {
    this.#samples = samples;
    this.#sampleRate = sampleRate;
    this.#size = 2 ** Math.ceil(Math.log2(LONGEST_LOOK_SECONDS * sampleRate));
    this.#fourier = new Fourier(this.#size);
    this.#power = new Float64Array(this.#size / 2 + 1);
    this.#frame = new Float64Array(this.#size);
  }

  /** Takes the spectrum of (the middle of) a stretch; what is asked next is asked of it. */
  look(fromSeconds: number, toSeconds: number): void {
    const middle = ((fromSeconds + toSeconds) / 2) * this.#sampleRate;
    const seconds = Math.max(SHORTEST_LOOK_SECONDS, Math.min(LONGEST_LOOK_SECONDS, toSeconds - fromSeconds));
    const length = Math.round(seconds * this.#sampleRate);
    const stretch = stretchOf(this.#samples, Math.round(middle - length / 2), length);
    this.#frame.fill(0);
    for (let n = 0; n < length; n++) {
      const taper = 0.5 - 0.5 * this.#cosines[Math.round(((n + 0.5) * COSINES) / length) % COSINES]!;
      this.#frame[n] = taper * stretch[n]!;
    }
    this.#fourier.power(this.#frame, this.#power);
  }

  /**
   * The highest bin near a partial, no nearer to the next one than to it.
   * @returns undefined above what the recording holds.
   */
  #peakBin(hertz: number, fundamentalHertz: number): number | undefined {
    const bins = this.#size / this.#sampleRate;
    const reach = Math.min(hertz * (2 ** (PITCH.searchSemitones / 12) - 1), REACH_SHARE * fundamentalHertz);
    const to = Math.ceil((hertz + reach) * bins);
    if (to >= this.#power.length - 1) return undefined;
    let peak = Math.max(1, Math.floor((hertz - reach) * bins));
    for (let bin = peak; bin <= to; bin++) if (this.#power[bin]! > this.#power[peak]!) peak = bin;
    return peak;
  }

  #powerAt(hertz: number, fundamentalHertz: number): number {
    const bin = this.#peakBin(hertz, fundamentalHertz);
    return bin === undefined ? 0 : this.#power[bin]!;
  }

  /** Powers of the partials 1, 2, … of a pitch. */
  #powersOf(midi: number): number[] {
    const hertz = midiToHertz(midi);
    return Array.from({ length: PARTIALS }, (_, index) => this.#powerAt((index + 1) * hertz, hertz));
  }

  /**
   * The pitch that really sounds where a tracker found `midi`: a tracker may take a whole fraction or the double of it.
   * @param ringing what sounded just before and may still ring.
   */
  realPitch(midi: number, ringing: readonly number[]): number {
    const powers = this.#powersOf(midi);
    const total = powers.reduce((sum, power) => sum + power, 0);
    if (total <= 0) return midi;
    const ratio = fractionOf(
      powers.map((power) => power / total),
      midi,
      ringing,
    );
    if (ratio > 1) return midi + 12 * Math.log2(ratio);
    return this.#isDouble(midi) ? midi - 12 : midi;
  }

  /** Whether the found pitch is only the second partial: then odd multiples of its half sound as well. */
  #isDouble(midi: number): boolean {
    return this.oddShareDb(midi - 12) > -PITCH.halfShareDb && this.#areNarrow(midiToHertz(midi) / 2);
  }

  /** How strong the odd partials of a pitch are beside the even ones, in dB: weak when its octave is meant. */
  oddShareDb(midi: number): number {
    const powers = this.#powersOf(midi);
    let [odd, even] = [0, 0];
    for (const [index, power] of powers.entries()) {
      if (index % 2 === 0) odd += power;
      else even += power;
    }
    return 10 * Math.log10((odd + 1e-20) / (even + 1e-20));
  }

  /** Noise between the partials is no partial: at least two odd ones must stand out of their surroundings. */
  #areNarrow(half: number): boolean {
    const standsOut = (hertz: number) => {
      const [below, above] = [hertz * 2 ** (-1.5 / 12), hertz * 2 ** (1.5 / 12)];
      const beside = Math.max(this.#powerAt(below, half), this.#powerAt(above, half));
      return this.#powerAt(hertz, half) > 10 * beside;
    };
    return [1, 3, 5, 7].filter((partial) => standsOut(partial * half)).length >= 2;
  }

  /** The pitch that the low partials agree on, the stronger the more they count. Source: mean of parabola tops, common practice. */
  tunedPitch(midi: number): number {
    const hertz = midiToHertz(midi);
    let [sum, weights] = [0, 0];
    for (let partial = 1; partial <= TUNING_PARTIALS; partial++) {
      const bin = this.#peakBin(partial * hertz, hertz);
      if (bin === undefined) break;
      const [left, middle, right] = [-1, 0, 1].map((shift) => Math.log(this.#power[bin + shift]! + 1e-30));
      const top = bin + vertex(left!, middle!, right!).shift;
      const weight = Math.sqrt(this.#power[bin]!);
      sum += weight * 12 * Math.log2((top * this.#sampleRate) / (this.#size * partial * hertz));
      weights += weight;
    }
    return weights === 0 ? midi : midi + sum / weights;
  }

  /**
   * When the partials of a tone rise, those left out that lie close to the tone's before: where they come within 10 dB of
   * what they reach in a stretch; when they are there already at its beginning, up to `furthestSeconds` before it.
   * @returns seconds; undefined when no partial is the tone's own or they do not rise.
   */
  maybeRise(
    midi: number,
    beforeMidi: number,
    [fromSeconds, toSeconds]: readonly [number, number],
    furthestSeconds: number,
  ): number | undefined {
    const looks: Look[] = [];
    for (const windowSeconds of RISE_WINDOWS_SECONDS) {
      const own = ownPartials(
        midiToHertz(midi),
        midiToHertz(beforeMidi),
        this.highestHertz,
        2 / windowSeconds,
      );
      if (own.length < FEWEST_OWN_PARTIALS) continue;
      const levelAt = (seconds: number) =>
        this.powersNear(own, seconds, windowSeconds).reduce((sum, power) => sum + power, 0);
      const look = { levelAt, levels: levelsWithin(levelAt, fromSeconds, toSeconds) };
      const rise = riseOf(look, fromSeconds, fromSeconds);
      if (rise !== undefined) return rise;
      looks.push(look);
    }
    for (const look of looks) {
      const rise = riseOf(look, fromSeconds, furthestSeconds);
      if (rise !== undefined) return rise;
    }
    return undefined;
  }

  /** The highest frequency that the recording holds, in hertz. */
  get highestHertz(): number {
    return HIGHEST_SHARE * (this.#sampleRate / 2);
  }

  /** Powers at some frequencies around a moment. */
  powersNear(hertz: readonly number[], seconds: number, windowSeconds: number): number[] {
    const taper = this.#tapers.of(Math.round(windowSeconds * this.#sampleRate));
    const from = Math.round(seconds * this.#sampleRate - taper.length / 2);
    const turns = hertz.map((frequency) => (2 * Math.PI * frequency) / this.#sampleRate);
    return powersAt(stretchOf(this.#samples, from, taper.length), taper, turns);
  }
}

/** How loud the own partials of a tone are. */
interface Look {
  /** Power at a time. */
  readonly levelAt: (seconds: number) => number;
  /** The same at every step of the stretch that is looked at; none where it is too short. */
  readonly levels: readonly number[];
}

function levelsWithin(levelAt: Look['levelAt'], fromSeconds: number, toSeconds: number): readonly number[] {
  const count = Math.floor((toSeconds - fromSeconds) / RISE_STEP_SECONDS);
  return count < FEWEST_RISE_STEPS
    ? []
    : Array.from({ length: count }, (_, index) => levelAt(fromSeconds + index * RISE_STEP_SECONDS));
}

/** @param fromSeconds where the stretch of the look begins. */
function riseOf({ levelAt, levels }: Look, fromSeconds: number, furthestSeconds: number): number | undefined {
  if (levels.length === 0) return undefined;
  const top = Math.max(...levels);
  const felt = top * 10 ** (-FELT_BELOW_TOP_DB / 10);
  let [over, under] = [top, top];
  let step = levels.findIndex((level) => level > top / 2);
  while (under >= felt) {
    step--;
    if (fromSeconds + step * RISE_STEP_SECONDS < furthestSeconds - RISE_STEP_SECONDS / 2) return undefined;
    [over, under] = [under, levels[step] ?? levelAt(fromSeconds + step * RISE_STEP_SECONDS)];
  }
  const isFar = step < 0;
  // What sways beside the partials of the tone before does not come out of nothing.
  if (
    isFar &&
    levelAt(fromSeconds + (step - RISEN_STEPS) * RISE_STEP_SECONDS) > top * 10 ** (-NOTHING_BELOW_TOP_DB / 10)
  )
    return undefined;
  const [low, high] = [Math.log(under + 1e-20), Math.log(over + 1e-20)];
  const share = high > low ? (Math.log(felt) - low) / (high - low) : 1;
  return fromSeconds + (step + share) * RISE_STEP_SECONDS;
}

/** Partials of a tone that lie far enough from every partial of another to be told apart in so short a look, at most four. */
function ownPartials(hertz: number, otherHertz: number, highestHertz: number, apartHertz: number): number[] {
  const own: number[] = [];
  for (let partial = 1; partial <= PARTIALS && own.length < MOST_OWN_PARTIALS; partial++) {
    const place = partial * hertz;
    if (place > highestHertz) break;
    const nearest = Math.max(1, Math.round(place / otherHertz)) * otherHertz;
    if (Math.abs(place - nearest) >= apartHertz) own.push(place);
  }
  return own;
}

/**
 * Which multiple of a found pitch sounds: 1 when it does itself.
 * @param shares of the power in its partials 1, 2, …
 */
function fractionOf(shares: readonly number[], midi: number, ringing: readonly number[]): number {
  const shareOf = (isMeant: (partial: number) => boolean) =>
    shares.reduce((sum, share, index) => (isMeant(index + 1) ? sum + share : sum), 0);
  for (let ratio = HIGHEST_FRACTION; ratio >= 2; ratio--)
    if (shareOf((partial) => partial % ratio !== 0) < PITCH.unexplainedShare) return ratio;
  // What several tones share sounds like a pitch far below them; the one that is new is meant.
  const old = ringing
    .map((other) => ({ other, ratio: Math.round(2 ** ((other - midi) / 12)) }))
    .filter(
      ({ other, ratio }) =>
        ratio >= 2 && Math.abs(midi + 12 * Math.log2(ratio) - other) <= PITCH.searchSemitones,
    )
    .map(({ ratio }) => ratio);
  const isOld = (partial: number) => old.some((ratio) => partial % ratio === 0);
  const multiples = Array.from({ length: HIGHEST_SHARED_FRACTION - 1 }, (_, index) => index + 2).map(
    (ratio): Multiple => ({
      ratio,
      first: shares[ratio - 1]!,
      all: shareOf((partial) => partial % ratio === 0),
      own: shareOf((partial) => partial % ratio === 0 && !isOld(partial)),
      unexplained: shareOf((partial) => partial % ratio !== 0 && !isOld(partial)),
    }),
  );
  // Hardly anything is new: a tone before goes on, with its room.
  if (
    shares[0]! < PITCH.leastFirstPartialShare &&
    shareOf((partial) => !isOld(partial)) < PITCH.goesOnShare
  ) {
    const goesOn = highestOfMost(
      multiples.filter(({ ratio }) => old.includes(ratio)),
      ({ all }) => all,
    );
    if (goesOn) return goesOn.ratio;
  }
  const sounding = multiples.filter(({ first }) => first > PITCH.leastFirstPartialShare);
  const fresh = sounding.filter(
    ({ ratio, own, unexplained }) =>
      old.length > 0 &&
      !old.includes(ratio) &&
      unexplained < PITCH.unexplainedBesideShare &&
      own > PITCH.newToneShare,
  );
  const isAbsent = shares[0]! < PITCH.absentShare && shares[1]! < PITCH.absentShare;
  // Several tones may share a fundamental that is none of them: the one with the most power is meant.
  const meant =
    highestOfMost(fresh, ({ own }) => own) ??
    (isAbsent ? highestOfMost(sounding, ({ all }) => all) : undefined);
  return meant?.ratio ?? 1;
}

/** A tone whose pitch is a multiple of the found one. */
interface Multiple {
  readonly ratio: number;
  /** Shares of the power: of its first partial, of all of them, of those that no older tone has, of what it leaves. */
  readonly first: number;
  readonly all: number;
  readonly own: number;
  readonly unexplained: number;
}

/** A fraction of a tone explains as much as the tone itself: the highest of the best is meant. */
function highestOfMost(
  multiples: readonly Multiple[],
  shareOf: (multiple: Multiple) => number,
): Multiple | undefined {
  const most = Math.max(...multiples.map(shareOf));
  return multiples.findLast((multiple) => shareOf(multiple) >= AS_MUCH_SHARE * most);
}
