/** Downloads a response into a file of the browser, which need not be in memory; reports the fraction received. */
export function blobWithProgress(answer: Response, progress: (fraction: number) => void): Promise<Blob> {
  const length = Number(answer.headers.get("Content-Length"));
  if (!answer.body || !length) return answer.blob();
  let loaded = 0;
  const counted = new TransformStream<Uint8Array, Uint8Array>({
    transform(chunk, controller) {
      loaded += chunk.length;
      progress(Math.min(1, loaded / length));
      controller.enqueue(chunk);
    },
  });
  return new Response(answer.body.pipeThrough(counted), { headers: answer.headers }).blob();
}
