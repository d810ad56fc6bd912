import { headsOf, maybeDrum, type WrittenPitch } from '@/core/notation';
import { pitchNameInOctave } from '@/core/pitch';
import { measureHeading, type Vocabulary, valueName } from '@/core/time';
import { type Desk, isKit, maybeSelection, partOf, targets } from '@/core/writing';

/** Where the pen is and what is before it, in one line: seen by everybody, read out to some. */
export function whereWeAre(desk: Desk, vocabulary: Vocabulary): string {
  const measure = partOf(desk).measures[desk.caret.measureIndex]!;
  const place = measureHeading(measure.number, vocabulary);
  const voice = measure.otherVoices.length > 0 ? `, voice ${desk.voiceIndex + 1}` : '';
  const events = targets(desk);
  if (maybeSelection(desk)) return `${place}${voice}: ${events.length} selected`;
  const [last] = events;
  if (!last)
    return `${place}${voice}: type a value (q for ${valueName({ base: 'quarter', dots: 0 }, vocabulary)}), then notes (c d e …)`;
  const value = valueName(last.value, vocabulary);
  if (last.kind === 'rest') return `${place}${voice}: ${value} rest`;
  const heads = headsOf(last).map((pitch) => sayHead(pitch, isKit(desk)));
  return `${place}${voice}: ${value} ${heads.join(' and ')}`;
}

function sayHead(pitch: WrittenPitch, isOfKit: boolean): string {
  if (pitch.kind === 'pitched') return pitchNameInOctave(pitch.spelling);
  return (isOfKit && maybeDrum(pitch)?.name) || 'stroke';
}
