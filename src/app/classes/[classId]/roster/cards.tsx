'use client';
import { Printer } from 'lucide-react';
import { createPortal } from 'react-dom';
import { Button } from '@/ui/button';

export interface Card {
  readonly name: string;
  readonly userName: string;
  readonly pin: string;
  readonly instrument: string | undefined;
  readonly address: string;
  readonly qr: { readonly size: number; readonly path: string };
}

interface CardsProps {
  readonly cards: readonly Card[];
  readonly className: string;
  readonly code: string;
}

/** Sign-in cards: shown once, and alone on paper, to be cut apart. */
export function Cards(props: CardsProps) {
  return (
    <div>
      <Button onClick={() => window.print()} weight="main" className="w-full">
        <Printer aria-hidden className="size-5" /> Print {props.cards.length}{' '}
        {props.cards.length === 1 ? 'card' : 'cards'}
      </Button>
      <p className="my-2 text-base">They are shown this once. Print them, or write the PINs down.</p>
      <CardSheet {...props} />
      {createPortal(
        <div className="cards-on-paper hidden">
          <CardSheet {...props} />
        </div>,
        document.body,
      )}
    </div>
  );
}

/** Light fields around the dark ones, without which no camera finds them. Source: ISO/IEC 18004, quiet zone of 4. */
const QUIET = 4;

function CardSheet({ cards, className, code }: CardsProps) {
  return (
    <ul className="grid grid-cols-1 gap-3 print:grid-cols-2">
      {cards.map(({ name, userName, pin, instrument, address, qr }) => (
        <li
          key={userName}
          className="break-inside-avoid border-2 border-dashed border-ink p-3"
          data-card={name}
        >
          <div className="flex justify-between gap-2">
            <div className="min-w-0">
              <p className="font-serif text-xl font-bold">{name}</p>
              <p className="text-faint">{className}</p>
              {instrument && <p className="text-faint">{instrument}</p>}
            </div>
            <svg
              role="img"
              aria-label="QR code of the sign-in page"
              viewBox={`${-QUIET} ${-QUIET} ${qr.size + 2 * QUIET} ${qr.size + 2 * QUIET}`}
              className="size-24 shrink-0"
              shapeRendering="crispEdges"
            >
              <rect x={-QUIET} y={-QUIET} width="100%" height="100%" fill="white" />
              <path d={qr.path} fill="black" />
            </svg>
          </div>
          <dl className="grid grid-cols-[auto_1fr] gap-x-4 text-lg">
            <dt>Class code</dt>
            <dd className="font-bold whitespace-nowrap">{code}</dd>
            <dt>User name</dt>
            <dd className="font-bold break-all">{userName}</dd>
            <dt>PIN</dt>
            <dd className="font-bold tracking-widest">{pin}</dd>
          </dl>
          <p className="text-base break-all">{address}</p>
        </li>
      ))}
    </ul>
  );
}
