import type { Part, PonderReply, PonderRequest, PonderResult, QuestionKind } from './ponder-messages';

/** What a pondering worker must do; tests stand one in. */
export interface PonderWorker {
  postMessage(request: PonderRequest): void;
  terminate(): void;
  onmessage: ((event: MessageEvent<PonderReply>) => void) | null;
  onerror: ((event: ErrorEvent) => void) | null;
}

/** Who is answered first: what one waits for with a limb in hand, before what weighs it at length. */
const FIRST: Readonly<Record<QuestionKind, number>> = {
  judge: 0,
  'look-on': 1,
  price: 2,
  keep: 3,
  forms: 4,
  weigh: 5,
};

/** Who hears how far a question is, and its answer. */
export interface Hearer {
  part(part: Part): void;
  answer(result: PonderResult): void;
}

interface Job {
  request: PonderRequest;
  hearer: Hearer;
  worker?: PonderWorker;
}

/**
 * Questions answered by few workers at a time, so that a phone stays cool. A question that comes before one that is being
 * answered takes its place, and the other begins anew after it. A worker that has answered stays for the next question, since
 * its code has been made quick by then; one that is busy with what nobody asks any more is ended.
 */
export class WorkerPool {
  private readonly running: Job[] = [];
  private readonly waiting: Job[] = [];
  private readonly idle: PonderWorker[] = [];

  /**
   * @param most workers at a time
   * @param hear when a word of a worker is heard: at once, or once the page is still
   */
  constructor(
    private readonly makeWorker: () => PonderWorker,
    private readonly most: number,
    private readonly hear: (run: () => void) => void = (run) => run(),
  ) {}

  /** Asks a question. Gives a way to take it back: then nothing is answered any more. */
  ask(request: PonderRequest, hearer: Hearer): () => void {
    const job: Job = { request, hearer };
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
    const worker = this.idle.pop() ?? this.makeWorker();
    job.worker = worker;
    this.running.push(job);
    const done = (result: PonderResult): void => {
      if (job.worker !== worker) return;
      if (result.ok) {
        delete job.worker;
        this.idle.push(worker);
      }
      this.drop(job);
      job.hearer.answer(result);
      this.next();
    };
    worker.onmessage = (event) =>
      this.hear(() => {
        const { data } = event;
        if ('result' in data) done(data.result);
        else if (job.worker === worker) job.hearer.part(data.part);
      });
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
