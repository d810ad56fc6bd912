import type { MeasureVerdict, Verdict } from '../judging';

/** A verdict in the published form `mevlo.check/1`: plain JSON, seconds from the start of the file, beats from 1. */
export function toCheckContract(verdict: Verdict): Readonly<Record<string, unknown>> {
  // There measures are counted as they are played, from 1, or from 0 with a pickup.
  const first = verdict.measures[0]?.number === 0 ? 0 : 1;
  const numberOf = (measureIndex: number) => first + measureIndex;
  return {
    schema: 'mevlo.check/1',
    state: verdict.state,
    voices: voicesIn(verdict, numberOf),
    tempo: {
      asked: verdict.tempo.askedBpm,
      played: round(verdict.tempo.playedBpm, 2),
      beatUnit: verdict.tempo.beatUnit,
    },
    tuning: { cents: round(verdict.tuningCents, 1) },
    measures: verdict.measures.map((measure, index) => flagsOf(measure, numberOf(index))),
    notes: verdict.notes.map((note) => ({
      id: note.noteId,
      voice: note.voice ?? verdict.scope?.voice ?? 'line',
      measure: numberOf(note.measureIndex),
      beat: round(note.beat, 4),
      written: { midi: note.writtenMidi ?? null },
      played: note.played
        ? {
            midi: round(note.played.midi, 2),
            onset: round(note.played.onsetSeconds, 4),
            end: round(note.played.endSeconds, 4),
          }
        : null,
      ...(note.heads && {
        heads: note.heads.map(({ asked, pitch, instead }) => ({ asked, pitch, instead: instead ?? null })),
      }),
      // The published form knows no more than that nothing is said of it.
      pitch: note.pitch === 'not-asked' ? 'unclear' : note.pitch,
      onset: {
        verdict: note.onset,
        beats: round(note.deviationBeats, 3),
        ms: round(note.deviationSeconds * 1000, 1),
      },
      length: note.length,
    })),
    extras: verdict.extras.map(({ sound, measureIndex }) => ({
      midi: round(sound.midi, 2),
      onset: round(sound.onsetSeconds, 4),
      end: round(sound.endSeconds, 4),
      measure: numberOf(measureIndex),
    })),
    events: verdict.interruptions.map((stop) => ({
      kind: stop.kind,
      measure: numberOf(stop.measureIndex),
      at: round(stop.atSeconds, 3),
      seconds: round(stop.seconds, 3),
    })),
  };
}

/** The voices of the line, which of them were judged, and the flags of each. */
function voicesIn({ scope, voices }: Verdict, numberOf: (measureIndex: number) => number) {
  if (voices && voices.length > 0)
    return voices.map(({ name, measures, isSilent, exchangedWith }) => ({
      name,
      judged: true,
      silent: isSilent,
      exchangedWith: exchangedWith ?? null,
      measures: measures.map((measure, index) => flagsOf(measure, numberOf(index))),
    }));
  if (scope?.voice === undefined) return [{ name: 'line', judged: true }];
  return [{ name: scope.voice, judged: true }, ...scope.otherVoices.map((name) => ({ name, judged: false }))];
}

const flagsOf = (measure: MeasureVerdict, number: number) => ({
  number,
  pitch: { right: measure.notesRight, written: measure.written, flag: measure.notesNeedWork },
  rhythm: { right: measure.rhythmRight, written: measure.written, flag: measure.rhythmNeedsWork },
});

function round(value: number | undefined, digits: number): number | null {
  return value === undefined ? null : Number(value.toFixed(digits));
}
