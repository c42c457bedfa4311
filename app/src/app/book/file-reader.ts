import { told, type Message, type ReadFile } from '../../../../core';

/** A file being read; stopping it leaves everything as it was. */
export interface FileReading {
  done: Promise<ReadFile>;
  stop(): void;
}

/** Reads a yard file in a worker of its own, so that a large one never holds the page up. */
export function readInWorker(text: string): FileReading {
  const worker = new Worker(new URL('./read-file.worker', import.meta.url), { type: 'module' });
  let giveUp: (found: ReadFile) => void = () => undefined;
  const done = new Promise<ReadFile>((give) => {
    giveUp = give;
    worker.onmessage = ({ data }: MessageEvent<ReadFile>) => give(data);
    worker.onerror = ({ message }) => give(refusal(told('file.not-read', { why: message })));
    worker.postMessage(text);
  });
  return {
    done: done.finally(() => worker.terminate()),
    stop: () => giveUp(refusal(told('file.stopped'))),
  };
}

function refusal(message: Message): ReadFile {
  return { kind: 'refused', troubles: [{ path: 'file', message }] };
}
