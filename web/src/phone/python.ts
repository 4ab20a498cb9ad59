import type { Answered, Asked, Step } from "../../phone/boot.mjs";
import { clockOff } from "../api/phone";
import type { Begin, Call, Told } from "./worker";

export type State = "off" | "starting" | "ready" | "failed";

type Reply = { number?: number; told?: Told; failed?: string; step?: Step };
type Open = { resolve: (told: Told) => void; reject: (failed: Error) => void };

/** The server in a worker, as a page asks it: begun once, asked one thing after another. */
export class Python {
  state: State = "off";
  step: Step = "runtime";
  private worker: Worker | undefined;
  private number = 0;
  private readonly open = new Map<number, Open>();
  private whenReady: Promise<void> = Promise.reject(new Error("The phone was not begun."));

  /** `changed` is called with every change of where it stands. */
  constructor(private readonly changed: () => void) {
    this.whenReady.catch(() => undefined);
  }

  /** Begin it for a person; it is ready when Python is, and what was kept is loaded. */
  begin(begin: Begin): Promise<void> {
    this.end();
    this.become("starting");
    const own = new Worker(new URL("./worker.ts", import.meta.url), { type: "module" });
    this.worker = own;
    own.onmessage = ({ data }: MessageEvent<Reply>) => this.hear(data);
    own.onerror = () => own === this.worker && this.end("failed");
    this.whenReady = this.post({ begin }).then(
      () => {
        if (own === this.worker) this.become("ready");
      },
      (failed: unknown) => {
        if (own === this.worker) this.end("failed");
        throw failed;
      },
    );
    this.whenReady.catch(() => undefined);
    return this.whenReady;
  }

  /** End it; what it kept stays on the disk. */
  end(as: State = "off"): void {
    this.worker?.terminate();
    this.worker = undefined;
    this.open.forEach(({ reject }) => reject(new Error("The phone was ended.")));
    this.open.clear();
    if (this.state !== as) this.become(as);
  }

  /** Ask it something, once it is ready. */
  async ask(call: Call): Promise<Told> {
    await this.whenReady;
    return this.post({ call });
  }

  /** Let it answer a request of the API. */
  async answerOf(asked: Asked): Promise<Answered> {
    const { answered } = await this.ask({ name: "answer", asked });
    if (!answered) throw new Error("The phone did not answer.");
    return answered;
  }

  private become(now: State): void {
    this.state = now;
    this.changed();
  }

  private hear({ number: of, told, failed, step: begun }: Reply): void {
    if (begun) {
      this.step = begun;
      this.changed();
    }
    if (of === undefined) return;
    const waiting = this.open.get(of);
    this.open.delete(of);
    if (told) waiting?.resolve(told);
    else waiting?.reject(new Error(failed));
  }

  private post(message: { begin?: Begin; call?: Call }): Promise<Told> {
    return new Promise((resolve, reject) => {
      if (!this.worker) {
        reject(new Error("The phone was not begun."));
        return;
      }
      this.number += 1;
      this.open.set(this.number, { resolve, reject });
      this.worker.postMessage({ number: this.number, clockOff: clockOff(), ...message });
    });
  }
}
