'use client';
import { useRouter } from 'next/navigation';
import { DrawingComes } from '@/app/_components/drawing-comes';
import { ListenTo } from '@/app/_components/sound/listen';
import type { Line } from '@/core/notation';
import type { BeatUnitName } from '@/core/time';
import type { EngravedSystem } from '@/engraving/engraving';
import { Button, ButtonLink } from '@/ui/button';
import { Choice } from '@/ui/field';
import { MetronomeMark } from '@/ui/metronome-mark';
import { PencilMarks } from '@/ui/study/pencil-marks';
import { SameBrackets } from '@/ui/study/same-brackets';
import { type Pencil, PencilNotes, RINGED } from './pencil-notes';

interface PrintSheetProps {
  readonly lines: readonly {
    /** The line's id, and its part where it is not the lead. */
    readonly key: string;
    readonly number: number;
    readonly title: string;
    readonly bookTitle: string;
    readonly partName: string | undefined;
    readonly tempo: { readonly bpm: number; readonly unit: BeatUnitName } | undefined;
    readonly systems: readonly EngravedSystem[] | undefined;
    readonly pencil: Pencil;
    readonly music: Line;
    readonly goalBpm: number;
  }[];
  /** Lines that could be added. */
  readonly others: readonly { readonly id: string; readonly label: string }[];
  readonly isCounted: boolean;
  /** Whether what a teacher would pencil in is printed as well. */
  readonly isPencilled: boolean;
  readonly paper: 'a4' | 'letter';
}

interface Choices {
  readonly ids: readonly string[];
  readonly counting: boolean;
  readonly pencil: boolean;
  readonly paper: 'a4' | 'letter';
}

/** Millimetres, without the margins that the browser keeps. */
const PAPER = { a4: 'A4', letter: 'Letter' } as const;

/** A clean page of lines; what chooses them is not printed. */
export function PrintSheet({ lines, others, isCounted, isPencilled, paper }: PrintSheetProps) {
  const router = useRouter();
  const open = (change: Partial<Choices>) => {
    const query = new URLSearchParams();
    for (const id of change.ids ?? lines.map((line) => line.key)) query.append('line', id);
    if (!(change.counting ?? isCounted)) query.set('counting', 'no');
    if (change.pencil ?? isPencilled) query.set('pencil', 'yes');
    if ((change.paper ?? paper) === 'letter') query.set('paper', 'letter');
    router.replace(`/shelf/print?${query}`);
  };
  const ids = lines.map((line) => line.key);
  return (
    <div className="min-h-screen bg-desk print:bg-white">
      <style>{`@page { size: ${PAPER[paper]}; margin: 14mm }`}</style>
      <section
        aria-label="What to print"
        className="mx-auto flex max-w-[900px] flex-wrap items-end gap-4 p-4 print:hidden"
      >
        <Choice
          label="Paper"
          value={paper}
          onChange={(event) => open({ paper: event.target.value as 'a4' | 'letter' })}
        >
          <option value="a4">A4</option>
          <option value="letter">Letter</option>
        </Choice>
        <Choice
          label="Counting"
          value={isCounted ? 'yes' : 'no'}
          onChange={(event) => open({ counting: event.target.value === 'yes' })}
        >
          <option value="yes">written under the notes</option>
          <option value="no">left to the students</option>
        </Choice>
        <Choice
          label="Pencil marks"
          value={isPencilled ? 'yes' : 'no'}
          onChange={(event) => open({ pencil: event.target.value === 'yes' })}
        >
          <option value="no">none: a clean page</option>
          <option value="yes">brackets, rings and hints</option>
        </Choice>
        <Choice label="Add a line" value="" onChange={(event) => open({ ids: [...ids, event.target.value] })}>
          <option value="">choose …</option>
          {others.map(({ id, label }) => (
            <option key={id} value={id}>
              {label}
            </option>
          ))}
        </Choice>
        <Button weight="main" onClick={() => window.print()}>
          Print
        </Button>
        <ButtonLink href="/shelf" weight="quiet">
          Back to the shelf
        </ButtonLink>
      </section>
      <main
        id="main"
        className="mx-auto mb-8 bg-white px-[14mm] py-[14mm] text-black shadow-lg print:m-0 print:w-auto print:p-0 print:shadow-none"
        style={{
          width: paper === 'a4' ? '210mm' : '215.9mm',
          minHeight: paper === 'a4' ? '297mm' : '279.4mm',
        }}
      >
        <div className="mb-6 flex justify-between font-serif">
          <h1 className="text-lg italic">{lines.length === 1 ? lines[0]!.bookTitle : 'Practice sheet'}</h1>
          <p>Name ______________________</p>
        </div>
        {lines.some(({ systems }) => !systems) && (
          <div className="print:hidden">
            <DrawingComes />
          </div>
        )}
        {lines.length === 0 && <p className="print:hidden">Choose the lines for this sheet above.</p>}
        {lines.map(({ key, number, title, partName, tempo, systems, pencil, music, goalBpm }) => (
          <section key={key} className="mb-8">
            <div className="flex items-baseline justify-between gap-4 break-after-avoid">
              <h2 className="mb-1 font-serif text-2xl font-bold">
                {number} {title}
              </h2>
              <p className="flex flex-1 gap-4">
                {partName}
                {tempo && <MetronomeMark unit={tempo.unit} bpm={tempo.bpm} />}
              </p>
              <span className="print:hidden">
                <ListenTo line={music} bpm={goalBpm} />
              </span>
              <button
                type="button"
                onClick={() => open({ ids: ids.filter((other) => other !== key) })}
                className="min-h-11 px-2 text-base underline underline-offset-4 print:hidden"
              >
                Leave out <span className="sr-only">{title}</span>
              </button>
            </div>
            {systems?.map((system, index) => (
              <div key={index} className="break-inside-avoid">
                <div className="relative">
                  <div
                    role="img"
                    aria-label={`Written music of ${title}, system ${index + 1} of ${systems.length}`}
                    className="[&>svg]:block [&>svg]:h-auto [&>svg]:w-full"
                    // biome-ignore lint/security/noDangerouslySetInnerHtml: drawn by Mevlo's own engraver; all text from files is escaped in the engraving source.
                    dangerouslySetInnerHTML={{ __html: system.svg }}
                  />
                  {isPencilled && (
                    <svg
                      aria-hidden="true"
                      viewBox={`0 0 ${system.width} ${system.height}`}
                      className="absolute inset-0 h-full w-full overflow-visible"
                    >
                      <PencilMarks
                        system={system}
                        ringed={pencil.look.hardSpots.slice(0, RINGED)}
                        lit={undefined}
                      />
                    </svg>
                  )}
                </div>
                {isPencilled && (
                  <SameBrackets
                    system={system}
                    same={pencil.look.patterns.filter(({ kind }) => kind === 'same')}
                  />
                )}
              </div>
            ))}
            {isPencilled && <PencilNotes pencil={pencil} />}
          </section>
        ))}
      </main>
    </div>
  );
}
