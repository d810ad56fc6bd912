import { download, forViewer } from '@/app/_components/request';
import { soundAnswer } from '@/app/_components/sound-answer';
import { getTakeAudio, getWholeTake } from '@/server/access/practice/takes';

interface Context {
  readonly params: Promise<{ readonly takeId: string }>;
}

/** A recording in pieces for a player, or with `keep` the whole of it as a file: a browser saves what it gets at once. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return forViewer(async (viewer) => {
    const { takeId } = await params;
    if (new URL(request.url).searchParams.has('keep')) {
      const bytes = await getWholeTake(viewer, takeId);
      return download(`take ${takeId.slice(0, 8)}.wav`, 'audio/wav', new Uint8Array(bytes));
    }
    return soundAnswer(request, async (from, to) => {
      const { bytes, length, audioType } = await getTakeAudio(viewer, takeId, from, to);
      return { bytes, length, type: audioType === 'wav' ? 'audio/wav' : 'application/octet-stream' };
    });
  });
}
