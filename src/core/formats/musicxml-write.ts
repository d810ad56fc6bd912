import {
  beginsLate,
  endsOfDashes,
  LANDMARK_WORDS,
  type Landmark,
  type Measure,
  maybeTabStrings,
  type Part,
  restRunFrom,
  type Score,
  sayJump,
} from '../notation';
import { midiToSpelling } from '../pitch';
import { writeClef } from './musicxml-clef';
import { writeSoundTempo, writeTempoMark } from './musicxml-tempo';
import { DIVISIONS, writeVoices } from './musicxml-write-notes';
import { escapeXml } from './xml';

/**
 * Writes a score as MusicXML, one part-wise document. Ids, names and breaks are kept, so that reading it gives the same score.
 * Source: MusicXML 4.0, W3C Community Group Final Report, 2021.
 */
export function writeMusicXml(score: Score): string {
  const list = score.parts
    .map(({ id, name }) => `<score-part id="${id}"><part-name>${escapeXml(name)}</part-name></score-part>`)
    .join('');
  const composer = score.composer
    ? `<identification><creator type="composer">${escapeXml(score.composer)}</creator></identification>`
    : '';
  return `<?xml version="1.0" encoding="UTF-8"?>
<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd">
<score-partwise version="4.0"><work><work-title>${escapeXml(score.title)}</work-title></work>${composer}<part-list>${list}</part-list>
${score.parts.map(writePart).join('\n')}
</score-partwise>
`;
}

function writePart(part: Part): string {
  const open = { slurs: [] as number[], dashed: endsOfDashes(part.measures) };
  const measures = part.measures.map((measure, index) => {
    const previous = part.measures[index - 1];
    const isLast = index === part.measures.length - 1;
    const isRest = measure.number === previous?.number;
    const implicit = isRest || beginsLate(measure) ? ' implicit="yes"' : '';
    const breaks = measure.systemBreak ? '<print new-system="yes"/>' : '';
    const tempo = index === 0 ? writeOpeningTempo(part) : '';
    return `<measure number="${isRest ? 'X' : ''}${measure.number}"${implicit}>${breaks}${leftBarline(measure, previous)}${writeAttributes(part, measure, previous)}${tempo}${writeLandmarks(measure, ['segno', 'coda'])}${writeVoices(measure, open, maybeTabStrings(part))}${writeLandmarks(measure, ['fine', 'to-coda'])}${writeJump(measure)}${rightBarline(measure, part.measures[index + 1], isLast)}</measure>`;
  });
  return `<part id="${part.id}">\n${measures.join('\n')}\n</part>`;
}

function writeAttributes(part: Part, measure: Measure, previous: Measure | undefined): string {
  const strings = maybeTabStrings(part);
  const hasTwoStaves = part.measures[0]!.lowerClef !== undefined || strings !== undefined;
  const pieces: string[] = [];
  if (!previous) pieces.push(`<divisions>${DIVISIONS}</divisions>`);
  if (measure.keyFifths !== previous?.keyFifths)
    pieces.push(
      `<key><fifths>${measure.keyFifths}</fifths>${!previous && part.mode ? `<mode>${part.mode}</mode>` : ''}</key>`,
    );
  const sameMeter =
    previous &&
    measure.meter.beats === previous.meter.beats &&
    measure.meter.beatType === previous.meter.beatType &&
    measure.meterSymbol === previous.meterSymbol;
  if (!sameMeter) {
    const symbol = measure.meterSymbol ? ` symbol="${measure.meterSymbol}"` : '';
    pieces.push(
      `<time${symbol}><beats>${measure.meter.beats}</beats><beat-type>${measure.meter.beatType}</beat-type></time>`,
    );
  }
  if (!previous && hasTwoStaves) pieces.push('<staves>2</staves>');
  if (measure.clef !== previous?.clef) pieces.push(writeClef(measure.clef, hasTwoStaves ? 1 : undefined));
  if (measure.lowerClef && measure.lowerClef !== previous?.lowerClef)
    pieces.push(writeClef(measure.lowerClef, 2));
  if (!previous && strings) pieces.push('<clef number="2"><sign>TAB</sign><line>5</line></clef>');
  if (!previous) {
    if (strings) pieces.push(writeTuning(strings));
    if (part.staffLines !== 5)
      pieces.push(`<staff-details><staff-lines>${part.staffLines}</staff-lines></staff-details>`);
    pieces.push(writeTranspose(part.transpositionSemitones));
  }
  pieces.push(writeShorthand(part.measures, measure, previous));
  const inside = pieces.join('');
  return inside ? `<attributes>${inside}</attributes>` : '';
}

/** Lines are counted from the bottom, where the last string lies. Source: MusicXML 4.0, element staff-tuning. */
function writeTuning(strings: readonly number[]): string {
  const lines = strings.toReversed().map((midi, index) => {
    const { step, alter, octave } = midiToSpelling(midi, 0);
    const altered = alter === 0 ? '' : `<tuning-alter>${alter}</tuning-alter>`;
    return `<staff-tuning line="${index + 1}"><tuning-step>${step}</tuning-step>${altered}<tuning-octave>${octave}</tuning-octave></staff-tuning>`;
  });
  return `<staff-details number="2"><staff-lines>${strings.length}</staff-lines>${lines.join('')}</staff-details>`;
}

/** Source: MusicXML 4.0, elements measure-repeat and multiple-rest: the music is written out all the same. */
function writeShorthand(
  measures: readonly Measure[],
  measure: Measure,
  previous: Measure | undefined,
): string {
  const style = (inside: string) => `<measure-style>${inside}</measure-style>`;
  const isSign = measure.shorthand === 'as-before';
  const wasSign = previous?.shorthand === 'as-before';
  const rests = restRunFrom(measures, measures.indexOf(measure));
  return [
    isSign && !wasSign ? style('<measure-repeat type="start">1</measure-repeat>') : '',
    wasSign && !isSign ? style('<measure-repeat type="stop"/>') : '',
    rests > 1 && measure.shorthand !== 'rest-goes-on' ? style(`<multiple-rest>${rests}</multiple-rest>`) : '',
  ].join('');
}

/** Letters between written and sounding pitch, by semitones below the octave: −2 is a step down, −9 a sixth. Common practice. */
const STEPS_OF_SEMITONES: Readonly<Record<number, number>> = {
  0: 0,
  1: 0,
  2: 1,
  3: 2,
  4: 2,
  5: 3,
  6: 3,
  7: 4,
  8: 5,
  9: 5,
  10: 6,
  11: 6,
};

function writeTranspose(semitones: number): string {
  if (semitones === 0) return '';
  const sign = Math.sign(semitones);
  const octaves = Math.floor(Math.abs(semitones) / 12) * sign;
  const chromatic = semitones - 12 * octaves;
  const diatonic = sign * STEPS_OF_SEMITONES[Math.abs(chromatic)]!;
  const octave = octaves === 0 ? '' : `<octave-change>${octaves}</octave-change>`;
  return `<transpose><diatonic>${diatonic + 0}</diatonic><chromatic>${chromatic + 0}</chromatic>${octave}</transpose>`;
}

function writeOpeningTempo({ tempo }: Part): string {
  return tempo
    ? `<direction placement="above">${writeTempoMark(tempo)}${writeSoundTempo(tempo)}</direction>`
    : '';
}

/** Printed and played. Source: MusicXML 4.0, elements segno, coda and sound. */
const LANDMARK_ELEMENTS: Readonly<Record<Landmark, string>> = {
  segno: '<direction-type><segno/></direction-type><sound segno="segno"/>',
  coda: '<direction-type><coda/></direction-type><sound coda="coda"/>',
  fine: `<direction-type><words>${LANDMARK_WORDS.fine}</words></direction-type><sound fine="yes"/>`,
  'to-coda': `<direction-type><words>${LANDMARK_WORDS['to-coda']}</words></direction-type><sound tocoda="coda"/>`,
};

function writeLandmarks({ landmarks = [] }: Measure, wanted: readonly Landmark[]): string {
  return wanted
    .filter((one) => landmarks.includes(one))
    .map((one) => `<direction placement="above">${LANDMARK_ELEMENTS[one]}</direction>`)
    .join('');
}

function writeJump({ jump }: Measure): string {
  if (!jump) return '';
  const sound = jump.to === 'start' ? 'dacapo="yes"' : 'dalsegno="segno"';
  return `<direction placement="above"><direction-type><words>${sayJump(jump)}</words></direction-type><sound ${sound}/></direction>`;
}

function leftBarline(measure: Measure, previous: Measure | undefined): string {
  const startsEnding = measure.endingPasses.length > 0 && !sameEnding(measure, previous);
  if (!measure.repeatStart && !startsEnding) return '';
  const ending = startsEnding ? `<ending number="${measure.endingPasses.join(',')}" type="start"/>` : '';
  const repeat = measure.repeatStart ? '<repeat direction="forward"/>' : '';
  return `<barline location="left">${measure.repeatStart ? '<bar-style>heavy-light</bar-style>' : ''}${ending}${repeat}</barline>`;
}

function rightBarline(measure: Measure, next: Measure | undefined, isLast: boolean): string {
  const endsEnding = measure.endingPasses.length > 0 && !sameEnding(measure, next);
  const repeats = measure.repeatPlays > 1;
  const style = repeats || isLast ? 'light-heavy' : measure.barline && BAR_STYLES[measure.barline];
  if (!style && !endsEnding) return '';
  const ending = endsEnding
    ? `<ending number="${measure.endingPasses.join(',')}" type="${repeats ? 'stop' : 'discontinue'}"/>`
    : '';
  const times = measure.repeatPlays > 2 ? ` times="${measure.repeatPlays}"` : '';
  const repeat = repeats ? `<repeat direction="backward"${times}/>` : '';
  return `<barline location="right">${style ? `<bar-style>${style}</bar-style>` : ''}${ending}${repeat}</barline>`;
}

const BAR_STYLES = { double: 'light-light', final: 'light-heavy' } as const;

/** Under one bracket: the same passes, and no repeat sign between them. */
function sameEnding(measure: Measure, neighbour: Measure | undefined): boolean {
  return neighbour !== undefined && neighbour.endingPasses.join() === measure.endingPasses.join();
}
