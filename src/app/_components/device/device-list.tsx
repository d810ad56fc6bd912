'use client';
import { Play, Trash2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import type { KeptTake } from '@/browser/take-store';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';
import { Sheet } from '@/ui/page-frame';
import { useDeviceTakes } from './device-takes';

const STATES: Readonly<Record<KeptTake['state'], string>> = {
  recording: 'being recorded',
  kept: 'kept on this device',
  waiting: 'is handed in as soon as the school can be reached',
  refused: 'could not be handed in',
};

const IN_PAGE = 'in this page only: hand it in before you close it';

/** Takes that are only on this device: to be heard, handed in or deleted. */
export function DeviceList() {
  const { takes, send } = useDeviceTakes();
  if (takes.length === 0) return null;
  return (
    <Sheet className="mt-6">
      <h2 id="device" className="mb-2 text-xl font-bold">
        On this device
      </h2>
      {send.kind === 'held-up' && <Notice kind="problem">{send.problem}</Notice>}
      {send.kind === 'no-answer' && (
        <Notice kind="problem">The school’s server does not answer. It is tried again by itself.</Notice>
      )}
      <ul className="divide-y divide-rule">
        {takes.map((take) => (
          <DeviceTake key={take.id} take={take} />
        ))}
      </ul>
    </Sheet>
  );
}

function DeviceTake({ take }: { readonly take: KeptTake }) {
  const { store, handIn } = useDeviceTakes();
  const { id, title, askedBpm, recordedAtMs, state, problem } = take;
  const [url, setUrl] = useState<string>();
  // Loaded when somebody wants to hear it: many takes are many megabytes.
  const load = async () => {
    const sound = await store?.sound(id);
    if (sound) setUrl(URL.createObjectURL(new Blob([sound])));
  };
  useEffect(() => () => (url ? URL.revokeObjectURL(url) : undefined), [url]);
  const name = `${title}, at ${askedBpm}`;
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-2 py-3">
      <div className="min-w-52 flex-1">
        <p className="font-bold">{name}</p>
        <p className="text-base text-faint">
          {new Date(recordedAtMs).toLocaleTimeString('en', { hour: 'numeric', minute: '2-digit' })},{' '}
          {store?.isOnlyHere(id) ? IN_PAGE : STATES[state]}. {problem}
        </p>
      </div>
      {url ? (
        // biome-ignore lint/a11y/useMediaCaption: a recording of an instrument has no words to caption.
        <audio controls autoPlay src={url} aria-label={`Hear ${name}`} className="h-11 max-w-full" />
      ) : (
        <Button onClick={() => void load()} aria-label={`Hear ${name}`}>
          <Play aria-hidden className="size-5" /> Hear
        </Button>
      )}
      {state !== 'waiting' && <Button onClick={() => void handIn(id)}>Hand in</Button>}
      <Button
        weight="quiet"
        aria-label={`Delete ${name}`}
        onClick={() => void store?.remove(id)}
        className="px-3"
      >
        <Trash2 aria-hidden className="size-5" />
      </Button>
    </li>
  );
}
