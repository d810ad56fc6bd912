import type { Issue } from '../base';
import type { Score } from '../notation';
import { MOST_LOSSES } from './limits';

/** Gathers what was found while a file was read; the same thing is said once a measure. */
export class ReadingReport {
  readonly #refusals: Issue[] = [];
  readonly #remarks: Issue[] = [];
  readonly #lost: Issue[] = [];

  get refusals(): readonly Issue[] {
    return this.#refusals;
  }

  /** Odd things and things left out, in the order of the file. */
  get remarks(): readonly Issue[] {
    return this.#remarks;
  }

  /** Notes and rests that were left out, so that what was read is not the music of the file. */
  get lost(): readonly Issue[] {
    return this.#lost;
  }

  /** The losses as they stay with the score. */
  get lostOfScore(): Pick<Score, 'lost'> {
    return this.#lost.length > 0 ? { lost: this.#lost.slice(0, MOST_LOSSES) } : {};
  }

  /** The file cannot be read. */
  refuse(code: string, where: string | undefined, message: string): void {
    addOnce(this.#refusals, code, where, message);
  }

  /** A sign was left out or something is unusual. */
  remark(code: string, where: string | undefined, message: string): void {
    addOnce(this.#remarks, code, where, message);
  }

  /** A note or a rest was left out. */
  lose(code: string, where: string | undefined, message: string): void {
    addOnce(this.#remarks, code, where, message);
    addOnce(this.#lost, code, where, message);
  }
}

function addOnce(issues: Issue[], code: string, where: string | undefined, message: string): void {
  if (issues.some((issue) => issue.code === code && issue.where === where && issue.message === message))
    return;
  issues.push({ code, message, ...(where !== undefined && { where }) });
}
