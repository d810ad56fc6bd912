// Cuts the small sound banks under public/sounds out of a General MIDI bank in SF3 form. Run by hand when they change:
//   node --import tsx scripts/cut-sounds.mjs PATH-TO-FluidR3Mono_GM.sf3
// The bank comes with Debian's package fluidr3mono-gm-soundfont (MIT licence, see public/sounds/LICENCE.txt).
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { SoundBankLoader } from 'spessasynth_core';
import { PROGRAM_OF_BANK } from '../src/core/formats/midi-program.ts';
import { DRUM_IDS, drumById } from '../src/core/notation/index.ts';
import { ROOT } from './lib/paths.mjs';

const DRUM_KEYS = DRUM_IDS.map((id) => drumById(id).midiKeys[0]);

const [path] = process.argv.slice(2);
if (!path)
  throw new Error('Name the bank: node --import tsx scripts/cut-sounds.mjs PATH-TO-FluidR3Mono_GM.sf3');
const source = readFileSync(path);
const folder = join(ROOT, 'public', 'sounds');
mkdirSync(folder, { recursive: true });

for (const [name, program] of Object.entries(PROGRAM_OF_BANK)) {
  if (name === 'drums') continue;
  write(name, (preset) => !preset.isGMGSDrum && preset.program === program && preset.bankMSB === 0);
}
write('drums', (preset) => preset.isGMGSDrum && preset.program === 0, DRUM_KEYS);

function write(name, isWanted, keys) {
  const bank = SoundBankLoader.fromArrayBuffer(
    source.buffer.slice(source.byteOffset, source.byteOffset + source.byteLength),
  );
  for (const preset of [...bank.presets]) if (!isWanted(preset)) bank.deletePreset(preset);
  if (keys) for (const preset of bank.presets) keepKeys(preset, keys);
  bank.removeUnusedElements();
  const bytes = Buffer.from(bank.writeSF2());
  writeFileSync(join(folder, `${name}.sf3`), bytes);
  process.stdout.write(`${name}: ${Math.round(bytes.length / 1000)} kB, ${bank.samples.length} samples\n`);
}

function keepKeys(preset, keys) {
  const isUsed = ({ keyRange }) =>
    keyRange.min === -1 || keys.some((key) => key >= keyRange.min && key <= keyRange.max);
  for (const { instrument } of preset.zones) {
    for (let index = instrument.zones.length - 1; index >= 0; index--) {
      if (!isUsed(instrument.zones[index])) instrument.deleteZone(index, true);
    }
  }
}
