'use client';
import { EngravedLine, type LineEngravings, useEngraving } from '@/ui/music/engraved-line';

/** The line as it stands, with its counting. */
export function ShownLine({ engravings }: { readonly engravings: LineEngravings }) {
  return <EngravedLine engraving={useEngraving(engravings)} />;
}
