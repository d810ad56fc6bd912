/**
 * Sends one request to a worker, waits for its one reply, and ends it.
 * @throws Error when the worker fails.
 */
export function askWorker<Request, Reply>(worker: Worker, request: Request): Promise<Reply> {
  return new Promise<Reply>((resolve, reject) => {
    worker.onmessage = ({ data }: MessageEvent<Reply>) => resolve(data);
    worker.onerror = (event) => reject(new Error(event.message));
    worker.postMessage(request);
  }).finally(() => worker.terminate());
}
