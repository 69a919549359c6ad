/** What a worker answers to its one request; it ends with that. @throws Error where it could not be started, or failed */
export function oneAnswer<T>(worker: Worker, request: unknown): Promise<T> {
  return new Promise<T>((resolve, reject) => {
    worker.onmessage = ({ data }: MessageEvent<T>) => resolve(data);
    worker.onerror = (event) => reject(new Error(event.message || 'the worker could not be started'));
    worker.postMessage(request);
  }).finally(() => worker.terminate());
}
