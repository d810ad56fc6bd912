import abcjs from 'abcjs';

/** What the ABC parser gives for one tune, as far as Mevlo reads it; its own types leave most of this out. */
export interface AbcTune {
  readonly metaText: {
    readonly title?: string;
    readonly composer?: string;
    readonly tempo?: AbcTempo;
  };
  readonly warnings?: readonly string[];
  readonly lines: readonly { readonly staff?: readonly AbcStaff[] }[];
}

export interface AbcTempo {
  /** The note that is counted, in whole notes. */
  readonly duration?: readonly number[];
  readonly bpm?: number;
  readonly preString?: string;
  readonly postString?: string;
}

export interface AbcStaff {
  readonly clef?: { readonly type: string };
  readonly key?: AbcKey;
  readonly meter?: AbcMeter;
  readonly title?: readonly string[];
  readonly voices: readonly (readonly AbcItem[])[];
}

export interface AbcKey {
  readonly accidentals?: readonly { readonly acc: string; readonly note: string }[];
}

export interface AbcMeter {
  readonly type: string;
  readonly value?: readonly { readonly num: string; readonly den?: string }[];
}

export type AbcItem =
  | AbcNote
  | AbcBar
  | ({ readonly el_type: 'key' } & AbcKey)
  | ({ readonly el_type: 'meter' } & AbcMeter)
  | ({ readonly el_type: 'tempo' } & AbcTempo)
  | { readonly el_type: 'clef'; readonly type: string }
  | {
      readonly el_type: 'stem' | 'style' | 'part' | 'transpose' | 'overlay' | 'hint' | 'midi' | 'gap';
    };

export interface AbcBar {
  readonly el_type: 'bar';
  readonly type: string;
  readonly startEnding?: string;
  readonly endEnding?: boolean;
  readonly decoration?: readonly string[];
}

export interface AbcNote {
  readonly el_type: 'note';
  /** In whole notes. */
  readonly duration: number;
  readonly pitches?: readonly AbcPitch[];
  readonly rest?: { readonly type: string; readonly text?: number };
  readonly decoration?: readonly string[];
  readonly chord?: readonly { readonly name: string; readonly position?: string }[];
  readonly gracenotes?: readonly AbcPitch[];
  readonly lyric?: readonly { readonly syllable: string; readonly divider?: string }[];
  readonly startSlur?: readonly unknown[] | number;
  readonly endSlur?: readonly unknown[] | number;
  readonly startTriplet?: number;
  /** In the time of how many of them they are played, by their number. */
  readonly tripletMultiplier?: number;
  readonly endTriplet?: boolean;
}

export interface AbcPitch {
  /** Steps above middle C. */
  readonly pitch: number;
  readonly accidental?: string;
  readonly startTie?: object;
  readonly endTie?: boolean;
  readonly startSlur?: readonly unknown[];
  readonly endSlur?: readonly unknown[];
}

/** All tunes of a text; undefined where the parser itself gives up: it throws at some texts that are cut off. */
export function maybeParsedAbc(text: string): readonly AbcTune[] | undefined {
  try {
    return abcjs.parseOnly(text) as unknown as readonly AbcTune[];
  } catch {
    return undefined;
  }
}
