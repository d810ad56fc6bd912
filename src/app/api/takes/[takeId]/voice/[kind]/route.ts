import { forSender, forViewer, problem, readBody } from '@/app/_components/request';
import { soundAnswer } from '@/app/_components/sound-answer';
import { getVoice, keepVoice, MAXIMUM_VOICE_BYTES, takeVoiceAway } from '@/server/access/review/voices';

interface Context {
  readonly params: Promise<{ readonly takeId: string; readonly kind: string }>;
}

const WORDS = {
  signedOut: 'You are signed out. Sign in again in another tab, then send it once more.',
  fromElsewhere: 'Answers are recorded on the page of the take.',
  gone: 'This take is not there any more.',
  full: 'The school’s computer is full: nothing was stored. Tell whoever looks after it.',
};

/** What the teacher said or played to a take. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return forViewer(async (viewer) => {
    const { takeId, kind } = await params;
    return soundAnswer(request, async (from, to) => ({
      ...(await getVoice(viewer, takeId, kind, from, to)),
      type: 'audio/wav',
    }));
  });
}

/** Stores it in place of an earlier one: 16-bit mono WAV as the body. */
export function PUT(request: Request, { params }: Context): Promise<Response> {
  return forSender(request, WORDS, async (viewer) => {
    const { takeId, kind } = await params;
    const bytes = await readBody(request, MAXIMUM_VOICE_BYTES);
    if (!bytes) return problem(413, 'The recording is longer than two minutes. Say it in fewer words.');
    const refused = await keepVoice(viewer, takeId, kind, bytes);
    return refused ? problem(400, refused) : Response.json({});
  });
}

export function DELETE(request: Request, { params }: Context): Promise<Response> {
  return forSender(request, WORDS, async (viewer) => {
    const { takeId, kind } = await params;
    await takeVoiceAway(viewer, takeId, kind);
    return Response.json({});
  });
}
