'use client';
import { type ReactNode, useEffect, useRef, useState } from 'react';

/** So far below the edge of the window a thing is made ready. */
const AHEAD = '200px';

/** Makes what is in it when it is about to be seen, or printed; until then its place is kept by its class. */
export function InView({
  className,
  children,
}: {
  readonly className: string;
  readonly children: () => ReactNode;
}) {
  const place = useRef<HTMLDivElement>(null);
  const [isNear, setNear] = useState(false);
  useEffect(() => {
    const show = () => setNear(true);
    const watcher = new IntersectionObserver(
      (entries) => {
        if (entries.some(({ isIntersecting }) => isIntersecting)) show();
      },
      { rootMargin: AHEAD },
    );
    watcher.observe(place.current!);
    window.addEventListener('beforeprint', show);
    return () => {
      watcher.disconnect();
      window.removeEventListener('beforeprint', show);
    };
  }, []);
  return (
    <div ref={place} aria-hidden className={className}>
      {isNear && children()}
    </div>
  );
}
