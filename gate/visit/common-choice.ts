import { decodeChoice, encodeChoice, type KeptChoice } from '@douane/core/consent/choice-cookie';
import { create } from '../native';
import type { CommonMessage } from '../types';

/** After so long the page goes its own way: its policy may forbid the frame, or nobody answers. */
const LONGEST_MS = 1_500;

/** The choice that all addresses of a site have in common, as far as the browser lets a page of ours keep it. */
export class CommonChoice {
  private frame: Promise<Window> | undefined;

  /** `address`: of the page of ours. */
  constructor(private readonly address: string) {}

  /** The choice made last at any address of the site; `null` where there is none, or none can be had. */
  read(): Promise<KeptChoice | null> {
    return this.say({});
  }

  /** Keeps a choice for so many days. Resolves in the end whether or not that could be done. */
  keep(choice: KeptChoice, days: number): Promise<KeptChoice | null> {
    return this.say({ keep: encodeChoice(choice), days });
  }

  private async say(message: CommonMessage): Promise<KeptChoice | null> {
    const answered = (async () => {
      this.frame ??= this.load();
      const { port1, port2 } = new MessageChannel();
      const answer = new Promise<unknown>((resolve) => {
        port1.onmessage = ({ data }) => resolve(data);
      });
      (await this.frame).postMessage(message, new URL(this.address).origin, [port2]);
      return answer;
    })();
    const value = await Promise.race([
      // A frame that the page takes away again answers nothing, and may not be spoken to.
      answered.catch(() => null),
      new Promise((resolve) => setTimeout(resolve, LONGEST_MS)),
    ]);
    return typeof value === 'string' ? decodeChoice(value, Math.floor(Date.now() / 1000)) : null;
  }

  private load(): Promise<Window> {
    const frame = create('iframe');
    frame.style.setProperty('display', 'none', 'important');
    frame.src = this.address;
    const loaded = new Promise<Window>((resolve) => {
      frame.onload = () => resolve(frame.contentWindow!);
    });
    document.documentElement.append(frame);
    return loaded;
  }
}
