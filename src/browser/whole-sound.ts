/**
 * A recording that the server gives in pieces, as a whole.
 * @throws TypeError without a connection; Error when it is not there.
 */
export async function fetchWholeSound(address: string): Promise<Blob> {
  const pieces: ArrayBuffer[] = [];
  for (let from = 0, length = 1; from < length; ) {
    const answer = await fetch(address, { headers: { Range: `bytes=${from}-` } });
    if (!answer.ok) throw new Error(`the recording was answered with ${answer.status}`);
    const bytes = await answer.arrayBuffer();
    pieces.push(bytes);
    from += bytes.byteLength;
    length = Number(answer.headers.get('Content-Range')?.split('/')[1] ?? from);
  }
  return new Blob(pieces, { type: 'audio/wav' });
}
