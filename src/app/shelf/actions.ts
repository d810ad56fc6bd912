'use server';
import { redirect } from 'next/navigation';
import { importLine } from '@/server/access/shelf';
import { requireTeacher } from '@/server/access/viewer';

export interface ImportState {
  readonly problems?: readonly string[];
  /** Brought in, but something was left out. */
  readonly warned?: { readonly lineId: string; readonly warnings: readonly string[] };
}

export async function bringIn(_: ImportState, form: FormData): Promise<ImportState> {
  const imported = await importLine(await requireTeacher(), form.get('file'));
  if (!imported.ok) return { problems: imported.problems };
  const { lineId, warnings } = imported;
  return warnings.length > 0 ? { warned: { lineId, warnings } } : redirect(`/shelf/${lineId}`);
}
