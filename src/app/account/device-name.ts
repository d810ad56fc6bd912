/** What a browser is called in words, from what it calls itself. Common practice: later names claim to be earlier ones, so the order matters. */
export function deviceName(userAgent: string | undefined): string {
  if (!userAgent) return 'A device';
  const first = (kinds: readonly (readonly [RegExp, string])[]) =>
    kinds.find(([pattern]) => pattern.test(userAgent))?.[1];
  const system = first(SYSTEMS);
  const browser = first(BROWSERS);
  return [browser ?? 'A browser', system && `on ${system}`].filter(Boolean).join(' ');
}

const SYSTEMS = [
  [/iPad/, 'an iPad'],
  [/iPhone/, 'an iPhone'],
  [/Android.*Mobile/, 'an Android phone'],
  [/Android/, 'an Android tablet'],
  [/CrOS/, 'a Chromebook'],
  [/Windows/, 'Windows'],
  [/Mac OS X|Macintosh/, 'a Mac'],
  [/Linux/, 'Linux'],
] as const;
const BROWSERS = [
  [/Edg\//, 'Edge'],
  [/Firefox\//, 'Firefox'],
  [/Chrome\//, 'Chrome'],
  [/Safari\//, 'Safari'],
] as const;
