import { allPackages, soundsNotice } from '../packages';

const RULE = '-'.repeat(78);

/** Names, versions, licences and texts of everything that Mevlo is made with, as one text. */
export function GET(): Response {
  const notices = allPackages().map(({ name, version, licence, texts }) =>
    [RULE, `${name} ${version}, ${licence}`, ...texts].join('\n\n'),
  );
  return new Response([...notices, RULE, 'Sampled sounds', soundsNotice()].join('\n\n'), {
    headers: { 'Content-Type': 'text/plain; charset=utf-8' },
  });
}
