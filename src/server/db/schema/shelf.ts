// Books, lines and their music.
import type { ColumnType, Generated } from 'kysely';
import type { LineDocument } from '@/core/arranging';
import type { Line } from '@/core/notation';
import type { Engraving } from '@/engraving';
import type { Json } from './json';

export interface BookTable {
  id: Generated<string>;
  teacher_id: string;
  title: string;
  /** Since then it lies in the bin, with its lines; null while it stands on the shelf. */
  removed_at: Date | null;
}

/** A colleague who has a book on the shelf as well. */
export interface BookShareTable {
  book_id: string;
  teacher_id: string;
  /** Whether the colleague may change it; else read and give out. */
  may_edit: Generated<boolean>;
  since: Generated<Date>;
}

/** What is new on a page of a book. */
export interface BookPageTable {
  book_id: string;
  page: number;
  whats_new: string;
}

export interface LineTable {
  id: Generated<string>;
  book_id: string;
  /** As printed in the book. */
  number: number;
  /** Order in the book. */
  place: number;
  page: number | null;
  level: number | null;
  /** Reward for the line, e.g. `amber bead`. */
  token: string | null;
  title: string;
  /** What is on the writing desk. */
  document: Json<LineDocument>;
  /** Counts how often the document was stored. */
  revision: Generated<number>;
  /** Of the lead part as it is on the stand; null while the line never was. */
  content_hash: string | null;
  /** What the lead part contains, as it is on the stand. */
  features: ColumnType<string[], string[] | undefined, string[]>;
  /** Instruments that have a part on the stand. */
  instruments: ColumnType<string[], string[] | undefined, string[]>;
  created_at: Generated<Date>;
  /** Since then it lies in the bin; null while it is in its book. */
  removed_at: Date | null;
}

/** A line that a worker is to put on the stand. */
export interface LineToStandTable {
  line_id: string;
  asked_at: Generated<Date>;
  /** Another one each time that it is asked for. */
  wish: Generated<string>;
  /** How often a worker has begun. */
  begun: Generated<number>;
  /** Why it is not tried any more; null while it is. */
  problem: string | null;
}

/** A part on the stand; place 0 is the lead. */
export interface LinePartTable {
  line_id: string;
  place: number;
  name: string;
  instrument: string | null;
  content_hash: string;
}

/** Music by its content: the same for every line, take and drawing that has it. */
export interface MusicTable {
  content_hash: string;
  line: Json<Line>;
}

export interface EngravingTable {
  content_hash: string;
  /** Key of how it is drawn. */
  drawing: string;
  version: number;
  engraving: Json<Engraving>;
}

/** A part of a line as its teacher plays it. */
export interface OwnModelTable {
  line_id: string;
  /** Of the music that was played. */
  content_hash: string;
  teacher_id: string;
  /** 16-bit mono WAV. */
  audio: Buffer;
  recorded_at: Generated<Date>;
}
