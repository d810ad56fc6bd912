import { type DrumId, maybeDrum } from './drums';
import { headsOf } from './heads';
import type { Part, WrittenPitch } from './line';
import { voiceCountOf, voicesOf } from './score';

/** Hands on two staves; hands and feet of a drum kit, whose stems go up and down; else voices by their place. */
export type VoiceName = 'right hand' | 'left hand' | 'hands' | 'feet' | 'upper voice' | 'lower voice';

/**
 * What the voices of a part are called, the first one at the head.
 * @example voiceNames(harpPart) // ['right hand', 'left hand']
 */
export function voiceNames(part: Part): readonly (VoiceName | `voice ${number}`)[] {
  const count = voiceCountOf(part);
  if (count > 2) return Array.from({ length: count }, (_, voice): `voice ${number}` => `voice ${voice + 1}`);
  if (count === 1) return ['voice 1'];
  const isOnTwoStaves = part.measures.some(({ otherVoices }) => otherVoices[0]?.staff === 'lower');
  if (isOnTwoStaves) return ['right hand', 'left hand'];
  return isOfHandsAndFeet(part) ? ['hands', 'feet'] : ['upper voice', 'lower voice'];
}

/** Some kits are printed otherwise: cymbals above, all drums below. */
function isOfHandsAndFeet(part: Part): boolean {
  const byFoot = (voice: number) =>
    part.measures.flatMap((measure) =>
      (voicesOf(measure)[voice] ?? []).flatMap((event) =>
        event.kind === 'rest' ? [] : headsOf(event).map(isByFoot),
      ),
    );
  return byFoot(0).every((one) => one === false) && byFoot(1).every((one) => one === true);
}

const FOOT_DRUMS: readonly (DrumId | undefined)[] = ['bass-drum', 'pedal-hi-hat'];

/** Undefined for a note. */
const isByFoot = (head: WrittenPitch) =>
  head.kind === 'unpitched' ? FOOT_DRUMS.includes(maybeDrum(head)?.id) : undefined;

/** The place of a voice by its name; undefined in a part that has none of this name. */
export function maybeVoice(part: Part, name: VoiceName): number | undefined {
  const place = voiceNames(part).indexOf(name);
  return place < 0 ? undefined : place;
}

/** Whether a voice has a note in some measures, all of them if nothing is said. @param toIndex exclusive. */
export function voiceHasNotes(part: Part, voice: number, fromIndex = 0, toIndex = Infinity): boolean {
  return part.measures
    .slice(fromIndex, toIndex)
    .some((measure) => voicesOf(measure)[voice]?.some(({ kind }) => kind === 'note'));
}
