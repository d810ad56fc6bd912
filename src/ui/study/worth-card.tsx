import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';
import type { Worth } from '@/core/study';
import { Button } from '../button';
import { BeatPicture } from './beat-picture';

/** What something is worth: arithmetic in words and as a picture; large for a whole class to see. */
export function WorthCard({ worth, children }: { readonly worth: Worth; readonly children?: ReactNode }) {
  return (
    <div aria-live="polite" data-testid="worth">
      <Content worth={worth} />
      {children}
      <Dialog.Root>
        <Dialog.Trigger asChild>
          <Button weight="quiet" className="px-2">
            Show it large
          </Button>
        </Dialog.Trigger>
        <Dialog.Portal>
          <Dialog.Overlay className="fixed inset-0 bg-ink/60" />
          <Dialog.Content
            aria-describedby={undefined}
            className="fixed inset-6 flex flex-col justify-center gap-8 overflow-auto rounded-sm bg-paper p-10"
          >
            <Dialog.Title className="font-serif text-5xl font-bold first-letter:uppercase">
              {worth.title}
            </Dialog.Title>
            <p className="text-6xl font-bold tabular-nums">{worth.arithmetic}</p>
            <ul className="space-y-2 text-3xl">
              {worth.sentences.map((text) => (
                <li key={text}>{text}</li>
              ))}
            </ul>
            {worth.pictures.map((picture) => (
              <BeatPicture key={picture.measureNumber} picture={picture} zoom={2.6} />
            ))}
            <Dialog.Close asChild>
              <Button className="self-start text-2xl">Back to the line</Button>
            </Dialog.Close>
          </Dialog.Content>
        </Dialog.Portal>
      </Dialog.Root>
    </div>
  );
}

function Content({ worth }: { readonly worth: Worth }) {
  return (
    <>
      <p className="font-serif text-2xl font-bold first-letter:uppercase">{worth.title}</p>
      <p className="mb-2 text-3xl font-bold tabular-nums">{worth.arithmetic}</p>
      <div className="space-y-2">
        {worth.pictures.map((picture) => (
          <BeatPicture key={picture.measureNumber} picture={picture} />
        ))}
      </div>
      <ul className="mt-2 space-y-1">
        {worth.sentences.map((text) => (
          <li key={text}>{text}</li>
        ))}
      </ul>
    </>
  );
}
