import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';
import type { Worth } from '@/core/study';
import { Button } from '../button';
import { BeatPicture } from './beat-picture';

/** On a small screen the answer stands over the page, where the finger is. */
const ON_TOP_WHEN_NARROW =
  'max-lg:fixed max-lg:my-0 max-lg:inset-x-0 max-lg:bottom-0 max-lg:z-10 max-lg:max-h-[52vh] max-lg:overflow-auto max-lg:border-t-4 max-lg:border-ink max-lg:bg-paper max-lg:px-4 max-lg:pb-4';

interface WorthCardProps {
  readonly worth: Worth;
  readonly onClose: () => void;
  readonly children?: ReactNode;
}

/** What something is worth: arithmetic in words and as a picture; large for a whole class to see. */
export function WorthCard({ worth, onClose, children }: WorthCardProps) {
  return (
    <div
      aria-live="polite"
      data-testid="worth"
      className={`my-2 flex flex-wrap items-start gap-x-10 gap-y-2 lg:rounded-md lg:border-2 lg:border-cool lg:p-4 ${ON_TOP_WHEN_NARROW}`}
    >
      <Content worth={worth} />
      {children}
      <div className="ml-auto flex max-lg:order-first max-lg:w-full max-lg:justify-end">
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
        <Button weight="quiet" onClick={onClose} className="px-2">
          Close
        </Button>
      </div>
    </div>
  );
}

function Content({ worth }: { readonly worth: Worth }) {
  return (
    <>
      <div className="max-w-[34ch]">
        <p className="font-serif text-2xl font-bold first-letter:uppercase">{worth.title}</p>
        <p className="mb-2 text-3xl font-bold tabular-nums">{worth.arithmetic}</p>
        <ul className="space-y-1">
          {worth.sentences.map((text) => (
            <li key={text}>{text}</li>
          ))}
        </ul>
      </div>
      <div className="w-[300px] space-y-2">
        {worth.pictures.map((picture) => (
          <BeatPicture key={picture.measureNumber} picture={picture} />
        ))}
      </div>
    </>
  );
}
