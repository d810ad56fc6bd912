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
          className="flex break-inside-avoid gap-2 border-2 border-dashed border-ink p-3"
          data-card={name}
        >
          <div className="min-w-0 flex-1">
            <p className="font-serif text-xl font-bold">{name}</p>
            <p className="text-faint">
              {className}
              {instrument && `, ${instrument}`}
            </p>
            <dl className="mt-1 grid grid-cols-[auto_1fr] gap-x-3 text-lg">
              <dt>Class code</dt>
              <dd className="font-bold">{code}</dd>
              <dt>User name</dt>
              <dd className="font-bold">{userName}</dd>
              <dt>PIN</dt>
              <dd className="font-bold tracking-widest">{pin}</dd>
            </dl>
            <p className="mt-1 text-base break-all">{address}</p>
          </div>
          <svg
            role="img"
            aria-label="QR code of the sign-in page"
            viewBox={`${-QUIET} ${-QUIET} ${qr.size + 2 * QUIET} ${qr.size + 2 * QUIET}`}
            className="size-24 shrink-0 self-start"
            shapeRendering="crispEdges"
          >
            <rect x={-QUIET} y={-QUIET} width="100%" height="100%" fill="white" />
            <path d={qr.path} fill="black" />
          </svg>
        </li>
      ))}
    </ul>
  );
}
