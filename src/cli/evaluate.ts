// How well the check does on takes of the simulated student: npm run evaluate
import { readdirSync } from 'node:fs';
import { instrumentsAbleToPlay } from '@/core/arranging';
import { check } from '@/core/checking';
import type { InstrumentId } from '@/core/instruments';
import type { Verdict } from '@/core/judging';
import { type Line, writtenNotes } from '@/core/notation';
import {
  chooseFlaws,
  type Flaw,
  type FlawKind,
  perform,
  QUIET_ROOM,
  type Recording,
  render,
  STEADY_STYLE,
} from '@/core/playing';
import { readLineFile } from './files';

class Count {
  hit = 0;
  falseAlarm = 0;
  missed = 0;
  add(truth: boolean, said: boolean): void {
    if (truth && said) this.hit++;
    else if (truth) this.missed++;
    else if (said) this.falseAlarm++;
  }
  toString(): string {
    const f1 = (2 * this.hit) / Math.max(1, 2 * this.hit + this.falseAlarm + this.missed);
    return `F1 ${f1.toFixed(3)} (hit ${this.hit}, false alarm ${this.falseAlarm}, missed ${this.missed})`;
  }
}

const ROOMS: readonly Omit<Recording, 'seed'>[] = [
  QUIET_ROOM,
  { ...QUIET_ROOM, reverbSeconds: 0.35 },
  { ...QUIET_ROOM, noiseDb: -38, sampleRate: 22050 },
  { ...QUIET_ROOM, peakDb: -34, sampleRate: 48000 },
  { ...QUIET_ROOM, sampleRate: 16000, noiseDb: -50 },
];
const RECIPES: readonly (readonly FlawKind[])[] = [
  [],
  ['wrong', 'late'],
  ['missing', 'early', 'pause-before'],
  ['cut-short', 'extra-after', 'wrong'],
  ['tie-restruck', 'restart-after', 'late'],
];

function main(): void {
  const lines = readdirSync('demo/book')
    .sort()
    .map((name) => readLineFile(`demo/book/${name}`));
  const notes = new Count();
  const rhythm = new Count();
  let cleanNotes = 0;
  let cleanFalse = 0;
  const details = process.argv.includes('--details');
  const total = Number(process.argv.find((arg) => /^\d+$/.test(arg)) ?? 60);
  for (let seed = 1; seed <= total; seed++) {
    const line = lines[seed % lines.length]!;
    const player = pickInstrument(line, seed);
    const flaws = chooseFlaws(line, RECIPES[seed % RECIPES.length]!, seed);
    const asked = line.part.tempo!.bpm;
    const bpm = asked * [1, 0.9, 1.08, 0.8][seed % 4]!;
    const tuningCents = ((seed * 37) % 90) - 45;
    const style = { ...STEADY_STYLE, timingSeconds: 0.015, tempoWander: 0.015, seed, bpm, tuningCents };
    const audio = render(perform(line, style, flaws), player, { ...ROOMS[(seed * 3) % ROOMS.length]!, seed });
    const { verdict } = check(line, audio, asked);
    const wrong = compare(line, flaws, verdict, notes, rhythm);
    if (flaws.length === 0) {
      cleanNotes += verdict.notes.length;
      cleanFalse += verdict.notes.filter(
        (n) => (n.pitch !== 'right' && n.pitch !== 'unclear') || n.onset !== 'on',
      ).length;
    }
    if (details && wrong.length > 0) {
      console.log(
        `seed ${seed} ${line.title}, ${player}, room ${(seed * 3) % ROOMS.length}: ${JSON.stringify(flaws)}`,
      );
      for (const text of wrong) console.log(`    ${text}`);
    }
  }
  console.log(`${total} takes`);
  console.log(`measure flags, notes   ${notes}`);
  console.log(`measure flags, rhythm  ${rhythm}`);
  console.log(`clean takes: ${cleanFalse} of ${cleanNotes} notes falsely flagged`);
}

function pickInstrument(line: Line, seed: number): InstrumentId {
  const able = instrumentsAbleToPlay(line);
  return able[seed % able.length]!.id;
}

/** Compares measure flags with what was done on purpose; a missing or extra note may show as either kind. */
function compare(
  line: Line,
  flaws: readonly Flaw[],
  verdict: Verdict,
  notes: Count,
  rhythm: Count,
): string[] {
  const byId = new Map(writtenNotes(line).map((note) => [note.id, note]));
  const differences: string[] = [];
  verdict.measures.forEach((measure, index) => {
    const mine = flaws
      .filter((flaw) => byId.get(flaw.noteId)!.measureIndex === index)
      .map((flaw) => flaw.kind);
    const either = mine.some((kind) => ['missing', 'extra-after', 'tie-restruck'].includes(kind));
    const stopped = flaws.some(
      (flaw) =>
        (flaw.kind === 'pause-before' || flaw.kind === 'restart-after') &&
        Math.abs(byId.get(flaw.noteId)!.measureIndex - index) <= 1,
    );
    const any = measure.notesNeedWork || measure.rhythmNeedsWork;
    const checks: [Count, string, boolean, boolean][] = either
      ? [[notes, 'either', true, any]]
      : [
          [notes, 'notes', mine.includes('wrong'), measure.notesNeedWork],
          ...(stopped
            ? []
            : [
                [
                  rhythm,
                  'rhythm',
                  mine.some((k) => ['late', 'early', 'cut-short'].includes(k)),
                  measure.rhythmNeedsWork,
                ] as [Count, string, boolean, boolean],
              ]),
        ];
    for (const [count, name, truth, said] of checks) {
      count.add(truth, said);
      if (truth !== said) {
        const faults = verdict.notes
          .filter((n) => n.measureIndex === index)
          .map(
            (n) =>
              `${n.noteId}:${n.pitch}/${n.onset} ${(n.deviationSeconds * 1000).toFixed(0)}ms/${n.length}`,
          );
        const extras = verdict.extras
          .filter((e) => e.measureIndex === index)
          .map((e) => `extra ${e.sound.midi?.toFixed(1)}@${e.sound.onsetSeconds.toFixed(2)}`);
        differences.push(
          `measure ${measure.number} ${name}: truth ${truth}, said ${said}  ${faults.join(' ')} ${extras.join(' ')}`,
        );
      }
    }
  });
  return differences;
}

main();
