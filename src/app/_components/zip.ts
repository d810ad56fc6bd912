import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import type { Viewer } from '@/server/access/account/viewer';
import { type Archive, mayTakeOut } from '@/server/access/school/taking-out';
import { download, problem } from './request';

/**
 * An archive as a zip file that is written while it is sent: one file at a time is in memory.
 * Source: PKWARE, APPNOTE.TXT 6.3.
 */
export function zipStream({ files }: Archive): ReadableStream<Uint8Array> {
  const iterator = files[Symbol.asyncIterator]();
  let zip: Zip;
  return new ReadableStream<Uint8Array>({
    start(controller) {
      zip = new Zip((error, chunk, isLast) => {
        if (error) return controller.error(error);
        controller.enqueue(chunk);
        if (isLast) controller.close();
      });
    },
    async pull(controller) {
      try {
        const next = await iterator.next();
        if (next.done) return zip.end();
        const { path, bytes, isPacked } = next.value;
        const entry = isPacked ? new ZipPassThrough(path) : new ZipDeflate(path, { level: 6 });
        zip.add(entry);
        entry.push(bytes, true);
      } catch (error) {
        // A broken archive must not look whole.
        controller.error(error);
      }
    },
    async cancel() {
      await iterator.return?.();
    },
  });
}

/** Sends an archive, unless there were too many of late. @param take authorises and opens it. */
export async function sendArchive(viewer: Viewer, take: () => Promise<Archive>): Promise<Response> {
  if (!(await mayTakeOut(viewer)))
    return problem(429, 'That were many archives within an hour. Wait a little and try again.');
  const archive = await take();
  return download(`${archive.name}.zip`, 'application/zip', zipStream(archive));
}
