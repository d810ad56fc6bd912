'use client';
import { MonitorDown } from 'lucide-react';
import { useEffect, useState } from 'react';
import { remember, remembered } from '@/browser/remembered';
import { Button } from '@/ui/button';

/** What browsers of one family tell a page that can be put on the device; no part of the standard types. */
interface InstallEvent extends Event {
  prompt(): Promise<unknown>;
}

const SEEN = 'mevlo-install-hint';

type Hint = { readonly kind: 'asks'; readonly event: InstallEvent } | { readonly kind: 'by-hand' };

/** Devices whose browser does it by hand, from the menu for sharing. */
const isByHand = () => /iP(hone|ad|od)/.test(navigator.userAgent);
const isInstalled = () => window.matchMedia('(display-mode: standalone)').matches;

/** Says once on each device that Mevlo can stand on it like an application of its own. */
export function InstallHint() {
  const [hint, setHint] = useState<Hint>();
  useEffect(() => {
    if (remembered(SEEN) !== undefined || isInstalled()) return;
    const show = (one: Hint) => {
      remember(SEEN, 'seen');
      setHint(one);
    };
    if (isByHand()) return show({ kind: 'by-hand' });
    const onOffer = (event: Event) => {
      event.preventDefault();
      show({ kind: 'asks', event: event as InstallEvent });
    };
    window.addEventListener('beforeinstallprompt', onOffer);
    return () => window.removeEventListener('beforeinstallprompt', onOffer);
  }, []);
  if (!hint) return null;
  const close = () => setHint(undefined);
  return (
    <section
      aria-label="Mevlo on this device"
      className="mb-4 flex flex-wrap items-center gap-x-4 gap-y-2 border-l-8 border-cool bg-cool-wash px-4 py-3"
    >
      <MonitorDown aria-hidden className="size-6 text-cool" />
      <p className="min-w-0 grow basis-64">
        Mevlo can stand on this device beside your other programs.
        {hint.kind === 'by-hand' && ' Touch the sign for sharing, then “Add to Home Screen”.'}
      </p>
      {hint.kind === 'asks' && (
        <Button
          onClick={() => {
            close();
            void hint.event.prompt();
          }}
        >
          Put it there
        </Button>
      )}
      <Button weight="quiet" onClick={close}>
        {hint.kind === 'asks' ? 'Not now' : 'All right'}
      </Button>
    </section>
  );
}
