import { failure, type Result, success } from '../base';
import { maybeInstrumentReading } from '../instruments';
import { type Measure, type Part, partHasNotes, type Score } from '../notation';
import { readAbcMeasures } from './abc-measures';
import { maybeAbcTempo } from './abc-tempo';
import { type AbcStaff, type AbcTune, maybeParsedAbc } from './abc-tune';
import { MAXIMUM_ABC_BYTES, MOST_MEASURES, MOST_PARTS } from './limits';
import { ReadingReport } from './reading-report';

const MOST_WARNINGS = 12;

/**
 * Reads the first tune of an ABC text.
 * @returns the score, with everything that was left out listed by its measure; or why it cannot be read.
 * Source: The abc music standard 2.1, abcnotation.com, December 2011.
 */
export function readAbc(bytes: Uint8Array): Result<Score> {
  if (bytes.length > MAXIMUM_ABC_BYTES)
    return failure({ code: 'too-large', message: 'The text is larger than 40 kB; one tune was expected.' });
  const text = new TextDecoder().decode(bytes);
  if (!/^K:/m.test(text))
    return failure({
      code: 'not-abc',
      message: 'This is not an ABC tune: a line that begins with "K:" (the key) was expected.',
    });
  const report = new ReadingReport();
  const tunes = maybeParsedAbc(text);
  if (!tunes)
    return failure({
      code: 'not-abc',
      message:
        'This ABC tune is broken: a text that is whole was expected. Load it down again, or export it anew.',
    });
  const [tune] = tunes;
  const systems = (tune?.lines ?? []).flatMap(({ staff }) => (staff ? [staff] : []));
  if (!tune || systems.length === 0)
    return failure({ code: 'no-notes', message: 'There is no note in this tune.' });
  if (tunes.length > 1)
    report.remark('tunes', undefined, `The text holds ${tunes.length} tunes; only the first was read.`);
  remarkOnText(tune, report);
  const staffCount = Math.max(...systems.map((staves) => staves.length));
  if (staffCount > MOST_PARTS)
    return failure({ code: 'too-long', message: `A line has up to ${MOST_PARTS} parts.` });
  const parts = Array.from({ length: staffCount }, (_, index) =>
    readPart(tune, systems, index, report),
  ).filter(partHasNotes);
  if (report.refusals.length > 0) return failure(...report.refusals);
  if (parts.length === 0) return failure({ code: 'no-notes', message: 'There is no note in this tune.' });
  if (parts.some(({ measures }) => measures.length > MOST_MEASURES))
    return failure({
      code: 'too-long',
      message: `This is a whole score; a line has up to ${MOST_MEASURES} measures.`,
    });
  const { title, composer } = tune.metaText;
  return success(
    {
      title: title?.slice(0, 120) || 'Untitled line',
      composer: composer?.slice(0, 120) || undefined,
      parts,
      ...report.lostOfScore,
    },
    report.remarks,
  );
}

function readPart(
  tune: AbcTune,
  systems: readonly (readonly AbcStaff[])[],
  index: number,
  report: ReadingReport,
): Part {
  const id = `P${index + 1}`;
  const staves = systems.flatMap((system) => system[index] ?? []);
  const name =
    staves.flatMap((staff) => staff.title ?? []).find((title) => title?.trim()) ?? `Part ${index + 1}`;
  const measures: readonly Measure[] = readAbcMeasures(staves, {
    idPrefix: index === 0 ? '' : `${id}-`,
    placePrefix: index === 0 ? '' : `${name}, `,
    report,
  });
  return {
    id,
    name: name.slice(0, 80),
    instrument: maybeInstrumentReading(name, 0)?.id,
    transpositionSemitones: 0,
    staffLines: 5,
    tempo: maybeAbcTempo(tune.metaText.tempo),
    measures,
  };
}

/** What the parser itself could not make sense of; it marks the place with HTML. */
function remarkOnText(tune: AbcTune, report: ReadingReport): void {
  const warnings = tune.warnings ?? [];
  for (const warning of warnings.slice(0, MOST_WARNINGS))
    report.remark('text', undefined, `${warning.replace(/<[^>]*>/g, '').slice(0, 160)}.`);
  if (warnings.length > MOST_WARNINGS)
    report.remark('text', undefined, `${warnings.length - MOST_WARNINGS} more places could not be read.`);
}
