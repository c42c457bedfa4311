import type { PonderAnswer, PonderRequest, QuestionKind } from './ponder-messages';

/** What a pondering worker must do; tests stand one in. */
export interface PonderWorker {
  postMessage(request: PonderRequest): void;
  terminate(): void;
  onmessage: ((event: MessageEvent<PonderAnswer>) => void) | null;
  onerror: ((event: ErrorEvent) => void) | null;
}

/** Who is answered first: what one waits for with a limb in hand, before what weighs it at length. */
const FIRST: Readonly<Record<QuestionKind, number>> = { judge: 0, price: 1, keep: 2, forms: 3, weigh: 4 };

interface Job {
  request: PonderRequest;
  answer: (result: PonderAnswer['result']) => void;
  worker?: PonderWorker;
}

/**
 * Questions answered by few workers at a time, so that a phone stays cool. A question that comes before one that is being
 * answered takes its place, and the other begins anew after it.
 */
export class WorkerPool {
  private readonly running: Job[] = [];
  private readonly waiting: Job[] = [];

  /** @param most workers at a time */
  constructor(
    private readonly makeWorker: () => PonderWorker,
    private readonly most: number,
  ) {}

  /** Asks a question. Gives a way to take it back: then nothing is answered any more. */
  ask(request: PonderRequest, answer: Job['answer']): () => void {
    const job: Job = { request, answer };
    this.waiting.push(job);
    this.next();
    return () => {
      this.drop(job);
      this.next();
    };
  }

  private next(): void {
    const job = this.waiting.reduce<Job | undefined>(
      (first, other) => (first === undefined || rank(other) < rank(first) ? other : first),
      undefined,
    );
    if (!job) return;
    if (this.running.length >= this.most && !this.makeRoomFor(job)) return;
    this.waiting.splice(this.waiting.indexOf(job), 1);
    this.begin(job);
    this.next();
  }

  /** Ends the least pressing question that is being answered, if this one comes before it; it waits again. */
  private makeRoomFor(job: Job): boolean {
    const last = this.running.reduce((least, other) => (rank(other) > rank(least) ? other : least));
    if (rank(last) <= rank(job)) return false;
    this.drop(last);
    this.waiting.push(last);
    return true;
  }

  private begin(job: Job): void {
    const worker = this.makeWorker();
    job.worker = worker;
    this.running.push(job);
    const done = (result: PonderAnswer['result']): void => {
      if (job.worker !== worker) return;
      this.drop(job);
      job.answer(result);
      this.next();
    };
    worker.onmessage = ({ data }) => done(data.result);
    worker.onerror = ({ message }) => done({ ok: false, message });
    worker.postMessage(job.request);
  }

  private drop(job: Job): void {
    for (const list of [this.running, this.waiting]) {
      const at = list.indexOf(job);
      if (at >= 0) list.splice(at, 1);
    }
    job.worker?.terminate();
    delete job.worker;
  }
}

const rank = ({ request }: Job): number => FIRST[request.kind];
