const ELEMENT_NAMES: Readonly<Record<string, string>> = {
  harmony: 'A chord symbol',
  'figured-bass': 'A figured bass',
  slash: 'Slash notation',
  'beat-repeat': 'A beat-repeat sign',
  ornaments: 'An ornament',
  arpeggiate: 'An arpeggio sign',
  glissando: 'A glissando',
  slide: 'A slide',
  tuplet: 'A tuplet bracket',
  pedal: 'A pedal mark',
  'octave-shift': 'An octave line',
  rehearsal: 'A rehearsal mark',
  segno: 'A segno',
  coda: 'A coda sign',
  dashes: 'A dashed line',
  metronome: 'A further metronome mark',
  'for-part': 'A transposition for the part',
};

/** What a teacher would call an element of the file. */
export function sayElement(name: string): string {
  return ELEMENT_NAMES[name] ?? `The sign "${name}"`;
}
