// Talk is recognised as talk: sentences of a speech synthesiser (eSpeak NG, Debian's package espeak-ng) instead of the line.
import { execFileSync } from 'node:child_process';
import { check } from '@/core/checking';
import { nextStep } from '@/core/judging';
import { readWav } from '@/core/signal';
import { bookLine } from '../support/lines';

const SENTENCES = [
  'Good morning everybody, today we look at the second line of the page, and I want you to clap it first before you play it at home.',
  'I did not practise this week because my brother was ill and we went to see him, but I can try it now if you like.',
  'Mum, can you come? I do not know how this works, it says record but nothing is happening, wait, now it is.',
];

const spoken = (voice: string, text: string) => {
  const read = readWav(
    new Uint8Array(execFileSync('espeak-ng', ['-v', voice, '--stdout', text], { maxBuffer: 1 << 26 })),
  );
  if (!read.ok) throw new Error(read.issues[0]!.message);
  return read.value;
};

test.each(['en', 'en+f3', 'en+m4', 'de'])('sentences of the voice %s are not judged', (voice) => {
  const line = bookLine(5);
  for (const sentence of SENTENCES) {
    const { verdict } = check(line, spoken(voice, sentence), 66);
    expect(verdict.state).toBe('speech');
    expect(nextStep(verdict, { vocabulary: 'us', after: { kind: 'nothing' } })).toMatch(/talk/);
  }
});
