import { useEffect, useState } from 'react';

/** Lips, hands and ears want a rest from time to time. Common practice. */
const REST_AFTER_MINUTES = 25;

/** Says after a while at the stand that a rest is due. */
export function RestReminder() {
  const [isDue, setDue] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setDue(true), REST_AFTER_MINUTES * 60_000);
    return () => clearTimeout(timer);
  }, []);
  if (!isDue) return null;
  return (
    <p role="status" className="border-l-8 border-cool bg-cool-wash px-4 py-3">
      You have been at the stand for {REST_AFTER_MINUTES} minutes. Put the instrument down for a while,
      stretch, drink something, and rest your ears.
    </p>
  );
}
