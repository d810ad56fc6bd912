import { readdirSync, readFileSync, statSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';

const ROOT = process.cwd();
const SRC = join(ROOT, 'src');

/** Who may import whom in the core, besides `base`. Each room comes after those that it builds on. */
const CORE: Readonly<Record<string, readonly string[]>> = {
  base: [],
  calendar: [],
  time: [],
  pitch: [],
  signal: [],
  instruments: ['pitch'],
  notation: ['time', 'pitch', 'instruments'],
  // Metronome, ladders, and when each place of a line is reached.
  tempo: ['time', 'notation'],
  formats: ['time', 'pitch', 'instruments', 'notation'],
  arranging: ['pitch', 'notation', 'instruments'],
  writing: ['time', 'pitch', 'notation'],
  counting: ['time', 'notation'],
  study: ['time', 'pitch', 'notation', 'instruments', 'counting', 'tempo'],
  simulation: ['time', 'pitch', 'notation', 'instruments', 'signal', 'tempo'],
  // What a device plays (model, backing, clicks), and how all of it lies in a recording.
  playback: ['time', 'pitch', 'notation', 'instruments', 'signal', 'counting', 'tempo', 'simulation'],
  listening: ['pitch', 'signal'],
  following: ['time', 'pitch', 'notation', 'tempo', 'listening'],
  judging: ['time', 'pitch', 'notation', 'tempo', 'listening', 'following'],
  practice: ['calendar', 'time', 'notation', 'instruments', 'counting', 'tempo', 'study', 'judging'],
  recipe: ['time', 'pitch', 'notation', 'instruments', 'study'],
  drills: ['calendar', 'time', 'pitch', 'notation', 'instruments', 'study'],
  // In what order a teacher hears what waits, and what is asked for.
  review: ['time', 'listening', 'following', 'judging', 'practice'],
  // Where a class stands, and its tables and calendars.
  school: ['calendar', 'time', 'notation', 'instruments', 'arranging', 'judging', 'practice'],
  // The whole way from sound to verdict, and its published form.
  checking: ['signal', 'notation', 'instruments', 'tempo', 'listening', 'following', 'judging'],
};

/** Outside packages, each in one room of the core. */
const PACKAGES: Readonly<Record<string, string>> = {
  'date-fns': 'calendar',
  'fft.js': 'signal',
  'fast-xml-parser': 'formats',
  fflate: 'formats',
  'midi-file': 'formats',
  abcjs: 'formats',
  zod: 'counting',
  ics: 'school',
  papaparse: 'school',
  spessasynth_core: 'playback',
};

/** Layers outside of the core: what each may import of the others. */
const LAYERS: Readonly<Record<string, readonly string[]>> = {
  core: ['core'],
  engraving: ['core', 'engraving'],
  browser: ['core', 'engraving', 'workers', 'browser'],
  workers: ['core', 'engraving', 'workers'],
  ui: ['core', 'engraving', 'ui'],
  cli: ['core', 'cli'],
  // Configuration and log: for every process.
  'server/base': ['core', 'server/base'],
  'server/db': ['core', 'engraving', 'server/base', 'server/db'],
  'server/auth': ['server/base', 'server/db', 'server/auth'],
  // Sounds by ffmpeg.
  'server/sound': ['core', 'server/sound'],
  // What is done in threads knows of no database.
  'server/threads': ['core', 'engraving', 'server/threads'],
  // Serves what Next makes; knows of the database whether it is there.
  'server/web': ['server/base', 'server/db', 'server/web'],
  // What Next asks for by this name: what a request throws goes into the log.
  'instrumentation.ts': ['server/base'],
  'server/jobs': [
    'core',
    'engraving',
    'server/base',
    'server/db',
    'server/sound',
    'server/threads',
    'server/jobs',
  ],
  'server/demo': ['core', 'server/auth', 'server/base', 'server/db', 'server/jobs', 'server/demo'],
  'server/access': [
    'core',
    'engraving',
    'server/auth',
    'server/base',
    'server/db',
    'server/jobs',
    'server/sound',
    'server/threads',
    'server/demo',
    'server/access',
  ],
  app: ['core', 'engraving', 'browser', 'ui', 'server/access', 'app'],
};

interface Import {
  readonly file: string;
  readonly from: string;
  /** Path below src, or the package's name. */
  readonly target: string;
  readonly isPackage: boolean;
}

function* sources(folder: string): Generator<string> {
  for (const name of readdirSync(folder)) {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) yield* sources(path);
    else if (/\.tsx?$/.test(name) && !/\.(test|d)\.tsx?$/.test(name)) yield path;
  }
}

const imports: readonly Import[] = [...sources(SRC)].flatMap((path) => {
  const text = readFileSync(path, 'utf8');
  return [...text.matchAll(/(?:from|import)\s*\(?\s*'([^']+)'|new URL\('([^']+)'/g)].map(
    ([, imported, worker]): Import => {
      const name = (imported ?? worker)!;
      const file = relative(SRC, path);
      if (name.startsWith('.'))
        return { file, from: name, target: relative(SRC, resolve(dirname(path), name)), isPackage: false };
      if (name.startsWith('@/')) return { file, from: name, target: name.slice(2), isPackage: false };
      return { file, from: name, target: name, isPackage: true };
    },
  );
});

const roomOf = (path: string) => path.split('/')[1]!;
const layerOf = (path: string) =>
  path
    .split('/')
    .slice(0, path.startsWith('server/') ? 2 : 1)
    .join('/');
const inCore = imports.filter(({ file }) => file.startsWith('core/'));

test('there is something to look at', () => {
  expect(imports.length).toBeGreaterThan(300);
  expect(new Set(inCore.map(({ file }) => roomOf(file)))).toEqual(
    new Set(Object.keys(CORE).filter((room) => room !== 'base')).add('base'),
  );
});

test('every room is used by the table as it is: nothing is allowed that is not needed', () => {
  const allowed = Object.entries(CORE).flatMap(([from, tos]) => tos.map((to) => `${from} → ${to}`));
  const used = new Set(
    inCore
      .filter(({ isPackage }) => !isPackage)
      .map(({ file, target }) => `${roomOf(file)} → ${roomOf(target)}`),
  );
  expect(allowed.filter((pair) => !used.has(pair))).toEqual([]);
});

test('no file imports itself by a circle', () => {
  const files = new Set([...sources(SRC)].map((path) => relative(SRC, path)));
  const fileOf = (target: string) =>
    [`${target}.ts`, `${target}.tsx`, `${target}/index.ts`, target].find((path) => files.has(path));
  const after = new Map<string, string[]>();
  for (const { file, target, isPackage } of imports) {
    const found = isPackage ? undefined : fileOf(target);
    if (found) after.set(file, [...(after.get(file) ?? []), found]);
  }
  const circles: string[][] = [];
  const done = new Set<string>();
  const visit = (file: string, way: readonly string[]) => {
    const since = way.indexOf(file);
    if (since >= 0) circles.push([...way.slice(since), file]);
    if (since >= 0 || done.has(file)) return;
    for (const next of after.get(file) ?? []) visit(next, [...way, file]);
    done.add(file);
  };
  for (const file of files) visit(file, []);
  expect(circles).toEqual([]);
});

test('rooms of the core import only what they may', () => {
  const wrong = inCore
    .filter(({ isPackage }) => !isPackage)
    .filter(({ file, target }) => {
      const [from, to] = [roomOf(file), roomOf(target)];
      return !target.startsWith('core/') || (from !== to && to !== 'base' && !CORE[from]!.includes(to));
    });
  expect(wrong).toEqual([]);
});

test('rooms are entered through their index', () => {
  const wrong = inCore.filter(
    ({ file, target, isPackage }) =>
      !isPackage && roomOf(file) !== roomOf(target) && target.split('/').length > 2,
  );
  expect(wrong).toEqual([]);
});

test('the core takes only pure packages, each in one room', () => {
  const wrong = inCore.filter(
    ({ isPackage, target, file }) => isPackage && PACKAGES[target] !== roomOf(file),
  );
  expect(wrong).toEqual([]);
});

test('the core knows neither clock nor chance nor platform', () => {
  const forbidden =
    /\bMath\.random\b|\bDate\b|\bperformance\.now|\bprocess\.|\bwindow\.|\bdocument\.|\bset(Timeout|Interval)\b/;
  const wrong = [...sources(join(SRC, 'core'))].filter((path) => {
    const code = readFileSync(path, 'utf8').replace(/\/\*[\s\S]*?\*\/|\/\/.*|'[^'\n]*'|`[^`]*`/g, '');
    return forbidden.test(code);
  });
  expect(wrong).toEqual([]);
});

test('layers import only downwards', () => {
  const wrong = imports.filter(
    ({ file, target, isPackage }) => !isPackage && !LAYERS[layerOf(file)]?.includes(layerOf(target)),
  );
  expect(wrong).toEqual([]);
});

test('server-only lives in the access layer, and every file of it has it or is reached only from there', () => {
  const having = new Set(imports.filter(({ target }) => target === 'server-only').map(({ file }) => file));
  const access = [...sources(join(SRC, 'server/access'))].map((path) => relative(SRC, path));
  expect([...having].sort()).toEqual(access.sort());
});
