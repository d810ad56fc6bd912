// Files that nobody here wrote, out of Debian's packages: read, kept as drafts, refused, and whether notes went missing
// without a word. npm run bench -- foreign
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { gunzipSync } from 'fflate';
import { parseMidi } from 'midi-file';
import { readScore } from '@/core/formats';
import { eventsOfMeasure, headsOf, type Score } from '@/core/notation';

/** What ships tunes: documentation of music programs, and music of games. */
const PACKAGES = [
  ...['abcm2ps', 'abcmidi', 'texlive-music', 'mma', 'pianobooster', 'songwrite'],
  ...['simutrans-data', 'openttd-openmsx', 'freedink-data', 'lilypond-doc-html'],
];
/** Another program's writer of MusicXML, for the LilyPond files that the handbook of LilyPond consists of. */
const WRITER_OF_MUSICXML = 'python3-ly';

const CONVERT = `
import contextlib, glob, io, os, signal, sys
import ly.musicxml
def stop(*_): raise TimeoutError()
signal.signal(signal.SIGALRM, stop)
for at, path in enumerate(sorted(glob.glob(sys.argv[1] + '/**/*.ly', recursive=True))):
    try:
        signal.alarm(4)
        with contextlib.redirect_stdout(io.StringIO()):
            writer = ly.musicxml.writer()
            writer.parse_text(open(path, encoding='utf8').read())
            writer.musicxml().write('%s/%d-%s.musicxml' % (sys.argv[2], at, os.path.basename(path)[:-3]))
    except Exception:
        pass  # No MusicXML came out: the file is none of those that are counted.
    finally:
        signal.alarm(0)
`;

interface Foreign {
  readonly kind: 'MusicXML' | 'ABC' | 'MIDI';
  readonly name: string;
  readonly bytes: Uint8Array;
  /** Notes that begin in it, counted without any of Mevlo's code. */
  readonly notes: number;
}

interface Outcome extends Foreign {
  readonly outcome: 'read' | 'draft' | 'refused';
  readonly reasons: readonly string[];
  readonly milliseconds: number;
  readonly kept: number;
}

const folder = mkdtempSync(join(tmpdir(), 'mevlo-foreign-'));
try {
  report(foreignFiles().map(readOne));
} finally {
  rmSync(folder, { recursive: true });
}

function foreignFiles(): readonly Foreign[] {
  for (const name of [...PACKAGES, WRITER_OF_MUSICXML]) {
    execFileSync('apt-get', ['download', name], { cwd: folder, stdio: 'ignore' });
    const file = readdirSync(folder).find((one) => one.startsWith(`${name}_`))!;
    execFileSync('dpkg', ['-x', file, join(folder, name)], { cwd: folder });
  }
  const written = join(folder, 'written');
  mkdirSync(written);
  writeFileSync(join(folder, 'convert.py'), CONVERT);
  execFileSync('python3', ['convert.py', 'lilypond-doc-html', 'written'], {
    cwd: folder,
    stdio: 'ignore',
    env: { ...process.env, PYTHONPATH: `${WRITER_OF_MUSICXML}/usr/lib/python3/dist-packages` },
  });
  const shipped = PACKAGES.flatMap((name) => filesIn(join(folder, name)));
  return [...shipped, ...filesIn(written)]
    .flatMap(({ name, bytes }) => asForeign(name, bytes))
    .filter(({ notes }) => notes > 0);
}

function filesIn(place: string) {
  return readdirSync(place, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .flatMap((entry) => {
      const name = entry.name.replace(/\.gz$/, '');
      if (!/\.(mid|midi|kar|abc|musicxml)$/i.test(name)) return [];
      const bytes = readFileSync(join(entry.parentPath, entry.name));
      return [{ name: basename(name), bytes: entry.name.endsWith('.gz') ? gunzipSync(bytes) : bytes }];
    });
}

function asForeign(name: string, bytes: Uint8Array): readonly Foreign[] {
  if (/\.musicxml$/.test(name)) return [{ kind: 'MusicXML', name, bytes, notes: notesInMusicXml(bytes) }];
  if (!/\.abc$/i.test(name)) return [{ kind: 'MIDI', name, bytes, notes: notesInMidi(bytes) }];
  const tunes = new TextDecoder('latin1').decode(bytes).split(/^(?=X:)/m);
  return tunes
    .filter((tune) => /^X:/.test(tune))
    .map((tune, index) => ({
      kind: 'ABC' as const,
      name: `${name} ${index + 1}`,
      bytes: new TextEncoder().encode(tune),
      notes: notesInAbc(tune),
    }));
}

function notesInMusicXml(bytes: Uint8Array): number {
  const notes = new TextDecoder().decode(bytes).match(/<note\b[\s\S]*?<\/note>/g) ?? [];
  return notes.filter((note) => !/<rest\b|<grace\b|<cue\b/.test(note) && !/<tie type="stop"/.test(note))
    .length;
}

/** A key that is struck twice at one moment on one channel is doubled, and one note on paper. */
function notesInMidi(bytes: Uint8Array): number {
  try {
    const struck = parseMidi(bytes).tracks.map((track) => {
      let tick = 0;
      return track.flatMap((event) => {
        tick += event.deltaTime;
        const isNote = event.type === 'noteOn' && event.velocity > 0;
        return isNote ? [`${tick} ${event.channel} ${event.noteNumber}`] : [];
      });
    });
    return struck.reduce((sum, notes) => sum + new Set(notes).size, 0);
  } catch {
    return 1;
  }
}

/** Letters that are notes: what stands behind an empty line, in fields, quotes, signs between ! or +, or braces is none. */
function notesInAbc(tune: string): number {
  const [body = ''] = tune.split(/\n\s*\n/);
  const music = body
    .replace(/^%%begintext[\s\S]*?^%%endtext.*$/gm, '')
    .replace(/%.*$/gm, '')
    .replace(/^[A-Za-z]:.*$/gm, '')
    .replace(/\[[A-Za-z]:[^\]]*\]/g, '')
    .replace(/"[^"]*"|![^!\n]*!|\+[^+\n]*\+|\{[^}]*\}/g, '');
  const letters = (text: string) => text.match(/[A-Ga-g]/g) ?? [];
  // What a tie leads to does not begin.
  const tied = music.match(/\[[^\]]*\][\d/]*\.?-|[A-Ga-g][,']*[\d/]*\.?-/g) ?? [];
  return letters(music).length - letters(tied.join('')).length;
}

function readOne(foreign: Foreign): Outcome {
  const start = performance.now();
  const read = readScore(foreign.bytes);
  const milliseconds = performance.now() - start;
  const issues = read.ok ? (read.value.lost ?? []) : read.issues;
  return {
    ...foreign,
    milliseconds,
    outcome: !read.ok ? 'refused' : issues.length > 0 ? 'draft' : 'read',
    reasons: [...new Set(issues.map(({ code }) => code))],
    kept: read.ok ? notesIn(read.value) : 0,
  };
}

function notesIn(score: Score): number {
  return score.parts
    .flatMap(({ measures }) => measures.flatMap(eventsOfMeasure))
    .reduce(
      (sum, event) => sum + (event.kind === 'note' && !event.tiedFromPrevious ? headsOf(event).length : 0),
      0,
    );
}

function report(outcomes: readonly Outcome[]): void {
  for (const kind of ['MusicXML', 'ABC', 'MIDI'] as const) {
    const here = outcomes.filter((one) => one.kind === kind);
    const of = (outcome: Outcome['outcome']) => here.filter((one) => one.outcome === outcome);
    const slowest = Math.max(...here.map(({ milliseconds }) => milliseconds));
    console.log(
      `${kind}: ${here.length} files, ${of('read').length} read, ${of('draft').length} drafts, ${of('refused').length} refused; slowest ${slowest.toFixed(0)} ms`,
    );
    for (const outcome of ['draft', 'refused'] as const) {
      const counts = new Map<string, number>();
      for (const code of of(outcome).flatMap(({ reasons }) => reasons))
        counts.set(code, (counts.get(code) ?? 0) + 1);
      const said = [...counts].toSorted((a, b) => b[1] - a[1]).map(([code, count]) => `${code} ${count}`);
      console.log(`  ${outcome}: ${said.join(', ') || '–'}`);
    }
    const silent = of('read').filter(({ notes, kept }) => kept < notes);
    console.log(`  fewer notes than the file has, and not a word: ${silent.length}`);
    for (const { name, notes, kept } of silent) console.log(`    ${name}: ${kept} of ${notes}`);
  }
}
