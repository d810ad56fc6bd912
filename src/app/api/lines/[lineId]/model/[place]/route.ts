import { forSender, forViewer, problem, readBody } from '@/app/_components/request';
import { soundAnswer } from '@/app/_components/sound-answer';
import { MAXIMUM_VOICE_BYTES } from '@/server/access/review/voices';
import { getOwnModel, keepOwnModel, takeOwnModelAway } from '@/server/access/shelf/own-model';

interface Context {
  readonly params: Promise<{ readonly lineId: string; readonly place: string }>;
}

const WORDS = {
  signedOut: 'You are signed out. Sign in again in another tab, then send it once more.',
  fromElsewhere: 'Lines are recorded on the page of the line.',
  gone: 'This line is not there any more.',
  full: 'The school’s computer is full: nothing was stored. Tell whoever looks after it.',
};

/** A line as its teacher plays it. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return forViewer(async (viewer) => {
    const { lineId, place } = await params;
    return soundAnswer(request, async (from, to) => ({
      ...(await getOwnModel(viewer, lineId, place, from, to)),
      type: 'audio/wav',
    }));
  });
}

/** Stores it in place of an earlier one: 16-bit mono WAV as the body. */
export function PUT(request: Request, { params }: Context): Promise<Response> {
  return forSender(request, WORDS, async (viewer) => {
    const { lineId, place } = await params;
    const bytes = await readBody(request, MAXIMUM_VOICE_BYTES);
    if (!bytes) return problem(413, 'The recording is longer than two minutes. Play it without waiting.');
    const refused = await keepOwnModel(viewer, lineId, place, bytes);
    return refused ? problem(400, refused) : Response.json({});
  });
}

export function DELETE(request: Request, { params }: Context): Promise<Response> {
  return forSender(request, WORDS, async (viewer) => {
    const { lineId, place } = await params;
    await takeOwnModelAway(viewer, lineId, place);
    return Response.json({});
  });
}
