// What Mevlo knows of a line, without application or database: npm run --silent line -- --in FILE [--part NAME] [--json]
import { parseArgs } from 'node:util';
import { instrumentsAbleToPlay, measuresOutOfRange } from '@/core/arranging';
import { describeIssue } from '@/core/base';
import { countPart, USUAL_STYLE } from '@/core/counting';
import { LEVELS, maybeInstrument } from '@/core/instruments';
import { type Line, lineOfPart, type Part, printedTempo, timedMeasures, tonalityOf } from '@/core/notation';
import { pitchNameInOctave, tonalityName } from '@/core/pitch';
import { harmonise } from '@/core/playback';
import { goalTempo, lookOver } from '@/core/study';
import { TempoMap } from '@/core/tempo';
import { toMixedNumber, toNumber } from '@/core/time';
import { Refusal, readScoreFile, runCommand } from './files';

const USAGE = 'usage: npm run --silent line -- --in FILE [--part NAME] [--json]';
const CHORD_NAMES = ['C', 'C♯', 'D', 'E♭', 'E', 'F', 'F♯', 'G', 'A♭', 'A', 'B♭', 'B'];

/** Everything that is worked out of a part before it sounds: plain JSON, `mevlo.line/1`. */
function describePart(line: Line) {
  const { part } = line;
  const bpm = goalTempo(part);
  const counts = countPart(part, USUAL_STYLE);
  const tempo = new TempoMap(line, bpm);
  const player = maybeInstrument(part.instrument);
  const look = lookOver(part, { instrument: player, level: 3, goalBpm: bpm, known: undefined }, 'us');
  const harmony = harmonise(line);
  const tonality = tonalityOf(part);
  const { meter } = part.measures[0]!;
  return {
    name: part.name,
    instrument: part.instrument ?? null,
    transpositionSemitones: part.transpositionSemitones,
    meter: `${meter.beats}/${meter.beatType}`,
    key: tonality ? tonalityName(tonality) : null,
    tempo: {
      printed: part.tempo ? { ...printedTempo(part.tempo, meter), words: part.tempo.words ?? null } : null,
      goalBpm: bpm,
      begin: look.startingTempo.sentence,
    },
    measures: part.measures.map((measure) => ({
      number: measure.number,
      events: measure.events.map((event) => ({
        id: event.id,
        quarters: toMixedNumber(event.quarters),
        pitch:
          event.kind === 'rest'
            ? null
            : event.pitch.kind === 'pitched'
              ? pitchNameInOctave(event.pitch.spelling)
              : 'stroke',
        count: counts.get(event.id)?.text ?? '',
      })),
    })),
    performed: timedMeasures(line).map(({ measure, number, pass, index, onsetQuarters }) => ({
      number,
      printed: measure.number,
      pass,
      startSeconds: Number(tempo.seconds(toNumber(onsetQuarters)).toFixed(3)),
      chords: (harmony ?? [])
        .filter(({ measureIndex }) => measureIndex === index)
        .map(({ rootClass, mode }) => `${CHORD_NAMES[rootClass]}${mode === 'minor' ? 'm' : ''}`)
        .filter((name, at, all) => name !== all[at - 1]),
    })),
    endSeconds: Number(tempo.endSeconds.toFixed(3)),
    patterns: look.patterns.map(({ sentence }) => sentence),
    hardSpots: look.hardSpots.map(({ sentence }) => sentence),
    outOfRange: player
      ? Object.fromEntries(LEVELS.map((level) => [level, measuresOutOfRange(part, player, level)]))
      : null,
    ableToPlay: instrumentsAbleToPlay(line).map(({ id }) => id),
  };
}

function inText({
  measures,
  performed,
  patterns,
  hardSpots,
  ...facts
}: ReturnType<typeof describePart>): string {
  const counted = measures.map(
    ({ number, events }) =>
      `measure ${number}: ${events.map(({ pitch, quarters, count }) => `${pitch ?? 'rest'} ${quarters}${count && ` “${count}”`}`).join(', ')}`,
  );
  const timed = performed.map(
    ({ printed, pass, startSeconds, chords }) =>
      `measure ${printed}${pass > 1 ? `, time ${pass},` : ''} at ${startSeconds} s${chords.length > 0 ? `: ${chords.join(' ')}` : ''}`,
  );
  return [
    `${facts.name} (${facts.instrument ?? 'no known instrument'}), ${facts.meter}, ${facts.key ?? 'no key'}, goal ${facts.tempo.goalBpm}`,
    facts.tempo.begin,
    ...counted,
    '',
    ...timed,
    `end at ${facts.endSeconds} s`,
    '',
    ...patterns,
    ...hardSpots,
    '',
    `can be played by ${facts.ableToPlay.join(', ') || 'no instrument of the catalogue'}`,
  ].join('\n');
}

runCommand(() => {
  const { values } = parseArgs({
    options: { in: { type: 'string' }, part: { type: 'string' }, json: { type: 'boolean' } },
  });
  if (!values.in) throw new Refusal(USAGE);
  const { score, warnings } = readScoreFile(values.in);
  const wanted = values.part?.toLowerCase();
  const parts = score.parts.filter(({ name }: Part) => wanted === undefined || name.toLowerCase() === wanted);
  if (parts.length === 0)
    throw new Refusal(
      `There is no part "${values.part}"; there are ${score.parts.map(({ name }) => `"${name}"`).join(', ')}.`,
    );
  const described = parts.map((part) => describePart(lineOfPart(score, part)));
  const notRead = warnings.map(describeIssue);
  const text = `${score.title}\n\n${described.map(inText).join('\n\n')}\n\n${notRead.length === 0 ? 'Everything was read.' : `Not read:\n${notRead.join('\n')}`}\n`;
  process.stdout.write(
    values.json
      ? `${JSON.stringify({ schema: 'mevlo.line/1', title: score.title, parts: described, notRead })}\n`
      : text,
  );
});
