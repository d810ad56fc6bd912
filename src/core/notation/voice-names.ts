import type { Part } from './line';
import { voiceCountOf } from './score';

/**
 * What the voices of a part are called, the first one at the head: by the hands that play them where there are two staves.
 * @example voiceNames(harpPart) // ['right hand', 'left hand']
 */
export function voiceNames(part: Part): readonly string[] {
  const count = voiceCountOf(part);
  if (count === 1) return ['line'];
  const staves = Array.from({ length: count }, (_, voice) =>
    voice === 0
      ? ('upper' as const)
      : part.measures.flatMap(({ otherVoices }) => otherVoices[voice - 1]?.staff ?? [])[0],
  );
  const hasTwoStaves = staves.includes('lower');
  const inStaff = (staff: 'upper' | 'lower') => staves.filter((one) => one === staff).length;
  return staves.map((staff = 'upper', voice) => {
    const place = staves.slice(0, voice).filter((one) => one === staff).length;
    if (!hasTwoStaves) return nameInStaff(place, count);
    const hand = staff === 'upper' ? 'right hand' : 'left hand';
    return inStaff(staff) === 1 ? hand : `${hand}, ${nameInStaff(place, inStaff(staff))}`;
  });
}

/** In one staff the first voice has its stems up. */
function nameInStaff(place: number, count: number): string {
  if (count > 2) return `voice ${place + 1}`;
  return place === 0 ? 'upper voice' : 'lower voice';
}
